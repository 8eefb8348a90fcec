import { describe, expect, it, vi } from 'vitest';
import { announceJob, type Heard, listenForJobs } from '@/data/live';
import { withTransaction } from '@/data/with-transaction';
import { hearChanges, type LiveEvent } from '@/services/live';
import { hearAs } from '@/services/streams';
import { database } from '@/usecases/database';
import { endSessionById, lockNow, startSession, whichAreOpen } from '@/usecases/people/sessions';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

/** Collects what is heard and waits until enough of it came. */
function ears<What>() {
  const heard: What[] = [];
  let wake = () => {};
  return {
    heard,
    hear: (one: What) => {
      heard.push(one);
      wake();
    },
    until: async (there: (heard: readonly What[]) => boolean) => {
      while (!there(heard))
        await new Promise<void>((resolve) => {
          wake = resolve;
        });
    },
  };
}

describe('a change of a job', () => {
  it('reaches every server that listens, once it is committed and never before', async () => {
    const url = process.env.DATABASE_URL ?? '';
    const [one, two] = [ears<Heard>(), ears<Heard>()];
    const ends = await Promise.all([one, two].map(({ hear }) => listenForJobs(url, hear, () => {})));
    await withTransaction(database(), async (db) => {
      await announceJob(db, 1);
      throw new Error('undone');
    }).catch(() => {});
    await withTransaction(database(), (db) => announceJob(db, 2));
    await one.until(({ length }) => length > 0);
    await two.until(({ length }) => length > 0);
    expect([one.heard, two.heard]).toEqual([[2], [2]]);
    for (const end of ends) await end();
  });

  it('is heard again after the connection was lost, and everybody is told to look again', async () => {
    const { heard, hear, until } = ears<LiveEvent>();
    const stop = hearChanges(hear);
    await until((all) => all.some(({ kind }) => kind === 'missed'));
    await database().query('SELECT pg_notify($1, $2)', ['job', '7']);
    await until((all) => all.some((event) => event.kind === 'job' && event.number === 7));
    await database().query(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query = 'LISTEN job' AND datname = current_database()`,
    );
    await until((all) => all.filter(({ kind }) => kind === 'missed').length === 2);
    await database().query('SELECT pg_notify($1, $2)', ['job', '8']);
    await until((all) => all.some((event) => event.kind === 'job' && event.number === 8));
    stop();
    expect(heard.length).toBe(4);
    await database().query(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query = 'LISTEN job' AND datname = current_database()`,
    );
  });
});

describe('a stream', () => {
  it('ends with the session it was opened in: locked, ended, or unknown', async () => {
    const actor = await actorOf('locksmith');
    await startSession(actor.personId, 'tablet');
    const found = await database().query<{ id: string }>(
      'SELECT id FROM session WHERE person_id = $1 ORDER BY started_at DESC LIMIT 1',
      [actor.personId],
    );
    const sessionId = found.rows[0]?.id ?? '';
    const now = { ...actor, sessionId, at: new Date() };
    expect(await whichAreOpen([sessionId])).toEqual(new Set([sessionId]));
    await lockNow(now);
    expect(await whichAreOpen([sessionId])).toEqual(new Set());
    await endSessionById(now, sessionId);
    expect(await whichAreOpen([sessionId])).toEqual(new Set());
    expect(await whichAreOpen(['00000000-0000-4000-8000-000000000000'])).toEqual(new Set());
  });

  it('has a cap for each session, is told of changes, and shares one check a second with the others', async () => {
    const actor = await actorOf('locksmith');
    const sessions = await Promise.all(Array.from({ length: 20 }, (_, at) => open(actor, `tablet ${at}`)));
    const { hear, until } = ears<string>();
    const ended: string[] = [];
    const streams = sessions.flatMap((id) =>
      Array.from({ length: 10 }, () =>
        hearAs(id, new Set([1, 2, 3, 4]), {
          tell: (events) => {
            for (const event of events) hear(event.kind === 'job' ? `job ${event.number}` : event.kind);
          },
          end: () => ended.push(id),
        }),
      ),
    );
    expect(streams.every(Boolean)).toBe(true);
    const [first = ''] = sessions;
    const more = Array.from({ length: 3 }, () =>
      hearAs(first, new Set([1]), { tell: () => {}, end: () => {} }),
    );
    expect(more.map(Boolean)).toEqual([true, true, false]);
    for (const one of more) one?.end();
    await until((all) => all.filter((word) => word.startsWith('missed')).length === 200);

    const asked = vi.spyOn(database(), 'query');
    for (const number of [1, 2, 2, 3, 3, 3, 4]) await announceJob(database(), number);
    await until((all) => all.filter((word) => word.startsWith('job')).length === 800);
    const checks = asked.mock.calls.filter(([query]) => String(query).includes('s.id = ANY'));
    expect(checks.length).toBeLessThanOrEqual(2);
    asked.mockRestore();
    expect(ended).toEqual([]);
    for (const stream of streams) stream?.end();
  });

  it('hears of the jobs it shows and of no other, and nothing is asked for the others', async () => {
    const actor = await actorOf('locksmith');
    const [one, other] = [await open(actor, 'van 1'), await open(actor, 'van 2')];
    const { heard, hear, until } = ears<string>();
    const streams = [
      hearAs(one, new Set([21]), { tell: (events) => hear(`one ${JSON.stringify(events)}`), end: () => {} }),
      hearAs(other, new Set([22, 23]), {
        tell: (events) => hear(`other ${JSON.stringify(events)}`),
        end: () => {},
      }),
    ];
    const asked = vi.spyOn(database(), 'query');
    await announceJob(database(), 99);
    await announceJob(database(), 21);
    await until(({ length }) => length > 0);
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(heard).toEqual(['one [{"kind":"job","number":21}]']);
    expect(asked.mock.calls.filter(([query]) => String(query).includes('s.id = ANY'))).toEqual([
      [expect.anything(), [[one], expect.anything()]],
    ]);
    asked.mockRestore();
    for (const stream of streams) stream?.end();
  });

  it('ends with the next change once its session is locked', async () => {
    const actor = await actorOf('locksmith');
    const sessionId = await open(actor, 'phone');
    const { heard, hear, until } = ears<string>();
    hearAs(sessionId, new Set([9]), { tell: () => hear('told'), end: () => hear('ended') });
    await lockNow({ ...actor, sessionId, at: new Date() });
    await announceJob(database(), 9);
    await until((all) => all.length > 0);
    expect(heard).toEqual(['ended']);
  });
});

/** Opens a session and gives its id. */
async function open({ personId }: { readonly personId: string }, device: string): Promise<string> {
  await startSession(personId, device);
  const found = await database().query<{ id: string }>('SELECT id FROM session WHERE device = $1', [device]);
  return found.rows[0]?.id ?? '';
}
