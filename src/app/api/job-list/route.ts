import { exportJobs } from '@/usecases/jobs/list';
import { readListAddress } from '../../jobs-address';
import { signedIn } from '../handler';

/** The jobs of a list as CSV, chosen by the address as on the page. */
export const GET = signedIn(async (actor, request) => {
  const chosen = readListAddress(Object.fromEntries(new URL(request.url).searchParams));
  return new Response(await exportJobs(actor, chosen), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="jobs.csv"',
      'cache-control': 'no-store',
    },
  });
});
