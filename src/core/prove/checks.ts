import type { Ignition } from '@/core/catalogue/application';
import { type CarLock, type LockName, locksOfCar } from '@/core/catalogue/locks';

/** How much is tried before a key is handed over. */
export const depthNames = { quick: 'Quick', full: 'Full' } as const;
export type ProveDepth = keyof typeof depthNames;
export const proveDepths = Object.keys(depthNames) as ProveDepth[];

export const proofResults = ['works', 'fails'] as const;
export type ProofResult = (typeof proofResults)[number];

/**
 * What is tried with one key. 'remote:…' names a button by what it does, 'blade:…' a lock; 'dead' is a key that must not start the
 * car any more.
 */
export type CheckName =
  | 'start'
  | 'lamp'
  | 'startAgain'
  | 'flatCell'
  | 'dead'
  | `remote:${string}`
  | `blade:${LockName}`;

/** A check as events hold it. */
export const checkForm =
  /^(?:start|lamp|startAgain|flatCell|dead|remote:[a-z]{2,16}|blade:(?:ignition|driver's door|passenger's door|boot|glovebox|fuel cap))$/;

/** What a key is once the work is done. */
export type ProvedRole =
  /** Made here, or mended. */
  | 'made'
  /** Brought, and it works on. */
  | 'stays'
  /** Brought, and the car was made to forget it. */
  | 'erased';

export interface KeyToProve {
  readonly keyId: string;
  readonly tag: number;
  readonly name: string;
  readonly role: ProvedRole;
  /** Whether its blade turns in the locks. */
  readonly turns: boolean;
  /** Functions of the buttons that it has; none where it has no remote. */
  readonly buttons: readonly string[];
  /** Why its buttons do nothing yet; null where they should work. */
  readonly buttonsRest: string | null;
  /** Buttons of the car's own remote that this key lacks. */
  readonly lacks: readonly string[];
}

/** The car as far as it decides what is tried. */
export interface CarToProve {
  readonly ignition: Ignition;
  /** Whether a lamp tells of the immobilizer. */
  readonly hasImmobilizer: boolean;
  /** Where a key is held whose cell is flat; null where the car has no such place. */
  readonly pocket: string | null;
  readonly locks: readonly CarLock[];
}

export interface Check {
  readonly keyId: string;
  readonly tag: number;
  readonly name: CheckName;
  /** What is done and what must come of it. */
  readonly says: string;
  /** Why it cannot be tried now; null where it can. */
  readonly rests: string | null;
}

/** All that is tried of one key, in no order yet: the order follows from the walk. */
export function checksOf(key: KeyToProve, car: CarToProve, depth: ProveDepth): Check[] {
  const check = (name: CheckName, rests: string | null = null): Check => ({
    keyId: key.keyId,
    tag: key.tag,
    name,
    says: saysOf(name, car),
    rests,
  });
  if (key.role === 'erased') return [check('dead')];
  const full = depth === 'full';
  const whole = full || key.role === 'made';
  const canStart = car.ignition === 'push' || key.turns;
  const names: CheckName[] = [];
  if (canStart) names.push('start');
  if (canStart && whole) names.push('startAgain');
  if (canStart && whole && car.hasImmobilizer) names.push('lamp');
  if (canStart && full && key.role === 'made' && car.pocket !== null && car.ignition === 'push')
    names.push('flatCell');
  if (key.turns && whole) names.push(...bladesOf(car, full && key.role === 'made'));
  const buttons = full ? key.buttons : key.buttons.filter((one) => one === 'lock' || one === 'unlock');
  return [
    ...names.map((name) => check(name)),
    ...(whole ? buttons : []).map((one) => check(`remote:${one}`, key.buttonsRest)),
  ];
}

/** Locks that the blade is tried in; the ignition's own is turned by each start. */
function bladesOf(car: CarToProve, all: boolean): CheckName[] {
  const locks = locksOfCar(car.locks, car.ignition)
    .map(({ lock }) => lock)
    .filter((lock) => lock !== 'ignition');
  const tried = all ? locks : locks.filter((lock) => lock === "driver's door");
  return tried.map((lock): CheckName => `blade:${lock}`);
}

const buttonSays: Readonly<Record<string, string>> = {
  lock: 'Press lock: every door locks',
  unlock: 'Press unlock: the doors open',
  boot: 'Press boot: it opens; shut it again',
  panic: 'Press panic: horn or lights; once more ends it',
  start: 'Nobody in front, bonnet shut: press remote start, the engine runs; end it again',
  lights: 'Press lights: they come on',
};

function saysOf(name: CheckName, { ignition, pocket }: CarToProve): string {
  if (name.startsWith('blade:'))
    return `Turn the blade in the ${name.slice('blade:'.length)} lock, both ways: smooth`;
  if (name.startsWith('remote:')) {
    const button = name.slice('remote:'.length);
    return buttonSays[button] ?? `Press ${button}: it does what it says`;
  }
  switch (name) {
    case 'start':
      return ignition === 'push' ? 'Start at once: it runs on' : 'Turn and start at once: it runs on';
    case 'startAgain':
      return 'Start again, after the car was switched off, locked, left and opened';
    case 'lamp':
      return 'Look at the security lamp: it goes out and stays out';
    case 'flatCell':
      return `Cell out, the key at the pocket (${pocket}): it starts; cell back in`;
    default:
      return 'Try to start: it must not';
  }
}

/** What is answered of a check; a key that must not start the car does what it must where it does not. */
export function resultWords(name: CheckName): Readonly<Record<ProofResult, string>> {
  return name === 'dead'
    ? { works: 'It does not start', fails: 'It still starts' }
    : { works: 'It works', fails: 'It does not' };
}

/** What was tried, and what came of it. */
export interface KeyProof {
  readonly keyId: string;
  readonly check: CheckName;
  readonly result: ProofResult;
  readonly at: Date;
}

/** The latest that was seen of a check, since the car was worked on last; undefined where that was not tried. */
export function proofOf(
  proofs: readonly KeyProof[],
  { keyId, name }: Pick<Check, 'keyId' | 'name'>,
  workedUntil: Date | null,
): KeyProof | undefined {
  return proofs
    .filter((one) => one.keyId === keyId && one.check === name && (!workedUntil || one.at >= workedUntil))
    .reduce<KeyProof | undefined>((last, one) => (last && last.at > one.at ? last : one), undefined);
}
