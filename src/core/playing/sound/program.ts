import type { Layout } from '../../music/kit';
import type { RoadMap } from '../../song/roadmap';
import type { Program } from '../../song/set';
import { isHeard, type Listening, performInProgram } from '../performance';
import { type Sounding, soundsOf } from './schedule';

/**
 * The drums of a program, song after song.
 *
 * @param maps of the program’s songs, in their order
 * @returns in the time of the program, in order
 */
export const drumsOf = (
  { songs }: Program,
  maps: readonly Pick<RoadMap, 'patterns'>[],
  layout: Layout,
  listening: Listening = {},
): Sounding[] =>
  songs.flatMap((song, index) => {
    const { barOne } = song;
    const notes = performInProgram(maps[index]!, song, layout);
    return soundsOf(notes.filter((note) => isHeard(note, listening))).map((sounding) => ({
      ...sounding,
      at: sounding.at + barOne,
      until: sounding.until === undefined ? undefined : sounding.until + barOne,
    }));
  });
