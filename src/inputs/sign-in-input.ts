import { IsUUID, Length } from 'class-validator';

export class SignInInput {
  @IsUUID(undefined, { message: 'Choose who you are.' })
  personId!: string;

  @Length(1, 200, { message: 'Type your passcode.' })
  passcode!: string;
}
