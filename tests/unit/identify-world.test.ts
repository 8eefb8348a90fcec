import { describe, expect, it } from 'vitest';
import { tellKindNames, tellOf } from '@/core/identify/tells';
import { worldApplications } from '../support/applications';
import { byGain, bySeconds, fixedOrder, labelSplitting, mean, runs, share } from '../support/identify-drill';

describe('identification over the demo world', () => {
  const cars = 400;
  const ours = runs(bySeconds, 0, cars);

  it('settles in fewer seconds than both baselines, and with fewer questions than label-splitting', () => {
    const gain = runs(byGain, 0, cars);
    const fixed = runs(fixedOrder, 0, cars);
    const labels = runs(labelSplitting, 0, cars);
    const figures = Object.fromEntries(
      Object.entries({ ours, gain, fixed, labels }).map(([name, list]) => [
        name,
        {
          seconds: Number(mean(list.map(({ seconds }) => seconds)).toFixed(1)),
          questions: Number(mean(list.map(({ questions }) => questions)).toFixed(2)),
          right: Number(share(list.map(({ right }) => right)).toFixed(3)),
          settled: Number(share(list.map(({ settled }) => settled)).toFixed(3)),
        },
      ]),
    );
    console.info(JSON.stringify(figures));
    expect(figures.ours?.seconds).toBeLessThan(figures.fixed?.seconds ?? 0);
    expect(figures.ours?.seconds).toBeLessThan(figures.labels?.seconds ?? 0);
    expect(figures.gain?.questions).toBeLessThan(figures.labels?.questions ?? 0);
  });

  it('never folds the true candidate away while the observations are true', () => {
    expect(ours.filter(({ folded }) => folded)).toEqual([]);
  });

  it('is right in nine of ten with 5 % of the observations false', () => {
    const noisy = runs(bySeconds, 0.05, cars);
    console.info(`right with 5 % false: ${share(noisy.map(({ right }) => right))}`);
    expect(share(noisy.map(({ right }) => right))).toBeGreaterThanOrEqual(0.9);
  });

  it('knows every tell of every application or says that it does not', () => {
    for (const application of worldApplications()) {
      for (const kind of tellKindNames) expect(tellOf(application, kind)).not.toBe('');
    }
  });
});
