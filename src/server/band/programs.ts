import 'server-only';
import type { Layout } from '@/core/kit';
import type { RoadMap } from '@/core/roadmap';
import { itemsOf, type Program, program, soloProgram } from '@/core/set';
import { drumsOf, type Sounding } from '@/core/sound';
import { compile } from '@/core/timeline';
import { type Queries, refuse } from '../database';
import { readDocument } from '../documents';
import { readSet, songsOfSet } from './sets';
import { readSong } from './songs';

/** What files are made from: a song alone, or a set from its first count-in to its last bar. */
export type ToTakeAway = {
  readonly title: string;
  readonly program: Program;
  /** The drums of the whole program on a player's kit, in its time. */
  readonly drums: (layout: Layout) => readonly Sounding[];
};

export const programOf = async (db: Queries, document: string): Promise<ToTakeAway> => {
  const { kind } = await readDocument(db, document);
  if (kind === 'book')
    return refuse('invalid', 'Book', 'A book has no click of its own; take away that of a song.');
  if (kind === 'road-map') {
    const { title, map } = await readSong(db, document);
    return toTakeAway(title, soloProgram(title, compile(map)), [map]);
  }
  const { set } = await readSet(db, document);
  const songs = await songsOfSet(db, set);
  const parts = itemsOf(set).map(({ arrangement, gap }) => {
    const { title, map } = songs.get(arrangement)!;
    return { title, timeline: compile(map), gap, map };
  });
  return toTakeAway(
    set.heading.title,
    program(parts),
    parts.map(({ map }) => map),
  );
};

const toTakeAway = (title: string, whole: Program, maps: readonly RoadMap[]): ToTakeAway => ({
  title,
  program: whole,
  drums: (layout) => drumsOf(whole, maps, layout),
});
