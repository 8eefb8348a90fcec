// `npm run rotate-vault-key`: changes the vault key. Stopped half-way it goes on when it is run again.
import { vaultFile, vaultFromEnvironment } from '@/outside/vault-key';
import { sealAudit } from '@/usecases/audit/audit-seal';
import { rotateVault } from '@/usecases/vault/rotate-vault';
import { runCommand } from './run-command';

await runCommand(async () => {
  const done = await rotateVault((count) => console.log(`kilnsman: ${count} data keys are wrapped anew`));
  await sealAudit();
  console.log(
    vaultFromEnvironment()
      ? `kilnsman: the vault key is changed (${done} data keys). Set KILNSMAN_VAULT_KEY to the new key alone.`
      : `kilnsman: the vault key is changed (${done} data keys). Keep a copy of ${vaultFile()} on another machine.`,
  );
  return true;
});
