import 'server-only';
import * as z from 'zod';
import { type Queries, refuse } from '../database';

/** Where somebody is, as their page says it; it is told on and nowhere kept. */
export type Presence = {
  /** Of the page: one person may have several open. */
  readonly page: string;
  /** The id of the section that is chosen. */
  readonly place: string | null;
  readonly typing: boolean;
  /** Whether the page is being left. */
  readonly gone: boolean;
};

/**
 * Tells everybody who follows the band where a member is.
 *
 * @throws Refusal `not-found` where they may not read the document
 */
export const tellPresence = async (
  db: Queries,
  document: string,
  name: string,
  { page, place, typing, gone }: Presence,
): Promise<void> => {
  const told = await db.many(
    z.object({}),
    `SELECT pg_notify('news', json_build_object('kind', 'presence', 'band', band, 'document', id,
       'member', current_member(), 'name', $2::text, 'page', $3::text, 'place', $4::text,
       'typing', $5::boolean, 'gone', $6::boolean)::text)::text
     FROM document WHERE id = $1`,
    [document, name, page, place, typing, gone],
  );
  if (told.length === 0) refuse('not-found', 'Document', 'There is no such song or set.');
};

const touchedRow = z.object({ name: z.string().nullable(), at: z.date() });

/**
 * Who changed a section last, or a fill or cue in it; nothing where nobody has since it was made.
 *
 * @returns the name, or null for a former member
 */
export const lastTouched = (db: Queries, document: string, record: string) =>
  db.maybeOne(
    touchedRow,
    `WITH last AS (
       SELECT author, at, band FROM change
       WHERE document = $1 AND EXISTS (
         SELECT FROM jsonb_array_elements(operations) AS operation
         WHERE operation->>'id' = $2 OR operation->'value'->>'section' = $2)
       ORDER BY revision DESC LIMIT 1)
     SELECT named.name, last.at FROM last
     LEFT JOIN LATERAL (SELECT name FROM names_in(last.band) WHERE id = last.author) AS named ON true`,
    [document, record],
  );
