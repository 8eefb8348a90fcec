// `npm run retention`: looks for secrets and personal data whose periods are over, as the server does every hour. What is
// found is destroyed at a look a day later.
import { applyRetention } from '@/usecases/secrets/retention';
import { runCommand } from './run-command';

await runCommand(async () => {
  const { destroyed, blanked, waits } = await applyRetention();
  console.log(
    waits === undefined
      ? `kilnsman: secrets of ${destroyed} jobs destroyed, personal data of ${blanked} jobs removed; what else is due was noted and goes at a look a day later`
      : `kilnsman: ${waits}`,
  );
  return waits === undefined;
});
