import { listWaits } from '@/usecases/jobs/waits';
import { shopTime } from '@/usecases/shop/shop';
import { watching } from '../../handler';

/** Every wait that burns down now, and the shop's time. */
export const GET = watching(async (actor) => {
  const { now, rate } = shopTime(actor);
  return Response.json(
    { nowMs: now.getTime(), rate, waits: await listWaits(actor) },
    { headers: { 'cache-control': 'no-store' } },
  );
});
