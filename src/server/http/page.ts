import 'server-only';
import { cookies } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { asMember, type Queries, Refusal } from '../database';
import { type SignedIn, signedIn } from '../people';
import { COOKIE } from './cookie';

/** Who looks at a page, if they are signed in. */
export const visitor = async (): Promise<SignedIn | undefined> =>
  signedIn((await cookies()).get(COOKIE)?.value);

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
