import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import type { RouteKind } from '@/core/programming/route';
import { countKeysFor, findRoutesFor, readBenchNames } from '@/usecases/benches/routes';
import { database } from '@/usecases/database';
import { recordAuthority } from '@/usecases/jobs/authority';
import { chooseCandidate, chooseNetwork, chooseRoute, makeChoice, setRank } from '@/usecases/jobs/decide';
import { readJobHistory } from '@/usecases/jobs/list';
import { setHabits } from '@/usecases/shop/shop';
import { attemptContent, openTestJob, sendEvent, viewOf } from '../support/jobs';
import { onSitePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let actor: PersonActor;
let proprietor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('locksmith');
  proprietor = await actorOf('proprietor');
});

const edit = async (number: number) => ({ number, version: (await viewOf(actor, number)).job.version });

async function identified(model: string, more: Record<string, unknown>): Promise<number> {
  const number = await openTestJob(actor, model, more);
  const view = await viewOf(actor, number);
  const applicationId = view.candidates[0]?.application.id ?? '';
  await chooseCandidate(actor, { ...(await edit(number)), applicationId, reason: 'likeliest' });
  return number;
}

const routeOf = async (number: number, kind: RouteKind) =>
  (await viewOf(actor, number)).routes.find((route) => route.kind === kind);

describe('the route of a job', () => {
  const lostBoth = { year: 2013, ignition: 'turn', why: 'lost', lost: 2, working: 0 };

  it('turns with the customer’s choice, which is kept with who made it, and back when it is left open', async () => {
    const number = await identified('Merrowdale', lostBoth);
    const choose = async (choice: string | null) =>
      makeChoice(actor, { ...(await edit(number)), question: 'missing', choice, chosenBy: 'customer' });
    expect((await viewOf(actor, number)).advice?.kind).toBe('aklAdd');
    expect(await choose('clone')).toMatchObject({ ok: false, problems: [{ field: 'choice' }] });
    expect(await choose('erase')).toMatchObject({ ok: true });
    const view = await viewOf(actor, number);
    expect(view.advice?.kind).toBe('bench');
    expect(view.job.choices).toMatchObject([
      { question: 'missing', choice: 'erase', chosenBy: 'customer', by: 'Sunniva Aasgren' },
    ]);
    expect((await readJobHistory(actor, view.job)).some(({ section }) => section === 'choices')).toBe(true);
    expect(await choose(null)).toMatchObject({ ok: true });
    expect((await viewOf(actor, number)).advice?.kind).toBe('aklAdd');
  });

  it('follows the habit of the shop where nobody was asked', async () => {
    const number = await identified('Merrowdale', lostBoth);
    const habits = {
      missing: 'erase',
      copy: 'advised',
      first: 'advised',
      lockMinutes: 15,
      onlyKeyHarm: 150,
      stolenLiveHarm: 1000,
      awayKeyHarm: 60,
    } as const;
    expect(await setHabits(actor, habits)).toMatchObject({ ok: false });
    expect(await setHabits(proprietor, habits)).toMatchObject({ ok: true });
    expect((await viewOf(actor, number)).advice?.kind).toBe('bench');
    await setHabits(proprietor, { ...habits, missing: 'advised' });
    expect((await viewOf(actor, number)).advice?.kind).toBe('aklAdd');
  });

  it('is given up when the network it needs is not there', async () => {
    const names = await readBenchNames(actor);
    expect(names.platforms).toContain('Damask');
    const asked = { platform: 'Damask', keys: [{ presence: 'here' }], known: 1, wanted: 1 } as const;
    const image = async (network: boolean) => {
      const found = await findRoutesFor(actor, { ...asked, network } as never);
      return found.ok && found.value.routes.find(({ kind }) => kind === 'image')?.verdict;
    };
    expect(await image(true)).toEqual({ feasible: true });
    expect(await image(false)).toMatchObject({ feasible: false });
  });

  it('is given up when a rank test makes the only key a valet', async () => {
    const number = await identified('Fernhollow', { year: 1996, why: 'spare', working: 1 });
    const view = await viewOf(actor, number);
    expect(view.rank?.moments.length).toBeGreaterThan(0);
    const vanId = view.van?.id ?? '';
    await chooseRoute(actor, { ...(await edit(number)), route: 'onBoard', vanId, reason: '' });
    expect((await viewOf(actor, number)).job.route).toBe('onBoard');
    const keyId = view.job.keys.find(({ madeHere }) => !madeHere)?.id ?? '';
    expect(await setRank(actor, { ...(await edit(number)), keyId: uuid(), rank: 'valet' })).toMatchObject({
      ok: false,
    });
    expect(await setRank(actor, { ...(await edit(number)), keyId, rank: 'valet' })).toMatchObject({
      ok: true,
    });
    expect((await viewOf(actor, number)).job.route).toBeNull();
    expect((await routeOf(number, 'onBoard'))?.verdict).toMatchObject({ feasible: false });
  });

  it('notes the network with its version, and a stale edit is refused with both states', async () => {
    const number = await identified('Merrowdale', lostBoth);
    const seen = await edit(number);
    expect(await chooseNetwork(actor, { ...seen, network: false })).toMatchObject({ ok: true });
    expect(await chooseNetwork(actor, { ...seen, network: true })).toMatchObject({
      ok: false,
      stale: { theirs: { network: false } },
    });
  });

  it('learns from attempts: chance, and the system type that answered goes first', async () => {
    const asked = { platform: 'Heddle 1', keys: [{ presence: 'here' }], known: 1, wanted: 1 } as never;
    const before = await findRoutesFor(actor, asked);
    const number = await jobOn('Heddle 1');
    expect((await viewOf(actor, number)).platform?.name).toBe('Heddle 1');
    await recordAuthority(actor, { ...(await edit(number)), ...onSitePapers });
    expect(
      await sendEvent(
        actor,
        number,
        'attemptRecorded',
        attemptContent('add', { systemType: 'H1-bus', pinFrom: 'obdSocket' }),
      ),
    ).toMatchObject({ ok: true });
    const after = await findRoutesFor(actor, asked);
    if (!before.ok || !after.ok) throw new Error('expected routes');
    expect(after.value.systemTypes[0]).toBe('H1-bus');
    const rests = (found: typeof after) =>
      found.ok && found.value.routes.find(({ kind }) => kind === 'add')?.chance?.rests;
    expect(rests(after)).not.toBe(rests(before));
  });

  async function jobOn(platform: string): Promise<number> {
    const found = await database().query<{ model: string; year: number; ignition: string }>(
      `SELECT md.name AS model, a.from_year AS year, a.ignition FROM application a JOIN platform p ON p.id = a.platform_id
       JOIN generation g ON g.id = a.generation_id JOIN model md ON md.id = g.model_id
       WHERE p.name = $1 AND g.market = 'Meres' ORDER BY a.weight DESC LIMIT 1`,
      [platform],
    );
    const [row] = found.rows;
    return identified(row?.model ?? '', {
      year: row?.year,
      ignition: row?.ignition,
      why: 'spare',
      working: 1,
    });
  }
});

describe('the benches of keys', () => {
  it('refuse names nobody knows and copies that turn in a ring', async () => {
    const asked = { platform: 'Heddle 2', keys: [{ presence: 'here' }], known: 1, wanted: 1 };
    const routes = (more: object) => findRoutesFor(actor, { ...asked, ...more } as never);
    for (const [more, field] of [
      [{ platform: 'Heddle 99' }, 'platform'],
      [{ van: 'Ark' }, 'van'],
      [{ market: 'Atlantis' }, 'market'],
      [{ make: 'Nobody' }, 'make'],
      [{ keys: [{ presence: 'here', copyOf: 1 }] }, 'keys.0.copyOf'],
      [
        {
          keys: [
            { presence: 'here', copyOf: 2 },
            { presence: 'here', copyOf: 1 },
          ],
        },
        'keys.0.copyOf',
      ],
      [{ keys: [{ presence: 'here', copyOf: 9 }] }, 'keys.0.copyOf'],
    ] as const)
      expect(await routes(more), JSON.stringify(more)).toMatchObject({ ok: false, problems: [{ field }] });
  });

  it('count copies once, whatever stands between them', async () => {
    const counted = await countKeysFor(actor, {
      keys: [
        { presence: 'here' },
        { presence: 'here', copyOf: 1 },
        { presence: 'here', copyOf: 2 },
        { presence: 'lost' },
      ],
      known: 3,
      wanted: 0,
      maximum: 8,
      minimum: 1,
    } as never);
    expect(counted).toMatchObject({
      ok: true,
      value: { count: { presentKnown: 1, lostLive: 1, unaccounted: { low: 2, high: 2 } } },
    });
    expect(
      await countKeysFor(actor, { keys: [], known: 0, wanted: 0, maximum: 1, minimum: 2 } as never),
    ).toMatchObject({ ok: false, problems: [{ field: 'minimum' }] });
  });
});
