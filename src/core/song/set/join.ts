import type { RoadMap } from '../roadmap';
import type { Timeline } from '../timeline';
import { asPlayed } from './changes';
import { type Program, program } from './program';
import type { SetItem } from './schema';

/** A song of a set as it is played there. */
export type SongInSet = {
  readonly item: SetItem;
  readonly title: string;
  readonly map: RoadMap;
  readonly timeline: Timeline;
};

/**
 * The songs of a set one after the other, each as this set plays it.
 *
 * @param songOf nothing for a song that is not known: it is left out
 * @param timelineOf compiles; may remember what it has compiled
 */
export const joinSet = (
  items: readonly SetItem[],
  songOf: (arrangement: string) => { readonly title: string; readonly map: RoadMap } | undefined,
  timelineOf: (map: RoadMap) => Timeline,
): { readonly songs: readonly SongInSet[]; readonly program: Program } => {
  const songs: SongInSet[] = [];
  for (const item of items) {
    const song = songOf(item.arrangement);
    if (!song) continue;
    const map = asPlayed(song.map, item, songs.at(-1)?.timeline);
    songs.push({ item, title: song.title, map, timeline: timelineOf(map) });
  }
  return {
    songs,
    program: program(
      songs.map(({ item, title, timeline }) => ({ id: item.id, title, timeline, gap: item.gap })),
    ),
  };
};
