import { readHealth } from '@/usecases/health';
import { handler } from '../handler';

/** Says which program and clone answers, whether its database does, and what else is wrong. */
export const GET = handler(async () => {
  const { database, troubles } = await readHealth();
  const body = {
    program: 'kilnsman',
    instance: process.env.KILNSMAN_INSTANCE ?? '',
    database,
    troubles,
  };
  return Response.json(body, {
    status: database === 'there' ? 200 : 503,
    headers: { 'cache-control': 'no-store' },
  });
});
