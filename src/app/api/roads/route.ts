import { exportRoads } from '@/usecases/shop/roads';
import { signedIn } from '../handler';

/** The roads on file as CSV, for whoever is signed in. */
export const GET = signedIn(
  async (actor) =>
    new Response(await exportRoads(actor), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': 'attachment; filename="roads.csv"',
        'cache-control': 'no-store',
      },
    }),
);
