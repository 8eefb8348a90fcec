import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { PoolClient } from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import type { Db } from './db';

/**
 * Puts rows into a table through COPY, inside the caller's transaction.
 * @param into the table with its columns
 * @param texts lines ended by LF, cells separated by tabs, as COPY reads them
 */
export async function copyText(db: Db, into: string, texts: readonly Uint8Array[]): Promise<void> {
  const client = db as unknown as PoolClient;
  await pipeline(
    Readable.from(texts.map((text) => Buffer.from(text.buffer, text.byteOffset, text.byteLength))),
    client.query(copyFrom(`COPY ${into} FROM STDIN`)),
  );
}
