import type { Application } from '@/core/catalogue/application';
import type { CarLock } from '@/core/catalogue/locks';
import { isMethodKind, methods } from '@/core/catalogue/methods';
import type { Platform } from '@/core/catalogue/platform';
import { canTurn, knownOf, type PhysicalKey } from '@/core/programming/keys';
import { isErasing, type JobPlan } from '@/core/programming/plan';
import { isClone, methodOf } from '@/core/programming/route';
import {
  type CarToProve,
  type Check,
  checksOf,
  type KeyProof,
  type KeyToProve,
  type ProveDepth,
  type ProvedRole,
  proofOf,
} from '@/core/prove/checks';
import { type ProveWalk, planWalk } from '@/core/prove/walk';
import type { Job } from './job';

export interface ProvingRequest {
  readonly job: Pick<Job, 'keys' | 'identities' | 'route' | 'log'>;
  readonly application: Application | undefined;
  readonly platform: Platform | undefined;
  readonly plan: JobPlan;
  readonly locks: readonly CarLock[];
  /** Functions of the car's own remote that the offered key lacks. */
  readonly lacks: readonly string[];
  readonly depth: ProveDepth;
}

/** A check with what was seen of it since the car was worked on last. */
export interface ProvedCheck extends Check {
  readonly proof: KeyProof | undefined;
}

export interface ProvedKey {
  readonly key: KeyToProve;
  readonly checks: readonly ProvedCheck[];
}

const roleOrder: readonly ProvedRole[] = ['made', 'stays', 'erased'];

/** What is proved of the keys of a job: every key in hand with its checks, those made here first. */
export function proveJob(request: ProvingRequest): ProvedKey[] {
  const { job, application, platform, locks, depth } = request;
  if (!application || job.route === null) return [];
  const car: CarToProve = {
    ignition: application.ignition,
    hasImmobilizer: platform !== undefined && platform.slotsMaximum > 0,
    pocket: application.pocket,
    locks,
  };
  const workedUntil = lastWork(job);
  const proved = job.keys.flatMap((key): ProvedKey[] => {
    const role = roleOf(key, request);
    if (!role) return [];
    const of = keyToProve(key, role, request);
    return [
      {
        key: of,
        checks: checksOf(of, car, depth).map((check) => ({
          ...check,
          proof: proofOf(job.log.proofs, check, workedUntil),
        })),
      },
    ];
  });
  return proved.sort((a, b) => roleOrder.indexOf(a.key.role) - roleOrder.indexOf(b.key.role));
}

/** When the car was worked on last; null before it was. */
function lastWork({ log }: ProvingRequest['job']): Date | null {
  return log.attempts.reduce<Date | null>((last, { to }) => (last && last > to ? last : to), null);
}

/** What a key is to the proof; null for one that is not here, or that the car never knew. */
function roleOf(key: PhysicalKey, { job, plan }: ProvingRequest): ProvedRole | null {
  if (key.presence !== 'here') return null;
  if (key.madeHere || plan.learned.has(key.id)) return 'made';
  if (knownOf(key, job.identities) === 'no') return null;
  if (isErasing(plan) && plan.finished) return 'erased';
  const isMended = job.route === 'repair' && key.faults.length > 0;
  return isMended || plansRemote(job) ? 'made' : 'stays';
}

function plansRemote({ route }: ProvingRequest['job']): boolean {
  return route !== null && methodOf(route)?.makes === 'remote';
}

function keyToProve(key: PhysicalKey, role: ProvedRole, request: ProvingRequest): KeyToProve {
  const { application, platform, lacks, job } = request;
  const layout = platform?.remoteLearned === 'none' ? [] : (application?.remote?.layout ?? []);
  // A copy of the chip has no buttons of its own, but for one that is written onto the board of a remote.
  const isBare =
    key.madeHere && job.route !== null && isClone(job.route) && methodOf(job.route)?.ontoRemote !== true;
  const own = key.madeHere ? lacks : [];
  return {
    keyId: key.id,
    tag: key.tag,
    name: key.name,
    role,
    // A new blade that is still called uncut was cut for the job.
    turns: key.madeHere || canTurn(key),
    buttons: isBare ? [] : layout.filter((one) => !own.includes(one)),
    buttonsRest: restOf(key, request),
    lacks: isBare ? layout : own,
  };
}

/** Why the buttons of a key do nothing yet; null where they should work. */
function restOf(key: PhysicalKey, { job, platform }: ProvingRequest): string | null {
  const isRemoteLearned = job.log.attempts.some(
    ({ route, result }) => result === 'worked' && isMethodKind(route) && methods[route].makes === 'remote',
  );
  if (platform?.remoteLearned === 'apart' && key.madeHere && !isRemoteLearned)
    return 'Its remote is learned apart, and was not yet';
  if (job.route !== 'repair' && key.faults.includes('deadRemote')) return 'Its remote does nothing';
  if (job.route !== 'repair' && key.faults.includes('flatCell')) return 'Its cell is flat';
  return null;
}

/** A check as it is named apart from its key: 'key 3, Start at once: it runs on'. */
export function checkWords({ tag, says }: Pick<Check, 'tag' | 'says'>): string {
  return `key ${tag}, ${says}`;
}

/** When keys were first proved, where no attempt is written down yet: the work was over by then. */
export function firstProof({ attempts, proofs }: Pick<Job['log'], 'attempts' | 'proofs'>): Date | undefined {
  if (attempts.length > 0 || proofs.length === 0) return undefined;
  return new Date(Math.min(...proofs.map(({ at }) => at.getTime())));
}

/** Where the proof stands. */
export interface ProofState {
  /** Checks that can be made now. */
  readonly all: number;
  readonly works: number;
  readonly fails: readonly ProvedCheck[];
  readonly open: readonly ProvedCheck[];
}

export function proofState(keys: readonly ProvedKey[]): ProofState {
  const checks = keys.flatMap(({ checks }) => checks.filter(({ rests }) => rests === null));
  return {
    all: checks.length,
    works: checks.filter(({ proof }) => proof?.result === 'works').length,
    fails: checks.filter(({ proof }) => proof?.result === 'fails'),
    open: checks.filter(({ proof }) => proof === undefined),
  };
}

/** The walk around the car that makes every check that can be made, in its quickest order. */
export function walkAround(keys: readonly ProvedKey[]): ProveWalk {
  return planWalk(keys.map(({ checks }) => checks.filter(({ rests }) => rests === null)));
}
