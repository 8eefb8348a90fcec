import { pinSources } from '@/core/catalogue/platform';
import type { Advice } from '@/core/programming/advice';
import type { KeyCount } from '@/core/programming/key-count';
import { type KeyPlan, keyPlanNames } from '@/core/programming/key-plans';
import type { SourceStep } from '@/core/programming/pin';
import { noReturnWords, type Route, routeKinds } from '@/core/programming/route';
import { KeyCountInput, RoutesInput } from '@/inputs/key-inputs';
import { asJson, operation, type Paths } from './operation';
import { requestSchema } from './request-schema';
import { type Answer, keyOf, list, number, object, oneOf, orNull, share, text, whole, yesNo } from './schema';

const within = (minimum: number, maximum: number) => ({ type: 'integer', minimum, maximum }) as const;
const countOr = <const Word extends string>(...words: readonly Word[]) =>
  ({ anyOf: [within(0, 64), oneOf(words)] }) as const;

const bounds = object({ low: whole, high: whole });
const keyCount = object({
  presentKnown: whole,
  presentUntested: whole,
  lostLive: whole,
  unaccounted: { anyOf: [bounds, oneOf(['cannotSay', 'notRead'])] },
  plans: list(
    object({
      plan: keyOf(keyPlanNames),
      fits: orNull(yesNo),
      why: text,
      after: countOr('cannotSay'),
      lostLive: whole,
      live: bounds,
    }),
  ),
});

const route = oneOf(routeKinds);
const step = { costMinor: whole, chance: share };
const routesFound = object({
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
      waitP80Seconds: orNull(number),
      workP50Minutes: orNull(number),
      workP80Minutes: orNull(number),
      cost: orNull(
        object({
          cashMinor: whole,
          workMinor: whole,
          harmMinor: whole,
          setUps: list(object({ name: text, minor: whole })),
        }),
      ),
      chance: orNull(share),
      rests: orNull(text),
      noReturn: list(keyOf(noReturnWords)),
      plannedCount: countOr('cannotSay'),
    }),
  ),
});

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
}): Answer<typeof routesFound> {
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
      waitP80Seconds: route.time?.waitP80Seconds ?? null,
      workP50Minutes: route.time?.workP50Minutes ?? null,
      workP80Minutes: route.time?.workP80Minutes ?? null,
      cost: route.cost && {
        cashMinor: route.cost.cashMinor,
        workMinor: route.cost.workMinor,
        harmMinor: route.cost.harmMinor,
        setUps: route.cost.setUps,
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
}): Answer<typeof keyCount> {
  const { presentKnown, presentUntested, lostLive, unaccounted } = count;
  return {
    presentKnown,
    presentUntested,
    lostLive,
    unaccounted:
      typeof unaccounted === 'string' ? unaccounted : { low: unaccounted.low, high: unaccounted.high },
    plans: plans.map(({ kind, fits, why, after, live: { low, high } }) => ({
      plan: kind,
      fits,
      why,
      after,
      lostLive: high,
      live: { low, high },
    })),
  };
}

export const routePaths: Paths = {
  '/routes': {
    post: operation({
      scope: 'benches',
      summary: 'Every route for keys on a platform, and the order in which to try them',
      request: requestSchema(RoutesInput),
      answer: routesFound,
      refusals: asJson,
    }),
  },
  '/key-count': {
    post: operation({
      scope: 'benches',
      summary: 'What the car says of its keys, held against the keys there are',
      request: requestSchema(KeyCountInput),
      answer: keyCount,
      refusals: asJson,
    }),
  },
};
