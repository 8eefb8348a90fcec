import { log } from '@/outside/log';
import { runErrands } from '@/usecases/errands/run';
import { whyNot } from '@/usecases/failures';

const restMs = 1000;

/** Does what is due, for as long as the process lives; rests a second once nothing is. */
export async function keepRunningErrands(): Promise<never> {
  for (;;) {
    const taken = await runErrands().catch((error: unknown) => {
      log.warn({ what: 'errands', why: whyNot(error) }, 'housekeeping failed');
      return 0;
    });
    if (taken === 0) await new Promise((resolve) => setTimeout(resolve, restMs).unref());
  }
}
