import { type NextRequest, NextResponse } from 'next/server';
import { checkRequestOrigin, isReadableAddress, transportHeaders } from '@/usecases/request-origin';

/** Guards every page: Host and Origin first, then the content policy with a nonce of its own for each page. */
export function proxy(request: NextRequest): NextResponse {
  const refused = checkRequestOrigin(request.method, request.headers);
  if (refused) return refusal(refused.status, refused.message);
  if (!isReadableAddress(request.url)) return refusal(400, 'This address cannot be read.');

  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const policy = contentPolicy(nonce);
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('x-path', request.nextUrl.pathname + request.nextUrl.search);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  const offer = request.nextUrl.pathname.startsWith('/offer');
  // With less the forms of a page without scripts would not say where they come from.
  response.headers.set('referrer-policy', 'same-origin');
  if (offer) response.headers.set('x-robots-tag', 'noindex, nofollow');
  for (const [name, value] of Object.entries(transportHeaders())) response.headers.set(name, value);
  response.headers.set('cache-control', 'no-store');
  return response;
}

function refusal(status: number, message: string): NextResponse {
  return new NextResponse(message, { status, headers: { 'content-security-policy': "default-src 'none'" } });
}

/** While the program is written, the framework shows errors by evaluating code and tells changes through a socket. */
const written = process.env.NODE_ENV === 'development';

function contentPolicy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${written ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' ${written ? "'unsafe-inline'" : `'nonce-${nonce}'`}`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "worker-src 'self'",
    `connect-src 'self'${written ? ' ws:' : ''}`,
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/**
 * `/api/` stays out: a large upload through here would arrive cut. Its handlers repeat the check. Addresses of it with
 * escapes that are no plain signs come through, since the framework answers one that it cannot decode with 500.
 */
export const config = {
  matcher: ['/((?!api/|_next/static|_next/image|icon.svg).*)', '/api/(.*%(?![0-7][0-9a-fA-F]).*)'],
};
