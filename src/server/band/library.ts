import 'server-only';
import * as z from 'zod';
import { type Library, libraryKind } from '@/core/song/library';
import type { Queries } from '../database';
import { asDocument, keptDocument, VERSION } from '../documents';
import { mayEdit } from '../people/bands';

const libraryRow = z.object({
  id: z.string(),
  version: z.string(),
  revision: z.number(),
  mayEdit: z.boolean(),
});

/** The library of patterns that a band has. */
export const bandLibrary = async (db: Queries, band: string) => {
  const { version, ...row } = await db.one(
    libraryRow,
    `SELECT document.id, ${VERSION} AS version, document.revision, ${mayEdit('document.band')} AS "mayEdit"
     FROM library JOIN document USING (id) WHERE library.band = $1`,
    [band],
  );
  const document = keptDocument<Library>(row.id, version) ?? (await readLibrary(db, row.id));
  return { ...row, document };
};

const bodyRow = z.object({ version: z.string(), body: z.unknown() });

const readLibrary = async (db: Queries, id: string): Promise<Library> => {
  const { version, body } = await db.one(
    bodyRow,
    `SELECT ${VERSION} AS version, body FROM document WHERE id = $1`,
    [id],
  );
  return asDocument(libraryKind, body, id, version);
};
