import type { HandPrice } from '@/core/job/terms';
import type { LocalDay, LocalMoment } from '@/core/kinds/local-time';
import type { DistanceUnit } from '@/core/kinds/units';
import type { Bounds } from '@/core/programming/key-count';
import type { Mend } from '@/core/programming/mends';
import type { RouteKind } from '@/core/programming/route';
import type { StockPiece, SupplierPrice } from '@/core/supply/supplier-prices';
import type { AskedTime, FreeGap } from '@/core/travel/gaps';
import type { Trip } from '@/core/travel/trip';
import type { OptionKind } from './option-kinds';
import type { BookStyle, Coupon, PickedWork, PriceRules, TradeAccount } from './price-rules';

export const taxClasses = ['goods', 'labour'] as const;
export type TaxClass = (typeof taxClasses)[number];
/** Who is paid: the shop, the seller the customer buys from, or the dealer with its tow. */
export type Payee = 'shop' | 'seller' | 'dealer';
/** What a line is for; a total is made of these and of tax. */
export const lineParts = {
  article: 'Articles',
  cutting: 'Cutting',
  programming: 'Programming',
  licences: 'Licences and PIN',
  trip: 'Trip or tow',
  hour: 'Hour',
  discount: 'Discounts',
  works: 'Other works',
  adjust: 'Minimum and rounding',
} as const;
export type LinePart = keyof typeof lineParts;

/** What is asked. */
export interface QuoteRequest {
  /** New keys wanted, 0 to 5. */
  readonly keys: number;
  /** New keys that were asked for, where the car demands more of them. */
  readonly keysAsked?: number;
  /** Worn keys to be mended. */
  readonly repairs: number;
  /** What each of them takes at least; quotes of earlier times do not say it. */
  readonly mends?: readonly Mend[];
  /** A fault of a key made them call, so that a repair answers the call as well as a new key. */
  readonly forFault: boolean;
  /** The car is locked and no key in hand opens it. */
  readonly opens?: boolean;
  /** The customer said that a used or refurbished key would do. */
  readonly used?: boolean;
  readonly book: BookStyle;
  /** Cheapest or quickest source where several sell an article. */
  readonly prefer: 'price' | 'day';
  /** When the van comes; null for the first free time. */
  readonly visit: LocalMoment | null;
  /** When the caller wants the car ready, where no appointment is made yet. */
  readonly asked?: AskedTime | null;
  /** The customer can wait until the van is near. */
  readonly flexible: boolean;
  /** The day fills the security waits with other work. */
  readonly waitsFilled: boolean;
  /** Articles and lines written by hand. */
  readonly hand?: HandPrice;
  /** Works of the shop that are done with it; quotes of earlier times do not say them. */
  readonly works?: readonly PickedWork[];
  /** A price agreed with the customer, as the shop states prices; by option. */
  readonly agreed: { readonly kind: OptionKind; readonly minor: number } | null;
}

/** A route as the quote needs it. */
export interface QuoteWay {
  /** Why it cannot be taken; null where it can. */
  readonly refused: string | null;
  readonly sessionP50Minutes: number;
  readonly keyP50Minutes: number;
  readonly spread: number;
  readonly waitsSeconds: readonly number[];
  /** Known keys that go through the procedure again. */
  readonly keysAgain: number;
  readonly chance: number;
  readonly chanceRests: string;
  /** Learning the remotes afterwards, one session for all; quotes of earlier times do not say it. */
  readonly remote?: {
    readonly sessionP50Minutes: number;
    readonly keyP50Minutes: number;
    readonly spread: number;
    readonly waitsSeconds: readonly number[];
    readonly chance: number;
    readonly chanceRests: string;
  } | null;
  /** How the step of a pellet is found, in a word and in a sentence; quotes of earlier times do not say it. */
  readonly pellet?: { readonly found: 'measured' | 'hunted'; readonly words: string } | null;
  /** What four of five waits stay under, where that is not what they are. */
  readonly waitP80Seconds?: number;
  /** How likely it works when it is tried first, and what follows on average where it fails. */
  readonly firstTry?: {
    readonly works: number;
    readonly next: RouteKind | null;
    readonly minutes: number;
    readonly cashMinor: number;
  };
  /** The paid use of a right, and how many are left. */
  readonly credit: { readonly name: string; readonly useMinor: number; readonly left: number | null } | null;
  /** Where the PIN is planned to come from, and its fee. */
  readonly pin: {
    readonly source: string;
    readonly minor: number;
    /** What follows where it has none, on average; quotes of earlier times do not say it. */
    readonly further?: { readonly minutes: number; readonly minor: number; readonly words: string } | null;
  } | null;
  /** A module or cartridge that is used up. */
  readonly usedUp: { readonly article: string; readonly eachKey: boolean } | null;
}

/** The keys there are, and what can be done with them. */
export interface KeyState {
  readonly route: RouteKind;
  readonly ways: Readonly<Partial<Record<RouteKind, QuoteWay>>>;
  /** The order in which they would be tried. */
  readonly order: readonly RouteKind[];
  readonly allKeysLost: boolean;
  /** How many new keys are wanted in this state, where it is not one. */
  readonly keys?: number;
  /** Whether the car can be driven to a dealer; quotes of earlier times do not say it. */
  readonly drives?: boolean;
  /** Where the cut of a new key comes from; quotes of earlier times do not say it. */
  readonly cutFrom?: 'key' | 'code' | 'vin' | 'lock';
  /** What must be changed in the car before any new key starts it, whoever makes one. */
  readonly module?: string | null;
  /** Keys that nobody can show and that start the car; quotes of earlier times do not say it. */
  readonly missing?: Bounds;
}

/** The articles of one key. */
export interface KeyArticles {
  readonly blank: string;
  readonly remote: string | null;
  readonly chip: string | null;
  /** What the buttons of the remote do; quotes of earlier times do not say it. */
  readonly functions?: readonly string[];
  /** Equals of the remote under another badge, with what is different. */
  readonly equivalents: readonly { readonly article: string; readonly note: string }[];
  /** Chips that can be set to be this one, and how; quotes of earlier times do not say it. */
  readonly multiTypes?: readonly { readonly article: string; readonly setting: string }[];
  /** Universal remotes with a profile for this one, and the functions the customer loses. */
  readonly universals: readonly { readonly article: string; readonly lost: readonly string[] }[];
}

/** How the blade gets cut: by the van's machine, else by those who sell it. */
export interface Cutting {
  readonly own: boolean;
  /** The vendors' article for this kind of blade. */
  readonly article: string;
  readonly profile: string;
}

export interface Dealer {
  readonly name: string;
  readonly labourMinor: number;
  readonly programmingMinor: number;
  readonly keyMarkupPercent: number;
  readonly workingDays: number;
  readonly lateDays: number;
  /** A tow from the workshop, for where the roads to it are not known. */
  readonly towKm: number;
  /** Where it stands on the roads. */
  readonly place?: string | null;
  /** What it takes for a cut; null where it cuts none. */
  readonly cutMinor: number | null;
}

/** How keys of a source turned out: made, and made again. */
export interface SourceOutcome {
  readonly source: string;
  /** What is publicly known of it, in hundredths of a percent. */
  readonly statedBasisPoints: number;
  readonly made: number;
  readonly comebacks: number;
}

/** All that was loaded for a quote: the same request and snapshot give the same bytes. */
export interface QuoteSnapshot {
  readonly at: LocalMoment;
  readonly currency: string;
  /** In which distances are said; quotes of earlier times do not say it. */
  readonly distanceUnit?: DistanceUnit;
  /** The library does not know the car: only what is written by hand has a price. */
  readonly unknownCar?: boolean;
  readonly quoteValidDays: number;
  readonly rules: PriceRules;
  readonly taxBasisPoints: Readonly<Record<TaxClass, number>>;
  readonly van: string;
  readonly articles: KeyArticles;
  readonly prices: readonly SupplierPrice[];
  readonly stock: readonly StockPiece[];
  readonly cutting: Cutting;
  readonly now: KeyState;
  /** The same keys with a new one wanted, where the call is for a worn one alone; it stands beside the repair. */
  readonly beside?: KeyState | null;
  /** The same car when the job is done and one more key is wanted; null where that is not known. */
  readonly later: KeyState | null;
  /** The same car with all keys lost. */
  readonly lost: KeyState | null;
  readonly dealer: Dealer | null;
  readonly trip: Trip | null;
  /** The code service's key code by VIN: its fee, and how often it has one; null where there is none. */
  readonly codeService?: { readonly feeMinor: number; readonly chance: number } | null;
  /** By road from where the car stands to the dealer; null or missing where that is not known. */
  readonly towKm?: number | null;
  readonly gaps: readonly FreeGap[];
  /** The shop's holidays ahead; quotes of earlier times do not say them. */
  readonly holidays?: readonly LocalDay[];
  readonly outcomes: readonly SourceOutcome[];
  readonly account: TradeAccount | null;
  readonly coupon: Coupon | null;
  /** Minutes that the van drives less where the customer waits for a better time. */
  readonly waitingSavesMinutes: number;
}

export interface QuoteLine {
  readonly label: string;
  /** In the customer's words, where the label names an article or a right. */
  readonly plain?: string;
  readonly part: LinePart;
  readonly payee: Payee;
  readonly taxClass: TaxClass;
  /** As the price is stated: without tax, or with the tax in it. */
  readonly statedMinor: number;
  readonly netMinor: number;
  /** The line's share of the class's tax. */
  readonly taxMinor: number;
}

export type NetLine = Omit<QuoteLine, 'netMinor' | 'taxMinor'>;

export interface Comeback {
  readonly basisPoints: number;
  /** As it is shown and compared. */
  readonly percent: number;
  readonly rests: readonly string[];
  readonly bornBy: 'shop' | 'customer' | 'dealer';
  /** What one comeback costs each, and their expectation. */
  readonly customerMinor: number;
  readonly shopMinor: number;
  readonly expectedCustomerMinor: number;
  readonly expectedShopMinor: number;
  readonly minutes: number;
  readonly expectedMinutes: number;
}

/** A part of an option's minutes; what is saved is negative. */
export interface MinutePart {
  readonly label: string;
  readonly minutes: number;
}

/** What an option earns. Own labour is what the margin pays, not a cost. */
export interface Earnings {
  readonly costs: readonly { readonly label: string; readonly minor: number }[];
  readonly cashMinor: number;
  /** Travel there and back, work with waits, and expected comeback. */
  readonly minutes: number;
  /** What the minutes are made of; quotes of earlier times do not say it. */
  readonly minuteParts?: readonly MinutePart[];
  /** What the shop's lines come to as stated, and the tax-free rest after the payment's share. */
  readonly priceMinor: number;
  readonly netMinor: number;
  readonly marginMinor: number;
  /** Null where it takes no time. */
  readonly perHourMinor: number | null;
  /** The lowest stated price that earns the hourly margin, and what the customer would pay in all. */
  readonly floorMinor: number;
  readonly floorTotalMinor: number;
}

export interface Available {
  readonly kind: OptionKind;
  readonly available: true;
  readonly route: RouteKind;
  /** Whether it gives what the call is about; a repair gives no second key. */
  readonly answers: boolean;
  /** New keys it makes, where that is not what was asked for. */
  readonly keys?: number;
  /** What the customer asked for. */
  readonly asked?: boolean;
  readonly lines: readonly QuoteLine[];
  readonly netMinor: number;
  readonly taxMinor: number;
  readonly totalMinor: number;
  readonly depositMinor: number;
  /** What one more key in the same session adds; null where no more can be had. */
  readonly furtherKeyMinor: number | null;
  /** When the van would come; null where it does not. */
  readonly visit: LocalMoment | null;
  /** From where the van is at that hour; quotes of earlier times do not say it. */
  readonly trip?: Trip | null;
  /** Whether it keeps the time that is reserved or asked for. */
  readonly inTime?: boolean | undefined;
  /** What decides which is said first: the total, and a comeback by its chance. */
  readonly leadMinor?: number;
  /** What the days rest on; quotes of earlier times do not say it. */
  readonly daysRest?: readonly string[];
  /** What has to come first: the day it can be there, and whether the shop orders of it; quotes of earlier times do not say it. */
  readonly comes?: { readonly on: LocalDay; readonly ordered: boolean } | null;
  readonly earliestOn: LocalDay;
  readonly p80On: LocalDay;
  readonly earliestDays: number;
  readonly p80Days: number;
  readonly comeback: Comeback;
  /** Who its articles come from. */
  readonly sources: readonly string[];
  readonly warrantyMonths: number;
  /** Null where the shop earns nothing. */
  readonly earnings: Earnings | null;
  readonly reserves: readonly {
    readonly article: string;
    readonly condition: 'new' | 'refurbished';
    readonly pieces: number;
  }[];
  readonly notes: readonly string[];
  /** Articles whose price is old. */
  readonly stale: readonly string[];
  /** What it is in the customer's words, where the option's own do not hold. */
  readonly about?: string;
  /** Functions of the car's own remote that the customer does without; quotes of earlier times do not say it. */
  readonly lost?: readonly string[];
  /** The cheapest option that has them, and what it costs more. */
  readonly fuller?: { readonly kind: OptionKind; readonly moreMinor: number } | null;
  /** The option that lacks no function of it, is no worse in total, day and comeback, and better in one. */
  readonly worseThan: OptionKind | null;
}

export type QuoteOption =
  | Available
  | { readonly kind: OptionKind; readonly available: false; readonly reason: string };

/** One more key, now and later. */
export interface SecondKey {
  readonly kind: OptionKind;
  readonly nowMinor: number;
  /** The same key in a visit of its own, with the whole wait again; null where no route would be open. */
  readonly laterMinor: number | null;
  /** What it costs when the last key is lost; null where it is not known. */
  readonly lostMinor: number | null;
  /** Loss a year times what it costs. */
  readonly expectedLossMinor: number | null;
}

export interface Quote {
  readonly options: readonly QuoteOption[];
  readonly secondKey: SecondKey | null;
  /** The option to say first in ordinary hours, where the hour that was asked for costs more. */
  readonly otherTime?: {
    readonly kind: OptionKind;
    readonly visit: LocalMoment;
    readonly totalMinor: number;
  } | null;
}
