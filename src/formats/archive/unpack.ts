import { createHash } from 'node:crypto';
import { type Readable, Transform } from 'node:stream';
import { type Entry, openPromise, type ZipFile } from 'yauzl';
import { done, failed, type Result } from '@/core/kinds/result';
import {
  type ArchivedFile,
  archiveFormat,
  archiveVersion,
  checkSeal,
  type Manifest,
  type SealingKey,
} from './manifest';
import { unsealingStream } from './seal-stream';

/** An archive whose manifest is what was sealed. Whoever holds it must end it. */
export interface OpenArchive {
  readonly manifest: Manifest;
  /** A file as it was written; the stream fails where it is another one. */
  read(name: string): Promise<Readable>;
  /** The lines of a table, opened where they are sealed. */
  readTable(name: string): Promise<Readable>;
  end(): void;
}

/** More than any shop has, and what a manifest may have. */
const mostFiles = 1000;
const longestManifest = 5_000_000;
const names =
  /^(tables\/[a-z_]{1,60}\.(jsonl|sealed)|lists\/[A-Za-z-]{1,60}\.csv|schema\.json|read-me\.txt|manifest\.(json|seal))$/;

/**
 * Opens an archive: nothing but its manifest is unpacked before its seal was checked, and nothing that the manifest does
 * not name with its size.
 * @returns why it is none, or not one of this shop
 */
export async function openArchive(path: string, keys: readonly SealingKey[]): Promise<Result<OpenArchive>> {
  const zip = await openPromise(path, { lazyEntries: true, autoClose: false, strictFileNames: true }).catch(
    () => undefined,
  );
  if (!zip) return failed('This is no archive: it cannot be read as a zip file, or it was cut short.');
  const opened = await readManifest(zip, keys).catch(() => failed(damaged));
  if (!opened.ok) zip.close();
  return opened;
}

const damaged = 'The archive is damaged: it cannot be unpacked.';
const altered = 'The archive was altered since it was made: its seal does not fit. Nothing of it is taken.';

async function readManifest(zip: ZipFile, keys: readonly SealingKey[]): Promise<Result<OpenArchive>> {
  const entries = new Map<string, Entry>();
  for await (const entry of zip.eachEntry()) {
    const name = entry.fileName;
    if (!names.test(name)) return failed('The archive has a file in it that no archive has.');
    if (entries.has(name)) return failed('The archive has a file in it twice.');
    if (entries.size >= mostFiles) return failed('The archive has more files in it than any archive has.');
    entries.set(name, entry);
  }
  const [manifestEntry, sealEntry] = [entries.get('manifest.json'), entries.get('manifest.seal')];
  if (!manifestEntry || !sealEntry)
    return failed('The archive has no manifest: it was cut short, or is none.');
  if (manifestEntry.uncompressedSize > longestManifest || sealEntry.uncompressedSize > 1000)
    return failed('The manifest is longer than any archive has.');
  const text = await textOf(await zip.openReadStreamPromise(manifestEntry));
  const verdict = checkSeal(text, await textOf(await zip.openReadStreamPromise(sealEntry)), keys);
  if (verdict === 'altered') return failed(altered);
  if (verdict !== 'good')
    return failed(
      `The archive is sealed by the vault key ${verdict.wants}, which is not here. Put your copy of it in its place first.`,
    );
  // What was sealed here is a manifest.
  const manifest = JSON.parse(text) as Manifest;
  if (manifest.format !== archiveFormat || manifest.version > archiveVersion)
    return failed('The archive was made by a newer version of the program: update this one first.');
  const unnamed = [...entries.keys()].filter(
    (name) => !name.startsWith('manifest.') && !manifest.files.some((file) => file.name === name),
  );
  if (unnamed.length > 0) return failed(altered);
  for (const { name, bytes } of manifest.files)
    if (entries.get(name)?.uncompressedSize !== bytes) return failed(altered);
  const read = async (name: string): Promise<Readable> => {
    const [entry, file] = [entries.get(name), manifest.files.find((one) => one.name === name)];
    if (!entry || !file) throw new Error(`the archive has no ${name}`);
    const through = asWritten(file);
    const packed = await zip.openReadStreamPromise(entry);
    // What cannot be unpacked any more is another file too.
    packed.on('error', () => through.destroy(new AlteredFile(name)));
    through.on('close', () => packed.destroy());
    packed.pipe(through);
    return through;
  };
  const key = keys.find(({ fingerprint }) => fingerprint === manifest.keyId);
  return done({
    manifest,
    end: () => zip.close(),
    read,
    readTable: async (table) => {
      const name = `tables/${table}.sealed`;
      if (!entries.has(name)) return read(`tables/${table}.jsonl`);
      if (!key) throw new Error(`the vault key of ${name} is not here`);
      const opening = unsealingStream(key, name);
      const file = await read(name);
      file.on('error', (error) => opening.destroy(error));
      return file.pipe(opening);
    },
  });
}

/** Lets a file through, and fails at its end where it is not the one that was written. */
function asWritten({ name, sha256 }: ArchivedFile): Transform {
  const hash = createHash('sha256');
  return new Transform({
    transform(chunk: Buffer, _encoding, next) {
      hash.update(chunk);
      next(null, chunk);
    },
    flush(next) {
      next(hash.digest('hex') === sha256 ? null : new AlteredFile(name));
    },
  });
}

/** A file of an archive that is not the one that was written. */
export class AlteredFile extends Error {
  constructor(name: string) {
    super(`${name} was altered since the archive was made: nothing of it is taken.`);
  }
}

async function textOf(stream: Readable): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString('utf8');
}
