import 'server-only';
import { cookies } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import * as z from 'zod';
import { asMember, asReader, connections, type Queries, Refusal } from '../database';
import { type Band, type Link, linkOf, type PageHead, pageHead, signedIn } from '../people';
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

/** So many who wait mean that more come than can be served (see src/server/database/pool.ts). */
const CROWD = 5;

/**
 * Whether so many ask at once that a page is better drawn by the browser that asked for it: sent with
 * what it shows, but not drawn here, it takes half as long.
 */
export const isCrowded = (): boolean => connections().waiting() > CROWD;

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
