import { GaugeInput } from '@/inputs/blade-inputs';
import { drawGauge } from '@/usecases/benches/gauge';
import { allowed, readInput, refusal } from '../../../handler';

/** A keyway drawn at true scale, to lay a key on. */
export const POST = allowed('benches', async (actor, request) => {
  const input = await readInput(request, GaugeInput);
  if (!input.ok) return input.response;
  const drawn = await drawGauge(actor, input.value);
  if (!drawn.ok) return refusal(drawn.problems);
  const { name, type, bytes } = drawn.value;
  return new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    },
  });
});
