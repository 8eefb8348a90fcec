import { randomBytes } from 'node:crypto';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sealingStream, unsealingStream } from './seal-stream';

const key = { fingerprint: 'ab12', bytes: randomBytes(32) };
const name = 'tables/code_row.sealed';
const sealed = (chunks: readonly Buffer[]) =>
  buffer(Readable.from(chunks, { objectMode: false }).pipe(sealingStream(key, name)));
const opened = (bytes: Buffer, by = key, as = name) => {
  const stream = unsealingStream(by, as);
  Readable.from([bytes.subarray(0, 7), bytes.subarray(7, 40), bytes.subarray(40)], {
    objectMode: false,
  }).pipe(stream);
  return buffer(stream);
};

describe('a sealed file of an archive', () => {
  it('opens as it was, in whatever pieces it comes, and has nothing of it in clear', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.uint8Array({ minLength: 1, maxLength: 90 }), { maxLength: 6 }),
        async (parts) => {
          const chunks = parts.map((part) => Buffer.from(part));
          const bytes = await sealed(chunks);
          expect((await opened(bytes)).equals(Buffer.concat(chunks))).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
    expect((await sealed([Buffer.from('code 48213 is 13244')])).includes('13244')).toBe(false);
  });

  it('does not open changed, cut short, under another key or another name', async () => {
    const bytes = await sealed([Buffer.from('a row'), Buffer.from('another')]);
    const other = Buffer.from(bytes);
    other[30] = (other[30] ?? 0) ^ 1;
    for (const wrong of [
      opened(other),
      opened(bytes.subarray(0, bytes.length - 3)),
      opened(bytes.subarray(0, 20)),
      opened(bytes, { ...key, bytes: randomBytes(32) }),
      opened(bytes, key, 'tables/other.sealed'),
    ])
      await expect(wrong).rejects.toThrow();
  });
});
