import 'reflect-metadata/lite';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsDate,
  IsIn,
  IsInt,
  IsOptional,
  IsUUID,
  Length,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import type { PinSource } from '@/core/catalogue/platform';
import { pinSources } from '@/core/catalogue/platform';
import type { AttemptResult, JobEvent } from '@/core/job/events';
import type { RouteKind } from '@/core/programming/route';
import { routeKinds } from '@/core/programming/route';

class CountReadContent {
  @IsIn(['before', 'after'], { message: 'Before or after the work?' }) moment!: 'before' | 'after';
  @ValidateIf(({ answer }) => answer !== 'cannotSay')
  @IsInt({ message: 'Type a whole number of keys.' })
  answer!: number | 'cannotSay';
}

class AttemptRecordedContent {
  @IsUUID(undefined, { message: 'Which attempt?' }) attemptId!: string;
  @IsIn(routeKinds, { message: 'Choose a route.' }) route!: RouteKind;
  @Type(() => Date) @IsDate({ message: 'When did it begin?' }) from!: Date;
  @Type(() => Date) @IsDate({ message: 'When did it end?' }) to!: Date;
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
  @Type(() => Date) @IsDate({ message: 'When was it opened?' }) at!: Date;
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

/** One event as a device sends it; the same event sent twice changes nothing. */
export class EventInput {
  @IsUUID(undefined, { message: 'An event has an id of its own.' }) id!: string;
  @IsIn(Object.keys(contents), { message: 'This kind of event is not known.' }) kind!: JobEvent['kind'];
  @Type(() => Date) @IsDate({ message: 'When, by the device?' }) deviceAt!: Date;
  @IsInt({ message: 'Which sequence did the device see?' }) @Min(0) basedOn!: number;

  @ValidateNested()
  @Type(
    (options) =>
      contents[(options?.object as EventInput | undefined)?.kind ?? 'countRead'] ?? CountReadContent,
  )
  content!: CountReadContent | AttemptRecordedContent | AttemptWithdrawnContent | DoorOpenedContent;
}
