import { describe, expect, it } from 'vitest';
import { testApplication } from '../../../tests/support/applications';
import { bestFit, contradictsBelow, findContradiction, sureness } from './contradiction';

const chip = (article: string, mark: string) => ({
  article,
  family: 'CHL80' as const,
  mark,
  sign: 'notch 1',
});
const early = testApplication({
  id: 'early',
  chip: chip('Rowan', 'a notch'),
  span: { from: { year: 2010, month: null }, to: { year: 2014, month: null } },
  ignition: 'turn',
});
const late = testApplication({
  id: 'late',
  chip: chip('Elm', 'two dots'),
  span: { from: { year: 2015, month: null }, to: { year: 2020, month: null } },
});
const facts = { shopMarket: 'Meres' };

describe('findContradiction', () => {
  it('finds none where the facts fit, or where there is nothing to fit', () => {
    expect(findContradiction([early, late], { ...facts, year: 2012, ignition: 'turn' })).toBeUndefined();
    expect(findContradiction([early, late], facts)).toBeUndefined();
    expect(findContradiction([], { ...facts, year: 2012 })).toBeUndefined();
  });

  it('lowers what is said to be sure by as much as the facts fit no car', () => {
    expect(sureness(undefined)).toBe(1);
    expect(sureness({ fit: contradictsBelow / 4, explanations: [] })).toBeCloseTo(0.25, 9);
    const one = findContradiction([early, late], { ...facts, year: 2012, ignition: 'push' });
    expect(sureness(one)).toBeLessThanOrEqual(1);
  });

  it('names the fact that fits nothing else', () => {
    const seen = [{ kind: 'chipMark', value: 'two dots', reliability: 0.98 }] as const;
    const found = findContradiction([early, late], {
      ...facts,
      year: 2011,
      ignition: 'turn',
      observations: seen,
    });
    expect(found?.fit).toBeLessThan(0.05);
    expect(found?.explanations[0]?.fact).toEqual({ label: 'Mark on the key', value: 'two dots' });
  });

  it('names the year where the rest agrees', () => {
    const seen = [
      { kind: 'chipMark', value: 'two dots', reliability: 0.95 },
      { kind: 'ignition', value: 'push', reliability: 0.97 },
    ] as const;
    const found = findContradiction([early, late], { ...facts, year: 2011, observations: seen });
    expect(found?.explanations[0]?.fact).toEqual({ label: 'Model year', value: '2011' });
    expect(found?.explanations[0]?.fit).toBeCloseTo(1, 6);
  });

  it('counts a year beyond the library, and a year and a month that disagree', () => {
    expect(findContradiction([early, late], { ...facts, year: 2026 })?.explanations[0]?.fact.label).toBe(
      'Model year',
    );
    const build = { from: { year: 2019, month: 3 }, to: { year: 2019, month: 3 } };
    const found = findContradiction([early, late], { ...facts, year: 2011, build });
    expect(found?.explanations.map(({ fact }) => fact.label).sort()).toEqual(['Build month', 'Model year']);
  });

  it('has fit 1 for truthful facts, whatever is known', () => {
    const build = { from: { year: 2019, month: 3 }, to: { year: 2019, month: 3 } };
    const seen = [{ kind: 'chipMark', value: 'two dots', reliability: 0.95 }] as const;
    expect(bestFit([early, late], { ...facts, year: 2019, build, observations: seen })).toBeCloseTo(1, 9);
  });
});
