import 'server-only';
import { type OpenedSession, SESSION_DAYS } from '../people';

export const COOKIE = 'ebrant_session';
/** Tells a browser in which somebody has signed in before; it opens nothing. */
const DEVICE_COOKIE = 'ebrant_device';
const DEVICE_DAYS = 365;

export const DEPUTY_COOKIE = 'ebrant_deputy';
const DEPUTY_DAYS = 90;

/** The session's token in a request's cookies. */
export const sessionToken = (request: Request): string | undefined => cookieOf(request, COOKIE);

export const deviceToken = (request: Request): string | undefined =>
  cookieOf(request, DEVICE_COOKIE);

/** The token of a deputy's link that was opened in this browser. */
export const deputyToken = (request: Request): string | undefined =>
  cookieOf(request, DEPUTY_COOKIE);

export const deputyCookie = (request: Request, token: string): string =>
  cookie(request, DEPUTY_COOKIE, token, token ? DEPUTY_DAYS : 0);

const cookieOf = (request: Request, name: string): string | undefined =>
  (request.headers.get('cookie') ?? '')
    .split(/;\s*/)
    .find((pair) => pair.startsWith(`${name}=`))
    ?.slice(name.length + 1);

/** Out of reach of scripts and of other sites; over TLS only where the request came that way. */
export const sessionCookies = (request: Request, { token, device }: OpenedSession): Headers => {
  const headers = new Headers();
  headers.append('Set-Cookie', cookie(request, COOKIE, token, SESSION_DAYS));
  headers.append('Set-Cookie', cookie(request, DEVICE_COOKIE, device, DEVICE_DAYS));
  return headers;
};

export const noSessionCookie = (request: Request): string => cookie(request, COOKIE, '', 0);

const cookie = (request: Request, name: string, value: string, days: number): string => {
  const secure =
    new URL(request.url).protocol === 'https:' ||
    request.headers.get('x-forwarded-proto') === 'https';
  const flags = `Path=/; HttpOnly; SameSite=Lax; Max-Age=${days * 24 * 3600}${secure ? '; Secure' : ''}`;
  return `${name}=${value}; ${flags}`;
};
