import 'server-only';
import { cookies } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import { asMember, type Queries, Refusal } from '../database';
import { type Band, ownBands, type SignedIn, signedIn } from '../people';
import { COOKIE } from './cookie';

/** Who looks at a page, if they are signed in; asked once for all parts of it. */
export const visitor = cache(
  async (): Promise<SignedIn | undefined> => signedIn((await cookies()).get(COOKIE)?.value),
);

/**
 * Reads what a page shows, as the member who looks at it; the first page when signed out, “not found”
 * for what is not theirs.
 */
export const forPage = async <T>(
  work: (db: Queries, visitor: SignedIn) => Promise<T>,
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

/** The bands of whoever looks at the page, and the one that its address names; read once. */
export const bandsForPage = cache(async (slug: string) => {
  const bands = await forPage(ownBands);
  const band = bands.find((one) => one.slug === slug) ?? notFound();
  return { band, bands };
});

/** A page stands under its own band: what was asked for under another one’s name is there. */
export const underItsBand = (slug: string, own: Pick<Band, 'slug'>, rest: string): void => {
  if (slug !== own.slug) redirect(`/${own.slug}/${rest}`);
};
