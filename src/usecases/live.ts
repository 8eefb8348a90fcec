import { listenForJobs } from '@/data/live';
import { log } from '@/outside/log';

type Heard = (event: LiveEvent) => void;

/** Something changed: a job by its number; or the listening was interrupted, so that anything may have. */
export type LiveEvent = { readonly kind: 'job'; readonly number: number } | { readonly kind: 'missed' };

const hearers = new Set<Heard>();
let listening = false;
let wait = 500;
const longestWait = 15_000;

/** Calls `hear` for every change until the returned function is called; one listening connection serves all. */
export function hearChanges(hear: Heard): () => void {
  hearers.add(hear);
  if (!listening) {
    listening = true;
    void listen();
  }
  return () => {
    hearers.delete(hear);
  };
}

function tell(event: LiveEvent): void {
  for (const hear of hearers) hear(event);
}

/** Keeps one connection listening; when it is lost, another is opened and everybody is told to look again. */
async function listen(): Promise<void> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set');
  const again = () => {
    setTimeout(() => void listen(), wait).unref();
    wait = Math.min(2 * wait, longestWait);
  };
  try {
    await listenForJobs(url, (number) => tell({ kind: 'job', number }), again);
    wait = 500;
    tell({ kind: 'missed' });
  } catch (error) {
    log.warn({ message: error instanceof Error ? error.message : 'unknown' }, 'listening for changes failed');
    again();
  }
}
