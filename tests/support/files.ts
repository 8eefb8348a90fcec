import { v7 as uuid } from 'uuid';
import type { ImportRow } from '@/core/catalogue/imports';
import type { ListName } from '@/core/catalogue/lists/lists';
import type { PersonActor } from '@/core/kinds/actor';
import type { Download } from '@/usecases/downloads';
import { readImport } from '@/usecases/library/read-import';

/** Bytes as they arrive: in parts of a few thousand, cut anywhere. */
export async function* inParts(bytes: Uint8Array, size = 4099): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
}

/** Reads a file of a list as an import. */
export async function readFileAs(
  actor: PersonActor,
  list: ListName | 'library',
  content: string | Uint8Array,
  more: { readonly id?: string; readonly announcedBytes?: number } = {},
): Promise<ImportRow> {
  const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
  const read = await readImport(actor, {
    id: more.id ?? uuid(),
    list,
    fileName: 'test.csv',
    announcedBytes: more.announcedBytes ?? bytes.byteLength,
    bytes: inParts(bytes),
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}

/** The whole of a download. */
export async function wholeOf(download: Download): Promise<string> {
  let text = '';
  for (let part = await download.next(); part !== undefined; part = await download.next()) text += part;
  return text;
}
