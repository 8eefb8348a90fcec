import type { Scope } from '@/core/authority/scopes';
import { listNames } from '@/core/catalogue/lists';
import { librarySchema } from '../library-json';
import { candidatesAnswerSchema, identifyAnswerSchema, identifyRequestSchema } from './identify';
import { importAnswerSchema, storeRequestSchema } from './imports';
import {
  eventAnswerSchema,
  eventRequestSchema,
  jobAnswerSchema,
  jobsAnswerSchema,
  openJobAnswerSchema,
  openJobRequestSchema,
} from './jobs';
import { frozenQuoteSchema, quoteAnswerSchema, quoteCallSchema } from './quote';
import {
  keyCountAnswerSchema,
  keyCountRequestSchema,
  routesAnswerSchema,
  routesRequestSchema,
} from './routes';
import { list, object, oneOf, type Schema, text, uuid, whole } from './schema';
import { vinAnswerSchema, vinRequestSchema } from './vin';

const problemSchema: Schema = {
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
  429: 'Too many wrong tokens from this address',
  503: 'Too much is being worked on, or the database is away; try again',
};

interface Operation {
  readonly summary: string;
  readonly request?: Schema | undefined;
  /** Another body than JSON. */
  readonly file?: boolean;
  readonly answer?: Schema;
  readonly answerType?: string;
  readonly status?: string;
  readonly parameters?: readonly Schema[];
  readonly refusals: readonly string[];
  readonly open?: boolean;
  /** What a program's token must open; without it the operation is for people. */
  readonly scope?: Scope;
}

function operation({
  summary,
  request,
  file,
  answer,
  answerType,
  status = '200',
  parameters,
  refusals,
  open,
  scope,
}: Operation) {
  const type = answerType ?? 'application/json';
  const content = { [type]: { schema: answer ?? { type: 'string' } } };
  return {
    summary,
    ...(parameters ? { parameters } : {}),
    ...(request
      ? { requestBody: { required: true, content: { 'application/json': { schema: request } } } }
      : {}),
    ...(file
      ? {
          requestBody: {
            required: true,
            content: { 'text/csv': { schema: text }, 'application/json': { schema: librarySchema() } },
          },
        }
      : {}),
    responses: {
      [status]: { description: 'Done', content },
      ...Object.fromEntries(
        [...(open ? [] : ['401']), ...(scope ? ['403', '429'] : []), ...refusals].sort().map((code) => [
          code,
          {
            description: problems[code] ?? 'Problem',
            content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
          },
        ]),
      ),
    },
    ...(open ? { security: [] } : {}),
    ...(scope ? { security: [{ session: [] }, { token: [scope] }] } : {}),
  };
}

const path = (name: string, schema: Schema): Schema => ({ name, in: 'path', required: true, schema });
const query = (name: string, schema: Schema, required = false): Schema => ({
  name,
  in: 'query',
  required,
  schema,
});

const importId = path('id', uuid);
const jobNumber = path('number', { type: 'integer', minimum: 1 });
const listPath = path('list', oneOf(listNames));

/** The OpenAPI 3.1 document of `/api/v1`. */
export function openApiDocument(): Record<string, unknown> {
  return {
    openapi: '3.1.0',
    info: {
      title: 'Kilnsman',
      version: '1',
      description:
        'What the benches compute, the lists of the library in and out, and the jobs. Errors are problem details (RFC 9457) that name the field, never its value.',
    },
    servers: [{ url: '/api/v1' }],
    security: [{ session: [] }],
    paths: {
      '/vin': {
        post: operation({
          scope: 'benches',
          summary: 'What a whole or partial VIN tells',
          request: vinRequestSchema,
          answer: vinAnswerSchema,
          refusals: ['400', '409', '413', '415'],
        }),
      },
      '/identify': {
        post: operation({
          scope: 'benches',
          summary: 'Candidates, next question and what to bring for a car without a job',
          request: identifyRequestSchema,
          answer: identifyAnswerSchema,
          refusals: ['400', '409', '413', '415'],
        }),
      },
      '/routes': {
        post: operation({
          scope: 'benches',
          summary: 'Every route for keys on a platform, and the order in which to try them',
          request: routesRequestSchema,
          answer: routesAnswerSchema,
          refusals: ['400', '409', '413', '415'],
        }),
      },
      '/quote': {
        post: operation({
          scope: 'benches',
          summary: 'Every sourcing option for a car without a job, with what it costs and earns',
          request: quoteCallSchema,
          answer: quoteAnswerSchema,
          refusals: ['400', '409', '413', '415'],
        }),
      },
      '/quotes/{number}': {
        get: operation({
          scope: 'jobs',
          summary: 'A quote as it was frozen: request, snapshot, options and paper',
          parameters: [jobNumber],
          answer: frozenQuoteSchema,
          refusals: ['404'],
        }),
      },
      '/quotes/{number}/pdf': {
        get: operation({
          summary: 'A quote on one page',
          parameters: [jobNumber],
          answerType: 'application/pdf',
          refusals: ['404'],
        }),
      },
      '/jobs/{number}/sheet': {
        get: operation({
          summary: 'The job sheet on one page',
          parameters: [jobNumber],
          answerType: 'application/pdf',
          refusals: ['404'],
        }),
      },
      '/jobs/{number}/labels': {
        post: operation({
          summary: 'Labels for the keys of a job',
          parameters: [jobNumber],
          answerType: 'application/pdf',
          refusals: ['404'],
        }),
      },
      '/key-count': {
        post: operation({
          scope: 'benches',
          summary: 'What the car says of its keys, held against the keys there are',
          request: keyCountRequestSchema,
          answer: keyCountAnswerSchema,
          refusals: ['400', '409', '413', '415'],
        }),
      },
      '/candidates': {
        post: operation({
          scope: 'benches',
          summary: 'The ranked candidates alone, for programs that ask often',
          request: identifyRequestSchema,
          answer: candidatesAnswerSchema,
          refusals: ['400', '409', '413', '415'],
        }),
      },
      '/jobs': {
        get: operation({
          scope: 'jobs',
          summary: 'Jobs, newest first, by number, name, make, model or VIN',
          parameters: [query('q', text), query('before', whole)],
          answer: jobsAnswerSchema,
          refusals: [],
        }),
        post: operation({
          summary: 'Opens a job from a call',
          request: openJobRequestSchema,
          answer: openJobAnswerSchema,
          status: '201',
          refusals: ['400', '409', '413', '415'],
        }),
      },
      '/jobs/{number}': {
        get: operation({
          scope: 'jobs',
          summary: 'One job',
          parameters: [jobNumber],
          answer: jobAnswerSchema,
          refusals: ['404'],
        }),
      },
      '/jobs/{number}/events': {
        post: operation({
          summary: 'Appends an event to a job; the same one sent again changes nothing',
          parameters: [jobNumber],
          request: eventRequestSchema,
          answer: eventAnswerSchema,
          status: '201',
          refusals: ['400', '404', '409', '413', '415'],
        }),
      },
      '/jobs/{number}/secrets/{id}': {
        post: operation({
          summary: 'Shows one secret of a job to a person who may see it; every look is written to the audit',
          parameters: [jobNumber, path('id', uuid)],
          answer: object({ value: text }),
          refusals: ['404', '409'],
        }),
      },
      '/lists': {
        get: operation({
          scope: 'library',
          summary: 'The lists of the library',
          answer: object({
            lists: list(
              object({ name: oneOf(listNames), title: text, rows: whole, href: text, schema: text }),
            ),
          }),
          refusals: [],
        }),
      },
      '/lists/{list}': {
        get: operation({
          scope: 'library',
          summary: 'A whole list as CSV (RFC 4180)',
          parameters: [listPath],
          answerType: 'text/csv',
          refusals: ['404'],
        }),
      },
      '/library': {
        get: operation({
          scope: 'library',
          summary: 'The whole library as one document',
          answer: librarySchema(),
          refusals: [],
        }),
      },
      '/imports/{id}': {
        post: operation({
          summary: 'Reads a file under an id of the sender’s own and says what storing it would do',
          parameters: [importId, query('list', oneOf([...listNames, 'library']), true), query('name', text)],
          file: true,
          answer: importAnswerSchema,
          status: '201',
          refusals: ['400', '404', '409', '503'],
        }),
        get: operation({
          summary: 'How far an import is',
          parameters: [importId],
          answer: importAnswerSchema,
          refusals: ['404'],
        }),
        delete: operation({
          summary: 'Ends an import, or drops one that was read; nothing of it stays',
          parameters: [importId],
          answer: importAnswerSchema,
          refusals: ['404', '409'],
        }),
      },
      '/imports/{id}/store': {
        post: operation({
          summary: 'Stores an import that was read, all or nothing',
          parameters: [importId],
          request: storeRequestSchema,
          answer: importAnswerSchema,
          refusals: ['400', '404', '409', '415'],
        }),
      },
      '/schemas/{name}': {
        get: operation({
          summary: 'The JSON Schema of a row of a list, or of the whole library',
          parameters: [path('name', oneOf([...listNames, 'library', 'quote']))],
          answer: { type: 'object' },
          answerType: 'application/schema+json',
          refusals: ['404'],
          open: true,
        }),
      },
      '/openapi.json': {
        get: operation({ summary: 'This document', answer: { type: 'object' }, refusals: [], open: true }),
      },
    },
    components: {
      schemas: { Problem: problemSchema },
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'kilnsman_session' },
        token: {
          type: 'http',
          scheme: 'bearer',
          description: 'A program’s token, with its scopes, made in Settings',
        },
      },
    },
  };
}
