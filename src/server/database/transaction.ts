import 'server-only';
import pg from 'pg';
import type { Brand } from '@/core/base/brand';
import { connections, pool } from './pool';
import { type Queries, queriesOf } from './queries';
import { asRefusal, Refusal } from './refusal';

/** A member who has shown who they are. Only the session gives these out. */
export type MemberId = Brand<string, 'MemberId'>;

/** A way to run statements in a transaction of their own, as whoever it was given out for. */
export type Within = <T>(work: (db: Queries) => Promise<T>) => Promise<T>;

/**
 * Runs statements in one transaction for a member. The database's row security shows and takes only
 * what this member may see and change, whatever the statements say.
 *
 * @throws Refusal where the database does not answer, or too many wait for it
 */
export const asMember = <T>(member: MemberId, work: (db: Queries) => Promise<T>): Promise<T> =>
  transaction(`BEGIN; SELECT set_config('ebrant.member', ${pg.escapeLiteral(member)}, true)`, work);

/** A link that somebody has shown: it reads one set or song. */
export type LinkId = Brand<string, 'LinkId'>;

/** Who reads: a member, whoever holds a link, or somebody who is both. */
export type Reader = { readonly member?: MemberId | undefined; readonly link?: LinkId | undefined };

/** Runs statements in one transaction for whoever reads; what neither may see is not there. */
export const asReader = <T>(
  { member = '' as MemberId, link = '' as LinkId }: Reader,
  work: (db: Queries) => Promise<T>,
): Promise<T> =>
  transaction(
    `BEGIN; SELECT set_config('ebrant.member', ${pg.escapeLiteral(member)}, true),
                   set_config('ebrant.link', ${pg.escapeLiteral(link)}, true)`,
    work,
  );

/** Runs statements for nobody: sign-in and health. Tables of bands look empty. */
export const asNobody = <T>(work: (db: Queries) => Promise<T>): Promise<T> =>
  transaction('BEGIN', work);

const transaction = <T>(begin: string, work: (db: Queries) => Promise<T>): Promise<T> =>
  connections().run(async () => {
    const client = await pool()
      .connect()
      .catch((error) => Promise.reject(asRefusal(error)));
    let broken: Error | undefined;
    // Without a listener, a connection that dies between statements would end the process.
    const onError = (error: Error) => {
      broken = error;
    };
    client.on('error', onError);
    try {
      await client.query(begin);
      const result = await work(queriesOf(client));
      await client.query('COMMIT');
      return result;
    } catch (error) {
      const refused = asRefusal(error);
      // What does not answer is not asked to take it back: without its connection it does so by itself.
      // And after a plan of before a migration the next transaction gets one that plans anew.
      if (isAway(refused) || (error as { code?: string }).code === '0A000') broken = error as Error;
      else
        await client.query('ROLLBACK').catch((failure: Error) => {
          broken = failure;
        });
      throw refused;
    } finally {
      client.off('error', onError);
      client.release(broken);
    }
  });

const isAway = (refused: unknown): boolean =>
  refused instanceof Refusal && refused.problem.code === 'unavailable';

/** One statement on its own, for nobody: cheaper than a transaction. */
export const once = <T>(work: (db: Queries) => Promise<T>): Promise<T> =>
  connections().run(async () => {
    try {
      return await work(queriesOf(pool()));
    } catch (error) {
      throw asRefusal(error);
    }
  });
