import type { IdentityDocument, RightDocument, WaySeen } from '@/core/authority/documents';
import type { AuthorityStage } from '@/core/authority/purposes';
import type { Ignition } from '@/core/catalogue/application';
import type { FoundFact } from '@/core/catalogue/fact-kinds';
import type { QuestionGiven } from '@/core/identify/gathered-facts';
import type { Access, Why } from '@/core/identify/line/reading';
import type { LocalDay, LocalHour } from '@/core/kinds/local-time';
import type { ChoiceQuestion } from '@/core/programming/choices';
import type { Identity, PhysicalKey } from '@/core/programming/keys';
import type { RouteKind } from '@/core/programming/route';
import type { Outcome } from './closing';
import type { JobLog } from './events/log';
import type { JobTerms } from './terms';

/** What the caller told. Null is 'not said'. */
export interface Call {
  readonly line: string | null;
  readonly year: number | null;
  /** The last of several years the caller doubts between; null where one was told. */
  readonly yearTo: number | null;
  readonly makeId: string | null;
  readonly make: string | null;
  readonly modelId: string | null;
  readonly model: string | null;
  /** What the caller called a car that the library does not have. */
  readonly carWords: string;
  readonly ignition: Ignition | null;
  readonly market: string | null;
  readonly vin: string | null;
  readonly why: Why | null;
  readonly access: Access | null;
  readonly placeId: string | null;
  readonly place: string | null;
  /** From the workshop, as told; where it is not, the place's. */
  readonly distanceKm: number | null;
  readonly placeKm: number | null;
  readonly placeMinutes: number | null;
  readonly urgent: boolean;
  readonly day: LocalDay | null;
  readonly from: LocalHour | null;
  readonly by: LocalHour | null;
  readonly placeDetail: string | null;
  readonly note: string | null;
  readonly name: string | null;
  readonly phone: string | null;
  /** Somebody is shut in the car. */
  readonly danger: boolean;
  /** A used or refurbished key would do. */
  readonly used: boolean;
}

/** A call of which nothing is known. */
export const noCall: Call = {
  line: null,
  year: null,
  yearTo: null,
  makeId: null,
  make: null,
  modelId: null,
  model: null,
  carWords: '',
  ignition: null,
  market: null,
  vin: null,
  why: null,
  access: null,
  placeId: null,
  place: null,
  distanceKm: null,
  placeKm: null,
  placeMinutes: null,
  urgent: false,
  day: null,
  from: null,
  by: null,
  placeDetail: null,
  note: null,
  name: null,
  phone: null,
  danger: false,
  used: false,
};

export interface Authority {
  readonly stage: Exclude<AuthorityStage, 'none'>;
  readonly holderName: string | null;
  readonly identityDocument: IdentityDocument;
  /** The last characters of the documents' numbers, which is all that is kept of them. */
  readonly identityLast: string | null;
  readonly rightDocument: RightDocument;
  readonly rightLast: string | null;
  readonly howSeen: WaySeen;
  /** The person is the one of the identity document; on site only. */
  readonly personFits: boolean;
  readonly plateFits: boolean;
  readonly witness: string | null;
  readonly place: string | null;
  /** Strokes as 'x,y x,y;x,y …' in a box of 600 by 200. */
  readonly signature: string | null;
  readonly signedOnPaper: boolean;
  /** What was read of the car itself; null where it was not. */
  readonly carVin: string | null;
  readonly carPlate: string | null;
  readonly recordedAt: Date;
  readonly recordedBy: string;
}

/** Agreed and noted before a door is opened whose papers lie inside. */
export interface DoorNote {
  readonly askedBy: string | null;
  readonly plate: string | null;
  readonly said: string | null;
  readonly notedAt: Date;
  readonly notedBy: string;
}

/** Danger to life: the door was opened first, and is recorded afterwards. */
export interface Danger {
  readonly begunAt: Date;
  readonly begunBy: string;
  readonly record: string | null;
  readonly recordedAt: Date | null;
}

/** What the customer or the shop chose beside the route. */
export interface JobChoice {
  readonly question: ChoiceQuestion;
  readonly choice: string;
  readonly chosenBy: 'customer' | 'shop';
  readonly at: Date;
  readonly by: string;
}

/** A time of a van reserved for a job. */
export interface Visit {
  readonly from: Date;
  readonly to: Date;
  /** Other visits of the same van that overlap it: they were reserved before overlaps were refused. */
  readonly overlaps: readonly Overlap[];
}

export interface Overlap {
  /** Of the other job. */
  readonly number: number;
  readonly from: Date;
  readonly to: Date;
}

/** The main aggregate, as it is stored; what can be computed from it is not in it. */
export interface Job {
  readonly id: string;
  readonly number: number;
  readonly version: number;
  readonly openedAt: Date;
  readonly openedBy: string;
  readonly customerId: string;
  readonly call: Call;
  readonly keys: readonly PhysicalKey[];
  readonly identities: readonly Identity[];
  readonly keysWanted: number;
  readonly applicationId: string | null;
  readonly applicationReason: string | null;
  readonly route: RouteKind | null;
  readonly routeReason: string | null;
  readonly vanId: string | null;
  /** Whether there is a network where the car stands; null where nobody has said. */
  readonly network: boolean | null;
  /** The time reserved for the van to come. */
  readonly visit: Visit | null;
  readonly terms: JobTerms;
  readonly choices: readonly JobChoice[];
  readonly authority: readonly Authority[];
  readonly doorNote: DoorNote | null;
  readonly danger: Danger | null;
  /** What became of the questions that narrow the car down. */
  readonly given: readonly QuestionGiven[];
  readonly facts: readonly FoundFact[];
  readonly log: JobLog;
  readonly lastSeq: number;
  readonly closed: {
    readonly at: Date;
    readonly by: string;
    readonly outcome: Outcome;
    readonly reason: string | null;
  } | null;
}

/** What tells one state of a job from every other: a page that was made with another one is behind. */
export function jobStateOf({ version, lastSeq }: Pick<Job, 'version' | 'lastSeq'>): string {
  return `${version} ${lastSeq}`;
}

/** How a job is named everywhere. */
export function formatJobNumber(number: number): string {
  return `K-${number}`;
}

/** 'Halvorn Merrowdale, 2019', or the caller's words for it. */
export function carName({
  make,
  model,
  carWords,
  year,
}: Pick<Call, 'make' | 'model' | 'carWords' | 'year'>): string {
  const name = [make, model].filter(Boolean).join(' ') || carWords || 'Car not said';
  return year === null ? name : `${name}, ${year}`;
}

/** How far the right to the car was shown: on site needs the plate to fit the papers. */
export function authorityStage(authority: readonly Pick<Authority, 'stage' | 'plateFits'>[]): AuthorityStage {
  if (authority.some(({ stage, plateFits }) => stage === 'onSite' && plateFits)) return 'onSite';
  return authority.some(({ stage }) => stage === 'advance') ? 'advance' : 'none';
}
