import { Readable } from 'node:stream';
import { exportArchive } from '@/usecases/archive/export-archive';
import { refusal, signedIn } from '../handler';

/** All that the shop owns as one zip, sent as it is read. Where reading fails half-way, the transfer breaks off. */
export const GET = signedIn(async (actor) => {
  const exported = await exportArchive(actor);
  if (!exported.ok) return refusal(exported.problems);
  const { name, zip, aboutBytes } = exported.value;
  return new Response(Readable.toWeb(zip) as ReadableStream<Uint8Array>, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
      ...(aboutBytes === null ? {} : { 'x-about-bytes': String(aboutBytes) }),
    },
  });
});
