import { formatDay, instantOf, type LocalDay, type LocalHour, localMoment } from '../kinds/local-time';

/** What of a job says how it stands and what must happen next. */
export interface JobFacts {
  readonly openedAt: Date;
  readonly closedAt: Date | null;
  /** Somebody is shut in the car. */
  readonly danger: boolean;
  readonly urgent: boolean;
  /** When the caller wants the car to drive. */
  readonly wantedDay: LocalDay | null;
  readonly wantedFrom: LocalHour | null;
  readonly wantedBy: LocalHour | null;
  /** The time that a van is promised for. */
  readonly visit: { readonly from: Date; readonly to: Date } | null;
  /** The newest quote. */
  readonly quoted: { readonly at: Date; readonly validUntil: LocalDay } | null;
  /** What was accepted of any quote, and the day on which everything for it is there. */
  readonly accepted: { readonly at: Date; readonly readyOn: LocalDay } | null;
  /** A run at the car is under way. */
  readonly runs: boolean;
  /** When person, papers and plate were seen at the car. */
  readonly seenAt: Date | null;
  /** The newest attempt worked. */
  readonly worked: boolean;
}

/** How a job stands, as it is said. */
export const jobStates = {
  asked: 'asked',
  quoted: 'quoted',
  lapsed: 'quote lapsed',
  parcel: 'accepted, parcel due',
  ready: 'ready',
  atCar: 'at the car',
  worked: 'work done',
  closed: 'closed',
} as const;
export type JobState = keyof typeof jobStates;

/** What must happen next, in the order in which it is looked at. */
export const nextSteps = {
  now: 'Now',
  today: 'Today',
  quote: 'To be quoted',
  plan: 'Ready, without a time',
  customer: 'Waits for the customer',
  parcel: 'Waits for a parcel',
  later: 'On a later day',
  papers: 'Work done, to be closed',
} as const;
export type NextStep = keyof typeof nextSteps;

export interface Standing {
  readonly state: JobState;
  /** Null once the job is closed. */
  readonly next: NextStep | null;
  /** What the step goes by: the hour, the day, or since when, in words; empty where nothing is said. */
  readonly when: string;
  /** Its place among those of the same step, the smallest first. */
  readonly order: number;
}

/** How a job stands at a moment in the shop's zone. */
export function standingOfJob(job: JobFacts, at: Date, zone: string): Standing {
  const { day: today } = localMoment(at, zone);
  const state = stateOf(job, today, zone);
  if (state === 'closed') return { state, next: null, when: '', order: -job.openedAt.getTime() };
  const say = (next: NextStep, when: string, order: Date | number): Standing => ({
    state,
    next,
    when,
    order: typeof order === 'number' ? order : order.getTime(),
  });
  if (job.danger && state !== 'worked') return say('now', 'somebody is shut in', 0);
  if (job.runs) return say('now', 'a run is under way', 1);
  if (state === 'worked') return say('papers', '', job.openedAt);
  if (state === 'atCar') return say('now', 'at the car', job.seenAt ?? at);
  const { visit } = job;
  if (visit && localMoment(visit.from, zone).day <= today) return visitNow(visit);
  if (state === 'parcel')
    return say('parcel', formatDay(job.accepted?.readyOn ?? today, today), job.accepted?.at ?? at);
  if (visit && state === 'ready') return say('later', momentOf(visit.from), visit.from);
  if (job.wantedDay !== null && job.wantedDay <= today) return wantedToday(job.wantedDay);
  if (state === 'ready')
    return say('plan', `accepted ${dayOf(job.accepted?.at ?? at)}`, job.accepted?.at ?? at);
  if (state === 'quoted') {
    const until = job.quoted?.validUntil ?? today;
    return say('customer', `holds until ${formatDay(until, today)}`, Date.parse(until));
  }
  if (job.urgent) return say('today', 'at once', 0);
  return say(
    'quote',
    state === 'lapsed' ? 'the quote has lapsed' : `asked ${dayOf(job.openedAt)}`,
    job.openedAt,
  );

  /** A time that has come, or has gone by without anybody at the car. */
  function visitNow({ from, to }: { readonly from: Date; readonly to: Date }): Standing {
    const hours = `${hourOf(from)} to ${hourOf(to)}`;
    if (to <= at) return say('now', `its time was ${dayOf(from)} ${hours}`, from);
    return say(from <= at ? 'now' : 'today', hours, from);
  }

  function wantedToday(wanted: LocalDay): Standing {
    const hour = job.wantedFrom ?? job.wantedBy;
    const words = [
      wanted < today && `wanted ${formatDay(wanted, today)}`,
      job.wantedFrom && `from ${job.wantedFrom}`,
      job.wantedBy && `by ${job.wantedBy}`,
    ];
    const said = words.filter(Boolean).join(' ') || 'wanted today';
    return say('today', said, instantOf({ day: wanted, hour: hour ?? '23:59' }, zone));
  }

  function dayOf(moment: Date): string {
    return formatDay(localMoment(moment, zone).day, today);
  }
  function hourOf(moment: Date): string {
    return localMoment(moment, zone).hour;
  }
  function momentOf(moment: Date): string {
    return `${dayOf(moment)} ${hourOf(moment)}`;
  }
}

function stateOf(
  { closedAt, worked, runs, seenAt, accepted, quoted }: JobFacts,
  today: LocalDay,
  zone: string,
): JobState {
  if (closedAt !== null) return 'closed';
  if (worked && !runs) return 'worked';
  // Seen on an earlier day and gone away since: it waits for what it waited for.
  if (runs || (seenAt !== null && localMoment(seenAt, zone).day === today)) return 'atCar';
  if (accepted !== null) return accepted.readyOn > today ? 'parcel' : 'ready';
  if (quoted !== null) return quoted.validUntil < today ? 'lapsed' : 'quoted';
  return 'asked';
}

/** Open jobs by what must happen next, in its order; steps without a job are left out. */
export function byNextStep<Job extends { readonly standing: Standing }>(
  jobs: readonly Job[],
): { readonly step: NextStep; readonly jobs: readonly Job[] }[] {
  return (Object.keys(nextSteps) as NextStep[]).flatMap((step) => {
    const own = jobs.filter(({ standing }) => standing.next === step);
    return own.length === 0 ? [] : [{ step, jobs: own.sort((a, b) => a.standing.order - b.standing.order) }];
  });
}
