import { type Remote, wrap } from 'comlink';

export interface OpenWorker<Face> {
  readonly worker: Remote<Face>;
  /** Rejected where the worker does not come up. */
  readonly failed: Promise<never>;
  readonly close: () => void;
}

/** What a worker offers, with what ends it. */
export function openWorker<Face>(started: Worker, name: string): OpenWorker<Face> {
  const failed = new Promise<never>((_, reject) => {
    started.onerror = () => reject(new Error(`The ${name} did not start. Reload the page.`));
  });
  // Whoever waits for an answer hears of it; where nobody does, it is no trouble.
  failed.catch(() => undefined);
  return { worker: wrap<Face>(started), failed, close: () => started.terminate() };
}
