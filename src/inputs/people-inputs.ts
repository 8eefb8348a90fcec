import { ArrayMaxSize, ArrayNotEmpty, IsIn, IsUUID, Length, Matches } from 'class-validator';
import { type Scope, scopes } from '@/core/authority/scopes';
import type { Role } from '@/core/kinds/actor';
import { orNull, wholeIn } from './fields';

const roles = ['proprietor', 'locksmith', 'trainee'];

export class PersonInput {
  /** Null adds somebody. */
  @orNull() @IsUUID(undefined, { message: 'Which person?' }) id!: string | null;
  @Length(2, 80, { message: 'Write the name, in 2 to 80 characters.' }) name!: string;
  @IsIn(roles, { message: 'Choose a role.' }) role!: Role;
  /** Null keeps the passcode there is. */
  @orNull() @Length(10, 200, { message: 'A passcode has 10 to 200 characters.' }) passcode!: string | null;
}

export class ByIdInput {
  @IsUUID(undefined, { message: 'Which one?' }) id!: string;
}

export class TokenInput {
  @Length(2, 60, { message: 'Name the program, in 2 to 60 characters.' })
  @Matches(/^[^\p{Cc}]*$/u, { message: 'Letters and signs only.' })
  name!: string;
  @IsIn(roles, { message: 'Choose a role.' }) role!: Role;
  @ArrayNotEmpty({ message: 'Choose what it opens.' })
  @ArrayMaxSize(scopes.length, { message: 'Choose what it opens.' })
  @IsIn(scopes, { each: true, message: 'Choose what it opens.' })
  scopes!: Scope[];
  @wholeIn(1, 365, 'Days, 1 to 365.')
  days!: number;
}

export class UnlockInput {
  @Length(1, 200, { message: 'Type your passcode.' }) passcode!: string;
}
