import { exportJson } from '@/usecases/library/export-library';
import { allowed } from '../../handler';
import { streamed } from '../../streamed';

/** The whole library as one JSON document. */
export const GET = allowed('library', async (actor) =>
  streamed(exportJson(actor), 'application/json; charset=utf-8', 'library.json'),
);
