import 'server-only';
import { cookies } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { asMember, asReader, type Queries, Refusal } from '../database';
import { type Band, type Link, linkOf, type PageHead, pageHead, signedIn } from '../people';
import { figure } from '../running';
import { COOKIE, DEPUTY_COOKIE } from './cookie';

/** Who looks at a page, if they are signed in; asked once for all parts of it. */
export const visitor = cache(
  async (): Promise<PageHead | undefined> => pageHead((await cookies()).get(COOKIE)?.value),
);

/** Which of their sessions the page is asked in. */
export const sessionHere = async (): Promise<string | undefined> =>
  (await signedIn((await cookies()).get(COOKIE)?.value))?.session;

/**
 * Reads what a page shows, as the member who looks at it; the first page when signed out, “not found”
 * for what is not theirs.
 */
export const forPage = async <T>(
  work: (db: Queries, visitor: PageHead) => Promise<T>,
): Promise<T> => {
  const who = await visitor();
  if (!who) redirect('/');
  try {
    return await asMember(who.member, (db) => work(db, who));
  } catch (error) {
    if (error instanceof Refusal && error.problem.code === 'not-found') notFound();
    throw error;
  }
};

/** The deputy's link that was opened in this browser, if it still opens something. */
export const deputy = cache(async () => linkOf((await cookies()).get(DEPUTY_COOKIE)?.value));

/** Reads what a page of a deputy's link shows; where to open one when there is none. */
export const forDeputy = async <T>(work: (db: Queries, link: Link) => Promise<T>): Promise<T> => {
  const link = await deputy();
  if (!link) redirect('/deputy');
  try {
    return await asReader({ link: link.id }, (db) => work(db, link));
  } catch (error) {
    if (error instanceof Refusal && error.problem.code === 'not-found') notFound();
    throw error;
  }
};

/** So many requests that one process answers at once mean that more come than it can draw. */
const CROWD = 8;

/**
 * Whether so many ask at once that a page is better drawn by the browser that asked for it: sent with
 * what it shows, but not drawn here, it takes half as long.
 */
export const isCrowded = (): boolean => {
  const now = Date.now();
  if ((figure('answering') ?? 0) > CROWD) crowdedUntil = now + CROWDED_FOR;
  return now < crowdedUntil;
};

/** Those of a crowd that a busy process has not heard yet are not counted, and come all the same (ms). */
const CROWDED_FOR = 3000;
let crowdedUntil = 0;

/** The bands of whoever looks at the page, and the one that its address names. */
export const bandsForPage = async (slug: string) => {
  const who = await visitor();
  if (!who) redirect('/');
  const band = who.bands.find((one) => one.slug === slug) ?? notFound();
  return { band, bands: who.bands };
};

/** A page stands under its own band: what was asked for under another one’s name is there. */
const underItsBand = (slug: string, own: Pick<Band, 'slug'>, rest: string): void => {
  if (slug !== own.slug) redirect(`/${own.slug}/${rest}`);
};

/**
 * How a page of one song or set reads what it shows: once for all its parts, as the member who looks at
 * it, and under its own band.
 *
 * @param place where it stands below its band: `songs` and what follows the id
 */
export const pageReader = <T>(
  place: readonly [list: 'songs' | 'sets', rest?: string],
  work: (
    db: Queries,
    id: string,
    visitor: PageHead,
  ) => Promise<readonly [own: Pick<Band, 'slug'>, shown: T]>,
) =>
  cache(async (slug: string, id: string): Promise<T> => {
    if (!z.uuid().safeParse(id).success) notFound();
    const [own, shown] = await forPage((db, who) => work(db, id, who));
    const [list, rest = ''] = place;
    underItsBand(slug, own, `${list}/${id}${rest}`);
    return shown;
  });
