import { IsBoolean, IsIn, IsInt, IsOptional, IsUUID, Length, Matches, Max, Min } from 'class-validator';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import {
  type BladeState,
  type KeyFault,
  type Known,
  keyFaults,
  type Presence,
  presences,
  type Rank,
} from '@/core/programming/keys';
import { listOf, orWords } from './fields';
import { JobEdit } from './job-inputs';

/** A key as a bench is told of it. */
export class BenchKeyInput {
  @IsIn(presences, { message: 'Choose where the key is.' })
  presence!: Presence;
  @IsOptional() @IsIn(['master', 'valet', 'none', 'unknown'], { message: 'Choose the rank.' }) rank?: Rank;
  @IsOptional()
  @IsIn(['yes', 'no', 'untested'], { message: 'Choose whether the car knows it.' })
  known?: Known;
  @IsOptional()
  @IsIn(['good', 'worn', 'broken', 'uncut'], { message: 'Choose the state of the blade.' })
  blade?: BladeState;
  @IsOptional() @IsIn(keyFaults, { each: true, message: 'Choose faults of the list.' }) faults?: KeyFault[];
  /** The place in the list, from 1, of the key it is a copy of. */
  @IsOptional()
  @IsInt({ message: 'The place of a key in the list.' })
  @Min(1, { message: 'The place of a key in the list.' })
  @Max(24, { message: 'The place of a key in the list.' })
  copyOf?: number;
}

class KeysInput {
  @listOf(() => BenchKeyInput, 24, 'keys')
  keys!: BenchKeyInput[];

  /** What the car says it knows. */
  @orWords('cannotSay', 'notRead')
  @IsInt({ message: 'A number of keys, cannotSay or notRead.' })
  @Min(0, { message: '0 to 64 keys.' })
  @Max(64, { message: '0 to 64 keys.' })
  known!: number | 'cannotSay' | 'notRead';

  @IsInt({ message: 'Type how many new keys.' })
  @Min(0, { message: '0 to 5 new keys.' })
  @Max(mostKeysWanted, { message: `0 to ${mostKeysWanted} new keys.` })
  wanted!: number;
}

/** Keys and slots to count, without a job. */
export class KeyCountInput extends KeysInput {
  @IsInt({ message: 'Type how many keys the car holds.' })
  @Min(0, { message: '0 to 64.' })
  @Max(64, { message: '0 to 64.' })
  maximum!: number;
  @IsInt({ message: 'Type how many keys the car wants.' })
  @Min(0, { message: '0 to 64.' })
  @Max(64, { message: '0 to 64.' })
  minimum!: number;
}

/** A situation to find routes for, without a job. */
export class RoutesInput extends KeysInput {
  @Length(1, 40, { message: 'Choose a platform.' }) platform!: string;
  @IsOptional() @Length(1, 40, { message: 'Choose a van.' }) van?: string;
  @IsOptional() @Length(1, 60, { message: 'Choose a make.' }) make?: string;
  @IsOptional() @Length(1, 40, { message: 'Choose a market.' }) market?: string;
  @IsOptional() @IsBoolean({ message: 'Yes or no.' }) stolen?: boolean;
  @IsOptional() @IsBoolean({ message: 'Yes or no.' }) network?: boolean;
  @IsOptional()
  @Matches(/^\d{4}-(0[1-9]|1[0-2])$/, { message: 'A month such as 2016-05.' })
  built?: string;
}

/** What a rank test said of a key on the ring. */
export class RankInput extends JobEdit {
  @IsUUID(undefined, { message: 'Which key?' }) keyId!: string;
  @IsIn(['master', 'valet', 'none', 'unknown'], { message: 'Choose the rank.' }) rank!: Rank;
}
