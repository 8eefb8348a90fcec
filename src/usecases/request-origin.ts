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

function allowedOrigins(): string[] {
  const port = process.env.PORT ?? '3000';
  const loopback = ['127.0.0.1', 'localhost', '[::1]'].map(
    (name) => new URL(`http://${name}:${port}`).origin,
  );
  return process.env.PUBLIC_ORIGIN ? [...loopback, new URL(process.env.PUBLIC_ORIGIN).origin] : loopback;
}
