import { type ListName, listNames, listOf } from '@/core/catalogue/lists/lists';
import { librarySchema } from '../library-json';
import { anyObject, operation, type Paths, path } from './operation';
import { type Answer, list, object, oneOf, text, whole } from './schema';

const listName = oneOf(listNames);

const lists = object({
  lists: list(object({ name: listName, title: text, rows: whole, href: text, schema: text })),
});

/** What `GET /api/v1/lists` answers. */
export function listsAnswer(
  sizes: readonly { readonly name: ListName; readonly rows: number }[],
): Answer<typeof lists> {
  return {
    lists: sizes.map(({ name, rows }) => ({
      name,
      title: listOf(name).title,
      rows,
      href: `/api/v1/lists/${name}`,
      schema: `/api/v1/schemas/${name}`,
    })),
  };
}

export const libraryPaths: Paths = {
  '/lists': {
    get: operation({
      scope: 'library',
      summary: 'The lists of the library',
      answer: lists,
      refusals: [],
    }),
  },
  '/lists/{list}': {
    get: operation({
      scope: 'library',
      summary: 'A whole list as CSV (RFC 4180)',
      parameters: [path('list', listName)],
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
  '/schemas/{name}': {
    get: operation({
      summary: 'The JSON Schema of a row of a list, of the whole library, or of a frozen quote',
      parameters: [path('name', oneOf([...listNames, 'library', 'quote']))],
      answer: anyObject,
      answerType: 'application/schema+json',
      refusals: ['404'],
      open: true,
    }),
  },
};
