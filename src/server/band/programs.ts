import 'server-only';
import { itemsOf, type Program, program, soloProgram } from '@/core/set';
import { compile } from '@/core/timeline';
import type { Queries } from '../database';
import { readDocument } from '../documents';
import { readSet, songsOfSet } from './sets';
import { readSong } from './songs';

/** What a click file is made from: a song alone, or a set from its first count-in to its last bar. */
export const programOf = async (
  db: Queries,
  document: string,
): Promise<{ title: string; program: Program }> => {
  const { kind } = await readDocument(db, document);
  if (kind === 'road-map') {
    const { title, map } = await readSong(db, document);
    return { title, program: soloProgram(title, compile(map)) };
  }
  const { set } = await readSet(db, document);
  const songs = await songsOfSet(db, set);
  const parts = itemsOf(set).map(({ arrangement, gap }) => {
    const { title, map } = songs.get(arrangement)!;
    return { title, timeline: compile(map), gap };
  });
  return { title: set.heading.title, program: program(parts) };
};
