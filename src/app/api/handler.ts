import type { ClassConstructor } from 'class-transformer';
import type { PersonActor } from '@/core/kinds/actor';
import type { Result } from '@/core/kinds/result';
import { parseInput } from '@/inputs/parse';
import { isDatabaseAway, reportUnexpected } from '@/usecases/failures';
import { PoolFull } from '@/usecases/pool/pool-full';
import { checkRequestOrigin } from '@/usecases/request-origin';
import { findActor } from '../session';

/** Wraps an API handler: repeats the Host and Origin check, and answers the unexpected with an id only. */
export function handler<Context>(work: (request: Request, context: Context) => Promise<Response>) {
  return async (request: Request, context: Context): Promise<Response> => {
    const refused = checkRequestOrigin(request.method, request.headers);
    if (refused) return problem(refused.status, refused.message);
    try {
      return await work(request, context);
    } catch (error) {
      if (error instanceof PoolFull)
        return problem(503, 'Too much is being worked on. Try again in a moment.');
      if (isDatabaseAway(error))
        return problem(503, 'The database cannot be reached. Try again in a moment.');
      return problem(500, `Something unexpected happened; it is logged as ${reportUnexpected(error)}.`);
    }
  };
}

/** A handler for signed-in people; 401 for all others. */
export function signedIn<Context>(
  work: (actor: PersonActor, request: Request, context: Context) => Promise<Response>,
) {
  return handler(async (request: Request, context: Context) => {
    const actor = await findActor();
    return actor ? work(actor, request, context) : problem(401, 'Sign in first.');
  });
}

/** Parses a JSON body at the door, runs a use-case and answers with its value, or with the fields that are wrong. */
export async function answerJson<Input extends object, Value>(
  request: Request,
  Class: ClassConstructor<Input>,
  work: (input: Input) => Promise<Result<Value>>,
  show: (value: Value) => unknown = (value) => value,
  status = 200,
): Promise<Response> {
  const body = await readJson(request, smallBody);
  if (!body.ok) return body.response;
  const input = parseInput(Class, body.value);
  if (!input.ok) return problem(400, 'The request cannot be read.', { errors: input.problems });
  const result = await work(input.value);
  if (!result.ok) return refusal(result.problems);
  return Response.json(show(result.value), { status, headers: { 'cache-control': 'no-store' } });
}

/** A well-formed request that the state of things refuses. */
export function refusal(problems: readonly { readonly message: string }[]): Response {
  return problem(409, problems[0]?.message ?? 'Refused.', { errors: problems });
}

const smallBody = 16_384;

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
