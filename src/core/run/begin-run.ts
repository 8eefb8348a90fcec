import { type MethodKind, methods } from '@/core/catalogue/methods';
import type { Platform } from '@/core/catalogue/platform';
import { done, failed, type Result } from '@/core/kinds/result';
import { bind } from '@/core/procedure/bind/bind';
import type { CauseBook } from '@/core/procedure/causes/causes';
import { namesIn, textsOf } from '@/core/procedure/document/fill';
import { isStep, isTrouble, type KeyRole, type Procedures } from '@/core/procedure/document/procedure';
import { exitsOf } from '@/core/procedure/document/step-exits';
import {
  canTurn,
  type KeySituation,
  onePerIdentity,
  type PhysicalKey,
  provedInHand,
} from '@/core/programming/keys';
import type { RunBasis, RunRight } from './run-basis';

/** Which keys take part in a run. */
export interface RunKeys {
  /** Keys that the car knows, the first one first. */
  readonly known: readonly PhysicalKey[];
  /** Keys that the car shall know afterwards: new ones, and where the others are erased those that it knows now. */
  readonly learn: readonly PhysicalKey[];
}

/** What is proposed: proved keys in hand, one for each identity, masters first; and every key made here that lies here. */
export function proposeKeys(situation: KeySituation, others: 'keep' | 'erase'): RunKeys {
  const known = [...onePerIdentity(provedInHand(situation))].sort(
    (a, b) => worth(b) - worth(a) || a.tag - b.tag,
  );
  const made = situation.keys.filter(({ madeHere, presence }) => madeHere && presence === 'here');
  return { known, learn: others === 'erase' ? [...made, ...known] : made };
}

function worth(key: PhysicalKey): number {
  return (key.rank === 'master' ? 2 : key.rank === 'valet' ? 0 : 1) + (canTurn(key) ? 0.5 : 0);
}

/** What the library holds of a way. */
export interface LibraryOfRun {
  readonly platform: Platform;
  readonly procedure: string | null;
  readonly values: Readonly<Record<string, string>>;
  readonly procedures: Procedures;
  readonly versions: Readonly<Record<string, number>>;
  readonly causes: CauseBook;
  readonly right: RunRight | null;
  /** System types by how often each answered. */
  readonly systemTypes: readonly string[];
}

/** What a run rests on from its start, or why it cannot begin. */
export function beginRun(
  way: MethodKind,
  { known, learn }: RunKeys,
  allTags: readonly number[],
  library: LibraryOfRun,
): Result<RunBasis> {
  const { platform, procedure, procedures, versions, causes, values } = library;
  const method = platform.methods.find(({ kind }) => kind === way);
  if (!method) return failed(`${platform.name} has no way ${methods[way].name}.`);
  if (procedure === null) return failed('No procedure of the library leads through this way.');
  if (learn.length === 0) return failed('Put the new key on the ring first.', 'learn');
  if (method.others === 'erase' && learn.length < platform.slotsMinimum)
    return failed(
      `After its erase this car wants ${platform.slotsMinimum} keys learned: have them all here and ticked before it begins.`,
      'learn',
    );
  if (known.length < method.knownKeysNeeded)
    return failed(
      method.knownKeysNeeded === 1
        ? 'This way wants a key in hand that is known to work.'
        : `This way wants ${method.knownKeysNeeded} keys in hand that are known to work.`,
      'known',
    );
  const used = partsOf(procedures, procedure);
  const own = Object.fromEntries(
    used.flatMap((name) => (procedures[name] ? [[name, procedures[name]] as const] : [])),
  );
  const plan = {
    known: known.map(({ tag }) => tag),
    learn: learn.map(({ tag }) => tag),
    // A head that comes with a new module is tagged once it is unpacked; elsewhere that tag is the next key's, which may take another's place.
    ...(speaksOf(own, 'came') && { came: Math.max(0, ...allTags) + 1 }),
  };
  if (!bind(own, procedure, { way, plan, values }))
    return failed(`The procedure ${procedure} is not complete: look at it in the library.`);
  const keys = [...new Set([...known, ...learn])];
  return done({
    platform: platform.name,
    way,
    procedure,
    procedures: own,
    versions: Object.fromEntries(used.map((name) => [name, versions[name] ?? 0])),
    values,
    plan,
    keys: keys.map(({ tag, name }) => ({ tag, name })),
    slotsMinimum: platform.slotsMinimum,
    count: platform.count,
    waits: method.waits,
    work: {
      sessionP50Minutes: method.sessionP50Minutes,
      keyP50Minutes: method.keyP50Minutes,
      spread: method.spread,
    },
    systemTypes: method.needsTool ? library.systemTypes : [],
    pinByTool: platform.pinSources.includes('obdSocket'),
    right: library.right,
    causes: causesIn(causes, own),
  });
}

/** Whether a step is about the key of a role. */
function speaksOf(procedures: Procedures, role: KeyRole): boolean {
  return Object.values(procedures).some(({ steps }) =>
    textsOf(steps).some(({ text }) => text === role || namesIn(text).includes(role)),
  );
}

/** A procedure and all that is done in between, each once. */
function partsOf(procedures: Procedures, name: string): string[] {
  const found = new Set<string>();
  const open = [name];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    if (found.has(next)) continue;
    found.add(next);
    for (const part of procedures[next]?.steps ?? []) if (!isStep(part)) open.push(part.procedure);
  }
  return [...found];
}

/** What is known of the causes that procedures name. */
function causesIn({ causes, looks }: CauseBook, procedures: Procedures): CauseBook {
  const named = new Set(
    Object.values(procedures).flatMap(({ steps }) =>
      steps.flatMap((part) =>
        isStep(part)
          ? Object.values(exitsOf(part)).flatMap((exit) =>
              isTrouble(exit) ? exit.causes.map(({ cause }) => cause) : [],
            )
          : [],
      ),
    ),
  );
  return {
    causes: causes.filter(({ name }) => named.has(name)),
    looks: looks.filter(({ tells }) => Object.keys(tells).some((cause) => named.has(cause))),
  };
}
