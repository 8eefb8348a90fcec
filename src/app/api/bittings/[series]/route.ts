import { readShuffledBittings } from '@/usecases/benches/blade-bench';
import { problem, signedIn } from '../../handler';

interface Context {
  readonly params: Promise<{ readonly series: string }>;
}

/** The bittings of a series for the worker that decodes: depths from 0, a byte each, no code and in no order. */
export const GET = signedIn(async (actor, _request, context: Context) => {
  const { series } = await context.params;
  const packed = await readShuffledBittings(actor, series);
  if (!packed) return problem(404, 'There is no code series of this name.');
  return new Response(packed.depths as Uint8Array<ArrayBuffer>, {
    headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
  });
});
