import { createHmac, hkdfSync, timingSafeEqual } from 'node:crypto';
import { canonicalJson } from '../canonical-json';

/** The format of an archive, and the versions of it that can be read. */
export const archiveFormat = 'kilnsman-archive';
export const archiveVersion = 2;

/** A file of an archive, as it was written. */
export interface ArchivedFile {
  readonly name: string;
  readonly bytes: number;
  /** In hex. */
  readonly sha256: string;
}

/** A table as its lines stand in `tables/<name>.jsonl`, or sealed in `tables/<name>.sealed`. */
export interface ArchivedTable {
  readonly name: string;
  readonly lines: number;
  readonly columns: readonly { readonly name: string; readonly type: string }[];
}

/** What an archive says of itself; sealed, so that another one is no archive of this shop. */
export interface Manifest {
  readonly format: typeof archiveFormat;
  readonly version: number;
  readonly madeAt: string;
  /** Of the program that wrote it. */
  readonly product: string;
  readonly shop: string;
  /** The newest migration of the database. */
  readonly schema: string;
  /** The fingerprint of the vault key that wraps its secrets and seals it. */
  readonly keyId: string;
  readonly tables: readonly ArchivedTable[];
  /** The next number of each sequence. */
  readonly sequences: Readonly<Record<string, { readonly last: string; readonly called: boolean }>>;
  readonly files: readonly ArchivedFile[];
}

/** A key from outside of the archive, by its fingerprint. */
export interface SealingKey {
  readonly fingerprint: string;
  readonly bytes: Buffer;
}

/** The wrapped keys of a shop's secrets, apart from its archives: one file, replaced with each of them. */
export interface WrappedKeys {
  readonly format: 'kilnsman-wrapped-keys';
  readonly version: number;
  readonly madeAt: string;
  readonly keyId: string;
  readonly keys: readonly { readonly id: string; readonly wrapped: string }[];
  /** Those that are no more; nothing brings them back. */
  readonly destroyed: readonly { readonly id: string; readonly at: string }[];
}

/** A document with its seal, as it stands in a file. */
export function sealed<Document>(
  document: Document,
  key: SealingKey,
): { readonly text: string; readonly seal: string } {
  const text = canonicalJson(document);
  return { text, seal: `${key.fingerprint} ${macOf(text, key).toString('hex')}` };
}

/**
 * Whether a text is what was sealed.
 * @param seal fingerprint of the key, and the text's code under it
 */
export function checkSeal(
  text: string,
  seal: string,
  keys: readonly SealingKey[],
): 'good' | 'altered' | { readonly wants: string } {
  const [fingerprint = '', mac = ''] = seal.trim().split(' ');
  const key = keys.find((one) => one.fingerprint === fingerprint);
  if (!/^[0-9a-f]{64}$/.test(mac) || !/^[0-9a-f]{4,64}$/.test(fingerprint)) return 'altered';
  if (!key) return { wants: fingerprint };
  return timingSafeEqual(macOf(text, key), Buffer.from(mac, 'hex')) ? 'good' : 'altered';
}

function macOf(text: string, { bytes }: SealingKey): Buffer {
  const own = Buffer.from(hkdfSync('sha256', bytes, '', 'kilnsman archive seal', 32));
  return createHmac('sha256', own).update(text).digest();
}
