import type { Design } from '@/core/click';
import type { RoadMap } from '@/core/roadmap';
import { itemsOf, type Program, program, type SetItem, type SongSet } from '@/core/set';
import { compile, type Timeline } from '@/core/timeline';

/** A song of the band as the set pages know it. */
export type BandSong = {
  readonly song: string;
  readonly arrangement: string;
  readonly arrangementName: string;
  readonly title: string;
  readonly map: RoadMap;
};

export type CompiledSong = BandSong & { readonly timeline: Timeline };

/** A row of a set: the item, its song, where it lies in the set's time. */
export type SetEntry = {
  readonly item: SetItem;
  readonly song: CompiledSong | undefined;
  readonly placed: Program['songs'][number] | undefined;
  /** All arrangements of its song. */
  readonly versions: readonly CompiledSong[];
};

/** @param above what band and set say of the click */
export const compileSongs = (
  songs: readonly BandSong[],
  above: readonly Design[] = [],
): ReadonlyMap<string, CompiledSong> =>
  new Map(songs.map((song) => [song.arrangement, { ...song, timeline: compile(song.map, above) }]));

/** The songs of a set in order with their times; one whose road map is not known yet has none. */
export const entriesOf = (
  set: SongSet,
  songs: ReadonlyMap<string, CompiledSong>,
): { entries: SetEntry[]; program: Program } => {
  const items = itemsOf(set);
  const known = items.flatMap((item) => {
    const song = songs.get(item.arrangement);
    return song ? [{ item, song }] : [];
  });
  const joined = program(known.map(({ item, song }) => ({ ...song, gap: item.gap })));
  const places = new Map(known.map(({ item }, index) => [item.id, joined.songs[index]!]));
  const entries = items.map((item) => ({
    item,
    song: songs.get(item.arrangement),
    placed: places.get(item.id),
    versions: versionsOf(songs, item.arrangement),
  }));
  return { entries, program: joined };
};

const versionsOf = (
  songs: ReadonlyMap<string, CompiledSong>,
  arrangement: string,
): readonly CompiledSong[] => {
  const song = songs.get(arrangement)?.song;
  return song === undefined ? [] : [...songs.values()].filter((one) => one.song === song);
};
