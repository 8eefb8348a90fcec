import { ArrayMaxSize, IsIn, IsOptional, IsUUID, MaxLength } from 'class-validator';
import { type PinSource, pinSources } from '@/core/catalogue/platform';
import { type AttemptResult, attemptResults } from '@/core/job/events/log';
import { type RouteKind, routeKinds } from '@/core/programming/route';
import { instant } from '../fields';

export class AttemptRecordedContent {
  @IsUUID(undefined, { message: 'Which attempt?' }) attemptId!: string;
  @IsIn(routeKinds, { message: 'Choose a route.' }) route!: RouteKind;
  @instant('When did it begin?') from!: Date;
  @instant('When did it end?') to!: Date;
  @IsIn(attemptResults, { message: 'Choose how it ended.' }) result!: AttemptResult;
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
