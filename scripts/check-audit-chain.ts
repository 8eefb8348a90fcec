// `npm run audit-chain`: recomputes the audit chain of DATABASE_URL and says where it breaks.
import { checkAuditChain } from '@/data/audit';
import { closeDatabase, database } from '@/usecases/database';

const { lines, brokenAt } = await checkAuditChain(database());
await closeDatabase();
console.log(
  brokenAt === undefined
    ? `The chain of ${lines} lines fits.`
    : `The chain breaks at line ${brokenAt} of ${lines}.`,
);
process.exitCode = brokenAt === undefined ? 0 : 1;
