import { type Packed, unpacked } from '@/core/base/packed';
import type { ClickSettings } from '@/core/music/click';
import type { RoadMap } from '@/core/song/roadmap';
import {
  itemsOf,
  joinSet,
  type Program,
  type SetItem,
  type SongInSet,
  type SongSet,
} from '@/core/song/set';
import { compile, type Timeline } from '@/core/song/timeline';

/** A song of the band as the set pages know it. */
export type BandSong = {
  readonly song: string;
  readonly arrangement: string;
  readonly arrangementName: string;
  readonly title: string;
  readonly map: RoadMap;
};

/** A song as the server sends it to a page. */
export type SentSong = Omit<BandSong, 'map'> & { readonly map: Packed<RoadMap> };

/** Songs as the server has sent them, with their road maps. */
export const received = <S extends SentSong>(
  songs: readonly S[],
): (Omit<S, 'map'> & { readonly map: RoadMap })[] =>
  songs.map((song) => ({ ...song, map: unpacked(song.map) }));

export type CompiledSong = BandSong & { readonly timeline: Timeline };

/** A row of a set: the item, its song, how the set plays it, where it lies in the set's time. */
export type SetEntry = {
  readonly item: SetItem;
  /** As it is written. */
  readonly song: CompiledSong | undefined;
  /** As this set plays it. */
  readonly joined: SongInSet | undefined;
  readonly placed: Program['songs'][number] | undefined;
  /** All arrangements of its song. */
  readonly versions: readonly CompiledSong[];
};

/** @param above what band and set say of the click */
export const compileSongs = (
  songs: readonly BandSong[],
  above: readonly ClickSettings[] = [],
): ReadonlyMap<string, CompiledSong> =>
  new Map(songs.map((song) => [song.arrangement, { ...song, timeline: compile(song.map, above) }]));

/** The songs of a set in order with their times; one whose road map is not known yet has none. */
export const entriesOf = (
  set: SongSet,
  songs: ReadonlyMap<string, CompiledSong>,
  above: readonly ClickSettings[] = [],
): { entries: SetEntry[]; program: Program } => {
  const items = itemsOf(set);
  const compiled = new Map([...songs.values()].map(({ map, timeline }) => [map, timeline]));
  const { songs: known, program } = joinSet(
    items,
    (arrangement) => songs.get(arrangement),
    (map) => compiled.get(map) ?? compile(map, above),
  );
  const places = new Map(known.map((joined, index) => [joined.item.id, { joined, index }]));
  const entries = items.map((item) => {
    const place = places.get(item.id);
    return {
      item,
      song: songs.get(item.arrangement),
      joined: place?.joined,
      placed: place && program.songs[place.index],
      versions: versionsOf(songs, item.arrangement),
    };
  });
  return { entries, program };
};

const versionsOf = (
  songs: ReadonlyMap<string, CompiledSong>,
  arrangement: string,
): readonly CompiledSong[] => {
  const song = songs.get(arrangement)?.song;
  return song === undefined ? [] : [...songs.values()].filter((one) => one.song === song);
};
