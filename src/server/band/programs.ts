import 'server-only';
import type { RoadMap } from '@/core/roadmap';
import { itemsOf, type Program, program, soloProgram } from '@/core/set';
import { compile } from '@/core/timeline';
import { type Queries, refuse } from '../database';
import { readDocument } from '../documents';
import { readSet, songsOfSet } from './sets';
import { readSong } from './songs';

/** What files are made from: a song alone, or a set from its first count-in to its last bar. */
export type ToTakeAway = {
  readonly of: 'song' | 'set';
  readonly title: string;
  readonly program: Program;
  /** The road map of each song of the program. */
  readonly maps: readonly RoadMap[];
};

export const programOf = async (db: Queries, document: string): Promise<ToTakeAway> => {
  const { kind } = await readDocument(db, document);
  if (kind === 'book')
    return refuse('invalid', 'Book', 'A book has no click of its own; take away that of a song.');
  if (kind === 'road-map') {
    const { title, map } = await readSong(db, document);
    return { of: 'song', title, program: soloProgram(title, compile(map)), maps: [map] };
  }
  const { set } = await readSet(db, document);
  const songs = await songsOfSet(db, set);
  const parts = itemsOf(set).map(({ arrangement, gap }) => {
    const { title, map } = songs.get(arrangement)!;
    return { title, timeline: compile(map), gap, map };
  });
  return {
    of: 'set',
    title: set.heading.title,
    program: program(parts),
    maps: parts.map(({ map }) => map),
  };
};
