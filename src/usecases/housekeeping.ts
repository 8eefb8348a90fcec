import { log } from '@/outside/log';
import { isDatabaseAway } from './failures';
import { prepareVault } from './secrets/prepare-vault';
import { applyRetention } from './secrets/retention';

const everyMs = 3_600_000;

/** Ends the server where its vault key is not the database's; else applies the retention periods, now and every hour. */
export async function startHousekeeping(): Promise<void> {
  const vault = await prepareVault().catch((error) => {
    if (isDatabaseAway(error)) return undefined;
    throw error;
  });
  if (vault?.kind === 'refused') {
    console.error(`kilnsman: ${vault.message}`);
    process.exit(1);
  }
  const sweep = () =>
    applyRetention().catch((error) => log.warn({ message: error.message }, 'retention failed'));
  await sweep();
  setInterval(sweep, everyMs).unref();
}
