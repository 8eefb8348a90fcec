import { beforeAll, describe, expect, it } from 'vitest';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { planProgression } from '@/usecases/benches/progression';
import { database } from '@/usecases/database';
import { recordAuthority } from '@/usecases/jobs/authority';
import { chooseCandidate } from '@/usecases/jobs/decide';
import { openTestJob, viewOf } from '../support/jobs';
import { advancePapers, onSitePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let [locksmith, proprietor, trainee]: PersonActor[] = [];
let number = 0;
let keyway = '';
let rows: (readonly number[])[] = [];

const edit = async () => ({
  number,
  version: (await viewOf(locksmith as PersonActor, number)).job.version,
});
const costs = { blankMinor: 400, tryMinor: 90 };
/** The spaces that a door holds, read; the others nobody knows. */
const known = (held: number) => (rows[5] ?? []).map((depth, space) => (space < held ? `${depth}` : ''));
const asked = async (who: Actor | undefined, more: object) =>
  planProgression(who as Actor, { job: number, keyway, wanted: known(4), ...costs, ...more } as never);
const refusal = async (who: Actor | undefined, more: object = {}) => {
  const answer = await asked(who, more);
  return answer.ok ? 'planned' : `${answer.problems[0]?.field ?? ''}: ${answer.problems[0]?.message}`;
};

beforeAll(async () => {
  [locksmith, proprietor, trainee] = [
    await actorOf('locksmith'),
    await actorOf('proprietor'),
    await actorOf('trainee'),
  ];
  number = await openTestJob(locksmith, 'Merrowdale', { year: 2018, ignition: 'push' });
  const applicationId = (await viewOf(locksmith, number)).candidates[0]?.application.id ?? '';
  await chooseCandidate(locksmith, { ...(await edit()), applicationId, reason: 'likeliest' });
  keyway = (await viewOf(locksmith, number)).application?.keyway.name ?? '';
  const stored = await database().query<{ bitting: number[] }>(
    `SELECT r.bitting FROM code_row r JOIN code_series s ON s.id = r.series_id JOIN keyway k ON k.id = s.keyway_id
     WHERE k.name = $1 ORDER BY s.name, r.number`,
    [keyway],
  );
  rows = stored.rows.map(({ bitting }) => bitting);
});

describe('a progression', () => {
  it('is closed to everybody until person, papers and plate were shown, and to programs for good', async () => {
    for (const who of [locksmith, proprietor]) expect(await refusal(who)).toMatch(/record at On site/);
    await recordAuthority(locksmith as PersonActor, { ...(await edit()), ...advancePapers });
    for (const who of [locksmith, proprietor, trainee])
      expect(await refusal(who)).toMatch(/record at On site/);
    await recordAuthority(locksmith as PersonActor, { ...(await edit()), ...onSitePapers });
    expect(await refusal(trainee)).toMatch(/second person/);
    const { sessionId: _, personId, ...person } = locksmith as PersonActor;
    const program = { ...person, kind: 'program', tokenId: personId, makerId: personId } as const;
    expect(await refusal(program)).toMatch(/no token opens it/);
    expect(await refusal(locksmith, { job: 999_999 })).toMatch(/no job/);
    expect(await refusal(locksmith, { keyway: keyway === 'Twite 8' ? 'Dunnock 8' : 'Twite 8' })).toMatch(
      /The car of this job/,
    );
    // A blade and candidates sent whole want the same.
    const other = await openTestJob(locksmith as PersonActor, 'Merrowdale', {});
    const whole = {
      keyway: undefined,
      wanted: undefined,
      blade: { rows: [{ spaces: [4, 7], depths: [0, 0.5] }], macs: null, stop: 'tip' },
      recut: ['deeper'],
      candidates: ['11', '12', '22'],
    };
    expect(await refusal(locksmith, { ...whole, job: other })).toMatch(/record at On site/);
    expect(await refusal(locksmith, whole)).toBe('planned');
  });

  it('of a door that lacks spaces tries every code that fits once, on as few blanks as its certificate says', async () => {
    const answer = await asked(locksmith, { blanksAtHand: 2 });
    if (!answer.ok) throw new Error(answer.problems[0]?.message);
    const { candidates, fewestBlanks, antichain, fewestTries, leastCost, enough, read } = answer.value;
    const fit = new Set(
      rows
        .filter((bitting) => bitting.every((depth, at) => ['', `${depth}`].includes(known(4)[at] ?? '')))
        .map(String),
    );
    expect(candidates).toBe(fit.size);
    expect(fit.size).toBeGreaterThan(5);
    for (const { steps } of [fewestBlanks, fewestTries, leastCost]) {
      expect(new Set(steps.map(({ bitting }) => String(bitting)))).toEqual(fit);
      expect(steps).toHaveLength(fit.size);
    }
    expect(antichain).toHaveLength(fewestBlanks.blanks.worst);
    expect(enough).toBe(antichain.length <= 2);
    expect(read === null || read.blanks < antichain.length).toBe(true);
    expect(leastCost.cost.expected).toBeLessThanOrEqual(fewestBlanks.cost.expected + 1e-9);
    expect(leastCost.cost.expected).toBeLessThanOrEqual(fewestTries.cost.expected + 1e-9);
    expect(leastCost.bound).toBeLessThanOrEqual(leastCost.cost.expected + 1e-9);
    expect(fewestTries.tries.expected).toBeLessThanOrEqual(fewestBlanks.tries.expected + 1e-9);
  });

  it.each([
    ['a reading that no code has', { wanted: ['1/2', ...Array(9).fill('1'), '4'] }, /wanted: No code has/],
    ['nothing read', { wanted: undefined }, /candidates: Send the candidates/],
    ['a depth too deep', { wanted: ['9', ...Array(10).fill('')] }, /wanted\.0: /],
    ['a series of another keyway', { series: ['Serin T'] }, /series: The keyway has no series/],
    [
      'a candidate twice',
      {
        keyway: undefined,
        blade: { rows: [{ spaces: [4, 7], depths: [0, 0.5] }], macs: null, stop: 'tip' },
        recut: ['deeper'],
        candidates: ['11', '11'],
      },
      /candidates\.1: Row 2 stands twice/,
    ],
    [
      'a candidate its blade forbids',
      {
        keyway: undefined,
        blade: { rows: [{ spaces: [4, 7], depths: [0, 0.5] }], macs: null, stop: 'tip' },
        recut: ['deeper'],
        candidates: ['11', '13'],
      },
      /candidates\.1: /,
    ],
    [
      'a row of cuts that nobody says may be cut again',
      {
        keyway: undefined,
        blade: { rows: [{ spaces: [4, 7], depths: [0, 0.5] }], macs: null, stop: 'tip' },
        candidates: ['11'],
      },
      /recut: /,
    ],
    [
      'fewer probabilities than candidates',
      { probabilities: [0.5] },
      /probabilities: A probability for each/,
    ],
    ['an impossible keyway', { keyway: 'Ostrich 3' }, /The car of this job/],
  ])('is refused for %s', async (_what, more, words) => {
    expect(await refusal(locksmith, more)).toMatch(words);
  });

  it('is refused where more could be meant than can be planned for, with the number', async () => {
    const wide = rows.length > 5000 ? ['1/2/3/4', ...Array(10).fill('')] : null;
    if (wide)
      expect(await refusal(locksmith, { wanted: wide })).toMatch(/candidates are too many to plan for/);
  });
});
