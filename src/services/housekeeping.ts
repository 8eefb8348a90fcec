import { dropOldAttempts } from '@/data/attempt-limits';
import { log } from '@/outside/log';
import { backUpWhenDue } from '@/usecases/archive/backups';
import { forgetOldRequests } from '@/usecases/asking/once';
import { sealAudit } from '@/usecases/audit/audit-seal';
import { warmShortLane } from '@/usecases/benches/ask-in-pool';
import { database } from '@/usecases/database';
import { isDatabaseAway } from '@/usecases/failures';
import { forgetOldRead } from '@/usecases/jobs/news';
import { endDeadImports } from '@/usecases/library/signs-of-life';
import { publicOriginProblem } from '@/usecases/request-origin';
import { applyRetention } from '@/usecases/secrets/retention';
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
  repeat('retention', hourMs, applyRetention);
  repeat('dead imports', minuteMs, endDeadImports);
  repeat('audit seal', minuteMs, sealAudit);
  repeat('backup', minuteMs, backUpWhenDue);
  void keepRunningErrands();
  repeat('old attempts', hourMs, () => dropOldAttempts(database()));
  repeat('old requests', hourMs, forgetOldRequests);
  repeat('old news', hourMs, forgetOldRead);
}

/** Does something now and again and again; where it fails, the next time comes all the same. */
function repeat(what: string, everyMs: number, work: () => Promise<unknown>): void {
  const once = () =>
    work().catch((error: Error & { code?: string }) =>
      log.warn({ what, code: error.code ?? error.name }, 'housekeeping failed'),
    );
  void once();
  setInterval(once, everyMs).unref();
}
