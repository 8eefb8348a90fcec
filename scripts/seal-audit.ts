// Seals the audit chain; run when the server has stopped.
import { sealAudit } from '@/usecases/audit/audit-seal';
import { runCommand } from './run-command';

await runCommand(async () => {
  await sealAudit();
  return true;
});
