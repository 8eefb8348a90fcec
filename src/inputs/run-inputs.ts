import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import type { AuthorityStage } from '@/core/authority/purposes';
import { type RunSecret, runSecrets } from '@/core/authority/run-secrets';
import type { TimedInput } from '@/core/benchcar/car/car-state';
import { type PlantedFault, plantedFaults } from '@/core/benchcar/start/planted-faults';
import { voltsLeast, voltsMost, voltsProblem } from '@/core/kinds/volts';
import { type RunEvent, runEventNames } from '@/core/run/events/run-events';
import { type Seer, seers } from '@/core/run/events/walked';
import { type MarkName, markNames } from '@/core/run/run-log';
import { carInputList, moment } from './bench-car-inputs';
import { PieceInput } from './events/piece';
import { byKind, instant, listOf, nested, numberIn, orNull, orWords, whole } from './fields';

const tag = { least: 1, most: 999 };

/** What all events of a run say: when, by the shop's clock. */
class Timed {
  @IsIn(runEventNames) kind!: RunEvent['kind'];
  @IsInt({ message: 'When was it?' })
  @Min(0, { message: 'When was it?' })
  @Max(Number.MAX_SAFE_INTEGER, { message: 'When was it?' })
  atMs!: number;
}

class AtNode extends Timed {
  @MaxLength(400, { message: 'At which step?' }) node!: string;
}

class Begun extends AtNode {}

class Answered extends AtNode {
  @MaxLength(80, { message: 'What came of it?' }) answer!: string;
  @IsIn(seers, { message: 'Who saw it?' }) by!: Seer;
}

class Commanded extends AtNode {
  @IsIn(['none', 'advance', 'onSite'], { message: 'How far was the right shown?' }) stage!: AuthorityStage;
}

class Untold extends AtNode {
  @IsIn(seers, { message: 'Who saw it?' }) by!: Seer;
}

class PinEntered extends AtNode {
  @orNull() @IsUUID(undefined, { message: 'Which PIN?' }) secretId!: string | null;
}

class Looked extends Timed {
  @MaxLength(80, { message: 'What was looked at?' }) look!: string;
  @IsIn(['yes', 'no', 'cannotTell'], { message: 'Yes, no or cannot tell?' }) answer!:
    | 'yes'
    | 'no'
    | 'cannotTell';
}

class Mended extends Timed {
  @MaxLength(80, { message: 'Which cause?' }) cause!: string;
}

class GaveUp extends Timed {}

class Exchanged extends Timed {
  @whole('Which key?', tag.least) @Max(tag.most, { message: 'Which key?' }) from!: number;
  @whole('Which key?', tag.least) @Max(tag.most, { message: 'Which key?' }) to!: number;
}

class KeyTaken extends Timed {
  @whole('Which key?', tag.least) @Max(tag.most, { message: 'Which key?' }) tag!: number;
  @orNull() @nested(() => PieceInput, 'One piece of stock.') piece!: PieceInput | null;
}

class KeySpoiled extends Timed {
  @whole('Which key?', tag.least) @Max(tag.most, { message: 'Which key?' }) tag!: number;
}

class Marked extends AtNode {
  @IsIn(Object.keys(markNames), { message: 'What is marked?' }) mark!: MarkName;
  @MaxLength(300, { message: 'Up to 300 characters.' }) words!: string;
  @orNull() @numberIn(voltsLeast, voltsMost, voltsProblem) volts!: number | null;
}

class Ended extends Timed {
  /** Nothing where it is missing. */
  @IsOptional() @MaxLength(40, { message: 'Which system type?' }) systemType?: string;
  @orNull()
  @orWords('cannotSay')
  @whole('A number of keys, or cannotSay.')
  @Min(0, { message: '0 to 64 keys.' })
  @Max(64, { message: '0 to 64 keys.' })
  count!: number | 'cannotSay' | null;
  @MaxLength(300, { message: 'Up to 300 characters.' }) reason!: string;
}

const contents: { readonly [Kind in RunEvent['kind']]: new () => Extract<RunEvent, { kind: Kind }> | Timed } =
  {
    begun: Begun,
    answered: Answered,
    commanded: Commanded,
    untold: Untold,
    pinEntered: PinEntered,
    looked: Looked,
    mended: Mended,
    gaveUp: GaveUp,
    exchanged: Exchanged,
    keyTaken: KeyTaken,
    keySpoiled: KeySpoiled,
    marked: Marked,
    ended: Ended,
  };

/** One event of a run as a device sends it; the same one sent twice changes nothing. */
class RunEventInput {
  @IsUUID(undefined, { message: 'An event has an id of its own.' }) id!: string;
  @instant('When, by the device?') deviceAt!: Date;
  /** The sequence that the device had reached: it is taken only if the run has come just as far. */
  @whole('Which sequence did the device see?') basedOn!: number;
  @byKind(contents, null, 'an event') event!: RunEvent;
}

/** What a device sends of its queue, in its order. */
export class RunEventsInput {
  @IsUUID(undefined, { message: 'A device has an id of its own.' }) device!: string;
  @listOf(() => RunEventInput, 100, 'events') events!: RunEventInput[];
}

/** A run that begins. */
export class StartRunInput {
  @IsUUID(undefined, { message: 'A run has an id of its own.' }) id!: string;
  @IsUUID(undefined, { message: 'A device has an id of its own.' }) device!: string;
  @keyIds() known!: string[];
  @keyIds() learn!: string[];
}

export const leaseWants = ['drive', 'ask', 'give', 'keep', 'leave'] as const;
export type LeaseWant = (typeof leaseWants)[number];

/** What a device wants of who drives. */
export class LeaseInput {
  @IsUUID(undefined, { message: 'A device has an id of its own.' }) device!: string;
  @IsIn(leaseWants, { message: 'Drive, ask, give, keep or leave?' }) want!: LeaseWant;
}

/** What a run seals with its job. */
export class RunSecretInput {
  @IsUUID(undefined, { message: 'A secret has an id of its own.' }) id!: string;
  @IsUUID(undefined, { message: 'A device has an id of its own.' }) device!: string;
  @IsIn(Object.keys(runSecrets), { message: 'pin, toldPin, board or image.' }) of!: RunSecret;
  @Matches(/^[\x21-\x7e][\x20-\x7e]{0,998}[\x21-\x7e]$/, { message: '2 to 1,000 letters, digits and signs.' })
  value!: string;
}

const wrongs = ['nothing', 'surprise', ...plantedFaults] as const;

/** A made-up car that is put at the other end of a run's line. */
export class PutCarInput {
  @IsUUID(undefined, { message: 'A device has an id of its own.' }) device!: string;
  @IsIn(wrongs, { message: 'What is wrong with it?' }) wrong!: 'nothing' | 'surprise' | PlantedFault;
}

/** The next part of what was done to it. */
export class RunPartInput {
  @IsUUID(undefined, { message: 'A device has an id of its own.' }) device!: string;
  @whole('Which part?', 2) part!: number;
  @carInputList(500) inputs!: readonly TimedInput[];
  @moment('How far is the car’s clock, in microseconds, up to six hours?') untilUs!: number;
}

function keyIds(): PropertyDecorator {
  return (target, name) => {
    IsArray({ message: 'Which keys?' })(target, name);
    ArrayMaxSize(24, { message: 'Up to 24 keys.' })(target, name);
    IsUUID(undefined, { each: true, message: 'Which keys?' })(target, name);
  };
}
