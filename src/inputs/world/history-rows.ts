import { Matches } from 'class-validator';
import { type FactKind, factKindNames } from '@/core/catalogue/fact-kinds';
import { type Why, whys } from '@/core/identify/line/reading';
import { type Outcome, outcomes } from '@/core/job/closing';
import type { AttemptResult } from '@/core/job/events/log';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import type { CountAnswer } from '@/core/programming/plan';
import { type RouteKind, routeKinds } from '@/core/programming/route';
import { comebackReasons } from '@/core/quote/comeback';
import { type StockState, stockStates } from '@/core/supply/movements';
import { cell } from '../cells';

export class PastJobRow {
  @cell.text(20) job!: string;
  @cell.whole(1, 5000) daysAgo!: number;
  @Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: 'Expected an hour such as 15:30.' }) hour!: string;
  @cell.text(80) person!: string;
  @cell.text(80) customer!: string;
  @cell.text(24) phone!: string;
  @cell.text(60) make!: string;
  @cell.text(60) model!: string;
  @cell.text(40) market!: string;
  @cell.text(40) generation!: string;
  @cell.whole(1950, 2100) year!: number;
  @cell.oneOf(['turn', 'push']) ignition!: 'turn' | 'push';
  @Matches(/^[A-HJ-NPR-Z0-9]{17}$/, { message: 'Expected 17 characters of a VIN.' }) vin!: string;
  @cell.text(60) place!: string;
  @cell.oneOf(whys) why!: Why;
  @cell.whole(0, 8) working!: number;
  @cell.whole(0, 8) lost!: number;
  @cell.whole(0, mostKeysWanted) wanted!: number;
  /** Which application of the generation it was, by its first year and month. */
  @cell.whole(1950, 2100) fromYear!: number;
  @cell.optional() @cell.whole(1, 12) fromMonth?: number;
  @cell.optional() @cell.text(80) equipment?: string;
  @cell.optional() @cell.text(80) madeMark?: string;
  @cell.optional() @cell.oneOf(routeKinds) route?: RouteKind;
  @cell.optional() @cell.count() countBefore?: CountAnswer;
  @cell.optional() @cell.count() countAfter?: CountAnswer;
  @cell.oneOf(Object.keys(outcomes)) outcome!: Outcome;
  @cell.optional() @cell.text(500) reason?: string;
}

export class PastAttemptRow {
  @cell.text(20) job!: string;
  @cell.oneOf(routeKinds) route!: RouteKind;
  /** Minutes from the opening of the job to the begin of the attempt. */
  @cell.whole(0, 10_000) afterMinutes!: number;
  @cell.whole(1, 2880) minutes!: number;
  @cell.oneOf(['worked', 'failed', 'stopped']) result!: AttemptResult;
  @cell.optional() @cell.text(300) reason?: string;
}

/** A fact as found on a past job. */
export class PastFactRow {
  @cell.text(20) job!: string;
  @cell.oneOf(factKindNames) kind!: FactKind;
  @cell.text(120) value!: string;
}

/** What a van holds on the first day. */
export class StockRow {
  @cell.text(40) van!: string;
  @cell.text(40) article!: string;
  @cell.oneOf(stockStates) state!: StockState;
  @cell.whole(1, 1000) count!: number;
  @cell.oneOf(['original', 'aftermarket']) grade!: string;
  @cell.optional() @cell.amount() cost?: string;
  @cell.optional() @cell.text(80) source?: string;
}

/** Where the keys of a past job came from. */
export class PastSourceRow {
  @cell.text(20) job!: string;
  @cell.text(80) source!: string;
  @cell.whole(1, 10) keys!: number;
  @cell.whole(0, 10) comebacks!: number;
  @cell.optional() @cell.oneOf(Object.keys(comebackReasons)) reason?: string;
}

/** What another firm was said to take. */
export class PastRivalRow {
  @cell.text(20) job!: string;
  @cell.amount() total!: string;
  @cell.amount() own!: string;
  @cell.yesNo() unusualHour!: boolean;
}

/** A job that is open on the first day, with the time reserved for it. */
export class TodayRow {
  @cell.text(20) job!: string;
  @cell.whole(0, 2000) hoursAgo!: number;
  @cell.text(80) person!: string;
  @cell.text(80) customer!: string;
  @cell.text(24) phone!: string;
  @cell.text(60) make!: string;
  @cell.text(60) model!: string;
  @cell.whole(1950, 2100) year!: number;
  @cell.oneOf(['turn', 'push']) ignition!: 'turn' | 'push';
  @cell.text(60) place!: string;
  @cell.oneOf(whys) why!: Why;
  @cell.optional() @cell.oneOf(['open', 'locked']) access?: string;
  @cell.whole(0, 8) working!: number;
  @cell.whole(0, 8) lost!: number;
  @cell.whole(0, mostKeysWanted) wanted!: number;
  @cell.text(40) van!: string;
  /** Days from the first start. */
  @cell.whole(0, 60) days!: number;
  @cell.hour() from!: string;
  @cell.hour() to!: string;
}
