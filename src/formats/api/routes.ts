import { pinSources } from '@/core/catalogue/platform';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import type { Advice } from '@/core/programming/advice';
import type { KeyCount } from '@/core/programming/key-count';
import type { KeyPlan } from '@/core/programming/key-plans';
import { keyFaults } from '@/core/programming/keys';
import type { SourceStep } from '@/core/programming/pin';
import { type Route, routeKinds } from '@/core/programming/route';
import { list, number, object, oneOf, orNull, type Schema, share, text, whole, yesNo } from './schema';

/** What `POST /api/v1/routes` answers. */
export function routesAnswer({
  platform,
  van,
  routes,
  advice,
  pin,
  systemTypes,
  currency,
}: {
  readonly platform: string;
  readonly van: string;
  readonly routes: readonly Route[];
  readonly advice: Advice | undefined;
  readonly pin: readonly SourceStep[];
  readonly systemTypes: readonly string[];
  readonly currency: string;
}) {
  return {
    platform,
    van,
    currency,
    advised: advice ? { route: advice.kind, why: advice.why } : null,
    order: advice
      ? {
          steps: advice.order.steps.map(({ kind, costMinor, chance, reached }) => ({
            route: kind,
            costMinor,
            chance,
            reached,
          })),
          expectedMinor: advice.order.expectedMinor,
          chance: advice.order.chance,
        }
      : null,
    pin: pin.map(({ source, costMinor, chance }) => ({ source, costMinor, chance })),
    systemTypes,
    routes: routes.map((route) => ({
      route: route.kind,
      feasible: route.verdict.feasible,
      fact: route.verdict.feasible ? null : route.verdict.fact,
      lift: route.verdict.feasible ? null : route.verdict.lift,
      how: route.how,
      needs: route.needs.map(({ words, state }) => ({ words, state })),
      effect: route.effect,
      others: route.others,
      waitSeconds: route.time?.waitSeconds ?? null,
      workP50Minutes: route.time?.workP50Minutes ?? null,
      workP80Minutes: route.time?.workP80Minutes ?? null,
      cost: route.cost && {
        cashMinor: route.cost.cashMinor,
        workMinor: route.cost.workMinor,
        harmMinor: route.cost.harmMinor,
      },
      chance: route.chance?.value ?? null,
      rests: route.chance?.rests ?? null,
      noReturn: route.noReturn,
      plannedCount: route.plannedCount,
    })),
  };
}

/** What `POST /api/v1/key-count` answers. */
export function keyCountAnswer({
  count,
  plans,
}: {
  readonly count: KeyCount;
  readonly plans: readonly KeyPlan[];
}) {
  const { presentKnown, presentUntested, lostLive, unaccounted } = count;
  return {
    presentKnown,
    presentUntested,
    lostLive,
    unaccounted:
      typeof unaccounted === 'string' ? unaccounted : { low: unaccounted.low, high: unaccounted.high },
    plans: plans.map(({ kind, fits, why, after, lostLive: live }) => ({
      plan: kind,
      fits,
      why,
      after,
      lostLive: live,
    })),
  };
}

const within = (minimum: number, maximum: number): Schema => ({ type: 'integer', minimum, maximum });
const name = (maxLength: number): Schema => ({ type: 'string', minLength: 1, maxLength });
const countOr = (...words: readonly string[]): Schema => ({ anyOf: [within(0, 64), oneOf(words)] });

const keys: Schema = {
  type: 'array',
  maxItems: 24,
  items: object(
    {
      presence: oneOf(['here', 'elsewhere', 'lost', 'unknown']),
      rank: oneOf(['master', 'valet', 'none', 'unknown']),
      known: oneOf(['yes', 'no', 'untested']),
      blade: oneOf(['good', 'worn', 'broken', 'uncut']),
      faults: list(oneOf(keyFaults)),
      copyOf: within(1, 24),
    },
    ['rank', 'known', 'blade', 'faults', 'copyOf'],
  ),
};
const told = { keys, known: countOr('cannotSay', 'notRead'), wanted: within(0, mostKeysWanted) };

export const keyCountRequestSchema: Schema = object({
  ...told,
  maximum: within(0, 64),
  minimum: within(0, 64),
});
export const routesRequestSchema: Schema = object(
  {
    ...told,
    platform: name(40),
    van: name(40),
    make: name(60),
    market: name(40),
    stolen: yesNo,
    network: yesNo,
    built: { type: 'string', pattern: '^\\d{4}-(0[1-9]|1[0-2])$' },
  },
  ['van', 'make', 'market', 'stolen', 'network', 'built'],
);

export const keyCountAnswerSchema: Schema = object({
  presentKnown: whole,
  presentUntested: whole,
  lostLive: whole,
  unaccounted: { anyOf: [object({ low: whole, high: whole }), oneOf(['cannotSay', 'notRead'])] },
  plans: list(
    object({
      plan: oneOf(['add', 'erase', 'aklAdd', 'clone']),
      fits: orNull(yesNo),
      why: text,
      after: countOr('cannotSay'),
      lostLive: whole,
    }),
  ),
});

const route = oneOf(routeKinds);
const step = { costMinor: whole, chance: share };
export const routesAnswerSchema: Schema = object({
  platform: text,
  van: text,
  currency: text,
  advised: orNull(object({ route, why: text })),
  order: orNull(
    object({
      steps: list(object({ route, ...step, reached: share })),
      expectedMinor: whole,
      chance: share,
    }),
  ),
  pin: list(object({ source: oneOf(pinSources), ...step })),
  systemTypes: list(text),
  routes: list(
    object({
      route,
      feasible: yesNo,
      fact: orNull(text),
      lift: orNull(text),
      how: text,
      needs: list(object({ words: text, state: oneOf(['there', 'missing', 'to do']) })),
      effect: text,
      others: oneOf(['keep', 'erase']),
      waitSeconds: orNull(number),
      workP50Minutes: orNull(number),
      workP80Minutes: orNull(number),
      cost: orNull(object({ cashMinor: whole, workMinor: whole, harmMinor: whole })),
      chance: orNull(share),
      rests: orNull(text),
      noReturn: list(oneOf(['erase', 'credit', 'only key', 'module'])),
      plannedCount: countOr('cannotSay'),
    }),
  ),
});
