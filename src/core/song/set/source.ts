import type { ClickSettings } from '../../music/click';
import type { RoadMap } from '../roadmap';
import { compile } from '../timeline';
import { joinSet, type SongInSet } from './join';
import { type Program, soloProgram } from './program';
import { itemsOf, type SongSet } from './schema';

/** What a program is made from, as it is stored: it can be sent to a worker. */
export type ProgramSource = {
  readonly title: string;
  /** What the band says of its click. */
  readonly click: ClickSettings;
} & (
  | { readonly of: 'song'; readonly map: RoadMap }
  | {
      readonly of: 'set';
      readonly set: SongSet;
      /** The arrangements that the set names, by id. */
      readonly songs: ReadonlyMap<string, { readonly title: string; readonly map: RoadMap }>;
    }
);

/** Whether there is anything to play: a section in the song, or in a song of the set. */
export const hasBars = (source: ProgramSource): boolean => {
  const maps = source.of === 'song' ? [source] : [...source.songs.values()];
  return maps.some(({ map }) => Object.keys(map.sections).length > 0);
};

/** A song alone, or a set from its first count-in to its last bar. */
export type CompiledProgram = {
  readonly title: string;
  readonly program: Program;
  /** The road map of each song of the program. */
  readonly maps: readonly RoadMap[];
  /** The songs of a set, as it plays them; left out for a song. */
  readonly songs?: readonly SongInSet[];
};

/** Compiles what was stored; of 40 songs of 20,000 bars it takes seconds. */
export const compiledProgram = (source: ProgramSource): CompiledProgram => {
  const { title, click } = source;
  if (source.of === 'song') {
    const { map } = source;
    return { title, program: soloProgram(title, compile(map, [click])), maps: [map] };
  }
  const { set, songs } = source;
  const above = [click, set.click];
  const joined = joinSet(
    itemsOf(set),
    (arrangement) => songs.get(arrangement),
    (map) => compile(map, above),
  );
  return {
    title,
    program: joined.program,
    maps: joined.songs.map(({ map }) => map),
    songs: joined.songs,
  };
};
