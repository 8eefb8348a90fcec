import { listenForJobs } from '@/data/live';
import { log } from '@/outside/log';

type Heard = (event: LiveEvent) => void;

/** Something changed: a job by its number; there is news; or the listening was interrupted, so that anything may have. */
export type LiveEvent =
  | { readonly kind: 'job'; readonly number: number }
  | { readonly kind: 'news' }
  | { readonly kind: 'missed' };

const hearers = new Set<Heard>();
let listening = false;
const firstWait = 500;
const longestWait = 15_000;

/** Calls `hear` for every change until the returned function is called; one listening connection serves all. */
export function hearChanges(hear: Heard): () => void {
  hearers.add(hear);
  if (!listening) {
    listening = true;
    void keepListening();
  }
  return () => {
    hearers.delete(hear);
  };
}

function tell(event: LiveEvent): void {
  for (const hear of hearers) hear(event);
}

/** Keeps one connection listening; when it is lost, another is opened and everybody is told to look again. */
async function keepListening(): Promise<never> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set');
  for (let wait = firstWait; ; wait = Math.min(2 * wait, longestWait)) {
    try {
      await new Promise<void>((lost, failed) => {
        listenForJobs(
          url,
          (heard) => tell(heard === 'news' ? { kind: 'news' } : { kind: 'job', number: heard }),
          lost,
        ).then(() => {
          wait = firstWait;
          tell({ kind: 'missed' });
        }, failed);
      });
    } catch (error) {
      const { code, name } = error as Error & { code?: string };
      log.warn({ code: code ?? name }, 'listening for changes failed');
    }
    await new Promise((resolve) => setTimeout(resolve, wait).unref());
  }
}
