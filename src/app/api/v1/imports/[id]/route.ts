import type { ColumnMapping } from '@/core/catalogue/column-mapping';
import { isListName, type ListName } from '@/core/catalogue/lists/lists';
import { isUuid } from '@/core/kinds/is-uuid';
import { importAnswer } from '@/formats/api/imports';
import { readImport } from '@/usecases/library/read-import';
import { cancelImport, readImportState } from '@/usecases/library/store-import';
import { problem, refusal, signedIn } from '../../../handler';

interface ImportContext {
  readonly params: Promise<{ readonly id: string }>;
}

/**
 * Reads a file under an id of the sender's own and says what storing it would do; stores nothing of it yet.
 * `?list=` names the list for CSV, or `library` for a JSON document; `?name=` the file; `?columns=` is an object of JSON that says for
 * columns of the list which of the file fill them, where it has names of its own.
 */
export const POST = signedIn(async (actor, request, context: ImportContext) => {
  const { id } = await context.params;
  if (!isUuid(id)) return problem(400, 'An import has an id of its own, a UUID.');
  const search = new URL(request.url).searchParams;
  const list = search.get('list') ?? '';
  if (list !== 'library' && !isListName(list)) return problem(404, 'There is no such list.');
  const mapping = mappingOf(search.get('columns'));
  if (mapping === null) return problem(400, '`columns` names columns of the list with those of the file.');
  if (!request.body) return problem(400, 'Expected a file.');
  const announced = request.headers.get('content-length');
  const read = await readImport(actor, {
    id,
    list: list as ListName | 'library',
    fileName: fileName(search.get('name')),
    announcedBytes: announced !== null && /^\d{1,12}$/.test(announced) ? Number(announced) : undefined,
    bytes: request.body as unknown as AsyncIterable<Uint8Array>,
    mapping,
  });
  return read.ok ? Response.json(importAnswer(read.value), { status: 201 }) : refusal(read.problems);
});

/** How far an import is, and what it would do. */
export const GET = signedIn(async (actor, _request, context: ImportContext) => {
  const { id } = await context.params;
  const found = isUuid(id) ? await readImportState(actor, id) : undefined;
  return found ? Response.json(importAnswer(found)) : problem(404, 'There is no import of this number.');
});

/** Ends an import that is being read or stored, or drops one that was read; nothing of it stays. */
export const DELETE = signedIn(async (actor, _request, context: ImportContext) => {
  const { id } = await context.params;
  const found = isUuid(id) ? await readImportState(actor, id) : undefined;
  if (!found) return problem(404, 'There is no import of this number.');
  const cancelled = await cancelImport(actor, id);
  return cancelled.ok ? Response.json(importAnswer(cancelled.value)) : refusal(cancelled.problems);
});

/** What was said of the file's columns; null where it is nothing of that kind. */
function mappingOf(text: string | null): ColumnMapping | null | undefined {
  if (text === null) return undefined;
  try {
    const read: unknown = JSON.parse(text);
    if (typeof read !== 'object' || read === null || Array.isArray(read)) return null;
    const entries = Object.entries(read);
    const fits = entries.every(
      ([ours, theirs]) =>
        /^[a-z_]{1,60}$/.test(ours) &&
        typeof theirs === 'string' &&
        theirs.length <= 200 &&
        // Neither can be kept by a database.
        !/[\0\p{Cs}]/u.test(theirs),
    );
    return fits && entries.length > 0 && entries.length <= 60 ? Object.fromEntries(entries) : null;
  } catch {
    return null;
  }
}

function fileName(sent: string | null): string {
  return (sent ?? '').replace(/[\p{Cc}/\\]/gu, '').slice(0, 120) || 'file';
}
