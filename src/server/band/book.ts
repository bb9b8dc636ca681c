import 'server-only';
import * as z from 'zod';
import type { Book } from '@/core/book';
import type { Queries } from '../database';
import { readDocument } from '../documents';

/** The book of patterns that a band has. */
export const bandBook = async (db: Queries, band: string) => {
  const { id } = await db.one(z.object({ id: z.string() }), 'SELECT id FROM book WHERE band = $1', [
    band,
  ]);
  const { body, revision, mayEdit } = await readDocument(db, id);
  return { id, document: body as Book, revision, mayEdit };
};
