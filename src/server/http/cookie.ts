import 'server-only';
import { SESSION_DAYS } from '../people';

export const COOKIE = 'ebrant_session';

/** The session's token in a request's cookies. */
export const sessionToken = (request: Request): string | undefined =>
  (request.headers.get('cookie') ?? '')
    .split(/;\s*/)
    .find((pair) => pair.startsWith(`${COOKIE}=`))
    ?.slice(COOKIE.length + 1);

/** Out of reach of scripts and of other sites; over TLS only where the request came that way. */
export const sessionCookie = (request: Request, token: string): string =>
  cookie(request, token, SESSION_DAYS * 24 * 3600);

export const noSessionCookie = (request: Request): string => cookie(request, '', 0);

const cookie = (request: Request, value: string, seconds: number): string => {
  const secure =
    new URL(request.url).protocol === 'https:' ||
    request.headers.get('x-forwarded-proto') === 'https';
  const flags = `Path=/; HttpOnly; SameSite=Lax; Max-Age=${seconds}${secure ? '; Secure' : ''}`;
  return `${COOKIE}=${value}; ${flags}`;
};
