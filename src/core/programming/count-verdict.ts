import type { CountAnswer } from './plan';

/** What a count after the work is held against. */
export interface CountGround {
  /** What the car should know by the route taken; 'cannotSay' where no plan stands. */
  readonly planned: CountAnswer;
  /** Whether the platform tells its count at all. */
  readonly tells: boolean;
  /** Slots of the car; 0 where they are not known. */
  readonly maximum: number;
}

/** What a count after the work comes to: it fits only where a plan stands and the car has room for it. */
export type CountVerdict = 'notRead' | 'fits' | 'differs' | 'beyond' | 'noPlan' | 'silent' | 'cannotTell';

export function countVerdict(
  after: CountAnswer | undefined,
  { planned, tells, maximum }: CountGround,
): CountVerdict {
  if (after === undefined) return 'notRead';
  if (after === 'cannotSay') return tells ? 'silent' : 'cannotTell';
  if (maximum > 0 && after > maximum) return 'beyond';
  if (planned === 'cannotSay') return 'noPlan';
  return after === planned ? 'fits' : 'differs';
}

/** A count after the work in words, and what is to be said of it. */
export function countSays(after: CountAnswer | undefined, ground: CountGround): string {
  switch (countVerdict(after, ground)) {
    case 'notRead':
      return 'The car was not asked after the work yet.';
    case 'fits':
      return `The car knows ${after}, as planned.`;
    case 'cannotTell':
      return 'This car never says how many keys it knows.';
    default:
      return countDoubt(after, ground) ?? '';
  }
}

/** What is to be said of a count that wants a reason; undefined where it needs none. */
export function countDoubt(after: CountAnswer | undefined, ground: CountGround): string | undefined {
  const { planned, maximum } = ground;
  switch (countVerdict(after, ground)) {
    case 'differs':
      return `The car knows ${after}, the plan was ${planned}. Write why they differ.`;
    case 'beyond':
      return `The car has ${maximum} slots. Read the count again, or write why it says more.`;
    case 'noPlan':
      return 'No plan stands against this count. Write what it rests on.';
    case 'silent':
      return 'This car can say how many keys it knows. Read the count, or write why it could not be read.';
    default:
      return undefined;
  }
}
