import type { RoadMap } from '@/core/song/roadmap';
import { roadMapFrom } from '@/core/text/shorthand';
import { LOFT_STREET_TEXTS } from './loftStreet';
import { SALTREACH_TEXTS } from './saltreach';
import type { SongTexts } from './songTexts';

export type DemoSong = {
  readonly title: string;
  readonly arrangements: readonly (readonly [name: string, map: RoadMap])[];
};

const songs = (texts: SongTexts): DemoSong[] =>
  Object.entries(texts).map(([title, arrangements]) => ({
    title,
    arrangements: Object.entries(arrangements).map(([name, text]) => [name, roadMapFrom(text)]),
  }));

/** The repertoire of The Saltreach Nine. All of it is invented. */
export const SALTREACH_SONGS: readonly DemoSong[] = songs(SALTREACH_TEXTS);

/** The repertoire of the Loft Street Chapel team. All of it is invented. */
export const LOFT_STREET_SONGS: readonly DemoSong[] = songs(LOFT_STREET_TEXTS);
