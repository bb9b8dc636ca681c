import type { IncomingMessage } from 'node:http';
import { callerNamer } from './callers';

const request = (remoteAddress: string, headers: Record<string, string>) =>
  ({
    socket: { remoteAddress },
    headers: { host: 'drums.example.org', ...headers },
  }) as unknown as IncomingMessage;

const PROXIES = ['127.0.0.1', '10.0.0.0/8'];

/** What the application will believe of a request. */
const believed = (from: string, headers: Record<string, string>, encrypted = false) => {
  const one = request(from, headers);
  const { id } = callerNamer(PROXIES)(one, encrypted);
  const {
    'x-forwarded-for': source,
    'x-forwarded-proto': protocol,
    'x-forwarded-host': host,
  } = one.headers;
  return { id, source, protocol, host };
};

test('a stranger’s headers are replaced by what was seen', () => {
  expect(
    believed('203.0.113.7', {
      'x-forwarded-for': '198.51.100.1',
      'x-forwarded-proto': 'https',
      'x-forwarded-host': 'elsewhere.example.org',
      'x-request-id': 'chosen-by-me',
    }),
  ).toEqual({
    id: expect.stringMatching(/^[0-9a-f-]{36}$/),
    source: '203.0.113.7',
    protocol: 'http',
    host: 'drums.example.org',
  });
  expect(believed('203.0.113.7', {}, true).protocol).toBe('https');
});

test('a trusted proxy is believed, up to the first address that is none', () => {
  const headers = {
    'x-forwarded-for': '192.0.2.66, 198.51.100.1, 10.4.0.2',
    'x-forwarded-proto': 'https',
    'x-forwarded-host': 'drums.example.org',
    'x-request-id': '0123456789abcdef',
  };
  expect(believed('127.0.0.1', headers)).toEqual({
    id: '0123456789abcdef',
    // 192.0.2.66 is what the client itself has written: only the last untrusted address was seen.
    source: '198.51.100.1',
    protocol: 'https',
    host: 'drums.example.org',
  });
});

test('a trusted proxy that says nothing: what was seen of it', () => {
  expect(believed('10.1.1.1', {})).toMatchObject({
    source: '10.1.1.1',
    protocol: 'http',
    host: 'drums.example.org',
  });
});

test.each(['', 'short', 'x'.repeat(65), 'new\nline-in-it', '<script>alert</script>'])(
  'the id %p is no id, even of a proxy',
  (id) => {
    expect(believed('127.0.0.1', { 'x-request-id': id }).id).toMatch(/^[0-9a-f-]{36}$/);
  },
);

test('what is no address is not taken for one', () => {
  expect(believed('127.0.0.1', { 'x-forwarded-for': 'unknown, <b>' }).source).toBe('127.0.0.1');
});
