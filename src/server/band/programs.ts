import 'server-only';
import type { RoadMap } from '@/core/roadmap';
import { itemsOf, type Joined, joinSet, type Program, soloProgram } from '@/core/set';
import { compile } from '@/core/timeline';
import { type Queries, refuse } from '../database';
import { readDocument } from '../documents';
import { bandBook } from './book';
import { readSet, songsOfSet } from './sets';
import { readSong } from './songs';

/** What files are made from: a song alone, or a set from its first count-in to its last bar. */
export type ToTakeAway = {
  readonly of: 'song' | 'set';
  readonly title: string;
  readonly program: Program;
  /** The road map of each song of the program. */
  readonly maps: readonly RoadMap[];
  /** The songs of a set, as it plays them. */
  readonly songs?: readonly Joined[];
};

export const programOf = async (db: Queries, document: string): Promise<ToTakeAway> => {
  const { kind, band } = await readDocument(db, document);
  if (kind === 'book')
    return refuse('invalid', 'Book', 'A book has no click of its own; take away that of a song.');
  if (kind === 'road-map') {
    const { title, map } = await readSong(db, document);
    const click = await clickOf(db, band);
    return { of: 'song', title, program: soloProgram(title, compile(map, [click])), maps: [map] };
  }
  const { set } = await readSet(db, document);
  const above = [await clickOf(db, band), set.click];
  const songs = await songsOfSet(db, set);
  const joined = joinSet(
    itemsOf(set),
    (arrangement) => songs.get(arrangement),
    (map) => compile(map, above),
  );
  return {
    of: 'set',
    title: set.heading.title,
    program: joined.program,
    maps: joined.songs.map(({ map }) => map),
    songs: joined.songs,
  };
};

/** What a band says of its click. */
const clickOf = async (db: Queries, band: string) => (await bandBook(db, band)).document.click;
