import { NextRequest } from 'next/server';
import proxy from './proxy';

const answer = () => proxy(new NextRequest('http://ebrant.test/saltreach-nine/sets'));
const shared = globalThis as { ebrantQueue?: { isFull: () => boolean } };
afterEach(() => {
  delete shared.ebrantQueue;
  delete process.env.EBRANT_TLS;
});

// W3C Content Security Policy Level 3: a nonce is never used twice and has at least 128 bits.
test('each answer names a nonce of its own, and the page behind it is told which', () => {
  const nonces = Array.from({ length: 50 }, () => {
    const { headers } = answer();
    const policy = headers.get('content-security-policy') ?? '';
    const [, nonce = ''] = /script-src 'self' 'nonce-([^']+)'/.exec(policy) ?? [];
    expect(policy).toContain(`style-src 'self' 'nonce-${nonce}'`);
    expect(headers.get('x-middleware-request-x-nonce')).toBe(nonce);
    expect(atob(nonce).length * 8).toBeGreaterThanOrEqual(128);
    return nonce;
  });
  expect(new Set(nonces).size).toBe(50);
});

test('no script from elsewhere, no frame around it, nothing evaluated', () => {
  const policy = answer().headers.get('content-security-policy') ?? '';
  for (const rule of [`object-src 'none'`, `base-uri 'none'`, `frame-ancestors 'none'`])
    expect(policy).toContain(rule);
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  expect(policy).not.toMatch(/style-src [^;]*unsafe/);
});

test('TLS is asked for only where it is said to be in front', () => {
  expect(answer().headers.get('strict-transport-security')).toBeNull();
  process.env.EBRANT_TLS = '1';
  expect(answer().headers.get('strict-transport-security')).toContain('max-age=63072000');
});

test('where no more can wait a page is refused with when to come back', () => {
  shared.ebrantQueue = { isFull: () => true };
  const refused = answer();
  expect([refused.status, refused.headers.get('retry-after')]).toEqual([503, '2']);
  shared.ebrantQueue = { isFull: () => false };
  expect(answer().status).toBe(200);
});
