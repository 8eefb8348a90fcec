import { listOf } from '@/core/catalogue/lists';
import { readLists } from '@/usecases/library/browse';
import { allowed } from '../../handler';

/** Every list of the library with its size. */
export const GET = allowed('library', async (actor) => {
  const lists = await readLists(actor);
  return Response.json({
    lists: lists.map(({ name, rows }) => ({
      name,
      title: listOf(name).title,
      rows,
      href: `/api/v1/lists/${name}`,
      schema: `/api/v1/schemas/${name}`,
    })),
  });
});
