import { scaleMinor } from '@/core/kinds/money';
import { formatProbability } from '@/core/kinds/percent';
import { totalMinutes, type WorkStep, workTime } from '@/core/programming/work-time';
import { line } from './lines';
import type { FlatWork, PriceRules } from './price-rules';
import type { KeyState, NetLine, QuoteRequest, QuoteSnapshot } from './quote';
import { flatRate } from './work';

/** Opening a locked car, with its stated spread. */
const openingStep = ({ openMinutes }: PriceRules): WorkStep => ({ p50Minutes: openMinutes, spread: 0.5 });
/** Reading a lock for its cut, with its stated spread. */
export const lockStep = ({ lockMinutes }: PriceRules): WorkStep => ({
  p50Minutes: lockMinutes,
  spread: 0.45,
});

/** What stands between the van and the work: a locked car, and a cut that nobody has. */
export interface BeforeWork {
  readonly lines: readonly NetLine[];
  readonly costs: readonly { readonly label: string; readonly minor: number }[];
  readonly minutes: number;
  readonly p80Minutes: number;
  readonly notes: readonly string[];
}

const nothing: BeforeWork = { lines: [], costs: [], minutes: 0, p80Minutes: 0, notes: [] };

/** Opening the car, where it is locked and no key in hand opens it. */
export function opening(request: QuoteRequest, { rules }: QuoteSnapshot): BeforeWork {
  if (!request.opens) return nothing;
  return {
    ...minutesOf(openingStep(rules)),
    lines: [
      line('Opening the car', 'programming', 'labour', workPrice('open', openingStep(rules), request, rules)),
    ],
    costs: [],
    notes: [
      'Opened without a key: an alarm, a deadlock or frameless glass can take longer. Papers are looked at before anything is made.',
    ],
  };
}

/**
 * Where the cut of a new key comes from while no key is in hand: the code that was told; the code by VIN for its fee, and
 * the lock where that fails; or the lock. Of the last two the cheaper on average.
 */
export function cutSource(
  request: QuoteRequest,
  state: KeyState,
  { rules, codeService }: QuoteSnapshot,
): BeforeWork {
  const { cutFrom } = state;
  if (cutFrom === undefined || cutFrom === 'key') return nothing;
  if (cutFrom === 'code') return { ...nothing, notes: ['Cut by the key code that was told.'] };
  const lockMinor = workPrice('lock', lockStep(rules), request, rules);
  const lock = minutesOf(lockStep(rules));
  const byLock: BeforeWork = {
    ...lock,
    lines: [line('Lock read for its cut', 'cutting', 'labour', lockMinor)],
    costs: [],
    notes: ['No key to cut by and no code: a lock of the car is read.'],
  };
  if (cutFrom !== 'vin' || !codeService) return byLock;
  const { feeMinor, chance } = codeService;
  const passedMinor = scaleMinor(feeMinor, 100 + rules.passPercent, 100);
  if (passedMinor + (1 - chance) * lockMinor >= lockMinor) return byLock;
  return {
    minutes: Math.round((1 - chance) * lock.minutes),
    p80Minutes: chance >= 0.8 ? 0 : lock.p80Minutes,
    lines: [line('Key code by VIN', 'cutting', 'labour', passedMinor)],
    costs: [{ label: 'Key code by VIN', minor: feeMinor }],
    notes: [
      `Cut by the key code that belongs to the VIN; found in ${formatProbability(chance)}, else a lock is read.`,
    ],
  };
}

function minutesOf(step: WorkStep): Pick<BeforeWork, 'minutes' | 'p80Minutes'> {
  const time = workTime([step], []);
  return { minutes: Math.round(time.workP50Minutes), p80Minutes: Math.round(totalMinutes(time, 'p80')) };
}

/** By the shop's flat rate where it has one, else by the time it takes. */
export function workPrice(
  work: FlatWork,
  { p50Minutes }: WorkStep,
  { book }: Pick<QuoteRequest, 'book'>,
  rules: PriceRules,
): number {
  const flat = rules.flatRates.some((price) => price.work === work);
  return book === 'flatRates' && flat
    ? flatRate(rules, work, 'usual', 1)
    : scaleMinor(rules.rateMinor, p50Minutes, 60);
}
