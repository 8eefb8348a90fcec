// `npm run backup`: writes an archive of all that the shop owns into the backup folder, as the running program does by itself.
import { relative } from 'node:path';
import { formatBytes } from '@/core/kinds/units';
import { backupFile, backupFolder, keysFileName } from '@/outside/backup-folder';
import { writeBackup } from '@/usecases/archive/backups';
import { runCommand } from './run-command';

await runCommand(async () => {
  const written = await writeBackup(null);
  if (!written.ok) {
    console.error(
      `kilnsman: the backup was not written: ${written.problems.map(({ message }) => message).join(' ')}`,
    );
    return false;
  }
  const { name, bytes } = written.value;
  console.log(`kilnsman: ${relative('', backupFile(name))} is written, ${formatBytes(bytes)}`);
  console.log(
    `kilnsman: its wrapped keys stand beside it in ${keysFileName}. Keep copies of ${backupFolder()} and of the vault key on other machines, apart from each other.`,
  );
  return true;
});
