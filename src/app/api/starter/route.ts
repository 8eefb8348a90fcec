import { Readable } from 'node:stream';
import { packTexts } from '@/formats/archive/pack';
import { starterFiles, starterJson } from '@/usecases/library/starter';
import { signedIn } from '../handler';

/** A small made-up library to begin with: files to fill in as a zip, or `?form=json` as one document to import. */
export const GET = signedIn(async (actor, request) => {
  const asJson = new URL(request.url).searchParams.get('form') === 'json';
  const body = asJson
    ? starterJson(actor)
    : (Readable.toWeb(packTexts(starterFiles(actor))) as ReadableStream<Uint8Array>);
  return new Response(body, {
    headers: {
      'content-type': asJson ? 'application/json; charset=utf-8' : 'application/zip',
      'content-disposition': `attachment; filename="${asJson ? 'starter-library.json' : 'starter-files.zip'}"`,
      'cache-control': 'no-store',
    },
  });
});
