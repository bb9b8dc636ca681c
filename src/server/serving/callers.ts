import { randomUUID } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import { isIP } from 'node:net';
import proxyaddr from 'proxy-addr';

/**
 * Makes what a request says about where it comes from true: the application believes these headers, so
 * they hold only what this process saw itself or a trusted proxy has said.
 *
 * @param proxies addresses and networks of trusted proxies
 */
export const callerNamer = (proxies: readonly string[]) => {
  const trusted = proxyaddr.compile([...proxies]);
  return (request: IncomingMessage, encrypted: boolean): { readonly id: string } => {
    const { headers } = request;
    const isProxied = trusted(request.socket.remoteAddress ?? '', 0);
    const said = isProxied ? headers['x-request-id'] : undefined;
    const id = typeof said === 'string' && /^[\w-]{8,64}$/.test(said) ? said : randomUUID();
    headers['x-request-id'] = id;
    headers['x-forwarded-for'] = sourceOf(request, trusted);
    if (!isProxied || !headers['x-forwarded-proto'])
      headers['x-forwarded-proto'] = encrypted ? 'https' : 'http';
    if (!isProxied || !headers['x-forwarded-host'])
      headers['x-forwarded-host'] = headers.host ?? '';
    return { id };
  };
};

/** The nearest address that is no trusted proxy; the proxy's own where it does not say one. */
const sourceOf = (request: IncomingMessage, trusted: (address: string, hop: number) => boolean) => {
  const seen = request.socket.remoteAddress ?? '';
  try {
    const source = proxyaddr(request, trusted);
    return isIP(source) ? source : seen;
  } catch {
    return seen;
  }
};
