import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { eventKinds, isAudited } from '@/core/job/events/events';
import type { PersonActor } from '@/core/kinds/actor';
import { database } from '@/usecases/database';
import { recordAuthority } from '@/usecases/jobs/authority';
import { chooseCandidate, chooseNetwork, chooseRoute } from '@/usecases/jobs/decide';
import { recordFacts } from '@/usecases/jobs/record';
import { hangBitting } from '@/usecases/secrets/blade-secrets';
import { keepSecret, readSecrets } from '@/usecases/secrets/secrets';
import { attemptContent, openTestJob, sendEvent, viewOf } from '../support/jobs';
import { advancePapers, onSitePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

/** Statements that every client sends while they are counted. */
const sent: string[] = [];
const { query } = pg.Client.prototype;
beforeAll(() => {
  pg.Client.prototype.query = function counted(this: pg.Client, ...given: unknown[]) {
    const [what] = given;
    const text = typeof what === 'string' ? what : (what as { text?: string }).text;
    sent.push(text ?? '?');
    return (query as (...all: unknown[]) => unknown).apply(this, given);
  } as typeof query;
});
afterAll(() => {
  pg.Client.prototype.query = query;
});

/** What a piece of work sends once every statement was seen before. */
async function messagesOf(work: () => Promise<unknown>): Promise<number> {
  await work();
  sent.length = 0;
  await work();
  return sent.length;
}

let locksmith: PersonActor;
let number = 0;
const edit = async () => ({ number, version: (await viewOf(locksmith, number)).job.version });
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  number = await openTestJob(locksmith, 'Merrowdale', { year: 2018, ignition: 'push', why: 'spare' });
  const view = await viewOf(locksmith, number);
  const applicationId = view.candidates[0]?.application.id ?? '';
  await chooseCandidate(locksmith, { ...(await edit()), applicationId, reason: 'likeliest' });
  const { advice, van } = await viewOf(locksmith, number);
  await chooseRoute(locksmith, {
    ...(await edit()),
    vanId: van?.id ?? '',
    route: advice?.kind ?? 'dealer',
    reason: '',
  });
  await recordAuthority(locksmith, { ...(await edit()), ...advancePapers });
  await recordAuthority(locksmith, { ...(await edit()), ...onSitePapers });
});

describe('messages to the database', () => {
  it('a view costs at most 15, and is a function of what was loaded', async () => {
    const count = await messagesOf(() => viewOf(locksmith, number));
    expect(count).toBeLessThanOrEqual(15);
    expect(count).toBeGreaterThan(2);
  });

  it('an edit costs at most 30, also one that weighs the routes again', async () => {
    const facts = () =>
      edit().then((one) =>
        recordFacts(locksmith, { ...one, facts: [{ kind: 'blank', value: 'BLANK-2041' }] }),
      );
    const own = await messagesOf(() => edit());
    expect((await messagesOf(facts)) - own).toBeLessThanOrEqual(15);
    const network = () => edit().then((one) => chooseNetwork(locksmith, { ...one, network: true }));
    expect((await messagesOf(network)) - own).toBeLessThanOrEqual(30);
  });

  it('an event costs at most six, BEGIN and COMMIT counted, whatever its kind', async () => {
    const { application } = await viewOf(locksmith, number);
    const keyway = application?.keyway;
    const bitting = Array.from({ length: keyway?.spaces ?? 8 }, (_, at) => (at % 2) + 1).join('');
    expect(await hangBitting(locksmith, { number, keyway: keyway?.name ?? '', bitting })).toMatchObject({
      ok: true,
    });
    await keepSecret(locksmith, { ...(await edit()), kind: 'pin', source: 'customer', value: '48213' });
    const { secrets } = await readSecrets(locksmith, (await viewOf(locksmith, number)).job);
    const bittingId = secrets.find(({ kind }) => kind === 'bitting')?.id;
    const van = (await viewOf(locksmith, number)).van;
    const blank = application?.blank ?? '';
    await database().query(
      `INSERT INTO stock_movement (id, at, van_id, article, state, grade, quantity, reason, actor_kind, actor_id)
       VALUES ($1, $2, $3, $4, 'new', 'aftermarket', 20, 'arrived', 'person', $5)`,
      [uuid(), locksmith.at, van?.id, blank, locksmith.personId],
    );
    const piece = { vanId: van?.id, article: blank, state: 'new', grade: 'aftermarket' };
    let cutId = '';
    let attemptId = '';
    const { route } = (await viewOf(locksmith, number)).job;
    const contents: Partial<Record<(typeof eventKinds)[number], () => object>> = {
      countRead: () => ({ moment: 'before', answer: 2 }),
      attemptRecorded: () => {
        attemptId = uuid();
        return {
          ...attemptContent(route ?? '', { result: 'failed', reason: 'The car did not answer.' }),
          attemptId,
        };
      },
      attemptWithdrawn: () => ({ attemptId, reason: 'Typed on the wrong job.' }),
      bladeCut: () => {
        cutId = uuid();
        return { cutId, bittingId, where: 'car', spoiled: false, again: null, piece };
      },
      bladeMeasured: () => ({ cutId, passes: true, off: [], machine: null }),
      lockTried: () => ({ cutId, lock: 'ignition', turns: 'bothWays', smooth: true }),
    };
    const counts: Record<string, number> = {};
    for (let round = 0; round < 3; round += 1)
      for (const [kind, content] of Object.entries(contents)) {
        sent.length = 0;
        const answer = await sendEvent(locksmith, number, kind, content());
        expect(answer, `${kind}: ${JSON.stringify(answer)}`).toMatchObject({ ok: true });
        counts[kind] = sent.length;
      }
    expect(counts).toEqual(
      Object.fromEntries(Object.entries(counts).map(([kind, count]) => [kind, Math.min(count, 6)])),
    );
    // One that is sent again, and one that is refused, cost no more.
    const id = uuid();
    await sendEvent(locksmith, number, 'countRead', { moment: 'before', answer: 3 }, id);
    sent.length = 0;
    expect(
      await sendEvent(locksmith, number, 'countRead', { moment: 'before', answer: 3 }, id),
    ).toMatchObject({
      value: { repeated: true },
    });
    expect(sent.length).toBeLessThanOrEqual(6);
    sent.length = 0;
    expect(
      await sendEvent(locksmith, number, 'attemptWithdrawn', { attemptId: uuid(), reason: 'x' }),
    ).toMatchObject({
      ok: false,
    });
    expect(sent.length).toBeLessThanOrEqual(6);
  });

  it('say which kinds of event write into the audit: what opens, learns, cuts, counts or takes such back', async () => {
    expect(eventKinds.filter(isAudited)).toEqual([
      'countRead',
      'doorOpened',
      'attemptRecorded',
      'attemptWithdrawn',
      'bladeCut',
      'cutWithdrawn',
    ]);
    const lines = async () =>
      (await database().query<{ count: number }>('SELECT count(*)::int AS count FROM audit_line')).rows[0]
        ?.count ?? 0;
    const before = await lines();
    await sendEvent(locksmith, number, 'countRead', { moment: 'after', answer: 3 });
    expect(await lines()).toBe(before + 1);
  });
});
