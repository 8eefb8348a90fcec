import { createHash } from 'node:crypto';
import { PassThrough, pipeline, type Readable } from 'node:stream';
import { ZipFile } from 'yazl';
import type { ArchivedFile } from './manifest';

/** A file of an archive while it is written: opened when its turn comes. */
export interface PackedPart {
  readonly name: string;
  readonly open: () => Readable;
}

/**
 * Files as one zip, read one after the other as it is taken.
 * @param last what is written at the end, of all that was written before
 */
export function pack(
  parts: readonly PackedPart[],
  last: (files: readonly ArchivedFile[]) => readonly { readonly name: string; readonly text: string }[],
): Readable {
  const zip = new ZipFile();
  const out = new PassThrough();
  const files: ArchivedFile[] = [];
  const at = new Date();
  zip.on('error', (error) => out.destroy(error as Error));
  for (const { name, open } of parts)
    zip.addReadStreamLazy(name, { mtime: at }, (ready) => {
      const through = new PassThrough();
      const hash = createHash('sha256');
      let bytes = 0;
      through.on('data', (chunk: Buffer) => {
        hash.update(chunk);
        bytes += chunk.byteLength;
      });
      through.on('end', () => files.push({ name, bytes, sha256: hash.digest('hex') }));
      through.pause();
      pipeline(open(), through, (error) => {
        if (error) out.destroy(error);
      });
      ready(null, through);
    });
  let ends: ReturnType<typeof last>;
  const endings = ['manifest.json', 'manifest.seal'];
  for (const name of endings)
    zip.addReadStreamLazy(name, { mtime: at }, (ready) => {
      ends ??= last(files);
      const through = new PassThrough();
      through.end(ends.find((one) => one.name === name)?.text ?? '');
      ready(null, through);
    });
  zip.end();
  pipeline(zip.outputStream as Readable, out, () => {});
  return out;
}

/** Texts as one zip. */
export function packTexts(files: readonly { readonly name: string; readonly text: string }[]): Readable {
  const zip = new ZipFile();
  for (const { name, text } of files) zip.addBuffer(Buffer.from(text), name);
  zip.end();
  return zip.outputStream as Readable;
}
