import { isListName } from '@/core/catalogue/lists/lists';
import { exportCsv } from '@/usecases/library/export-library';
import { allowed, problem } from '../../../handler';
import { streamed } from '../../../streamed';

/** A whole list as CSV; what comes out goes in again byte for byte. */
export const GET = allowed(
  'library',
  async (actor, _request, context: { params: Promise<{ list: string }> }) => {
    const { list } = await context.params;
    if (!isListName(list)) return problem(404, 'There is no such list.');
    return streamed(exportCsv(actor, list), 'text/csv; charset=utf-8', `${list}.csv`);
  },
);
