import type { EventContent, EventKindName } from '@/core/job/events/events';
import { AttemptRecordedContent } from './attempt-recorded';
import { AttemptWithdrawnContent } from './attempt-withdrawn';
import { BladeCutContent } from './blade-cut';
import { BladeMeasuredContent } from './blade-measured';
import { CandidateTriedContent } from './candidate-tried';
import { CountReadContent } from './count-read';
import { DoorOpenedContent } from './door-opened';
import { LockTriedContent } from './lock-tried';
import { PlanChosenContent } from './plan-chosen';
import { TryWithdrawnContent } from './try-withdrawn';

/** What the content of each kind of event must look like. */
export const eventContents: { readonly [Name in EventKindName]: new () => EventContent<Name> } = {
  countRead: CountReadContent,
  attemptRecorded: AttemptRecordedContent,
  doorOpened: DoorOpenedContent,
  attemptWithdrawn: AttemptWithdrawnContent,
  candidateTried: CandidateTriedContent,
  tryWithdrawn: TryWithdrawnContent,
  planChosen: PlanChosenContent,
  bladeCut: BladeCutContent,
  bladeMeasured: BladeMeasuredContent,
  lockTried: LockTriedContent,
};
