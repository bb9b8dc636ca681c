import { type NextRequest, NextResponse } from 'next/server';

/** Hot reload compiles in the browser and hears by a web socket. */
const HOT = process.env.NODE_ENV === 'development';

/**
 * What every page is sent with. Scripts run only with the nonce of this very answer
 * (W3C Content Security Policy Level 3); Next.js puts it on its own.
 */
const policyFor = (nonce: string): string =>
  [
    `default-src 'self'`,
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${HOT ? ` 'unsafe-eval'` : ''}`,
    `style-src 'self' 'nonce-${nonce}'`,
    // Positions and sizes are style attributes, which carry no nonce.
    `style-src-attr 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `media-src 'self' blob:`,
    // The staff's music font comes as data within its code.
    `font-src 'self' data:`,
    `connect-src 'self'${HOT ? ' ws:' : ''}`,
    `worker-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ');

/** Shared with the rest of the process; see src/server/database/pool.ts. */
const overloaded = (): boolean =>
  (globalThis as { ebrantQueue?: { isFull: () => boolean } }).ebrantQueue?.isFull() ?? false;

const COME_BACK_AFTER = '2';

const proxy = (request: NextRequest): NextResponse => {
  if (overloaded()) {
    return new NextResponse('Too many ask at once. Try again in a moment.', {
      status: 503,
      headers: { 'Retry-After': COME_BACK_AFTER, 'Cache-Control': 'no-store' },
    });
  }
  const nonce = btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(18))));
  const policy = policyFor(nonce);
  const headers = new Headers(request.headers);
  headers.set('Content-Security-Policy', policy);
  headers.set('x-nonce', nonce);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  response.headers.set('Cache-Control', 'no-store');
  // Only where TLS is said to be in front: elsewhere it would lock people out.
  if (process.env.EBRANT_TLS === '1')
    response.headers.set('Strict-Transport-Security', 'max-age=63072000; includeSubDomains');
  return response;
};

export default proxy;

export const config = {
  // Pages only: routes and files of the build answer for themselves.
  matcher: [{ source: '/((?!api/|_next/|favicon|service-worker).*)' }],
};
