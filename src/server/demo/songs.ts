import type { RoadMap } from '@/core/song/roadmap';
import { LOFT_STREET_TEXTS } from './loftStreet';
import { roadMap, type SongTexts } from './notation';
import { SALTREACH_TEXTS } from './saltreach';

export type DemoSong = {
  readonly title: string;
  readonly arrangements: readonly (readonly [name: string, map: RoadMap])[];
};

const songs = (texts: SongTexts): DemoSong[] =>
  Object.entries(texts).map(([title, arrangements]) => ({
    title,
    arrangements: Object.entries(arrangements).map(([name, text]) => [name, roadMap(text)]),
  }));

/** The repertoire of The Saltreach Nine. All of it is invented. */
export const SALTREACH_SONGS: readonly DemoSong[] = songs(SALTREACH_TEXTS);

/** The repertoire of the Loft Street Chapel team. All of it is invented. */
export const LOFT_STREET_SONGS: readonly DemoSong[] = songs(LOFT_STREET_TEXTS);
