import { X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';

/** When the certificate that this server was started with ends; null where it has none, or cannot read it. */
export function certificateEnds(): Date | null {
  const file = process.env.TLS_CERT;
  if (!file) return null;
  try {
    return new Date(new X509Certificate(readFileSync(file)).validTo);
  } catch {
    return null;
  }
}
