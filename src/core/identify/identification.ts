import type { Platform } from '@/core/catalogue/platform';
import type { Contradiction } from './contradiction';
import type { GatheredFacts } from './gathered-facts';
import type { Decided, Question } from './next-question';
import type { Candidate } from './posterior';
import type { Sight } from './sight';
import type { StripYear } from './year-strip';

/** Why nothing more is asked. */
export type StopWhy = 'settled' | 'nothingHelps' | 'noCandidates' | 'contradicted';

/** A question with the words around it. */
export interface AskedQuestion extends Question {
  /** 'Settles which chip; about 10 seconds: a torch'. */
  readonly reason: string;
}

export interface Identification {
  readonly candidates: readonly Candidate[];
  /** What would be made for each candidate, by its id. */
  readonly decisionOf: Readonly<Record<string, string>>;
  /** A short name of each decision. */
  readonly names: Readonly<Record<string, string>>;
  /** The decisions by falling probability; less sure where what was told and seen fits no car. */
  readonly decisions: readonly Decided[];
  /** 1, or less where what was told and seen fits no car: what is said to be sure is so much less so. */
  readonly sure: number;
  /** What there is to be looked at. */
  readonly sight: Sight;
  readonly next:
    | { readonly kind: 'ask'; readonly question: AskedQuestion; readonly others: readonly AskedQuestion[] }
    | { readonly kind: 'stop'; readonly why: StopWhy };
  readonly contradiction: Contradiction | undefined;
  readonly strip: readonly StripYear[];
  /** The market of the strip. */
  readonly stripMarket: string;
  readonly gathered: GatheredFacts;
  readonly platforms: Readonly<Record<string, Platform>>;
}

/** What a line without a job was taken for. */
export interface LineRead {
  readonly make: string | null;
  readonly model: string | null;
  readonly year: number | null;
  readonly ignition: string | null;
  readonly vin: string | null;
  readonly unknown: readonly string[];
  readonly problems: readonly string[];
}
