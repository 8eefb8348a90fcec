import { expect, it } from 'vitest';
import { testApplication } from '../../../tests/support/applications';
import { lastListed } from './listed-entry';

const row = (id: string, from: number, to: number, more: object = {}) =>
  testApplication({
    id,
    platformId: 'heddle',
    span: { from: { year: from, month: null }, to: { year: to, month: null } },
    ...more,
  });
const early = row('early', 2010, 2015);
const late = row('late', 2016, 2027);
const southern = row('southern', 2017, 2027, { market: 'Southern' });
const turn = row('turn', 2018, 2027, { ignition: 'turn' });
const all = [early, late, southern, turn];

it.each([
  ['the row that covers the last listed year', all, 2022, 'late'],
  ['the latest before it', all, 2014, 'early'],
  [
    'none where the last listed years are of another platform',
    [row('other', 2016, 2022, { platformId: 'warp' })],
    2022,
    undefined,
  ],
  ['none before the platform began', all, 2009, undefined],
] as const)('an own entry is %s', (_what, rows, toYear, id) => {
  expect(lastListed(late, rows, toYear)?.id).toBe(id);
});
