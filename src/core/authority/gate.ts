import type { Role } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import { type AuthorityStage, isAllowed, purposeNames, stageFor } from './purposes';

/** What a job has to show at the gate. */
export interface Standing {
  readonly stage: AuthorityStage;
  /** Agreed and noted before a door is opened whose papers lie inside: person, plate, what was said. */
  readonly doorNote: boolean;
  /** Somebody is in danger: opens the door and nothing else. */
  readonly danger: boolean;
  /** The shop takes a note for a plain copy of a working key without electronics. */
  readonly noteForPlainCopy: boolean;
  /** Who asks, and whether a second person signed in for this trainee on this job. */
  readonly role: Role;
  readonly secondPerson: boolean;
}

export type Gate =
  | { readonly open: true }
  | {
      readonly open: false;
      readonly why: 'stage' | 'secondPerson';
      /** What is missing, and what to do about it. */
      readonly message: string;
    };

const opened: Gate = { open: true };

/** Whether something may be done on a job now. Danger to life opens the door to anybody. */
export function gate(purpose: Purpose, standing: Standing): Gate {
  if (purpose === 'openForPapers' && standing.danger) return opened;
  const noted =
    (purpose === 'openForPapers' && standing.doorNote) ||
    (purpose === 'plainCopy' && standing.noteForPlainCopy);
  if (!noted && !isAllowed(purpose, standing.stage))
    return { open: false, why: 'stage', message: `${purposeNames[purpose]}: ${lacking(purpose)}` };
  if (standing.role === 'trainee' && !standing.secondPerson && stageFor(purpose) !== 'none')
    return {
      open: false,
      why: 'secondPerson',
      message: `${purposeNames[purpose]}: a trainee needs a second person, who signs in for this job first.`,
    };
  return opened;
}

function lacking(purpose: Purpose): string {
  if (purpose === 'openForPapers')
    return 'record the papers, or note at On site who asks, the plate and what was said.';
  return stageFor(purpose) === 'advance'
    ? 'record at Prepare who has the right to the car, by papers shown.'
    : 'record at On site person, papers and plate together.';
}

/** A second person signs in for a trainee for this long. */
export const secondPersonHours = 4;
/** The record of an emergency is asked for within this time. */
export const dangerRecordMinutes = 60;
