import type { Place, Stand } from './car-state';
import type { CheckName } from './checks';

/** What a check wants of person and car, how long it takes, and how it leaves them. */
export interface CheckCourse {
  /** Places that will do. */
  readonly at: readonly Place[];
  /** Whether the stand will do, beside its place. */
  readonly fits: (stand: Stand) => boolean;
  readonly leaves: (stand: Stand) => Stand;
  readonly seconds: number;
  /** Checks of the same key that come before it, where they are made. */
  readonly after: readonly CheckName[];
}

const outside: readonly Place[] = ["driver's door", "passenger's side", 'boot'];
const isOff = ({ engine }: Stand) => engine === 'off';
const same = (stand: Stand) => stand;

const courses: Readonly<Record<string, CheckCourse>> = {
  start: {
    at: ['seat'],
    fits: isOff,
    leaves: (stand) => ({ ...stand, engine: 'running' }),
    seconds: 12,
    after: [],
  },
  startAgain: {
    at: ['seat'],
    fits: (stand) => isOff(stand) && stand.left,
    leaves: (stand) => ({ ...stand, engine: 'running' }),
    seconds: 12,
    after: ['start'],
  },
  lamp: { at: ['seat'], fits: ({ engine }) => engine !== 'off', leaves: same, seconds: 5, after: ['start'] },
  flatCell: {
    at: ['seat'],
    fits: isOff,
    leaves: (stand) => ({ ...stand, engine: 'running' }),
    seconds: 60,
    after: ['start'],
  },
  dead: { at: ['seat'], fits: isOff, leaves: same, seconds: 10, after: [] },
  'remote:lock': {
    at: outside,
    fits: (stand) => isOff(stand) && !stand.locked,
    leaves: (stand) => ({ ...stand, locked: true }),
    seconds: 5,
    after: [],
  },
  'remote:unlock': {
    at: outside,
    fits: (stand) => isOff(stand) && stand.locked,
    leaves: (stand) => ({ ...stand, locked: false }),
    seconds: 5,
    after: [],
  },
  'remote:boot': { at: ['boot'], fits: isOff, leaves: same, seconds: 10, after: [] },
  'remote:start': {
    at: ["driver's door"],
    fits: (stand) => isOff(stand) && stand.locked,
    leaves: same,
    seconds: 40,
    after: ['start'],
  },
  remote: { at: outside, fits: isOff, leaves: same, seconds: 8, after: [] },
  "blade:passenger's door": { at: ["passenger's side"], fits: isOff, leaves: same, seconds: 12, after: [] },
  'blade:boot': { at: ['boot'], fits: isOff, leaves: same, seconds: 12, after: [] },
  'blade:fuel cap': { at: ['boot'], fits: isOff, leaves: same, seconds: 12, after: [] },
  'blade:glovebox': {
    at: ["passenger's side"],
    fits: (stand) => isOff(stand) && !stand.locked,
    leaves: same,
    seconds: 15,
    after: [],
  },
  blade: { at: ["driver's door"], fits: isOff, leaves: same, seconds: 12, after: [] },
};

/** How a check goes; a button or a lock that no line names goes as others of its sort. */
export function courseOf(name: CheckName): CheckCourse {
  const course = courses[name] ?? courses[name.split(':')[0] ?? ''];
  if (!course) throw new Error(`no course for the check ${name}`);
  return course;
}

/** How a check leaves person and car: locking by the remote after the first start is leaving it, too. */
export function standAfter(name: CheckName, stand: Stand, started: boolean): Stand {
  const after = courseOf(name).leaves(stand);
  return name === 'remote:lock' && started ? { ...after, left: true } : after;
}
