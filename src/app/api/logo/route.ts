import { largestLogo } from '@/formats/logo';
import { keepLogo, readLogo } from '@/usecases/shop/firm';
import { handler, json, problem, readBody, refusal, signedIn } from '../handler';

/** The shop's logo as it stands on its papers, for anybody: customers see it on what they are sent. */
export const GET = handler(async () => {
  const logo = await readLogo();
  if (!logo) return problem(404, 'There is no logo.');
  return new Response(new Uint8Array(logo.png), {
    headers: {
      'content-type': 'image/png',
      // Pages name its version, so that another logo has another address.
      'cache-control': 'private, max-age=86400',
      etag: `"${logo.version}"`,
    },
  });
});

/** Keeps a picture as the logo, sent as the picture itself. */
export const PUT = signedIn(async (actor, request) => {
  if (!request.headers.get('content-type')?.startsWith('image/')) return problem(415, 'Expected a picture.');
  const body = await readBody(request, largestLogo);
  if (!body.ok) return body.response;
  const kept = await keepLogo(actor, body.value);
  return kept.ok ? json({ kept: true }) : refusal(kept.problems);
});
