import { Length } from 'class-validator';

export class SignInInput {
  /** The id of a person that the page offers, or a name as it is typed. */
  @Length(1, 80, { message: 'Say who you are, in up to 80 characters.' })
  who!: string;

  @Length(1, 200, { message: 'Type your passcode.' })
  passcode!: string;
}
