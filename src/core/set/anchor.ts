import { type Seconds, seconds, ticks } from '../time';
import { locate, secondsAt, ticksAt } from '../timeline';
import type { Placed, Program } from './program';

/** The song that a time of a program falls into; the one before it in a gap. */
export const songAt = (
  program: Program,
  time: Seconds,
): { index: number; song: Placed } | undefined => {
  const index = program.songs.findLastIndex(({ start }) => start <= time);
  const song = program.songs[Math.max(0, index)];
  return song && { index: Math.max(0, index), song };
};

/**
 * Where to go on in a program that was edited while it played: at the same place of the same
 * section, so that a bar added elsewhere or a new tempo does not throw the player off. Where the
 * section is gone, the time stays.
 */
export const samePlace = (before: Program, after: Program, time: Seconds): Seconds => {
  const was = songAt(before, time);
  const song = was && after.songs[was.index];
  if (!was || !song) return time;
  const inSong = seconds(time - was.song.barOne);
  const place = locate(was.song.timeline, inSong);
  if (place.phase !== 'song') return seconds(song.barOne + inSong);
  const { section, pass, startTicks } = place.passage;
  const passages = song.timeline.passages.filter((passage) => passage.section === section);
  const passage = passages.find((one) => one.pass === pass) ?? passages.at(-1);
  if (!passage) return time;
  const into = Math.min(passage.ticks, ticksAt(was.song.timeline.tempo, inSong) - startTicks);
  return seconds(song.barOne + secondsAt(song.timeline.tempo, ticks(passage.startTicks + into)));
};
