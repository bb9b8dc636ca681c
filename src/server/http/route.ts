import 'server-only';
import Bowser from 'bowser';
import type { z } from 'zod';
import type { Problem, ProblemCode } from '@/core/base/result';
import {
  asMember,
  asNobody,
  asReader,
  COME_BACK_AFTER,
  type Reader,
  Refusal,
  refuse,
  type Within,
} from '../database';
import { linkOf, type Place, type SignedIn, type Site, signedIn } from '../people';
import { reportFault } from '../running';
import { readBody } from './body';
import { deputyToken, deviceToken, sessionToken } from './cookie';

/** What each kind of problem is called in HTTP. */
export const STATUS: Readonly<Record<ProblemCode, number>> = {
  invalid: 422,
  gone: 409,
  taken: 409,
  ahead: 409,
  'too-large': 413,
  forbidden: 403,
  'not-found': 404,
  'signed-out': 401,
  unconfirmed: 403,
  'too-many': 429,
  unavailable: 503,
};

/** What a handler gets: the request with its checked parts, and the database as the caller sees it. */
export type Call<Params, Query, Body> = {
  readonly request: Request;
  readonly params: Params;
  readonly query: Query;
  readonly body: Body;
  /** One transaction as the caller: a member, or nobody on a public route. */
  readonly within: Within;
};

type Shapes<Params, Query, Body> = {
  readonly params?: z.ZodType<Params>;
  readonly query?: z.ZodType<Query>;
  readonly body?: z.ZodType<Body>;
  /** The most bytes that the body may have, where it is more than usual. */
  readonly most?: number;
  /** A dangerous step: only for whoever has shown in the last ten minutes who they are. */
  readonly confirmed?: true;
};

type Handler = (request: Request, context: { params: Promise<unknown> }) => Promise<Response>;

/**
 * A route for members. There is no way to the database in a handler but `within`, which runs as the
 * caller under the database's row security: what a handler forgets to check stays hidden.
 */
export const memberRoute = <Params, Query, Body>(
  shapes: Shapes<Params, Query, Body>,
  handle: (call: Call<Params, Query, Body> & SignedIn) => Promise<Response>,
): Handler =>
  answering(async (request, context) => {
    const who = await caller(request);
    if (shapes.confirmed && !who.confirmed)
      refuse('unconfirmed', '', 'First show that it is you: type your passphrase again.');
    const call = await checked(request, context, shapes);
    return handle({ ...call, ...who, within: (work) => asMember(who.member, work) });
  });

/** A route for whoever may read something: members, and those who hold a deputy's link. */
export const readerRoute = <Params, Query, Body>(
  shapes: Omit<Shapes<Params, Query, Body>, 'confirmed'>,
  handle: (call: Call<Params, Query, Body> & Reader) => Promise<Response>,
): Handler =>
  answering(async (request, context) => {
    const link = await linkOf(deputyToken(request));
    const who = link ? await signedIn(sessionToken(request)) : await caller(request);
    const reader = { member: who?.member, link: link?.id };
    const call = await checked(request, context, shapes);
    return handle({ ...call, ...reader, within: (work) => asReader(reader, work) });
  });

/** A route for anybody: signing in, health. */
export const publicRoute = <Params, Query, Body>(
  shapes: Shapes<Params, Query, Body>,
  handle: (call: Call<Params, Query, Body>) => Promise<Response>,
): Handler =>
  answering(async (request, context) =>
    handle({ ...(await checked(request, context, shapes)), within: asNobody }),
  );

const answering =
  (handle: Handler): Handler =>
  async (request, context) => {
    try {
      refuseOtherSites(request);
      return neverKept(await handle(request, context));
    } catch (error) {
      return problemResponse(error, request);
    }
  };

const problemResponse = (error: unknown, request: Request): Response => {
  const { problem, status } = problemOf(error, request);
  const headers = {
    ...NO_STORE,
    ...(LATER.has(problem.code) && status !== 500 && { 'Retry-After': `${COME_BACK_AFTER}` }),
  };
  return Response.json({ problem }, { status, headers });
};

/** What is said of an error: a refusal's sentence with its status. Anything else is our own fault. */
export const problemOf = (
  error: unknown,
  request: Request,
): { readonly problem: Problem; readonly status: number } => {
  if (error instanceof Refusal)
    return { problem: error.problem, status: STATUS[error.problem.code] };
  reportFault(error, request.headers.get('x-request-id') ?? undefined);
  const message = 'Something went wrong here. Please try again.';
  return { problem: { code: 'unavailable', place: '', message }, status: 500 };
};

const LATER: ReadonlySet<ProblemCode> = new Set(['unavailable', 'too-many']);
const NO_STORE = { 'Cache-Control': 'no-store' };

/** What a member reads is theirs: no cache on the way keeps it, unless the route says otherwise. */
const neverKept = (response: Response): Response => {
  if (!response.headers.has('Cache-Control')) response.headers.set('Cache-Control', 'no-store');
  return response;
};

/** Who a page believes to be. */
const MEMBER_HEADER = 'ebrant-member';

const caller = async (request: Request): Promise<SignedIn> => {
  const who =
    (await signedIn(sessionToken(request))) ?? refuse('signed-out', '', 'Please sign in.');
  const believed = request.headers.get(MEMBER_HEADER);
  return believed === null || believed === who.member
    ? who
    : refuse('signed-out', '', 'Somebody else is signed in in this browser. Sign in as yourself.');
};

/**
 * The address that a request comes from: what the last proxy before us has seen, or the server itself.
 * Only the last entry is ours; those before it anybody can make up.
 */
export const sourceOf = (request: Request): string =>
  request.headers.get('x-forwarded-for')?.split(',').at(-1)?.trim() ?? '';

/** Where a request to sign in comes from. */
export const placeOf = (request: Request): Place => {
  const { browser, os } = Bowser.parse(request.headers.get('user-agent') || 'unknown');
  return {
    source: sourceOf(request),
    device: deviceToken(request),
    browser: [browser.name, os.name].filter(Boolean).join(' on '),
  };
};

/**
 * The site that a browser shows us as: what a passkey is made for. The origin was compared with the
 * host that was asked before.
 */
export const siteOf = (request: Request): Site => {
  const origin = request.headers.get('origin');
  return origin && URL.canParse(origin)
    ? { origin, host: new URL(origin).hostname }
    : refuse('invalid', 'Request', 'A browser says from which site it asks.');
};

/** Besides the cookie's SameSite: a page of another site may not make a member's browser write. */
const refuseOtherSites = (request: Request) => {
  if (request.method === 'GET' || request.method === 'HEAD') return;
  // What browsers say of themselves (W3C Fetch Metadata); others do not say it.
  const site = request.headers.get('sec-fetch-site');
  if (site && site !== 'same-origin' && site !== 'none')
    refuse('forbidden', '', 'This request comes from another site.');
  const origin = request.headers.get('origin');
  const host = request.headers.get('x-forwarded-host') ?? request.headers.get('host');
  if (origin && host && !(URL.canParse(origin) && new URL(origin).host === host)) {
    refuse('forbidden', '', 'This request comes from another site.');
  }
};

const checked = async <Params, Query, Body>(
  request: Request,
  context: { params: Promise<unknown> },
  shapes: Shapes<Params, Query, Body>,
) => {
  const part = <T>(schema: z.ZodType<T> | undefined, value: unknown): T => {
    const parsed = schema?.safeParse(value);
    if (parsed && !parsed.success) {
      const { path, message } = parsed.error.issues[0]!;
      return refuse('invalid', path.join(', '), message);
    }
    return parsed?.data as T;
  };
  return {
    request,
    params: part(shapes.params, await context.params),
    query: part(shapes.query, Object.fromEntries(new URL(request.url).searchParams)),
    body: shapes.body ? await readBody(request, shapes.body, shapes.most) : (undefined as Body),
  };
};
