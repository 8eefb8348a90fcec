import type { EventContent, EventKindName } from '@/core/job/events/events';
import { AttemptRecordedContent } from './attempt-recorded';
import { AttemptWithdrawnContent } from './attempt-withdrawn';
import { CountReadContent } from './count-read';
import { DoorOpenedContent } from './door-opened';

/** What the content of each kind of event must look like. */
export const eventContents: { readonly [Name in EventKindName]: new () => EventContent<Name> } = {
  countRead: CountReadContent,
  attemptRecorded: AttemptRecordedContent,
  doorOpened: DoorOpenedContent,
  attemptWithdrawn: AttemptWithdrawnContent,
};
