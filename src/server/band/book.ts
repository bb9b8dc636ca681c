import 'server-only';
import * as z from 'zod';
import { type Book, bookKind } from '@/core/song/book';
import type { Queries } from '../database';
import { asDocument, keptDocument, VERSION } from '../documents';
import { mayEdit } from '../people/bands';

const bookRow = z.object({
  id: z.string(),
  version: z.string(),
  revision: z.number(),
  mayEdit: z.boolean(),
});

/** The book of patterns that a band has. */
export const bandBook = async (db: Queries, band: string) => {
  const { version, ...row } = await db.one(
    bookRow,
    `SELECT document.id, ${VERSION} AS version, document.revision, ${mayEdit('document.band')} AS "mayEdit"
     FROM book JOIN document USING (id) WHERE book.band = $1`,
    [band],
  );
  const document = keptDocument<Book>(row.id, version) ?? (await readBook(db, row.id));
  return { ...row, document };
};

const bodyRow = z.object({ version: z.string(), body: z.unknown() });

const readBook = async (db: Queries, id: string): Promise<Book> => {
  const { version, body } = await db.one(
    bodyRow,
    `SELECT ${VERSION} AS version, body FROM document WHERE id = $1`,
    [id],
  );
  return asDocument(bookKind, body, id, version);
};
