import { describe, expect, it } from 'vitest';
import { withCheckDigit } from '@/core/vin/check-digit';
import { type CarTold, type Grounds, gatherFacts, type QuestionGiven } from './gathered-facts';
import { statedKernel } from './year-kernel';

const grounds: Grounds = {
  shopMarket: 'Meres',
  kernel: statedKernel,
  vin: {
    makerIds: [
      { code: '0HV', make: 'Halvorn', market: 'Meres' },
      { code: '0FC', make: 'Fenholt', market: 'Continent' },
    ],
    markets: {
      Meres: { checkDigit: 'required', yearPlace: true },
      Continent: { checkDigit: 'none', yearPlace: false },
    },
    newestYear: 2028,
  },
};
const nothing: CarTold = { make: null, year: null, ignition: null, market: null, vin: null };
const vin2018 = withCheckDigit('0HVMD4K2?JH012734'.replace('?', '0').replace('K2', 'KA'));
const gather = (told: Partial<CarTold>, given: readonly QuestionGiven[] = []) =>
  gatherFacts({ ...nothing, ...told }, given, grounds);

describe('what is known of a car', () => {
  it('is what was told where nothing else is', () => {
    const { facts, closed, remarks } = gather({ year: 2019, ignition: 'push' });
    expect(facts).toMatchObject({ year: 2019, readYear: undefined, ignition: 'push', shopMarket: 'Meres' });
    expect([...closed]).toEqual(['ignition']);
    expect(remarks).toEqual([]);
  });

  it('takes year and market from a VIN that passes, and says where the caller differs', () => {
    const { facts, remarks } = gather({ make: 'Halvorn', year: 2019, vin: vin2018 });
    expect(facts).toMatchObject({ year: 2019, readYear: 2018 });
    expect(facts.observations).toEqual([{ kind: 'market', value: 'Meres', reliability: 0.995 }]);
    expect(remarks).toEqual(['The caller says 2019, the VIN says 2018: the VIN counts for more.']);
    expect(gather({ make: 'Fenholt', vin: vin2018 }).remarks[0]).toBe(
      'The caller says Fenholt, the VIN is of Halvorn.',
    );
    expect(gather({ market: 'Meres', vin: vin2018 }).facts.observations).toEqual([]);
  });

  it('asks of nothing that was told or read', () => {
    expect([...gather({ market: 'Continent' }).closed]).toEqual(['market']);
    expect([...gather({ vin: vin2018 }).closed]).toEqual(['market', 'modelYear']);
    expect([...gather({ year: 2019 }).closed]).toEqual([]);
  });

  it('takes no year from a VIN that does not pass, nor where place 10 tells none', () => {
    const wrong = vin2018.slice(0, -1) + (vin2018.endsWith('4') ? '5' : '4');
    const { facts, remarks } = gather({ year: 2019, vin: wrong });
    expect(facts).toMatchObject({ year: 2019, readYear: undefined });
    expect(remarks).toEqual(['The VIN does not pass its check digit, so its year is not used.']);
    expect(gather({ year: 2019, vin: '0FCMD4KA0JH012734' }).facts.year).toBe(2019);
  });

  it('says what make, market and year a VIN is of, and what speaks against it', () => {
    expect(gather({ vin: vin2018 }).vin).toEqual({
      make: 'Halvorn',
      market: 'Meres',
      year: 2018,
      doubts: [],
    });
    expect(gather({ vin: vin2018, make: 'Fenholt', market: 'Continent' }).remarks).toEqual([
      'The caller says Fenholt, the VIN is of Halvorn.',
      'Told as sold in Continent, the VIN is of a car for Meres.',
    ]);
    expect(gather({ vin: `0ZZ${vin2018.slice(3)}` }).remarks[0]).toMatch(/No make of the library/);
    expect(gather({}).vin).toBeUndefined();
  });

  it('has no year of a letter at place 7 and a round that has not come, whatever the caller says', () => {
    const { facts, vin } = gather({ year: 1999, vin: withCheckDigit('0HVMD4KA0XH012734') });
    expect(vin?.year).toBeNull();
    expect(facts).toMatchObject({ year: 1999, readYear: undefined });
  });

  it('counts an answer before both, and closes every question that was put', () => {
    const { facts, closed } = gather({ year: 2019, vin: vin2018 }, [
      { kind: 'modelYear', answer: 'seen', value: '2016..2017' },
      { kind: 'chipMark', answer: 'seen', value: 'a leaf', reliability: 0.7 },
      { kind: 'board', answer: 'cannotTell', value: null },
      { kind: 'buttons', answer: 'skipped', value: null },
    ]);
    expect(facts).toMatchObject({ year: 2019, readYear: { from: 2016, to: 2017 } });
    expect(facts.observations).toContainEqual({ kind: 'chipMark', value: 'a leaf', reliability: 0.7 });
    expect(facts.observations?.length).toBe(2);
    expect([...closed].sort()).toEqual(['board', 'buttons', 'chipMark', 'market', 'modelYear']);
  });

  it('leaves out an answer that cannot be read', () => {
    const { facts } = gather({ year: 2019 }, [{ kind: 'buildMonth', answer: 'seen', value: '2019-13' }]);
    expect(facts.build).toBeUndefined();
  });
});
