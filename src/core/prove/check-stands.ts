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
  },
  startAgain: {
    at: ['seat'],
    fits: (stand) => isOff(stand) && stand.left,
    leaves: (stand) => ({ ...stand, engine: 'running' }),
    seconds: 12,
  },
  lamp: { at: ['seat'], fits: ({ engine }) => engine !== 'off', leaves: same, seconds: 5 },
  flatCell: {
    at: ['seat'],
    fits: isOff,
    leaves: (stand) => ({ ...stand, engine: 'running' }),
    seconds: 60,
  },
  dead: { at: ['seat'], fits: isOff, leaves: same, seconds: 10 },
  'remote:lock': {
    at: outside,
    fits: (stand) => isOff(stand) && !stand.locked,
    leaves: (stand) => ({ ...stand, locked: true }),
    seconds: 5,
  },
  'remote:unlock': {
    at: outside,
    fits: (stand) => isOff(stand) && stand.locked,
    leaves: (stand) => ({ ...stand, locked: false }),
    seconds: 5,
  },
  'remote:boot': { at: ['boot'], fits: isOff, leaves: same, seconds: 10 },
  'remote:start': {
    at: ["driver's door"],
    fits: (stand) => isOff(stand) && stand.locked,
    leaves: same,
    seconds: 40,
  },
  remote: { at: outside, fits: isOff, leaves: same, seconds: 8 },
  "blade:passenger's door": { at: ["passenger's side"], fits: isOff, leaves: same, seconds: 12 },
  'blade:boot': { at: ['boot'], fits: isOff, leaves: same, seconds: 12 },
  'blade:fuel cap': { at: ['boot'], fits: isOff, leaves: same, seconds: 12 },
  'blade:glovebox': {
    at: ["passenger's side"],
    fits: (stand) => isOff(stand) && !stand.locked,
    leaves: same,
    seconds: 15,
  },
  blade: { at: ["driver's door"], fits: isOff, leaves: same, seconds: 12 },
};

/** What comes before a check of the same key, where it is made: a key that does not start the car is put right before all else. */
export function goesAfter(name: CheckName): readonly CheckName[] {
  return name === 'start' ? [] : ['start'];
}

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
