import { describe, expect, it } from 'vitest';
import { normal, seededRandom } from '@/core/kinds/random';
import { waitsOf } from '../catalogue/wait';
import { totalMinutes, waitTime, workTime } from './work-time';

describe('workTime', () => {
  it('gives a single step back as it is', () => {
    const time = workTime([{ p50Minutes: 12, spread: 0.4 }], []);
    expect(time.workP50Minutes).toBeCloseTo(12, 9);
    expect(time.workP80Minutes).toBeCloseTo(12 * Math.exp(0.4 * 0.8416212335729143), 9);
  });

  it('adds waits exactly, apart from the work', () => {
    const time = workTime([{ p50Minutes: 10, spread: 0 }], [600, 600, 600]);
    expect(time).toEqual({ waitSeconds: 1800, waitP80Seconds: 1800, workP50Minutes: 10, workP80Minutes: 10 });
    expect(totalMinutes(time, 'p50')).toBe(40);
    expect(totalMinutes(workTime([], [600], 1200), 'p80')).toBe(20);
  });

  it('is nothing for no steps', () => {
    expect(workTime([], [])).toEqual({
      waitSeconds: 0,
      waitP80Seconds: 0,
      workP50Minutes: 0,
      workP80Minutes: 0,
    });
  });

  it('is within two percent of a simulation of 40,000 jobs', () => {
    const steps = [
      { p50Minutes: 14, spread: 0.4 },
      { p50Minutes: 5, spread: 0.35 },
      { p50Minutes: 5, spread: 0.35 },
      { p50Minutes: 8, spread: 0.3 },
    ];
    const random = seededRandom('work time');
    const sums = Array.from({ length: 40_000 }, () =>
      steps.reduce(
        (sum, { p50Minutes, spread }) => sum + p50Minutes * Math.exp(normal(random, 0, spread)),
        0,
      ),
    ).sort((a, b) => a - b);
    const time = workTime(steps, []);
    expect(time.workP50Minutes / (sums[20_000] ?? 0)).toBeCloseTo(1, 1.5);
    expect(Math.abs(time.workP50Minutes / (sums[20_000] ?? 1) - 1)).toBeLessThan(0.02);
    expect(Math.abs(time.workP80Minutes / (sums[32_000] ?? 1) - 1)).toBeLessThan(0.02);
  });
});

describe('waits together', () => {
  it('are as long as they are by the clock', () => {
    expect(waitTime(waitsOf([275, 140], [], []))).toEqual({ usualSeconds: 415, p80Seconds: 415 });
    expect(waitTime([])).toEqual({ usualSeconds: 0, p80Seconds: 0 });
  });

  it('are under the four-in-five time in four of five, where a sign ends one', () => {
    const [wait] = waitsOf([600], ['sign'], [900]);
    if (!wait) throw new Error('one wait');
    const { p80Seconds } = waitTime([wait]);
    // Drawn as the log-normal it is taken for: half under the usual time, two of a hundred over the longest.
    const random = seededRandom('a lamp');
    const spread = Math.log(900 / 600) / 2.0537489106318225;
    const drawn = Array.from({ length: 20_000 }, () => 600 * Math.exp(normal(random, 0, spread)));
    const under = (seconds: number) => drawn.filter((one) => one <= seconds).length / drawn.length;
    expect(under(600)).toBeCloseTo(0.5, 1);
    expect(under(p80Seconds)).toBeCloseTo(0.8, 1);
    expect(under(900)).toBeCloseTo(0.98, 1);
  });
});
