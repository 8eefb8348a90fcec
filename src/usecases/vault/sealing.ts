import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';

const nonceBytes = 12;
const tagBytes = 16;

/** Where a sealed value stands: a value moved to another row, column or key cannot be opened. */
export interface SealPlace {
  readonly table: string;
  readonly row: string;
  readonly column: string;
  readonly keyId: string;
}

/** Seals with AES-256-GCM; nonce, value and tag in one. */
export function seal(key: Buffer, place: SealPlace, value: Buffer): Buffer {
  const nonce = randomBytes(nonceBytes);
  const cipher = createCipheriv('aes-256-gcm', key, nonce);
  cipher.setAAD(placeBytes(place));
  return Buffer.concat([nonce, cipher.update(value), cipher.final(), cipher.getAuthTag()]);
}

/** Opens what `seal` made for this key and place; throws on anything else. */
export function unseal(key: Buffer, place: SealPlace, sealed: Buffer): Buffer {
  const decipher = createDecipheriv('aes-256-gcm', key, sealed.subarray(0, nonceBytes));
  decipher.setAAD(placeBytes(place));
  decipher.setAuthTag(sealed.subarray(sealed.length - tagBytes));
  return Buffer.concat([
    decipher.update(sealed.subarray(nonceBytes, sealed.length - tagBytes)),
    decipher.final(),
  ]);
}

function placeBytes({ table, row, column, keyId }: SealPlace): Buffer {
  return Buffer.from(JSON.stringify([table, row, column, keyId]));
}
