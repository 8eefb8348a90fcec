import { describe, expect, it } from 'vitest';
import type { BureauTerms } from '@/core/authority/bureau';
import { formatBitting } from '@/core/catalogue/bitting';
import { drawCodeRows } from '@/core/catalogue/code-rows';
import type { BureauQuestion } from './bureau';
import { simulatedBureau as bureau } from './simulated-bureau';

const terms = { feeMinor: 3200, minutesFrom: 6, minutesTo: 20, failurePercent: 10 };
const answer = (question: BureauQuestion, given: BureauTerms) =>
  bureau.answer(question, given, { key: 'one', signal: new AbortController().signal });
const never = { ...terms, failurePercent: 0 };
const series = { prefix: 'ST', first: 1, count: 1500 };
const blade = { series: 'Serin T', spaces: 12, depths: 3, macs: 2 };
const pinOf = (vin: string) => ({ kind: 'pinFromVin', about: vin, series: null, blade: null }) as const;
const bittingOf = (about: string) => ({ kind: 'bittingFromCode', about, series, blade }) as const;

describe('the stand-in of the bureau', () => {
  it('answers the same question the same way, in minutes within its terms', async () => {
    for (const vin of ['0HVM15K11NH100070', '0HVM15K13NH100071']) {
      const minutes = bureau.minutesFor(pinOf(vin), terms);
      expect(minutes).toBeGreaterThanOrEqual(6);
      expect(minutes).toBeLessThanOrEqual(20);
      expect(await answer(pinOf(vin), never)).toEqual(await answer(pinOf(vin), never));
      expect(await answer(pinOf(vin), never)).toMatchObject({
        ok: true,
        value: expect.stringMatching(/^\d{5}$/),
      });
    }
  });

  it('fails about as often as its terms say', async () => {
    const answers = await Promise.all(
      Array.from({ length: 2000 }, (_, at) => answer(pinOf(`VIN ${at}`), terms)),
    );
    const failed = answers.filter(({ ok }) => !ok).length;
    expect(failed).toBeGreaterThan(140);
    expect(failed).toBeLessThan(260);
  });

  it('gives codes of the series, and of a code the bitting the series has', async () => {
    const code = await answer({ kind: 'codeFromVin', about: 'VIN 7', series, blade }, never);
    if (!code.ok) throw new Error(code.reason);
    expect(code.value).toMatch(/^ST\d+$/);
    const rows = drawCodeRows({ name: 'Serin T', spaces: 12, depths: 3, macs: 2, count: 1500 });
    for (const number of [1, 77, 1500])
      expect(await answer(bittingOf(`ST${number}`), never)).toEqual({
        ok: true,
        value: formatBitting(rows[number - 1] ?? []),
      });
  });

  it.each([
    ['a code outside the series', bittingOf('ST1501')],
    ['a code of another series', bittingOf('DA7')],
    ['a keyway without a series', { ...bittingOf('ST1'), series: null }],
    [
      'a code for a keyway without a series',
      { kind: 'codeFromVin', about: 'VIN', series: null, blade: null } as const,
    ],
  ])('has nothing for %s', async (_what, question) => {
    expect(await answer(question, never)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/series/),
    });
  });
});
