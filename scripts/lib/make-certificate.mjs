import { isIP } from 'node:net';
import { generate } from 'selfsigned';

/** Phones refuse longer ones. */
const days = 820;
const dayMs = 86_400_000;

/**
 * A certificate for names and addresses, signed by an authority made for it alone, whose key is kept nowhere.
 * @param {readonly string[]} names the first is the one that is told to people
 */
export async function makeCertificate(names) {
  const notBeforeDate = new Date(Date.now() - dayMs);
  const notAfterDate = new Date(notBeforeDate.getTime() + days * dayMs);
  const common = { keyType: 'ec', curve: 'P-256', algorithm: 'sha256', notBeforeDate, notAfterDate };
  const authority = await generate([{ name: 'commonName', value: `Kilnsman on ${names[0]}` }], {
    ...common,
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  });
  const server = await generate([{ name: 'commonName', value: names[0] }], {
    ...common,
    ca: { key: authority.private, cert: authority.cert },
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: names.map((name) => (isIP(name) ? { type: 7, ip: name } : { type: 2, value: name })),
      },
    ],
  });
  return { authority: authority.cert, cert: server.cert, key: server.private, days };
}
