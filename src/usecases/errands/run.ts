import { v4 as newLease } from 'uuid';
import type { Actor } from '@/core/kinds/actor';
import { type ErrandKind, waitAfter } from '@/core/kinds/errand';
import type { Db } from '@/data/db';
import { type ClaimedErrand, claimErrands, countFailing, endErrand, postponeErrand } from '@/data/errands';
import { now } from '@/outside/clock';
import { database, transact } from '../database';
import { systemActor } from '../people/sessions';
import { clearTrouble, noteTrouble } from '../troubles';
import type { ErrandWork } from './work';
import { errandWorks } from './works';

/** What a run of errands goes by. */
export interface ErrandTerms {
  /** When an errand is due is asked by this. */
  readonly at?: Date;
  /** How long a server holds an errand; one that died gives it back after that. */
  readonly leaseSeconds?: number;
  // biome-ignore lint/suspicious/noExplicitAny: as in the registry
  readonly works?: Readonly<Record<ErrandKind, ErrandWork<any, any>>>;
}

/** So many are under way at once. */
const atOnce = 4;

/**
 * Does the errands that are due: each is taken in a short transaction, called outside of any, and stored in a second one
 * that ends it. Several servers share them; what one of them stored or gave back late is not stored again.
 * @returns how many were taken
 */
export async function runErrands({
  at = now(),
  leaseSeconds = 60,
  works = errandWorks,
}: ErrandTerms = {}): Promise<number> {
  const lease = newLease();
  const actor: Actor = { ...systemActor('errands'), at };
  const taken = await transact((db) => claimErrands(db, { at, lease, leaseSeconds, most: atOnce }));
  await Promise.all(
    taken.map(async (errand) => {
      const work = works[errand.kind];
      const end = (state: 'done' | 'failed', keep: (db: Db) => Promise<void>) =>
        ended(errand, lease, state, keep);
      try {
        const question = await work.ask(database(), errand.id);
        if (question === undefined)
          return await end('failed', (db) => work.giveUp(db, actor, errand.id, 'unwanted'));
        const answer = await inTime(leaseSeconds, (signal) =>
          work.call(question, { key: errand.id, signal }),
        );
        await end('done', (db) => work.store(db, actor, errand.id, answer));
      } catch (error) {
        await postpone(errand, lease, at, error, () =>
          end('failed', (db) => work.giveUp(db, actor, errand.id, 'unreachable')),
        );
      }
    }),
  );
  if (taken.length > 0) await tellFailing();
  return taken.length;
}

/** Ends an errand and keeps what came of it in one transaction; neither where another server took it meanwhile. */
async function ended(
  { id }: ClaimedErrand,
  lease: string,
  state: 'done' | 'failed',
  keep: (db: Db) => Promise<void>,
): Promise<void> {
  await transact(async (db) => {
    if (await endErrand(db, id, lease, state)) await keep(db);
  });
}

/** Lets it be tried again later, or gives it up. */
async function postpone(
  { id, tries }: ClaimedErrand,
  lease: string,
  at: Date,
  error: unknown,
  giveUp: () => Promise<void>,
): Promise<void> {
  const wait = waitAfter(tries);
  if (wait === undefined) return giveUp();
  await transact((db) =>
    postponeErrand(db, id, lease, { dueAt: new Date(at.getTime() + wait * 1000), error: codeOf(error) }),
  );
}

/** A code of an error, never its words: they might quote what was asked. */
function codeOf(error: unknown): string {
  const { code, name } = error as { code?: unknown; name?: unknown };
  return String(code ?? name ?? 'error').slice(0, 60);
}

/** Calls with a signal that comes before the lease ends, so that nobody else has it while it is still awaited. */
async function inTime<Answer>(
  leaseSeconds: number,
  call: (signal: AbortSignal) => Promise<Answer>,
): Promise<Answer> {
  const signal = AbortSignal.timeout(leaseSeconds * 800);
  const late = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(signal.reason), { once: true });
  });
  return Promise.race([call(signal), late]);
}

async function tellFailing(): Promise<void> {
  const failing = await countFailing(database());
  if (failing === 0) clearTrouble('errands');
  else
    noteTrouble(
      'errands',
      `${failing} ${failing === 1 ? 'question' : 'questions'} could not be put to a service; each is tried again.`,
    );
}
