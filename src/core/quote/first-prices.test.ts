import { describe, expect, it } from 'vitest';
import type { Application } from '@/core/catalogue/application';
import { type CarFacts, rankCandidates } from '@/core/identify/posterior';
import type { QuestionKind } from '@/core/identify/question-kinds';
import { askingOf, everything } from '@/core/identify/sight';
import { testApplication } from '../../../tests/support/applications';
import { optionsOf } from '../../../tests/support/said';
import { firstPrices } from './first-prices';
import { priceRange } from './price-range';
import type { CarDecision } from './recommend';

const chip = (mark: string) => ({ article: `CHIP ${mark}`, family: 'CHL80', mark, sign: 'dot 1' }) as const;
const cars: readonly Application[] = [
  testApplication({ id: 'dot', chip: chip('dot'), weight: 5 }),
  testApplication({ id: 'leaf', chip: chip('leaf'), weight: 3 }),
  testApplication({ id: 'turn', chip: chip('dot'), ignition: 'turn', weight: 2 }),
];
const totals: Readonly<Record<string, number>> = { dot: 21_000, leaf: 26_500, turn: 21_000 };
const decided = ({ id }: Application): CarDecision => ({
  advice: undefined,
  options: optionsOf(['shopAftermarket', totals[id] ?? 0, {}]),
  totalMinor: totals[id],
});
const shop: CarFacts = { shopMarket: 'Meres' };
const found = (facts: CarFacts = shop, closed: readonly QuestionKind[] = []) =>
  firstPrices(
    {
      candidates: rankCandidates(cars, facts),
      facts,
      closed: new Set(closed),
      asking: (kind) => askingOf(kind, everything),
    },
    decided,
  );

describe('first prices', () => {
  it('are a range with the question that settles it, and one price after each answer', () => {
    const prices = found();
    expect(prices).toMatchObject({ cars: 3, range: { fromMinor: 21_000, toMinor: 26_500 } });
    expect(prices?.options.shopAftermarket).toEqual({ fromMinor: 21_000, toMinor: 26_500 });
    expect(prices?.settledBy?.ask).toBe('Which mark is on the key?');
    expect(prices?.settledBy?.answers.map(({ label }) => label).sort()).toEqual(['Dot', 'Leaf']);
  });

  it('promise after an answer what the answer will do', () => {
    const facts: CarFacts = {
      ...shop,
      observations: [{ kind: 'chipMark', value: 'leaf', reliability: 0.95 }],
    };
    const promised = found()?.settledBy?.answers.find(({ label }) => label === 'Leaf')?.range;
    expect(found(facts)?.range).toEqual(promised);
  });

  it('ask nothing that leaves the price as it is, or more often than not does', () => {
    // One car of five starts by turning, and only then the price is one.
    expect(found(shop, ['chipMark'])?.settledBy).toBeNull();
    expect(found(shop, ['chipMark', 'ignition'])?.settledBy).toBeNull();
    const oftener = rankCandidates(
      [...cars.slice(0, 2), { ...cars[2], id: 'turn', weight: 20 } as Application],
      shop,
    );
    const asking = (kind: QuestionKind) => (kind === 'ignition' ? askingOf(kind, everything) : null);
    const prices = firstPrices({ candidates: oftener, facts: shop, closed: new Set(), asking }, decided);
    expect(prices?.settledBy?.ask).toBe('Turn-key or push-start?');
  });

  it('offer no question that may change the likeliest car and leaves both prices open', () => {
    const even = [
      testApplication({ id: 'dot', chip: chip('dot'), weight: 5.5 }),
      testApplication({ id: 'leaf', chip: chip('leaf'), weight: 4.5 }),
    ];
    const asked = { candidates: rankCandidates(even, shop), facts: shop, closed: new Set<QuestionKind>() };
    const asking = (kind: QuestionKind) =>
      kind === 'chipMark' ? askingOf(kind, { ...everything, key: 'remembered' }) : null;
    const prices = firstPrices({ ...asked, asking }, decided);
    expect(prices?.range).toEqual({ fromMinor: 21_000, toMinor: 26_500 });
    expect(prices?.settledBy).toBeNull();
  });

  it('say what all likely cars have in common', () => {
    expect(found()?.sure).toEqual(['Siskin 11 blade']);
  });

  it('are nothing where no car has a price, and leave out those that have none', () => {
    const none = { candidates: rankCandidates(cars, shop), facts: shop, closed: new Set<QuestionKind>() };
    const asking = () => null;
    const priceless = (): CarDecision => ({ advice: undefined, options: [], totalMinor: undefined });
    expect(firstPrices({ ...none, asking }, priceless)).toBeNull();
    const one = firstPrices({ ...none, asking }, (car) => (car.id === 'leaf' ? decided(car) : priceless()));
    expect(one?.range).toEqual(priceRange([{ probability: 1, totalMinor: 26_500 }]));
  });
});
