import type { EventContent, EventKindName } from '@/core/job/events/events';
import { ArrivalNotedContent } from './arrival-noted';
import { AttemptRecordedContent } from './attempt-recorded';
import { AttemptWithdrawnContent } from './attempt-withdrawn';
import { BladeCutContent } from './blade-cut';
import { BladeMeasuredContent } from './blade-measured';
import { CandidateTriedContent } from './candidate-tried';
import { CountReadContent } from './count-read';
import { CutWithdrawnContent } from './cut-withdrawn';
import { DoorOpenedContent } from './door-opened';
import { KeyProvedContent } from './key-proved';
import { LockTriedContent } from './lock-tried';
import { PelletReadContent } from './pellet-read';
import { PlanChosenContent } from './plan-chosen';
import { RemoteWrittenContent } from './remote-written';
import { StepTriedContent } from './step-tried';
import { StepWithdrawnContent } from './step-withdrawn';
import { TryWithdrawnContent } from './try-withdrawn';
import { WireCheckedContent } from './wire-checked';

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
  cutWithdrawn: CutWithdrawnContent,
  bladeMeasured: BladeMeasuredContent,
  lockTried: LockTriedContent,
  pelletRead: PelletReadContent,
  wireChecked: WireCheckedContent,
  stepTried: StepTriedContent,
  stepWithdrawn: StepWithdrawnContent,
  remoteWritten: RemoteWrittenContent,
  keyProved: KeyProvedContent,
  arrivalNoted: ArrivalNotedContent,
};
