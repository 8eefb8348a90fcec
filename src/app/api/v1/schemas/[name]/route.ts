import { isListName, listOf } from '@/core/catalogue/lists/lists';
import { frozenQuoteSchema } from '@/formats/api/quote';
import { cuttingListSchema } from '@/formats/cutting-list';
import { librarySchema, rowSchema } from '@/formats/library-json';
import { handler, problem } from '../../../handler';

/** The JSON Schema of a row of a list, or of the whole document under `library`. */
export const GET = handler(async (_request: Request, context: { params: Promise<{ name: string }> }) => {
  const { name } = await context.params;
  if (name === 'library') return Response.json(librarySchema(), { headers });
  if (name === 'quote') return Response.json({ $schema: dialect, ...frozenQuoteSchema }, { headers });
  if (name === 'cutting-list') return Response.json({ $schema: dialect, ...cuttingListSchema }, { headers });
  if (!isListName(name)) return problem(404, 'There is no such schema.');
  const schema = {
    $schema: dialect,
    ...rowSchema(listOf(name)),
  };
  return Response.json(schema, { headers });
});

const dialect = 'https://json-schema.org/draft/2020-12/schema';
const headers = { 'content-type': 'application/schema+json' };
