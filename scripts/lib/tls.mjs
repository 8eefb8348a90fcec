import { createPrivateKey, X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { Stop } from './project.mjs';

/**
 * How other devices are served over HTTPS, by the environment; undefined where it is not asked for.
 * @param {Readonly<Record<string, string | undefined>>} env TLS_CERT and TLS_KEY, and where to listen: TLS_HOST, TLS_PORT
 * @throws {Stop} with a word on what is wrong with the files
 */
export function tlsOf({ TLS_CERT: cert, TLS_KEY: key, TLS_HOST: host = '0.0.0.0', TLS_PORT: port = '3443' }) {
  if (!cert && !key) return undefined;
  if (!cert || !key) throw new Stop('HTTPS wants both: TLS_CERT and TLS_KEY.');
  const certificate = reading(cert, 'TLS_CERT', (text) => new X509Certificate(text));
  const secret = reading(key, 'TLS_KEY', (text) => createPrivateKey(text));
  if (!certificate.checkPrivateKey(secret)) throw new Stop('TLS_KEY is not the key of TLS_CERT.');
  if (new Date(certificate.validTo) < new Date())
    throw new Stop(`TLS_CERT ended on ${certificate.validTo}: make another with npm run certificate.`);
  const [name] = namesOf(certificate);
  if (!name) throw new Stop('TLS_CERT names no address that a device could ask for.');
  return { cert, key, host, port: Number(port), origin: `https://${name}:${port}` };
}

function reading(file, what, read) {
  try {
    return read(readFileSync(file));
  } catch (error) {
    throw new Stop(
      `${what} cannot be read: ${error.code === 'ENOENT' ? `there is no ${file}` : 'it is no PEM file of that kind'}.`,
    );
  }
}

function namesOf({ subjectAltName }) {
  return (subjectAltName ?? '')
    .split(', ')
    .map((one) => /^(?:DNS|IP Address):(.+)$/.exec(one)?.[1])
    .filter((one) => one !== undefined && !one.startsWith('*'));
}
