import { addDays, instantOf, localMoment } from '@/core/kinds/local-time';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { type Clocks, type Due, forgetDue, noteDue, readClocks } from '@/data/retention';
import { blankPersonalData, destroyDataKeys } from '@/data/secrets';
import { findShop } from '@/data/shop';
import { isClockSimulated, now } from '@/outside/clock';
import { database, transact } from '../database';
import { systemActor } from '../people/sessions';
import { clearTrouble, noteTrouble } from '../troubles';

export interface RetentionDone {
  /** Jobs whose codes, bittings and PINs can never be read again. */
  readonly destroyed: number;
  /** Jobs whose names, phones, places and signatures were removed. */
  readonly blanked: number;
  /** Why nothing was done: the clock cannot be trusted. */
  readonly waits?: string;
}

const dayMs = 86_400_000;
/** A shop may rest for so long; a clock that is further on has jumped. */
const longestRestDays = 45;
const slackMs = 10 * 60_000;

/**
 * Destroys the data keys and removes the personal data of jobs whose periods are over. What cannot be undone distrusts the
 * clock: nothing is done where it disagrees with the newest audit line or with the database's own, and what is due is
 * noted at one look and done at a look a day later at the earliest.
 */
export async function applyRetention(given?: Clocks, simulated = isClockSimulated()): Promise<RetentionDone> {
  const clocks = given ?? (await readClocks(database(), now()));
  const waits = clockTrouble(clocks, simulated);
  if (waits !== undefined) {
    noteTrouble('retention', waits);
    return { destroyed: 0, blanked: 0, waits };
  }
  clearTrouble('retention');
  return transact(async (db) => {
    const shop = await findShop(db);
    if (!shop) return { destroyed: 0, blanked: 0 };
    const { secretDays, personalDays } = shop.rules;
    const doneFor = (what: Due, days: number, work: (jobs: readonly string[]) => Promise<void>) =>
      applyTo(db, what, closedBefore(clocks.at, shop.zone, days), { clocks, simulated }, work);
    return {
      destroyed: await doneFor('secrets', secretDays, (jobs) => destroyDataKeys(db, jobs, clocks.at)),
      blanked: await doneFor('personal', personalDays, (jobs) => blankPersonalData(db, jobs, clocks.at)),
    };
  });
}

/** Why the clock cannot be trusted with what cannot be undone; undefined where it can. */
export function clockTrouble(
  { at, databaseAt, newestAuditAt }: Clocks,
  simulated: boolean,
): string | undefined {
  const apart = Math.abs(at.getTime() - databaseAt.getTime());
  if (!simulated && apart > slackMs)
    return `Nothing is destroyed: this clock and the database's are ${Math.round(apart / 60_000)} minutes apart.`;
  if (newestAuditAt === null) return undefined;
  const ahead = at.getTime() - newestAuditAt.getTime();
  if (ahead < -slackMs) return 'Nothing is destroyed: the clock is behind the newest line of the audit.';
  return ahead > longestRestDays * dayMs
    ? `Nothing is destroyed: the clock is ${Math.floor(ahead / dayMs)} days after the newest line of the audit. It goes on once somebody has signed in, where the clock is right.`
    : undefined;
}

async function applyTo(
  db: Db,
  what: Due,
  before: Date,
  { clocks, simulated }: { readonly clocks: Clocks; readonly simulated: boolean },
  work: (jobs: readonly string[]) => Promise<void>,
): Promise<number> {
  const jobs = await noteDue(db, what, before, clocks, {
    at: new Date(clocks.at.getTime() - dayMs),
    databaseAt: simulated ? clocks.databaseAt : new Date(clocks.databaseAt.getTime() - dayMs),
  });
  await work(jobs);
  await forgetDue(db, what, jobs);
  const actor = systemActor('retention');
  for (const jobId of jobs)
    await appendAudit(db, actor, {
      action: what === 'secrets' ? 'secret.destroyed' : 'person.blanked',
      subjectKind: 'job',
      subjectId: jobId,
    });
  return jobs.length;
}

function closedBefore(at: Date, zone: string, days: number): Date {
  const { day, hour } = localMoment(at, zone);
  return instantOf({ day: addDays(day, -days), hour }, zone);
}
