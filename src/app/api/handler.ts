import { isDatabaseAway, reportUnexpected } from '@/usecases/failures';
import { checkRequestOrigin } from '@/usecases/request-origin';

/** Wraps an API handler: repeats the Host and Origin check, and answers the unexpected with an id only. */
export function handler<Context>(work: (request: Request, context: Context) => Promise<Response>) {
  return async (request: Request, context: Context): Promise<Response> => {
    const refused = checkRequestOrigin(request.method, request.headers);
    if (refused) return problem(refused.status, refused.message);
    try {
      return await work(request, context);
    } catch (error) {
      if (isDatabaseAway(error))
        return problem(503, 'The database cannot be reached. Try again in a moment.');
      return problem(500, `Something unexpected happened; it is logged as ${reportUnexpected(error)}.`);
    }
  };
}

type Body =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly response: Response };

/** Reads a JSON body of at most `limit` bytes, counted as they arrive. */
export async function readJson(request: Request, limit: number): Promise<Body> {
  if (!request.headers.get('content-type')?.startsWith('application/json')) {
    return { ok: false, response: problem(415, 'Expected application/json.') };
  }
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.byteLength;
    if (size > limit) return { ok: false, response: problem(413, `Up to ${limit} bytes.`) };
    chunks.push(chunk);
  }
  try {
    return { ok: true, value: JSON.parse(Buffer.concat(chunks).toString('utf8')) };
  } catch {
    return { ok: false, response: problem(400, 'The body is not JSON.') };
  }
}

/** A problem detail (RFC 9457). */
export function problem(status: number, detail: string, more: Record<string, unknown> = {}): Response {
  const body = { type: 'about:blank', title: titles[status] ?? 'Problem', status, detail, ...more };
  return Response.json(body, {
    status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' },
  });
}

const titles: Record<number, string> = {
  400: 'Bad request',
  401: 'Not signed in',
  403: 'Forbidden',
  404: 'Not found',
  409: 'Conflict',
  413: 'Too large',
  415: 'Unsupported media type',
  421: 'Misdirected request',
  500: 'Unexpected',
  503: 'Unavailable',
};
