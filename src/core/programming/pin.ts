import { type PinSource, type Platform, pinSourceWords } from '@/core/catalogue/platform';
import { formatProbability } from '@/core/kinds/percent';
import { bestOrder } from './best-order';
import type { RouteRecord, RouteRequest } from './route';
import { findTool } from './van-kit';

/** What is publicly known of each source before the shop has a record: minutes, chance, and whether it costs a fee. */
const sourceFacts: Record<PinSource, { readonly minutes: number; readonly chance: number }> = {
  customer: { minutes: 2, chance: 0.2 },
  codeService: { minutes: 15, chance: 0.85 },
  obdSocket: { minutes: 6, chance: 0.8 },
  dealer: { minutes: 90, chance: 0.95 },
};
/** Minutes for each system type that has to be tried beyond the first. */
const typeMinutes = 3;

export interface SourceStep {
  readonly source: PinSource;
  readonly costMinor: number;
  readonly chance: number;
  readonly minutes: number;
  readonly feeMinor: number;
}

/** The sources of a platform's PIN in the order with the least expected cost; the socket only where a tool covers it. */
export function orderOfSources(
  request: Pick<RouteRequest, 'platform' | 'van' | 'market' | 'money'>,
): SourceStep[] {
  const { platform, van, market, money } = request;
  const sources = platform.pinSources.filter(
    (source) => source !== 'obdSocket' || findTool(van, platform, 'pin', market).ok,
  );
  const tries = sources.map((source) => {
    const { minutes, chance } = sourceFacts[source];
    const types = source === 'obdSocket' ? Math.max(0, platform.systemTypes.length - 1) * typeMinutes : 0;
    const fee = source === 'codeService' ? money.bureauFeeMinor : 0;
    const taken = minutes + types / 2;
    return { id: source, cost: fee + (taken / 60) * money.rateMinor, chance, minutes: taken, fee };
  });
  const order = bestOrder({ tries, giveUp: 1e9 });
  return order.steps.flatMap(({ id }) => {
    const step = tries.find((one) => one.id === id);
    if (!step) return [];
    const { chance, cost, minutes, fee } = step;
    return [{ source: step.id, costMinor: Math.round(cost), chance, minutes, feeMinor: fee }];
  });
}

/** What follows where the first source has no PIN, on average and in words; null where there is no other. */
export function furtherSources(
  steps: readonly SourceStep[],
): { readonly minutes: number; readonly minor: number; readonly words: string } | null {
  const [first, ...others] = steps;
  if (!first || others.length === 0) return null;
  let reached = 1 - first.chance;
  let [minutes, minor] = [0, 0];
  for (const step of others) {
    minutes += reached * step.minutes;
    minor += reached * step.feeMinor;
    reached *= 1 - step.chance;
  }
  const named = ({ source, chance }: SourceStep) =>
    `${pinSourceWords[source]} (${formatProbability(chance)})`;
  return {
    minutes: Math.round(minutes),
    minor: Math.round(minor),
    words: `The PIN: ${named(first)}, else ${others.map(named).join(', else ')}; from none of them in ${formatProbability(reached)}.`,
  };
}

/** What a PIN is expected to cost by that order, in minor units. */
export function pinCostMinor(request: Pick<RouteRequest, 'platform' | 'van' | 'market' | 'money'>): number {
  let reached = 1;
  let cost = 0;
  for (const step of orderOfSources(request)) {
    cost += reached * step.costMinor;
    reached *= 1 - step.chance;
  }
  return Math.round(cost);
}

/** System types by how often each answered on this platform; those never met keep their order behind. */
export function systemTypeOrder(
  { systemTypes }: Pick<Platform, 'systemTypes'>,
  record: readonly RouteRecord[],
): string[] {
  const answered = (type: string) => record.reduce((sum, { types }) => sum + (types?.[type] ?? 0), 0);
  return [...systemTypes].sort((a, b) => answered(b) - answered(a));
}
