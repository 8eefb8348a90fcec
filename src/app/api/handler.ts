import type { ClassConstructor } from 'class-transformer';
import type { Scope } from '@/core/authority/scopes';
import type { PersonActor, ShopActor } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import type { Result } from '@/core/kinds/result';
import { canonicalJson } from '@/formats/canonical-json';
import type { TraceFile } from '@/formats/trace-file';
import { parseInput } from '@/inputs/parse';
import type { Asked } from '@/usecases/asking/once';
import { type Passing, passingFailure, reportUnexpected } from '@/usecases/failures';
import type { Refused } from '@/usecases/people/sign-in';
import { readProgram } from '@/usecases/people/tokens';
import { checkRequestOrigin, isReadableAddress, transportHeaders } from '@/usecases/request-origin';
import { findActor, findWatcher, requestOrigin } from '../session';

/** Wraps an API handler: repeats the Host and Origin check, and answers the unexpected with an id only. */
export function handler<Context>(work: (request: Request, context: Context) => Promise<Response>) {
  return async (request: Request, context: Context): Promise<Response> => {
    const response = await answered(request, context);
    for (const [name, value] of Object.entries(transportHeaders())) response.headers.set(name, value);
    return response;
  };

  async function answered(request: Request, context: Context): Promise<Response> {
    // A token is sent on purpose and never by a foreign page, so the origin of its changes does not matter; the host does. Beside
    // a cookie it proves nothing: the cookie comes along by itself.
    const byToken = bearerOf(request) !== undefined && !request.headers.has('cookie');
    const method = byToken ? 'GET' : request.method;
    const refused = checkRequestOrigin(method, request.headers);
    if (refused) return problem(refused.status, refused.message);
    if (!isReadableAddress(request.url)) return problem(400, 'This address cannot be read.');
    try {
      return await work(request, context);
    } catch (error) {
      const passing = passingFailure(error);
      if (passing) return untilLater(passing);
      return problem(500, `Something unexpected happened; it is logged as ${reportUnexpected(error)}.`);
    }
  }
}

/** What a handler of a job's address asks the gate for; `plain` where nothing it answers opens a car, `byContent` where each event says it. */
export type JobPurpose = Purpose | 'plain' | 'byContent';

/**
 * Names the purpose of a handler whose address is a job's, a run's or of what hangs on them. The use-case asks the gate; a test walks
 * all handlers, fails where one names none, and tries each at its gate.
 */
export function ofJob<Handler extends (...given: never[]) => Promise<Response>>(
  purpose: JobPurpose,
  work: Handler,
): Handler {
  return Object.assign(work, { purpose });
}

/** A handler for signed-in people; 401 for all others. */
export function signedIn<Context>(
  work: (actor: PersonActor, request: Request, context: Context) => Promise<Response>,
) {
  return handler(async (request: Request, context: Context) => {
    if (bearerOf(request) !== undefined) return problem(403, 'This is for people; no token opens it.');
    const actor = await findActor();
    return actor ? work(actor, request, context) : problem(401, 'Sign in first.');
  });
}

/** A handler for what the pages of signed-in people ask by themselves: it keeps no screen from being locked. */
export function watching<Context>(
  work: (actor: PersonActor, request: Request, context: Context) => Promise<Response>,
) {
  return handler(async (request: Request, context: Context) => {
    if (bearerOf(request) !== undefined) return problem(403, 'This is for people; no token opens it.');
    const actor = await findWatcher();
    return actor ? work(actor, request, context) : problem(401, 'Sign in first.');
  });
}

/** A handler for signed-in people and for programs whose token opens the scope. */
export function allowed<Context>(
  scope: Scope,
  work: (actor: ShopActor, request: Request, context: Context) => Promise<Response>,
) {
  return handler(async (request: Request, context: Context) => {
    const token = bearerOf(request);
    if (token === undefined) {
      const actor = await findActor();
      return actor ? work(actor, request, context) : problem(401, 'Sign in first, or send a token.');
    }
    const program = await readProgram(token, scope, await requestOrigin());
    return 'actor' in program
      ? work(program.actor, request, context)
      : problem(program.status, program.reason);
  });
}

/** The token of a program, where the request carries one. */
export function bearerOf(request: Request): string | undefined {
  return /^Bearer (\S{1,200})$/.exec(request.headers.get('authorization') ?? '')?.[1];
}

/** Reads a JSON body of at most `limit` bytes into an input; the response says which fields are wrong. */
export async function readInput<Input extends object>(
  request: Request,
  Class: ClassConstructor<Input>,
  limit = smallBody,
): Promise<Body<Input>> {
  const body = await readJson(request, limit);
  if (!body.ok) return body;
  const input = parseInput(Class, body.value);
  return input.ok
    ? input
    : { ok: false, response: problem(400, 'The request cannot be read.', { errors: input.problems }) };
}

/** Parses a JSON body at the door, runs a use-case and answers with its value, or with the fields that are wrong. */
export async function answerJson<Input extends object, Value>(
  request: Request,
  Class: ClassConstructor<Input>,
  work: (input: Input) => Promise<Result<Value>>,
  show: (value: Value) => unknown = (value) => value,
  { status = 200, limit = smallBody }: { readonly status?: number; readonly limit?: number } = {},
): Promise<Response> {
  const input = await readInput(request, Class, limit);
  if (!input.ok) return input.response;
  const result = await work(input.value);
  if (!result.ok) return refusal(result.problems);
  return json(show(result.value), status);
}

/**
 * Reads a change, does it once for its key and answers with its value. A program has to send a key; a person at a page may.
 */
export async function answerOnce<Input extends object, Value>(
  request: Request,
  actor: ShopActor,
  Class: ClassConstructor<Input>,
  work: (input: Input, asked: Asked) => Promise<Result<Value>>,
  show: (value: Value) => unknown = (value) => value,
): Promise<Response> {
  const key = request.headers.get('idempotency-key') ?? undefined;
  if (key === undefined && actor.kind === 'program')
    return problem(400, 'Send an Idempotency-Key, a new one for each change: the same is done once.');
  if (key !== undefined && !/^[!-~]{8,100}$/.test(key))
    return problem(400, 'An Idempotency-Key has 8 to 100 letters, digits and signs.');
  const input = await readInput(request, Class);
  if (!input.ok) return input.response;
  const asked = `${request.method} ${new URL(request.url).pathname} ${canonicalJson(input.value)}`;
  const result = await work(input.value, { key, request: asked });
  if (result.ok) return json(show(result.value), 201);
  return result.problems[0]?.field === 'key'
    ? problem(422, result.problems[0].message)
    : refusal(result.problems);
}

/** A value as JSON. Its length is said, so that a short answer is not packed at more cost than its way. */
export function json(value: unknown, status = 200): Response {
  const body = new TextEncoder().encode(canonicalJson(value));
  return new Response(body, {
    status,
    headers: {
      'content-type': 'application/json',
      'content-length': String(body.byteLength),
      'cache-control': 'no-store',
    },
  });
}

/** A text as a file that is saved under its name. */
export function savedFile({ name, type, text }: TraceFile): Response {
  return new Response(text, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    },
  });
}

/** What passes, and when it is worth another try. */
function untilLater({ status, words, advice, retrySeconds }: Passing): Response {
  const answer = problem(status, `${words} ${advice}`);
  if (retrySeconds !== undefined) answer.headers.set('retry-after', String(retrySeconds));
  return answer;
}

/** Reads a passcode with what belongs to it: 204 where it fits, 401 where it does not, 429 with Retry-After. */
export async function answerPasscode<Input extends object>(
  request: Request,
  Class: ClassConstructor<Input>,
  work: (input: Input) => Promise<{ readonly ok: true } | Refused>,
): Promise<Response> {
  const input = await readInput(request, Class);
  if (!input.ok) return input.response;
  const proved = await work(input.value);
  if (proved.ok) return new Response(null, { status: 204, headers: { 'cache-control': 'no-store' } });
  const { waitSeconds, problems } = proved;
  const answer = problem(waitSeconds ? 429 : 401, problems[0]?.message ?? 'Refused.', { errors: problems });
  if (waitSeconds) answer.headers.set('retry-after', String(waitSeconds));
  return answer;
}

/** A well-formed request that the state of things refuses. */
export function refusal(problems: readonly { readonly message: string }[]): Response {
  return problem(409, problems[0]?.message ?? 'Refused.', { errors: problems });
}

const smallBody = 16_384;

type Body<Value> =
  | { readonly ok: true; readonly value: Value }
  | { readonly ok: false; readonly response: Response };

/** Reads a body of at most `limit` bytes, counted as they arrive; fewer than announced are refused. */
export async function readBody(request: Request, limit: number): Promise<Body<Buffer>> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  try {
    for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
      size += chunk.byteLength;
      if (size > limit) return { ok: false, response: problem(413, `Up to ${limit} bytes.`) };
      chunks.push(chunk);
    }
  } catch {
    return { ok: false, response: problem(400, 'The body did not arrive whole.') };
  }
  const announced = request.headers.get('content-length');
  if (announced !== null && Number(announced) !== size)
    return { ok: false, response: problem(400, `Expected ${announced} bytes, got ${size}.`) };
  return { ok: true, value: Buffer.concat(chunks) };
}

/** Reads a JSON body of at most `limit` bytes. */
export async function readJson(request: Request, limit: number): Promise<Body<unknown>> {
  if (!request.headers.get('content-type')?.startsWith('application/json')) {
    return { ok: false, response: problem(415, 'Expected application/json.') };
  }
  const body = await readBody(request, limit);
  if (!body.ok) return body;
  try {
    return { ok: true, value: JSON.parse(body.value.toString('utf8')) };
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
  422: 'Unprocessable',
  429: 'Too many requests',
  500: 'Unexpected',
  503: 'Unavailable',
  507: 'No room left',
};
