/** Why a request may not come in: 421 for a foreign Host, 403 for a foreign Origin. */
export interface RefusedOrigin {
  readonly status: 421 | 403;
  readonly message: string;
}

const reading = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Checks Host and Origin against the addresses this server answers to: loopback at its port, and `PUBLIC_ORIGIN`.
 * A request that changes something must name its origin.
 */
export function checkRequestOrigin(method: string, headers: Headers): RefusedOrigin | undefined {
  const allowed = allowedOrigins();
  const host = headers.get('host') ?? '';
  if (!allowed.some((origin) => new URL(origin).host === host)) {
    return { status: 421, message: 'This server does not answer to that name.' };
  }
  const origin = headers.get('origin');
  if (origin === null ? reading.has(method) : allowed.includes(origin)) return undefined;
  if (origin !== null && reading.has(method)) return undefined;
  return { status: 403, message: 'A change must come from a page of this server.' };
}

/** Whether an address can be read: a path that cannot be decoded is nobody's, nor is anything with U+0000 or half a sign. */
export function isReadableAddress(address: string): boolean {
  try {
    const { pathname, searchParams } = new URL(address);
    const read = decodeURIComponent(pathname) + [...searchParams].flat().join('');
    return !read.includes('\0') && !/\p{Cs}/u.test(read);
  } catch {
    return false;
  }
}

/** Told to browsers behind HTTPS: this host is never to be asked otherwise. */
export function transportHeaders(): Record<string, string> {
  return process.env.PUBLIC_ORIGIN?.startsWith('https:')
    ? { 'strict-transport-security': 'max-age=31536000' }
    : {};
}

/** Why the public origin cannot stand: over plain HTTP passcodes and codes would go in clear past this machine. */
export function publicOriginProblem(env: Readonly<Record<string, string | undefined>>): string | undefined {
  const { PUBLIC_ORIGIN: given, PLAIN_HTTP: plain } = env;
  if (given === undefined || given === '') return undefined;
  if (!URL.canParse(given) || !/^https?:/.test(given))
    return 'PUBLIC_ORIGIN is no address such as https://keys.example.';
  const { protocol, hostname } = new URL(given);
  const loopback = hostname === 'localhost' || hostname === '[::1]' || /^127\.[\d.]+$/.test(hostname);
  if (protocol === 'https:' || loopback || plain === 'accepted') return undefined;
  return 'PUBLIC_ORIGIN is plain HTTP beyond this machine: passcodes and codes would travel in clear. Put HTTPS before it, or say PLAIN_HTTP=accepted where another layer protects it.';
}

function allowedOrigins(): string[] {
  const port = process.env.PORT ?? '3000';
  const loopback = ['127.0.0.1', 'localhost', '[::1]'].map(
    (name) => new URL(`http://${name}:${port}`).origin,
  );
  return process.env.PUBLIC_ORIGIN && URL.canParse(process.env.PUBLIC_ORIGIN)
    ? [...loopback, new URL(process.env.PUBLIC_ORIGIN).origin]
    : loopback;
}
