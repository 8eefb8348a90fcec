import { formatBitting } from '@/core/catalogue/bitting';
import { drawCodeRows } from '@/core/catalogue/code-rows';
import { type Random, seededRandom } from '@/core/kinds/random';
import type { Bureau, BureauAnswer, BureauQuestion } from './bureau';

const failures = ['Nothing is on file for this car.', 'The file of this car is held back; ask the dealer.'];

/**
 * A stand-in for a bureau: the same question always gets the same answer, drawn from a seed, some of them a failure.
 * The bitting of a code is the one its series has.
 */
export const simulatedBureau: Bureau = {
  minutesFor(question, { minutesFrom, minutesTo }) {
    const random = randomOf(question, 'minutes');
    return Math.round(minutesFrom + random() * (minutesTo - minutesFrom));
  },
  async answer(question, terms) {
    const random = randomOf(question, 'answer');
    if (random() * 100 < terms.failurePercent)
      return { ok: false, reason: failures[Math.floor(random() * failures.length)] ?? '' };
    return answerOf(question, random);
  },
};

function answerOf({ kind, about, series, blade }: BureauQuestion, random: Random): BureauAnswer {
  switch (kind) {
    case 'pinFromVin':
      return { ok: true, value: String(10_000 + Math.floor(random() * 90_000)) };
    case 'codeFromVin':
      if (!series) return { ok: false, reason: 'No code series is kept for this keyway.' };
      return { ok: true, value: `${series.prefix}${series.first + Math.floor(random() * series.count)}` };
    case 'bittingFromCode': {
      if (!series || !blade) return { ok: false, reason: 'No code series is kept for this keyway.' };
      const number = Number(about.replace(/\D/g, ''));
      const at = number - series.first;
      if (!about.startsWith(series.prefix) || at < 0 || at >= series.count)
        return { ok: false, reason: 'The code is outside the series of this keyway.' };
      const { series: name, ...spec } = blade;
      const bitting = drawCodeRows({ name, ...spec, count: at + 1 })[at];
      return bitting
        ? { ok: true, value: formatBitting(bitting) }
        : { ok: false, reason: 'The series has no such code.' };
    }
  }
}

function randomOf({ kind, about }: BureauQuestion, what: string): Random {
  return seededRandom(`bureau ${what} ${kind} ${about}`);
}
