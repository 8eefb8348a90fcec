import { dropOldAttempts } from '@/data/attempt-limits';
import { ping } from '@/data/pool';
import { log } from '@/outside/log';
import { backUpWhenDue } from '@/usecases/archive/backups';
import { forgetOldRequests } from '@/usecases/asking/once';
import { sealAudit } from '@/usecases/audit/audit-seal';
import { warmShortLane } from '@/usecases/benches/ask-in-pool';
import { database } from '@/usecases/database';
import { isDatabaseAway, whyNot } from '@/usecases/failures';
import { forgetOldRead } from '@/usecases/jobs/news';
import { endDeadImports } from '@/usecases/library/signs-of-life';
import { publicOriginProblem } from '@/usecases/request-origin';
import { applyRetention } from '@/usecases/secrets/retention';
import { clearTrouble, noteTrouble } from '@/usecases/troubles';
import { prepareVault } from '@/usecases/vault/prepare-vault';
import { keepRunningErrands } from './errands';
import { watchRequests } from './slow-log';

const hourMs = 3_600_000;
const minuteMs = 60_000;

/** Ends the server where its vault key is not the database's; else starts what it does by itself, again and again. */
export async function startHousekeeping(): Promise<void> {
  const origin = publicOriginProblem(process.env);
  if (origin !== undefined) {
    console.error(`kilnsman: ${origin}`);
    process.exit(1);
  }
  const vault = await prepareVault().catch((error) => {
    if (isDatabaseAway(error)) return undefined;
    throw error;
  });
  if (vault?.kind === 'refused') {
    console.error(`kilnsman: ${vault.message}`);
    process.exit(1);
  }
  watchRequests();
  warmShortLane();
  void keepHouse();
}

/** Waits until the database answers, and then does what is to be done again and again. */
async function keepHouse(): Promise<void> {
  await untilDatabaseAnswers();
  repeat('retention', hourMs, applyRetention);
  repeat('dead imports', minuteMs, endDeadImports);
  repeat('audit seal', minuteMs, sealAudit);
  repeat('backup', minuteMs, backUpWhenDue);
  void keepRunningErrands();
  repeat('old attempts', hourMs, () => dropOldAttempts(database()));
  repeat('old requests', hourMs, forgetOldRequests);
  repeat('old news', hourMs, forgetOldRead);
}

const askAgainMs = 500;

/** A start keeps the program busy for seconds, so that a connection may be given up that was there: it is asked for again. */
async function untilDatabaseAnswers(): Promise<void> {
  for (let asked = 1; ; asked += 1) {
    const why = await ping(database()).then(
      () => undefined,
      (error: unknown) => whyNot(error),
    );
    if (why === undefined) {
      if (asked > 1) log.info({ asked }, 'the database answers');
      clearTrouble('housekeeping');
      return;
    }
    // A minute, and then each ten: what lasts is said, and not twice a second.
    if (asked % 120 === 0) log.warn({ why }, 'housekeeping waits for the database');
    if (asked === 10) noteTrouble('housekeeping', `Housekeeping waits for the database: ${why}.`);
    await new Promise((resolve) => setTimeout(resolve, askAgainMs).unref());
  }
}

/** Does something now and again and again; where it fails, it is said why, at Health too, and the next time comes all the same. */
function repeat(what: string, everyMs: number, work: () => Promise<unknown>): void {
  const once = () =>
    work().then(
      () => clearTrouble(`housekeeping ${what}`),
      (error: unknown) => {
        const why = whyNot(error);
        log.warn({ what, why }, 'housekeeping failed');
        noteTrouble(`housekeeping ${what}`, `Housekeeping (${what}) failed: ${why}. It is tried again.`);
      },
    );
  void once();
  setInterval(once, everyMs).unref();
}
