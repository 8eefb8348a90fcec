import { describe, expect, it } from 'vitest';
import { testApplication } from '../../../tests/support/applications';
import { factCertainty } from './certainty';
import { type Evidence, findConflicts } from './conflicts';

const chip = { article: 'Rowan', family: 'CHL80' as const, mark: 'a notch', sign: 'notch 1' };
const row = testApplication({ id: 'row', chip });
let next = 0;
const job = (value: string, year: number | null, kind: Evidence['kind'] = 'chip'): Evidence => {
  next += 1;
  return { jobNumber: next, applicationId: 'row', kind, value, year, built: null };
};

describe('findConflicts', () => {
  it('lists contradicted facts only, with the jobs on either side', () => {
    const [conflict, ...rest] = findConflicts(
      [row],
      [job('Rowan', 2017), job('Elm', 2021), job('BLANK-2041', 2018, 'blank')],
    );
    expect(rest).toEqual([]);
    expect(conflict).toMatchObject({ kind: 'chip', value: 'Rowan', found: [{ value: 'Elm' }] });
    expect(conflict?.confirming).toHaveLength(1);
    expect(conflict?.certainty).toBeCloseTo((0.97 * 4 + 1) / 6, 9);
  });

  it('offers a split where the years part cleanly, either way round', () => {
    const later = findConflicts([row], [job('Rowan', 2017), job('Rowan', 2018), job('Elm', 2020)]);
    expect(later[0]?.split).toEqual({ fromYear: 2020, later: 'Elm', earlier: 'Rowan' });
    const earlier = findConflicts([row], [job('Elm', 2016), job('Rowan', 2019)]);
    expect(earlier[0]?.split).toEqual({ fromYear: 2019, later: 'Rowan', earlier: 'Elm' });
  });

  it('offers none where they mix, where several values were found, or where no year is known', () => {
    for (const evidence of [
      [job('Rowan', 2017), job('Elm', 2018), job('Rowan', 2019)],
      [job('Rowan', 2017), job('Elm', 2020), job('Larch', 2021)],
      [job('Rowan', null), job('Elm', null)],
      [job('Elm', 2020)],
    ]) {
      expect(findConflicts([row], evidence)[0]?.split).toBeUndefined();
    }
  });

  it('is surer the more jobs confirm and less the more contradict', () => {
    expect(factCertainty(0.9, 0, 0)).toBeCloseTo(0.9);
    expect(factCertainty(0.9, 4, 0)).toBeCloseTo(0.95);
    expect(factCertainty(0.9, 0, 3)).toBeLessThan(0.6);
  });
});
