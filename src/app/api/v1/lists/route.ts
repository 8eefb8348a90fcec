import { listsAnswer } from '@/formats/api/library';
import { readLists } from '@/usecases/library/browse';
import { allowed } from '../../handler';

/** Every list of the library with its size. */
export const GET = allowed('library', async (actor) => Response.json(listsAnswer(await readLists(actor))));
