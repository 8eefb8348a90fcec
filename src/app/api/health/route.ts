import { isDatabaseThere } from '@/usecases/health';
import { handler } from '../handler';

/** Says which program and clone answers, and whether its database does. */
export const GET = handler(async () => {
  const there = await isDatabaseThere();
  const body = {
    program: 'kilnsman',
    instance: process.env.KILNSMAN_INSTANCE ?? '',
    database: there ? 'there' : 'away',
  };
  return Response.json(body, { status: there ? 200 : 503, headers: { 'cache-control': 'no-store' } });
});
