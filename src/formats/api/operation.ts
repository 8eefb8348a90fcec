import type { Scope } from '@/core/authority/scopes';
import { list, type Schema, text, uuid, whole } from './schema';

export const problemSchema: Schema = {
  type: 'object',
  properties: {
    type: text,
    title: text,
    status: whole,
    detail: text,
    errors: list({ type: 'object', properties: { field: text, message: text }, required: ['message'] }),
  },
  required: ['type', 'title', 'status', 'detail'],
};

const problems: Readonly<Record<string, string>> = {
  400: 'The request cannot be read; `errors` names the fields',
  401: 'Not signed in, or the token does not stand',
  403: 'The token does not open this',
  404: 'There is no such thing',
  409: 'The state of things refuses it',
  413: 'The body is too large',
  415: 'Another content type was expected',
  422: 'The key came with another request before',
  429: 'Too many wrong tokens from this address',
  503: 'Too much is being worked on, or the database is away; try again',
};

/** How a request that carries JSON can be refused. */
export const asJson = ['400', '409', '413', '415'] as const;

/** The same of a change that is done once for each key. */
export const asChange = [...asJson, '422'] as const;

/** The key of a change: sent again, it is answered again and not done again, for seven days. */
export const keyHeader: Schema = {
  name: 'Idempotency-Key',
  in: 'header',
  required: true,
  schema: { type: 'string', minLength: 8, maxLength: 100, pattern: '^[!-~]*$' },
};

interface Operation {
  readonly summary: string;
  readonly request?: Schema | undefined;
  /** Another body than JSON, by its types. */
  readonly files?: Readonly<Record<string, Schema>>;
  readonly answer?: Schema;
  readonly answerType?: string;
  readonly status?: string;
  readonly parameters?: readonly Schema[];
  readonly refusals: readonly string[];
  /** Answered to anybody. */
  readonly open?: boolean;
  /** What a program's token must open; without it the operation is for people. */
  readonly scope?: Scope;
}

/** The paths of a subject as OpenAPI has them: each with its methods. */
export type Paths = Readonly<Record<string, Readonly<Record<string, Schema>>>>;

/** An operation as OpenAPI has it, with the refusals that all of its kind share. */
export function operation(told: Operation): Schema {
  const { summary, request, files, parameters, open, scope } = told;
  const body = request ? { 'application/json': request } : files;
  return {
    summary,
    ...(parameters ? { parameters } : {}),
    ...(body ? { requestBody: { required: true, content: contentOf(body) } } : {}),
    responses: responsesOf(told),
    ...(open ? { security: [] } : {}),
    ...(scope ? { security: [{ session: [] }, { token: [scope] }] } : {}),
  };
}

function responsesOf({ answer, answerType, status = '200', refusals, open, scope }: Operation): Schema {
  const codes = [...(open ? [] : ['401']), ...(scope ? ['403', '429'] : []), ...refusals].sort();
  const problem = contentOf({ 'application/problem+json': { $ref: '#/components/schemas/Problem' } });
  return {
    [status]: {
      description: 'Done',
      content: contentOf({ [answerType ?? 'application/json']: answer ?? text }),
    },
    ...Object.fromEntries(
      codes.map((code) => [code, { description: problems[code] ?? 'Problem', content: problem }]),
    ),
  };
}

function contentOf(schemas: Readonly<Record<string, Schema>>): Schema {
  return Object.fromEntries(Object.entries(schemas).map(([type, schema]) => [type, { schema }]));
}

export const path = (name: string, schema: Schema): Schema => ({ name, in: 'path', required: true, schema });
export const query = (name: string, schema: Schema, required = false): Schema => ({
  name,
  in: 'query',
  required,
  schema,
});

/** The number of a job or quote in an address. */
export const numbered = path('number', { type: 'integer', minimum: 1 });
export const idPath = path('id', uuid);
export const anyObject = { type: 'object' } as const;
