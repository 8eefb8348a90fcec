import type { Application } from '@/core/catalogue/application';
import type { RemoteLikeness } from '@/core/catalogue/equals';
import type { Contradiction } from '@/core/identify/contradiction';
import type { GatheredFacts, QuestionGiven } from '@/core/identify/gathered-facts';
import type { Decided, Question, QuestionKind } from '@/core/identify/next-question';
import type { Candidate } from '@/core/identify/posterior';
import type { StripYear } from '@/core/identify/year-strip';

/** What the screens of identification show, as the use-case computes it. */

export type GiveAnswer = (
  kind: QuestionKind,
  answer: QuestionGiven['answer'] | 'ask',
  value: string | null,
  sure: boolean,
) => void;

type QuestionShown = Question & { readonly reason: string };

export type NextShown =
  | { readonly kind: 'ask'; readonly question: QuestionShown; readonly others: readonly QuestionShown[] }
  | { readonly kind: 'stop'; readonly why: 'settled' | 'nothingHelps' | 'noCandidates' };

export interface PlatformFacts {
  readonly slotsMaximum: number;
  readonly slotsMinimum: number;
  readonly count: string;
}

export interface IdentificationShown {
  readonly candidates: readonly Candidate[];
  readonly decisionOf: Readonly<Record<string, string>>;
  readonly names: Readonly<Record<string, string>>;
  readonly decisions: readonly Decided[];
  readonly next: NextShown;
  readonly contradiction: Contradiction | undefined;
  readonly strip: readonly StripYear[];
  readonly stripMarket: string;
  readonly gathered: GatheredFacts;
  readonly platforms: Readonly<Record<string, PlatformFacts>>;
}

export interface ArticleShown {
  readonly lookAlikes: readonly {
    readonly article: string;
    readonly other: string;
    readonly tell: string;
    readonly consequence: string;
  }[];
  readonly signs: Readonly<Record<string, { readonly mark: string; readonly sign: string }>>;
  readonly ownMinor: number | undefined;
  readonly equals: readonly (RemoteLikeness & {
    readonly article: string;
    readonly badge: string;
    readonly note: string | null;
    readonly lowestMinor: number | undefined;
  })[];
  readonly universals: readonly {
    readonly article: string;
    readonly profile: string;
    readonly shells: string | null;
    readonly cell: string | null;
    readonly lost: readonly string[];
    readonly lowestMinor: number | undefined;
  }[];
  readonly sisters: readonly {
    readonly make: string;
    readonly model: string;
    readonly same: boolean;
    readonly note: string | null;
  }[];
  readonly listEnds: readonly { readonly tool: string; readonly toYear: number }[];
  readonly neighbours: readonly Application[];
  readonly tried: readonly {
    readonly entry: string;
    readonly jobNumber: number;
    readonly make: string;
    readonly model: string;
    readonly year: number | null;
    readonly outcome: string;
    readonly by: string;
  }[];
}

export interface BringShown {
  readonly atLeastServed: number;
  readonly served: number;
  readonly costMinor: number;
  readonly exact: boolean;
  readonly atLeast: number;
  readonly list: readonly {
    readonly article: string;
    readonly inVan: boolean;
    readonly elsewhere: readonly string[];
    readonly lowestMinor: number | undefined;
  }[];
}

export interface IdentifiedShown {
  readonly identification: IdentificationShown;
  readonly subjectId: string | undefined;
  readonly article: ArticleShown | undefined;
  readonly bring: BringShown | undefined;
  readonly vanName: string | undefined;
  readonly currency: string;
  readonly locale: string;
}
