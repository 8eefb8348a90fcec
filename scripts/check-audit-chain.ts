// `npm run audit-chain`: recomputes the audit chain, holds it against its seals, and says where it does not fit.
import { auditWords, checkAudit } from '@/usecases/audit/audit-seal';
import { runCommand } from './run-command';

await runCommand(async () => {
  const { ok, lines } = auditWords(await checkAudit());
  for (const line of lines) console.log(line);
  return ok;
});
