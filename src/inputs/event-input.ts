import 'reflect-metadata/lite';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsIn,
  IsInt,
  IsOptional,
  IsUUID,
  Length,
  MaxLength,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { type PinSource, pinSources } from '@/core/catalogue/platform';
import type { AttemptResult, JobEvent } from '@/core/job/events';
import { type RouteKind, routeKinds } from '@/core/programming/route';
import { instant, notList, whole } from './fields';

class CountReadContent {
  @IsIn(['before', 'after'], { message: 'Before or after the work?' }) moment!: 'before' | 'after';
  @ValidateIf(({ answer }) => answer !== 'cannotSay')
  @IsInt({ message: 'Type a whole number of keys.' })
  answer!: number | 'cannotSay';
}

class AttemptRecordedContent {
  @IsUUID(undefined, { message: 'Which attempt?' }) attemptId!: string;
  @IsIn(routeKinds, { message: 'Choose a route.' }) route!: RouteKind;
  @instant('When did it begin?') from!: Date;
  @instant('When did it end?') to!: Date;
  @IsIn(['worked', 'failed', 'stopped'], { message: 'Choose how it ended.' }) result!: AttemptResult;
  @MaxLength(300, { message: 'Up to 300 characters.' }) reason!: string;
  @ArrayMaxSize(24, { message: 'Up to 24 keys.' })
  @IsUUID(undefined, { each: true, message: 'Which keys?' })
  learnedKeyIds!: string[];
  @IsOptional() @IsIn(pinSources, { message: 'Choose where the PIN came from.' }) pinFrom?: PinSource | null;
  @IsOptional() @MaxLength(40, { message: 'Up to 40 characters.' }) systemType?: string | null;
  @IsOptional()
  @ArrayMaxSize(12, { message: 'Up to 12 secrets.' })
  @IsUUID(undefined, { each: true, message: 'Which secrets?' })
  secretIds?: string[];
  @IsOptional() @MaxLength(80, { message: 'Up to 80 characters.' }) dealerPaper?: string | null;
}

class DoorOpenedContent {
  @IsIn(['papersInside', 'danger', 'lock'], { message: 'Why was it opened?' }) how!:
    | 'papersInside'
    | 'danger'
    | 'lock';
  @instant('When was it opened?') at!: Date;
  @MaxLength(300, { message: 'Up to 300 characters.' }) conditions!: string;
}

class AttemptWithdrawnContent {
  @IsUUID(undefined, { message: 'Which attempt?' }) attemptId!: string;
  @Length(1, 300, { message: 'Say why, in up to 300 characters.' }) reason!: string;
}

const contents = {
  countRead: CountReadContent,
  attemptRecorded: AttemptRecordedContent,
  doorOpened: DoorOpenedContent,
  attemptWithdrawn: AttemptWithdrawnContent,
} as const;

/** The class of a kind's content; a kind that is not known is refused by its own check. */
function contentOf(kind: unknown) {
  return typeof kind === 'string' && Object.hasOwn(contents, kind)
    ? contents[kind as keyof typeof contents]
    : CountReadContent;
}

/** One event as a device sends it; the same event sent twice changes nothing. */
export class EventInput {
  @IsUUID(undefined, { message: 'An event has an id of its own.' }) id!: string;
  @IsIn(Object.keys(contents), { message: 'This kind of event is not known.' }) kind!: JobEvent['kind'];
  @instant('When, by the device?') deviceAt!: Date;
  @whole('Which sequence did the device see?') basedOn!: number;

  @notList('Expected one content.')
  @ValidateNested({ message: 'Expected a content.' })
  @Type((options) => contentOf((options?.object as EventInput | undefined)?.kind))
  content!: CountReadContent | AttemptRecordedContent | AttemptWithdrawnContent | DoorOpenedContent;
}
