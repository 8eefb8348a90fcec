import { isListName, listOf } from '@/core/catalogue/lists';
import { librarySchema, rowSchema } from '@/formats/library-json';
import { handler, problem } from '../../../handler';

/** The JSON Schema of a row of a list, or of the whole document under `library`. */
export const GET = handler(async (_request: Request, context: { params: Promise<{ name: string }> }) => {
  const { name } = await context.params;
  if (name === 'library') return Response.json(librarySchema(), { headers });
  if (!isListName(name)) return problem(404, 'There is no such schema.');
  const schema = {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    ...rowSchema(listOf(name)),
  };
  return Response.json(schema, { headers });
});

const headers = { 'content-type': 'application/schema+json' };
