// Notes in the audit that an archive was taken in, once it is in its place.
import { basename } from 'node:path';
import { noteRestore } from '@/usecases/archive/backups';
import { runCommand } from './run-command';

await runCommand(async () => {
  await noteRestore(basename(process.argv[2] ?? ''));
  return true;
});
