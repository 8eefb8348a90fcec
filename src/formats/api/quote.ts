import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import { mendKinds } from '@/core/programming/mends';
import { routeKinds } from '@/core/programming/route';
import type { FirstPrices } from '@/core/quote/first-prices';
import { optionKinds } from '@/core/quote/option-kinds';
import {
  bookStyles,
  difficulties,
  flatWorks,
  type PriceRules,
  roundingModes,
} from '@/core/quote/price-rules';
import { lineParts, type Quote, type QuoteRequest, type QuoteSnapshot } from '@/core/quote/quote';
import { articleConditions, supplierKinds } from '@/core/supply/supplier-prices';
import { QuoteCallInput } from '@/inputs/quote-call-input';
import { asJson, numbered, operation, type Paths } from './operation';
import { requestSchema } from './request-schema';
import {
  type Answer,
  day,
  keyOf,
  list,
  map,
  moment,
  number,
  object,
  oneOf,
  orNull,
  type Schema,
  share,
  text,
  whole,
  yesNo,
} from './schema';

const hour = { type: 'string', pattern: '^([01]\\d|2[0-4]):[0-5]\\d$' } as const;
const localTime = object({ day, hour });
const kind = oneOf(optionKinds);
const route = oneOf(routeKinds);

const keys = { type: 'integer', minimum: 0, maximum: mostKeysWanted } as const;
const quoteRequest = object(
  {
    keys,
    keysAsked: keys,
    repairs: whole,
    mends: list(oneOf(mendKinds)),
    forFault: yesNo,
    used: yesNo,
    opens: yesNo,
    book: keyOf(bookStyles),
    prefer: oneOf(['price', 'day']),
    visit: orNull(localTime),
    asked: orNull(object({ day, from: hour, by: hour })),
    flexible: yesNo,
    waitsFilled: yesNo,
    hand: object({
      currency: text,
      articles: list(object({ article: text, pieces: whole })),
      lines: list(object({ label: text, goods: yesNo, minor: whole })),
      minutes: whole,
    }),
    works: list(object({ name: text, count: whole })),
    agreed: orNull(object({ kind, minor: whole })),
  },
  ['hand', 'works', 'keysAsked', 'mends', 'used', 'opens', 'asked'],
);

const rules = {
  style: keyOf(bookStyles),
  rateMinor: whole,
  marginRateMinor: whole,
  keyMarkupPercent: whole,
  passPercent: whole,
  cutMinutes: whole,
  repairPartsMinor: whole,
  waitPercent: whole,
  minimumMinor: whole,
  roundingMinor: whole,
  roundingMode: keyOf(roundingModes),
  taxIncluded: yesNo,
  depositPercent: whole,
  cancellationHours: whole,
  cancellationMinor: whole,
  noShowMinor: whole,
  paymentBasisPoints: whole,
  openMinutes: whole,
  lockMinutes: whole,
  kmCostMinor: number,
  flexiblePercent: whole,
  flexibleDays: whole,
  towBaseMinor: whole,
  towPerKmMinor: number,
  onlineShippingMinor: whole,
  beyondPerKmMinor: number,
  staleDays: whole,
  lossPercent: whole,
  lossNote: text,
  flatRates: list(
    object({
      work: oneOf(flatWorks),
      difficulty: keyOf(difficulties),
      firstMinor: whole,
      furtherMinor: whole,
    }),
  ),
  ownWorks: list(object({ name: text, minor: orNull(whole), minutes: whole })),
  bands: list(object({ toKm: number, minor: whole })),
  hours: list(object({ label: text, days: list(whole), from: hour, to: hour, percent: whole })),
  warrantyMonths: map(whole),
} as const satisfies Record<keyof PriceRules, Schema>;

const remote = object({
  sessionP50Minutes: number,
  keyP50Minutes: number,
  spread: number,
  waitsSeconds: list(number),
  chance: share,
  chanceRests: text,
});
const firstTry = object({ works: share, next: orNull(route), minutes: number, cashMinor: number });
const way = object(
  {
    refused: orNull(text),
    sessionP50Minutes: number,
    keyP50Minutes: number,
    spread: number,
    waitsSeconds: list(number),
    keysAgain: whole,
    chance: share,
    chanceRests: text,
    remote: orNull(remote),
    firstTry,
    pellet: orNull(object({ found: oneOf(['measured', 'hunted']), words: text })),
    waitP80Seconds: number,
    credit: orNull(object({ name: text, useMinor: whole, left: orNull(whole) })),
    pin: orNull(
      object(
        {
          source: text,
          minor: whole,
          further: orNull(object({ minutes: whole, minor: whole, words: text })),
        },
        ['further'],
      ),
    ),
    usedUp: orNull(object({ article: text, eachKey: yesNo })),
  },
  ['remote', 'firstTry', 'pellet', 'waitP80Seconds'],
);
const keyState = object(
  {
    route,
    ways: map(way),
    order: list(route),
    allKeysLost: yesNo,
    keys: whole,
    drives: yesNo,
    cutFrom: oneOf(['key', 'code', 'vin', 'lock']),
    module: orNull(text),
    missing: object({ low: whole, high: whole }),
  },
  ['keys', 'drives', 'cutFrom', 'module', 'missing'],
);

const trip = object({
  from: text,
  to: text,
  distanceKm: number,
  minutes: whole,
  backMinutes: whole,
  ferryMinutes: whole,
});

const snapshot = {
  at: localTime,
  currency: { type: 'string', pattern: '^[A-Z]{3}$' },
  distanceUnit: oneOf(['km', 'mi']),
  unknownCar: yesNo,
  quoteValidDays: whole,
  // Quotes of earlier times do not say these.
  rules: object(rules, ['openMinutes', 'lockMinutes', 'ownWorks']),
  taxBasisPoints: object({ goods: whole, labour: whole }),
  van: text,
  articles: object(
    {
      blank: text,
      remote: orNull(text),
      chip: orNull(text),
      functions: list(text),
      equivalents: list(object({ article: text, note: text })),
      multiTypes: list(object({ article: text, setting: text })),
      universals: list(object({ article: text, lost: list(text) })),
    },
    ['functions', 'multiTypes'],
  ),
  prices: list(
    object(
      {
        supplier: text,
        kind: keyOf(supplierKinds),
        article: text,
        condition: keyOf(articleConditions),
        priceMinor: whole,
        pieces: orNull(whole),
        minimumOrder: whole,
        shippingMinor: whole,
        leadDays: whole,
        lateDays: whole,
        warrantyMonths: whole,
        cutOff: hour,
        deliversBy: hour,
        since: day,
      },
      ['deliversBy'],
    ),
  ),
  stock: list(
    object({
      article: text,
      grade: oneOf(['original', 'aftermarket']),
      condition: oneOf(['new', 'refurbished']),
      pieces: whole,
      costMinor: orNull(whole),
      source: orNull(text),
    }),
  ),
  cutting: object({ own: yesNo, article: text, profile: text }),
  now: keyState,
  beside: orNull(keyState),
  later: orNull(keyState),
  lost: orNull(keyState),
  dealer: orNull(
    object(
      {
        name: text,
        labourMinor: whole,
        programmingMinor: whole,
        keyMarkupPercent: whole,
        workingDays: whole,
        lateDays: whole,
        towKm: number,
        cutMinor: orNull(whole),
        place: orNull(text),
      },
      ['place'],
    ),
  ),
  trip: orNull(trip),
  codeService: orNull(object({ feeMinor: whole, chance: share })),
  towKm: orNull(number),
  gaps: list(object({ day, from: hour, to: hour, trip: orNull(trip), outside: yesNo }, ['trip', 'outside'])),
  holidays: list(day),
  outcomes: list(object({ source: text, statedBasisPoints: whole, made: whole, comebacks: whole })),
  account: orNull(object({ name: text, goodsPercent: whole, labourPercent: whole, paysInDays: whole })),
  coupon: orNull(
    object({ code: text, percent: whole, amountMinor: whole, fromMinor: whole, withAccount: yesNo }),
  ),
  waitingSavesMinutes: whole,
} as const satisfies Record<keyof QuoteSnapshot, Schema>;

const line = object(
  {
    label: text,
    plain: text,
    part: keyOf(lineParts),
    payee: oneOf(['shop', 'seller', 'dealer']),
    taxClass: oneOf(['goods', 'labour']),
    statedMinor: whole,
    netMinor: whole,
    taxMinor: whole,
  },
  ['plain'],
);
const comeback = object({
  basisPoints: whole,
  percent: whole,
  rests: list(text),
  bornBy: oneOf(['shop', 'customer', 'dealer']),
  customerMinor: whole,
  shopMinor: whole,
  expectedCustomerMinor: whole,
  expectedShopMinor: whole,
  minutes: whole,
  expectedMinutes: whole,
});
const earnings = object(
  {
    costs: list(object({ label: text, minor: whole })),
    cashMinor: whole,
    minutes: whole,
    priceMinor: whole,
    netMinor: whole,
    marginMinor: whole,
    perHourMinor: orNull(whole),
    floorMinor: whole,
    floorTotalMinor: whole,
    minuteParts: list(object({ label: text, minutes: whole })),
  },
  ['minuteParts'],
);
const available = object(
  {
    kind,
    available: { const: true },
    route,
    answers: yesNo,
    keys: whole,
    asked: yesNo,
    lines: list(line),
    netMinor: whole,
    taxMinor: whole,
    totalMinor: whole,
    depositMinor: whole,
    furtherKeyMinor: orNull(whole),
    visit: orNull(localTime),
    trip: orNull(trip),
    inTime: yesNo,
    leadMinor: whole,
    daysRest: list(text),
    comes: orNull(object({ on: day, ordered: yesNo })),
    earliestOn: day,
    p80On: day,
    earliestDays: whole,
    p80Days: whole,
    comeback,
    sources: list(text),
    warrantyMonths: whole,
    earnings: orNull(earnings),
    reserves: list(object({ article: text, condition: oneOf(['new', 'refurbished']), pieces: whole })),
    about: text,
    lost: list(text),
    fuller: orNull(object({ kind, moreMinor: whole })),
    notes: list(text),
    stale: list(text),
    worseThan: orNull(kind),
  },
  ['keys', 'daysRest', 'comes', 'asked', 'trip', 'inTime', 'leadMinor', 'about', 'lost', 'fuller'],
);
const closed = object({ kind, available: { const: false }, reason: text });
const computed = {
  request: quoteRequest,
  snapshot: object(snapshot, ['codeService', 'towKm', 'beside', 'holidays', 'unknownCar', 'distanceUnit']),
  options: list({ anyOf: [available, closed] }),
  secondKey: orNull(
    object({
      kind,
      nowMinor: whole,
      laterMinor: orNull(whole),
      lostMinor: orNull(whole),
      expectedLossMinor: orNull(whole),
    }),
  ),
} as const;

const paperOption = object(
  {
    kind,
    name: text,
    lines: list(object({ label: text, payee: text, netMinor: whole, taxMinor: whole })),
    netMinor: whole,
    taxMinor: whole,
    totalMinor: whole,
    depositMinor: whole,
    earliestOn: day,
    p80On: day,
    comebackPercent: orNull(whole),
    warrantyMonths: orNull(whole),
    notes: list(text),
    lost: orNull(text),
  },
  ['lost'],
);

/** A quote as it was frozen: what was asked, all that was loaded, what came out, and the words of its paper. */
export const frozenQuoteSchema = object({
  ...computed,
  car: text,
  paper: object(
    {
      car: text,
      work: text,
      keys: whole,
      currency: text,
      taxIncluded: yesNo,
      chosen: paperOption,
      alternatives: list(paperOption),
      furtherKeyMinor: orNull(whole),
      included: list(text),
      notIncluded: list(text),
      authority: orNull(text),
      terms: list(object({ words: text, minor: orNull(whole) })),
      cautions: list(text),
      kept: list(text),
    },
    ['kept'],
  ),
});

const range = object({ fromMinor: whole, toMinor: whole });
const firstPrices = object({
  cars: whole,
  range,
  options: map(range),
  sure: list(text),
  settledBy: orNull(object({ ask: text, how: text, answers: list(object({ label: text, range })) })),
});

const answer = object({
  meta: object({ computedAt: moment }),
  car: text,
  ...computed,
  otherTime: orNull(object({ kind, visit: localTime, totalMinor: whole })),
  /** Over all likely cars; null where only one is. */
  firstPrices: orNull(firstPrices),
});

/** What `POST /api/v1/quote` answers; nothing but `meta` differs for the same request and snapshot. */
export function quoteAnswer(found: {
  readonly car: string;
  readonly computedAt: Date;
  readonly quote: Quote & { readonly request: QuoteRequest; readonly snapshot: QuoteSnapshot };
  readonly firstPrices: FirstPrices | null;
}): Answer<typeof answer> {
  const { request, snapshot, options, secondKey, otherTime = null } = found.quote;
  return {
    meta: { computedAt: found.computedAt },
    car: found.car,
    request,
    snapshot,
    options,
    secondKey,
    otherTime,
    firstPrices: found.firstPrices,
  };
}

export const quotePaths: Paths = {
  '/quote': {
    post: operation({
      scope: 'benches',
      summary: 'Every sourcing option for a car without a job, with what it costs and earns',
      request: requestSchema(QuoteCallInput),
      answer,
      refusals: asJson,
    }),
  },
  '/quotes/{number}': {
    get: operation({
      scope: 'jobs',
      summary: 'A quote as it was frozen: request, snapshot, options and paper',
      parameters: [numbered],
      answer: frozenQuoteSchema,
      refusals: ['404'],
    }),
  },
  '/quotes/{number}/pdf': {
    get: operation({
      summary: 'A quote on one page',
      parameters: [numbered],
      answerType: 'application/pdf',
      refusals: ['404'],
    }),
  },
};
