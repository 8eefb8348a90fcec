// `npm run certificate [names and addresses]`: a certificate of one's own for this machine, and how phones come to trust it.
import { mkdirSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { ensureInstalled } from './lib/install.mjs';
import { privateFolder, say } from './lib/project.mjs';

await ensureInstalled();
const { makeCertificate } = await import('./lib/make-certificate.mjs');

const asked = process.argv.slice(2);
const names = asked.length > 0 ? asked : ownNames();
const made = await makeCertificate(names);
const folder = join(privateFolder, 'tls');
mkdirSync(folder, { recursive: true, mode: 0o700 });
const file = (name, text) => {
  writeFileSync(join(folder, name), text, { mode: 0o600 });
  return join(folder, name);
};
const authority = file('authority.crt', made.authority);
const cert = file('server.crt', made.cert);
const key = file('server.key', made.key);

say(`a certificate for ${names.join(', ')}, good for ${made.days} days, stands in ${folder}`);
console.log(`
Start with it:
  TLS_CERT=${cert} TLS_KEY=${key} npm start

On each phone and tablet, once:
  1. Bring ${authority} onto it by cable, or by a message to yourself. It holds no secret.
  2. Android: Settings, Security, Encryption and credentials, Install a certificate, CA certificate.
     iOS: open the file, install the profile in Settings, then General, About, Certificate Trust Settings, and switch it on.
     A computer: import it among the authorities of the browser or the system.
  3. Open https://${names[0]}:3443 there.

The key of this authority was thrown away when it had signed this one certificate: nobody can make another that your phones would trust.
When the address of this machine changes, or in ${made.days} days, run this again and bring the new one.`);

/** What others on the same network reach this machine by. */
function ownNames() {
  const addresses = Object.values(networkInterfaces())
    .flat()
    .filter((one) => one && one.family === 'IPv4' && !one.internal)
    .map((one) => one.address);
  const [name] = hostname().split('.');
  return [...addresses, `${name}.local`];
}
