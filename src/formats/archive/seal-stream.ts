import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';
import { Transform } from 'node:stream';
import type { SealingKey } from './manifest';

const saltBytes = 16;
const ivBytes = 12;
const tagBytes = 16;
const headBytes = saltBytes + ivBytes;

/**
 * Seals what passes (AES-256-GCM) under a key made of the vault key and a salt of its own, bound to the name of its file: salt, iv,
 * what was sealed, tag.
 */
export function sealingStream(key: SealingKey, name: string): Transform {
  const [salt, iv] = [randomBytes(saltBytes), randomBytes(ivBytes)];
  const cipher = createCipheriv('aes-256-gcm', keyOf(key, salt), iv).setAAD(Buffer.from(name));
  let hasHead = false;
  return new Transform({
    transform(chunk: Buffer, _encoding, passed) {
      if (!hasHead) this.push(Buffer.concat([salt, iv]));
      hasHead = true;
      passed(null, cipher.update(chunk));
    },
    flush(passed) {
      if (!hasHead) this.push(Buffer.concat([salt, iv]));
      this.push(cipher.final());
      passed(null, cipher.getAuthTag());
    },
  });
}

/** Opens what was sealed; fails at its end where it is not what was sealed under this key and name. */
export function unsealingStream(key: SealingKey, name: string): Transform {
  let held: Buffer = Buffer.alloc(0);
  let decipher: ReturnType<typeof decipherOf> | undefined;
  const decipherOf = (head: Buffer) =>
    createDecipheriv('aes-256-gcm', keyOf(key, head.subarray(0, saltBytes)), head.subarray(saltBytes)).setAAD(
      Buffer.from(name),
    );
  return new Transform({
    transform(chunk: Buffer, _encoding, passed) {
      held = Buffer.concat([held, chunk]);
      if (!decipher && held.length >= headBytes) {
        decipher = decipherOf(held.subarray(0, headBytes));
        held = held.subarray(headBytes);
      }
      if (!decipher || held.length <= tagBytes) return passed();
      const ready = held.subarray(0, held.length - tagBytes);
      held = held.subarray(held.length - tagBytes);
      passed(null, decipher.update(ready));
    },
    flush(passed) {
      if (!decipher || held.length < tagBytes) return passed(new Error(`${name} was cut short`));
      try {
        decipher.setAuthTag(held);
        passed(null, decipher.final());
      } catch {
        passed(new Error(`${name} is not what was sealed`));
      }
    },
  });
}

function keyOf({ bytes }: SealingKey, salt: Buffer): Buffer {
  return Buffer.from(hkdfSync('sha256', bytes, salt, 'kilnsman archive rows', 32));
}
