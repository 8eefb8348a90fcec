import { IsUUID, Length } from 'class-validator';

export class AttemptWithdrawnContent {
  @IsUUID(undefined, { message: 'Which attempt?' }) attemptId!: string;
  @Length(1, 300, { message: 'Say why, in up to 300 characters.' }) reason!: string;
}
