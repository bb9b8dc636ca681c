import 'server-only';
import { randomUUID } from 'node:crypto';
import * as z from 'zod';
import { type MemberId, type Queries, refuse } from '../database';
import { readDocument } from '../documents';
import { ROLES, type Role } from '../people';
import { counted } from '../people/attempts';

/** Notes in the margin of songs and sets. Who reads which, the database says (migration 016). */

export const LONGEST_NOTE = 2000;
const MOST_NOTES = 1000;

const noteRow = z.object({
  id: z.string(),
  record: z.string().nullable(),
  bar: z.number().nullable(),
  ticks: z.number().nullable(),
  words: z.string(),
  private: z.boolean(),
  roles: z.array(z.enum(ROLES)).nullable(),
  /** Of whom it is asked. */
  asked: z.string().nullable(),
  askedOfMe: z.boolean(),
  answers: z.string().nullable(),
  /** Gone with whoever has given their account up. */
  author: z.string().nullable(),
  mine: z.boolean(),
  at: z.date(),
  settled: z.boolean(),
  maySettle: z.boolean(),
  mayDelete: z.boolean(),
});

/** A note as one of its readers sees it. */
export type Note = z.infer<typeof noteRow>;

/** The notes at a song or set that the member reads, oldest first. */
export const notesOf = async (db: Queries, document: string): Promise<Note[]> => {
  const { band } = await readDocument(db, document);
  return db.many(
    noteRow,
    `WITH named AS MATERIALIZED (
       SELECT id, name FROM names_in($2) UNION SELECT id, name FROM member)
     SELECT note.id, record, bar, ticks, words, private, roles::text[] AS roles,
            of.name AS asked, note.asked IS NOT DISTINCT FROM current_member() AS "askedOfMe",
            answers, by.name AS author, note.author IS NOT DISTINCT FROM current_member() AS mine, at,
            settled_at IS NOT NULL AS settled,
            coalesce(author = current_member(), false) OR coalesce(asked = current_member(), false)
              OR edits(role_in(band)) AS "maySettle",
            coalesce(author = current_member(), false) OR role_in(band) = 'leader' AS "mayDelete"
     FROM note LEFT JOIN named AS by ON by.id = note.author
               LEFT JOIN named AS of ON of.id = note.asked
     WHERE document = $1 ORDER BY at, note.id LIMIT ${MOST_NOTES}`,
    [document, band],
  );
};

/** A note to be written. */
export type NewNote = {
  readonly words: string;
  /** A section, or a song of a set; null at the whole. */
  readonly record: string | null;
  readonly place: { readonly bar: number; readonly ticks: number } | null;
  /** Who reads it beside its author. */
  readonly readers: 'everybody' | 'nobody' | readonly Role[];
  /** The id of a member that it is asked of. */
  readonly asked: string | null;
  /** The note that it answers. */
  readonly answers: string | null;
};

/** Writes a note. @throws Refusal where it answers nothing that there is, or asks somebody who is not in the band */
export const writeNote = async (
  db: Queries,
  member: MemberId,
  document: string,
  { words, record, place, readers, asked, answers }: NewNote,
): Promise<void> => {
  await counted('note', member);
  const { band } = await readDocument(db, document);
  if (asked !== null) {
    const { isIn } = await db.one(
      z.object({ isIn: z.boolean() }),
      'SELECT EXISTS (SELECT FROM membership WHERE band = $1 AND member = $2) AS "isIn"',
      [band, asked],
    );
    if (!isIn) refuse('not-found', 'Member', 'They are not in this band.');
  }
  await db.run(
    `INSERT INTO note (id, document, band, record, bar, ticks, words, private, roles, asked, answers, author)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9::text[]::band_role[], $10, $11, $12)`,
    [
      randomUUID(),
      document,
      band,
      record,
      place?.bar ?? null,
      place?.ticks ?? null,
      words,
      readers === 'nobody',
      Array.isArray(readers) ? readers : null,
      asked,
      answers,
      member,
    ],
  );
};

/** Settles a note or opens it again. */
export const settleNote = async (db: Queries, id: string, settled: boolean): Promise<void> => {
  const { done } = await db.one(
    z.object({ done: z.boolean() }),
    'SELECT settle_note($1, $2) AS done',
    [id, settled],
  );
  if (!done) noSuchNote();
};

/** Changes the words of one's own note. */
export const rewordNote = async (db: Queries, id: string, words: string): Promise<void> => {
  if ((await db.run('UPDATE note SET words = $2 WHERE id = $1', [id, words])) === 0) noSuchNote();
};

/** Deletes a note with its answers: one's own, and leaders any that they read. */
export const deleteNote = async (db: Queries, id: string): Promise<void> => {
  if ((await db.run('DELETE FROM note WHERE id = $1', [id])) === 0) noSuchNote();
};

const noSuchNote = (): never =>
  refuse('not-found', 'Note', 'There is no such note, or it is not yours to change.');

const shownRow = z.object({
  document: z.string(),
  record: z.string().nullable(),
  bar: z.number().nullable(),
  ticks: z.number().nullable(),
  words: z.string(),
});

/** A note as stage and chart show it. */
export type ShownNote = Omit<z.infer<typeof shownRow>, 'document'>;

/** The open notes at some songs and sets that the member reads, by document: for stage and chart. */
export const openNotes = async (
  db: Queries,
  documents: readonly string[],
): Promise<Record<string, ShownNote[]>> => {
  const rows = await db.many(
    shownRow,
    `SELECT document, record, bar, ticks, words FROM note
     WHERE document = ANY ($1) AND settled_at IS NULL AND answers IS NULL ORDER BY at, id`,
    [documents],
  );
  return Object.fromEntries(
    documents.map((id) => [
      id,
      rows.flatMap(({ document, ...note }) => (document === id ? [note] : [])),
    ]),
  );
};

const questionRow = z.object({
  id: z.string(),
  document: z.string(),
  kind: z.enum(['road-map', 'set']),
  title: z.string(),
  words: z.string(),
  author: z.string().nullable(),
});

/** What is asked of the member in a band and not settled yet, oldest first. */
export const askedOf = (db: Queries, member: MemberId, band: string) =>
  db.many(
    questionRow,
    `SELECT note.id, note.document, document.kind,
            coalesce(song.title, document.body->'heading'->>'title', '') AS title, words, by.name AS author
     FROM note JOIN document ON document.id = note.document
     LEFT JOIN arrangement ON arrangement.id = note.document LEFT JOIN song ON song.id = arrangement.song
     LEFT JOIN member AS by ON by.id = note.author
     WHERE note.band = $1 AND asked = $2 AND note.author IS DISTINCT FROM $2 AND answers IS NULL
       AND settled_at IS NULL ORDER BY note.at LIMIT 50`,
    [band, member],
  );

export type Question = z.infer<typeof questionRow>;
