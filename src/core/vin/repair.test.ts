import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pick, type Random, seededRandom } from '@/core/kinds/random';
import { vinAlphabet } from './alphabet';
import { checkDigit, withCheckDigit } from './check-digit';
import { examineVin, type VinContext } from './examine';
import type { MakerId } from './maker';
import { yearCharacters } from './model-year';
import { repairVin } from './repair';

const makes = 'HBFEDACJLT';
const makerIds: MakerId[] = [...makes].flatMap((letter) => [
  { code: `0${letter}V`, make: letter, market: 'Meres' },
  { code: `0${letter}E`, make: letter, market: 'Continent' },
]);
const context: VinContext = {
  makerIds,
  markets: {
    Meres: { checkDigit: 'required', yearPlace: true },
    Continent: { checkDigit: 'none', yearPlace: false },
  },
  market: 'Meres',
  vehicleClass: 'passenger',
  newestYear: 2028,
};

function drawVin(random: Random): string {
  const year = 1996 + Math.floor(random() * 32);
  const digits = (count: number) => Array.from({ length: count }, () => Math.floor(random() * 10)).join('');
  const letters = (count: number) =>
    Array.from({ length: count }, () => pick(random, [...'ABCDEFGHJKLMNPRSTUVWXYZ'])).join('');
  const seventh = year >= 2010 ? letters(1) : digits(1);
  return withCheckDigit(
    `0${pick(random, [...makes])}V${letters(1)}${digits(2)}${seventh}${letters(1)}0${yearCharacters[(year - 1980) % 30]}${letters(1)}${digits(6)}`,
  );
}

/** The test's own idea of what is taken for what; not the ranker's. */
const misread: readonly (readonly [string, string])[] = (
  'S5 5S B8 8B Z2 2Z 0D D0 G6 6G 1L L1 71 17 UV VU MN NM 38 83 69 96 EF FE PR RP CG GC KX XK 4A A4 VY YV HN NH TD DT BP PB ' +
  'BD DB FS SF 59 95 86 68 56 65'
)
  .split(' ')
  .map((pair) => [pair[0] ?? '', pair[1] ?? ''] as const);

/** One slip: two in three a character misread, else neighbours exchanged, a letter I, O or Q, one lost or doubled. */
function slip(random: Random, vin: string): string {
  const kind = pick(random, [
    'misread',
    'misread',
    'misread',
    'misread',
    'exchange',
    'letter',
    'lost',
    'doubled',
  ]);
  const at = Math.floor(random() * 17);
  if (kind === 'exchange' && at < 16 && vin[at] !== vin[at + 1])
    return vin.slice(0, at) + vin[at + 1] + vin[at] + vin.slice(at + 2);
  if (kind === 'letter' && /[01]/.test(vin)) {
    const places = [...vin].flatMap((character, place) => (/[01]/.test(character) ? [place] : []));
    const place = pick(random, places);
    return vin.slice(0, place) + (vin[place] === '1' ? 'I' : pick(random, ['O', 'Q'])) + vin.slice(place + 1);
  }
  if (kind === 'lost') {
    const twins = [...vin].flatMap((character, place) => (character === vin[place + 1] ? [place] : []));
    const place = twins.length > 0 ? pick(random, twins) : at;
    return vin.slice(0, place) + vin.slice(place + 1);
  }
  if (kind === 'doubled') return vin.slice(0, at) + vin[at] + vin.slice(at);
  const places = [...vin].flatMap((character, place) =>
    misread.filter(([from]) => from === character).map(([, to]) => [place, to] as const),
  );
  const [place, to] = pick(random, places);
  return vin.slice(0, place) + to + vin.slice(place + 1);
}

describe('repairVin', () => {
  it('has the true VIN among the first three for at least 80 % of 2,000 slips', () => {
    const random = seededRandom('slips of the finger');
    let [slips, found, passed] = [0, 0, 0];
    while (slips < 2000) {
      const vin = drawVin(random);
      const typed = slip(random, vin);
      if (typed === vin) continue;
      slips += 1;
      if (typed.length === 17 && !/[IOQ]/.test(typed) && checkDigit(typed) === typed[8]) passed += 1;
      const { repairs } = examineVin(typed, context);
      if (repairs.slice(0, 3).some((repair) => repair.vin === vin)) found += 1;
    }
    expect(passed / slips, 'slips that pass the check digit').toBeLessThan(0.12);
    expect(found / slips).toBeGreaterThanOrEqual(0.8);
  });

  it('lists every single change and exchange that passes, and nothing else, against trying all', () => {
    const random = seededRandom('all neighbours');
    for (let round = 0; round < 40; round += 1) {
      const vin = drawVin(random);
      const all = new Set<string>();
      for (let at = 0; at < 17; at += 1) {
        for (const character of vinAlphabet) all.add(vin.slice(0, at) + character + vin.slice(at + 1));
        if (at < 16) all.add(vin.slice(0, at) + vin[at + 1] + vin[at] + vin.slice(at + 2));
      }
      all.delete(vin);
      const passing = [...all].filter((text) => checkDigit(text) === text[8]).sort();
      expect(
        repairVin(vin, () => 1)
          .map((repair) => repair.vin)
          .sort(),
      ).toEqual(passing);
    }
  });

  it('names the two places of an exchanged pair, and nothing else differs', () => {
    const random = seededRandom('exchanged pairs');
    let exchanged = 0;
    for (let round = 0; round < 60; round += 1) {
      const vin = drawVin(random);
      for (const repair of repairVin(vin, () => 1).filter(({ kind }) => kind === 'exchange')) {
        const differing = [...vin].flatMap((character, at) => (character === repair.vin[at] ? [] : [at + 1]));
        expect(repair.places).toEqual(differing);
        exchanged += 1;
      }
    }
    expect(exchanged).toBeGreaterThan(20);
  });

  it('gives shares that sum to one and VINs that pass, whatever is typed', () => {
    const typed = fc.string({
      unit: fc.constantFrom(...vinAlphabet, 'I', 'O', 'Q', '?'),
      minLength: 15,
      maxLength: 19,
    });
    fc.assert(
      fc.property(typed, (text) => {
        const repairs = repairVin(text, () => 1);
        for (const { vin } of repairs) expect(vin[8]).toBe(checkDigit(vin));
        if (repairs.length > 0) expect(repairs.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
      }),
    );
  });
});

describe('examineVin', () => {
  const vin = withCheckDigit('0HVMD4KK0KH012734');

  it('says passes, maker, market, year and region, and repairs nothing', () => {
    expect(examineVin(` ${vin.toLowerCase()} `, context)).toMatchObject({
      vin,
      whole: true,
      check: 'passes',
      maker: { make: 'H' },
      years: [2019],
      region: 'not assigned',
      problems: [],
      repairs: [],
    });
  });

  it('names the place and offers what was meant for I, O and Q', () => {
    const typed = vin.replace('0', 'O');
    const examined = examineVin(typed, context);
    expect(examined.problems[0]).toEqual({
      place: 1,
      message: 'O is not a character of a VIN. It may be a 0.',
    });
    expect(examined.repairs[0]?.vin).toBe(vin);
  });

  it('takes a wrong check digit as an error where it is required, as a remark where it may be, as nothing where it is not', () => {
    const wrong = `${vin.slice(0, 8)}${vin[8] === '5' ? '6' : '5'}${vin.slice(9)}`;
    expect(examineVin(wrong, context)).toMatchObject({ check: 'fails', checkMatters: true });
    const some = {
      ...context,
      market: 'Southern',
      markets: { Southern: { checkDigit: 'optional', yearPlace: false } },
    } as const;
    expect(examineVin(wrong, some)).toMatchObject({
      check: 'fails',
      checkMatters: false,
      problems: [],
      years: [],
    });
    expect(examineVin(wrong, { ...context, market: 'Continent' })).toMatchObject({
      check: 'notUsed',
      repairs: [],
    });
  });

  it('offers neighbours of equal value where a VIN passes and its maker is unknown', () => {
    const slipped = `0KV${vin.slice(3)}`;
    const examined = examineVin(withCheckDigit(slipped), context);
    expect(examined).toMatchObject({ check: 'passes', maker: undefined });
    expect(examined.repairs.length).toBeGreaterThan(0);
  });

  it('examines a part while it is typed', () => {
    expect(examineVin('0HVMD', context)).toMatchObject({
      whole: false,
      check: 'notWhole',
      lengthProblem: '5 of 17 characters.',
    });
    expect(examineVin('', context)).toMatchObject({ lengthProblem: undefined, problems: [] });
    expect(examineVin('x'.repeat(1000), context).lengthProblem).toContain('or more');
  });
});
