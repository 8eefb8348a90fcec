import { isMethodKind, type Method, type MethodKind, methodKinds, methods } from '@/core/catalogue/methods';
import type { Platform } from '@/core/catalogue/platform';
import type { KeySituation } from './keys';
import type { VanKit } from './van-kit';
import type { WorkTime } from './work-time';

const ends = { noProgramming: 'No programming', repair: 'Repair', dealer: 'Dealer' } as const;

/** A way to make the key: nothing to program, a repair, a way of the platform, or the dealer. */
export type RouteKind = MethodKind | keyof typeof ends;
export const routeKinds: readonly RouteKind[] = ['noProgramming', 'repair', ...methodKinds, 'dealer'];

const methodNames = Object.fromEntries(methodKinds.map((kind) => [kind, methods[kind].name]));
export const routeNames = { ...ends, ...methodNames } as Readonly<Record<RouteKind, string>>;

/**
 * A route inside a sentence.
 * @example routeWord('aklErase') // 'AKL, erasing'
 */
export function routeWord(kind: RouteKind): string {
  const name = routeNames[kind];
  return name.startsWith('AKL') ? name : name.charAt(0).toLowerCase() + name.slice(1);
}

/** What is true of a route on every platform; undefined where it is no way of a platform. */
export function methodOf(kind: RouteKind): Method | undefined {
  return isMethodKind(kind) ? methods[kind] : undefined;
}

/** Whether the new key becomes a copy, so that the car sees one key twice and no slot is used. */
export function isClone(kind: RouteKind): boolean {
  return methodOf(kind)?.makes === 'copy';
}

/** Whether a route gives a new key, as opposed to mending one or learning a remote. */
export function makesKey(kind: RouteKind): boolean {
  return (
    kind === 'dealer' || kind === 'noProgramming' || (isMethodKind(kind) && methods[kind].makes !== 'remote')
  );
}

/** Whether a route puts a key of its own into the car's memory. */
export function learnsKey(kind: RouteKind): boolean {
  return methodOf(kind)?.makes === 'key';
}

/** What a route does to the keys that do not go through it. */
export type OthersEffect = 'keep' | 'erase';

/** What a route of a platform does to the other keys. */
export function othersEffect(kind: RouteKind, platform: Platform | undefined): OthersEffect {
  return platform?.methods.find((method) => method.kind === kind)?.others ?? 'keep';
}

export type Verdict =
  | { readonly feasible: true }
  | {
      readonly feasible: false;
      /** The fact that refuses it. */
      readonly fact: string;
      /** What would make it feasible; null where nothing does. */
      readonly lift: string | null;
    };

/** A route that the platform has and something refuses, in short. */
export interface RefusedRoute {
  readonly kind: RouteKind;
  readonly fact: string;
  readonly lift: string | null;
}

/** Something a route needs, and whether it is there. */
export interface Need {
  readonly words: string;
  readonly state: 'there' | 'missing' | 'to do';
  /** A key of the customer: asked for at the car, and nothing to load. */
  readonly customers?: true;
}

/** What cannot be taken back once it is done. */
export type NoReturn = 'erase' | 'credit' | 'only key' | 'module';

export const noReturnWords: Record<NoReturn, string> = {
  erase: 'erases every key',
  credit: 'uses a credit',
  'only key': 'opens the only key',
  module: 'opens or replaces a module',
};

/** What an attempt costs, in minor units of the shop's currency. */
export interface RouteCost {
  /** Paid out: credits, what is used up, the dealer. */
  readonly cashMinor: number;
  /** Half of all jobs take less work and wait than this, at the hourly rate. */
  readonly workMinor: number;
  /** What the shop states that the harm done is worth. */
  readonly harmMinor: number;
  /** What is paid once for all attempts that want it, where it was not paid before: the PIN, a use of a licence. */
  readonly setUps: readonly { readonly name: string; readonly minor: number }[];
}

/** What an attempt costs where it is the first: what the order of attempts says of its first step. */
export function firstCostMinor({ cashMinor, workMinor, harmMinor, setUps }: RouteCost): number {
  return setUps.reduce((sum, { minor }) => sum + minor, cashMinor + workMinor + harmMinor);
}

/** How likely an attempt works, and what that rests on. */
export interface Chance {
  readonly value: number;
  readonly rests: string;
}

/** Learning the remote of the new keys after their transponder, where a platform does the two apart. */
export interface RemoteApart {
  readonly how: string;
  readonly time: WorkTime;
  readonly chance: Chance;
  /** Why the van cannot; null where it can. */
  readonly refused: string | null;
}

export interface Route {
  readonly kind: RouteKind;
  readonly verdict: Verdict;
  readonly how: string;
  readonly needs: readonly Need[];
  /** What it does to the other keys. */
  readonly effect: string;
  readonly others: OthersEffect;
  /** Null where the route does not exist on this car. */
  readonly time: WorkTime | null;
  readonly cost: RouteCost | null;
  readonly chance: Chance | null;
  /** How likely it works when it is tried first, as the order of attempts has it; null without a chance. */
  readonly works: number | null;
  readonly noReturn: readonly NoReturn[];
  /** Learning the remote afterwards; null where it comes with the transponder, or there is none. */
  readonly remote: RemoteApart | null;
  /** How many keys the car should know afterwards. */
  readonly plannedCount: number | 'cannotSay';
}

/** Attempts of a route on this platform so far. */
export interface RouteRecord {
  readonly route: RouteKind;
  readonly worked: number;
  readonly tried: number;
  /** How often each system type was the one that answered. */
  readonly types?: Readonly<Record<string, number>>;
}

/** What the shop reckons with when it weighs routes, in minor units of its currency. */
export interface RouteMoney {
  readonly rateMinor: number;
  /** What the bureau takes for a PIN. */
  readonly bureauFeeMinor: number;
  /** Stated harm of working on the only key. */
  readonly onlyKeyHarmMinor: number;
  /** Stated harm of erasing a key that is kept elsewhere: it has to be brought and learned again. */
  readonly awayKeyHarmMinor: number;
  /** Stated harm of leaving stolen keys live, and of going against what was chosen. */
  readonly stolenLiveHarmMinor: number;
  /** What is used up beside the key, by article. */
  readonly articleMinor: Readonly<Record<string, number>>;
}

/** The dealer as the end of the line. */
export interface DealerOffer {
  readonly name: string;
  readonly totalMinor: number;
  readonly workingDays: number;
  readonly tow: boolean;
  /** What a tow adds where the car drives now and a failed attempt has stopped it; 0 where it is towed anyway. */
  readonly towMinor: number;
}

export interface RouteRequest {
  readonly platform: Platform;
  readonly situation: KeySituation;
  readonly van: VanKit;
  /** Where the car was sold; null counts as every market. */
  readonly market: string | null;
  /** Keys were stolen: whoever has them can come back for the car. */
  readonly stolen: boolean;
  /** What the customer chose of the missing keys and of copying; where nobody was asked, the shop's habit. */
  readonly chosen: { readonly missing?: 'keep' | 'erase'; readonly copy?: 'clone' | 'learn' };
  /** Whether the keys of this car have a remote. */
  readonly withRemote: boolean;
  /** Ways that were tried on this car and failed. */
  readonly failed: readonly RouteKind[];
  /** Whether there is a network where the car stands; null where nobody knows. */
  readonly network: boolean | null;
  /** When the car was built, by month; null where it is not known. */
  readonly built: { readonly from: string; readonly to: string } | null;
  readonly record: readonly RouteRecord[];
  readonly money: RouteMoney;
  readonly dealer: DealerOffer | null;
}
