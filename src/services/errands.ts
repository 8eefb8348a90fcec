import { log } from '@/outside/log';
import { runErrands } from '@/usecases/errands/run';

const restMs = 1000;

/** Does what is due, for as long as the process lives; rests a second once nothing is. */
export async function keepRunningErrands(): Promise<never> {
  for (;;) {
    const taken = await runErrands().catch((error: Error & { code?: string }) => {
      log.warn({ what: 'errands', code: error.code ?? error.name }, 'housekeeping failed');
      return 0;
    });
    if (taken === 0) await new Promise((resolve) => setTimeout(resolve, restMs).unref());
  }
}
