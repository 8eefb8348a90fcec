import type { AuthorityStage } from '@/core/authority/purposes';
import { formatMoney } from '@/core/kinds/money';
import { makesKey, methodOf, type RouteKind, routeNames } from '@/core/programming/route';
import { outcomes } from './closing';
import type { AttemptResult } from './events/log';
import { formatJobNumber, type Job } from './job';
import type { ProofState } from './proving';

export type StationName =
  | 'call'
  | 'identify'
  | 'route'
  | 'quote'
  | 'prepare'
  | 'on-site'
  | 'blade'
  | 'program'
  | 'prove'
  | 'close';

export interface Station {
  readonly name: StationName;
  readonly label: string;
  /** In one line, what it still needs or what it holds. */
  readonly line: string;
  readonly done: boolean;
  /** A gate stands before it. */
  readonly gated: boolean;
}

export interface StationsRequest {
  readonly job: Job;
  readonly candidates: number;
  readonly advice: RouteKind | undefined;
  readonly offered: { readonly totalMinor: number; readonly currency: string } | undefined;
  /** The least of what the call may cost, as the quote says it. */
  readonly cheapest: number | undefined;
  readonly currency: string;
  readonly locale: string;
  readonly authority: AuthorityStage;
  /** Bittings and key codes that are kept with the job. */
  readonly blade: BladeKnown;
  /** The latest run at the car: how many of its steps were answered, and how it ended. */
  readonly run: { readonly answered: number; readonly ended: AttemptResult | null } | undefined;
  readonly proof: ProofState;
}

export interface BladeKnown {
  readonly bittings: number;
  readonly codes: number;
}

/** The stations in the order people work, each with its line; all can be reached at any time. */
export function stationsOf(request: StationsRequest): Station[] {
  const { job, authority } = request;
  return [
    { name: 'call', label: 'Call', line: callLine(job), done: job.call.modelId !== null, gated: false },
    {
      name: 'identify',
      label: 'Identify',
      line: identifyLine(request),
      done: job.applicationId !== null,
      gated: false,
    },
    { name: 'route', label: 'Route', line: routeLine(request), done: job.route !== null, gated: false },
    {
      name: 'quote',
      label: 'Quote',
      line: quoteLine(request),
      done: request.offered !== undefined,
      gated: false,
    },
    {
      name: 'prepare',
      label: 'Prepare',
      line: authority === 'none' ? 'Papers, where something is looked up' : 'Papers seen',
      done: authority !== 'none',
      gated: authority === 'none',
    },
    {
      name: 'on-site',
      label: 'On site',
      line: onSiteLine(request),
      done: authority === 'onSite',
      gated: false,
    },
    {
      name: 'blade',
      label: 'Blade',
      line: bladeLine(request),
      done: request.blade.bittings > 0,
      gated: false,
    },
    {
      name: 'program',
      label: 'Program',
      line: programLine(request),
      done: request.run?.ended === 'worked',
      gated: false,
    },
    {
      name: 'prove',
      label: 'Prove',
      line: proveLine(request),
      done: request.proof.all > 0 && request.proof.works === request.proof.all,
      gated: false,
    },
    {
      name: 'close',
      label: 'Close',
      line: closeLine(request),
      done: job.closed !== null,
      gated: authority !== 'onSite',
    },
  ];
}

function callLine({ call }: Job): string {
  const missing = [
    call.modelId === null && 'model',
    call.year === null && 'year',
    call.access === null && (call.why === 'lost' || call.why === 'stolen') && 'open or locked',
    call.name === null && 'name',
  ].filter((word): word is string => typeof word === 'string');
  return missing.length === 0 ? 'All told' : `Ask: ${missing.join(', ')}`;
}

function identifyLine({ job, candidates }: StationsRequest): string {
  if (job.applicationId !== null) return 'Chosen';
  if (candidates === 0) return 'Not in the library';
  return candidates === 1 ? '1 candidate, confirm it' : `${candidates} candidates, choose one`;
}

function routeLine({ job, advice }: StationsRequest): string {
  if (job.route !== null) return routeNames[job.route];
  return advice ? `Advised: ${routeNames[advice]}` : 'No feasible route';
}

function quoteLine({ job, offered, cheapest, currency, locale }: StationsRequest): string {
  const clash = job.closed ? undefined : job.visit?.overlaps[0];
  if (clash) return `Time overlaps ${formatJobNumber(clash.number)}`;
  if (offered)
    return `Offered ${formatMoney({ minor: offered.totalMinor, currency: offered.currency }, locale, 'short')}`;
  return cheapest === undefined
    ? 'Waits for the route'
    : `From ${formatMoney({ minor: cheapest, currency }, locale, 'short')}`;
}

function onSiteLine({ job, authority }: StationsRequest): string {
  if (job.danger && job.danger.recordedAt === null) return 'Record the emergency';
  return authority === 'onSite' ? 'Right recorded' : 'Person, papers and plate';
}

function bladeLine({ job, blade }: StationsRequest): string {
  const { cuts, measured, fits, tries } = job.log;
  const left = cuts.filter(({ cutId, spoiled }) => !spoiled && !cuts.some(({ again }) => again === cutId));
  if (left.length > 0) {
    const last = left.at(-1)?.cutId;
    const own = fits.filter(({ cutId }) => cutId === last);
    if (own.some(({ turns }) => turns === 'no')) return 'A lock does not turn';
    if (own.length > 0) return `Tried in ${own.length === 1 ? '1 lock' : `${own.length} locks`}`;
    const out = measured.some(({ cutId, passes }) => cutId === last && !passes);
    return out ? 'The blade is out' : 'Cut: try it in the locks';
  }
  if (blade.bittings === 0 && tries.length > 0)
    return `${tries.length} tried, ${new Set(tries.map((one) => `${one.sheetId} ${one.blank}`)).size} cut`;
  if (blade.bittings > 0) return 'Bitting kept';
  if (job.route !== null && !makesKey(job.route)) return 'Nothing to cut';
  if (blade.codes > 0) return 'Code to bitting';
  return job.applicationId === null ? 'Waits for the car' : 'Find the bitting';
}

function programLine({ job, run }: StationsRequest): string {
  if (run) return run.ended === null ? underWay(run.answered) : runEnds[run.ended];
  if (job.route === null) return 'Waits for the route';
  return methodOf(job.route) ? 'Begin the run' : 'Nothing to program';
}

function underWay(answered: number): string {
  return `Under way, ${answered} ${answered === 1 ? 'step' : 'steps'} done`;
}

const runEnds = { worked: 'It worked', failed: 'It did not work', stopped: 'Stopped' } as const;

function proveLine({ job, proof: { all, works, fails } }: StationsRequest): string {
  if (job.route === null) return 'Waits for the route';
  if (all === 0) return 'No key in hand';
  if (fails.length > 0) return fails.length === 1 ? '1 check failed' : `${fails.length} checks failed`;
  return works === all ? 'All proved' : `${works} of ${all} checks`;
}

function closeLine({ job }: StationsRequest): string {
  return job.closed ? outcomes[job.closed.outcome] : 'Attempts and count';
}
