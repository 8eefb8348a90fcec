import { type Remote, wrap } from 'comlink';
import type { Decoder } from './decode.worker';

export interface OpenDecoder {
  readonly decoder: Remote<Decoder>;
  /** Rejected where the worker does not come up. */
  readonly failed: Promise<never>;
  readonly close: () => void;
}

/** A worker that decodes, with what ends it. */
export function openDecoder(): OpenDecoder {
  const worker = new Worker(new URL('./decode.worker.ts', import.meta.url), { type: 'module' });
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = () => reject(new Error('The decoder did not start. Reload the page.'));
  });
  // Whoever waits for an answer hears of it; where nobody does, it is no trouble.
  failed.catch(() => undefined);
  return { decoder: wrap<Decoder>(worker), failed, close: () => worker.terminate() };
}
