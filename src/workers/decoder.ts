import type { Decoder } from './decode.worker';
import { type OpenWorker, openWorker } from './open-worker';

/** A worker that decodes. */
export function openDecoder(): OpenWorker<Decoder> {
  return openWorker(
    new Worker(new URL('./decode.worker.ts', import.meta.url), { type: 'module' }),
    'decoder',
  );
}
