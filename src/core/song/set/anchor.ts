import type { Seconds } from '../../music/time';
import type { PlacedSong, Program } from './program';

/** The song that a time of a program falls into; the one before it in a gap. */
export const songAt = (
  program: Program,
  time: Seconds,
): { index: number; song: PlacedSong } | undefined => {
  const index = program.songs.findLastIndex(({ start }) => start <= time);
  const song = program.songs[Math.max(0, index)];
  return song && { index: Math.max(0, index), song };
};
