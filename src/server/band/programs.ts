import 'server-only';
import type { ProgramSource } from '@/core/song/set';
import { type Queries, refuse } from '../database';
import { readDocument } from '../documents';
import { readSet, songsOfSet } from './sets';
import { besideSet, readSong } from './songs';

/** What the files of a song or a set are made from. */
export const programOf = async (db: Queries, document: string): Promise<ProgramSource> => {
  const { kind, band } = await readDocument(db, document);
  if (kind === 'library')
    return refuse(
      'invalid',
      'Library',
      'A library has no click of its own; export that of a song.',
    );
  const { click } = await besideSet(db, band);
  if (kind === 'road-map') {
    const { title, map } = await readSong(db, document);
    return { of: 'song', title, map, click };
  }
  const { set } = await readSet(db, document);
  const songs = await songsOfSet(db, set);
  return { of: 'set', title: set.heading.title, set, songs, click };
};
