import { exportWrappedKeys } from '@/usecases/archive/export-archive';
import { refusal, signedIn } from '../../handler';

/** The wrapped keys of secrets, for an archive that was exported before. */
export const GET = signedIn(async (actor) => {
  const keys = await exportWrappedKeys(actor);
  return keys.ok
    ? new Response(keys.value, {
        headers: {
          'content-type': 'text/plain; charset=utf-8',
          'content-disposition': 'attachment; filename="wrapped-keys.txt"',
          'cache-control': 'no-store',
        },
      })
    : refusal(keys.problems);
});
