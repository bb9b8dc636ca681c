import { type Seconds, seconds, ticks } from '../../music/time';
import { type PlacedSong, type Program, songAt } from '../../song/set';
import {
  barNumbered,
  locate,
  type Passage,
  type Place,
  type PlayedBar,
  secondsAt,
  ticksAt,
} from '../../song/timeline';

/**
 * Where to go on in a program that was edited while it played: at the same bar and beat of the same
 * time through the same section. Where the section is gone, at that beat of the first bar of what
 * came after it and is left; where the bar is gone, of the bar after the section.
 *
 * @returns nothing where none of what was still to come is left
 * @example bar 3, beat 2 of the Chorus stays bar 3, beat 2 of the Chorus when the Verse grows
 */
export const samePlace = (before: Program, after: Program, time: Seconds): Seconds | undefined => {
  if (before === after) return time;
  // Beside a recording the music goes on where it is, whatever is written about it.
  if (before.recording !== undefined && after.recording !== undefined)
    return seconds(Math.max(0, time - before.recording + after.recording));
  const was = songAt(before, time);
  if (!was) return undefined;
  const song = after.songs.find(({ id }) => id === was.song.id);
  if (!song) return nextSongLeft(before, after, was.index)?.start;
  if (time >= was.song.end) return inGap(after, song, time - was.song.end);
  const inSong = seconds(time - was.song.barOne);
  const place = locate(was.song.timeline, inSong);
  const at = ticksAt(was.song.timeline.tempo, inSong);
  if (place.phase === 'over') return song.end;
  if (place.phase !== 'song')
    return seconds(Math.max(song.start, song.barOne + secondsAt(song.timeline.tempo, at)));
  const there = inSection(was.song, song, place, at);
  if (there !== undefined) return seconds(song.barOne + there);
  return nextSongLeft(before, after, was.index)?.start;
};

type InSong = Extract<Place, { phase: 'song' }>;

/** In seconds from bar 1. */
const inSection = (
  was: PlacedSong,
  { timeline }: PlacedSong,
  { bar, passage, holding }: InSong,
  at: number,
): number | undefined => {
  const { passages } = timeline;
  const same = passageLike(passages, passage);
  const into = Math.max(0, at - bar.startTicks);
  if (!same) {
    const left = was.timeline.passages
      .slice(was.timeline.passages.indexOf(passage) + 1)
      .map((one) => passageLike(passages, one))
      .find((one) => one !== undefined);
    return left && intoBar(timeline, barNumbered(timeline, left.firstPlayed), into);
  }
  const held = holding && timeline.fermatas.find(({ id }) => id === holding.id);
  if (held && passages[held.passage] === same)
    return held.startSeconds + Math.min(holding.gone, held.seconds);
  const inPassage = Math.min(same.bars, bar.played - passage.firstPlayed);
  return intoBar(timeline, barNumbered(timeline, same.firstPlayed + inPassage), into);
};

/** So many ticks into a bar, or as far as it goes. */
const intoBar = (
  timeline: PlacedSong['timeline'],
  bar: PlayedBar | undefined,
  into: number,
): number => {
  if (!bar) return timeline.seconds;
  const next = barNumbered(timeline, bar.played + 1);
  if (bar.startTicks + into >= (next?.startTicks ?? timeline.ticks))
    return next?.startSeconds ?? timeline.seconds;
  return into < 1 ? bar.startSeconds : secondsAt(timeline.tempo, ticks(bar.startTicks + into));
};

/** The same time through a section, or the last there is. */
const passageLike = (
  passages: readonly Passage[],
  { section, pass }: Passage,
): Passage | undefined => passages.findLast((one) => one.section === section && one.pass <= pass);

const nextSongLeft = (before: Program, after: Program, index: number): PlacedSong | undefined => {
  const left = new Map(after.songs.map((song) => [song.id, song]));
  return before.songs
    .slice(index + 1)
    .map(({ id }) => left.get(id))
    .find((song) => song !== undefined);
};

const inGap = (after: Program, song: PlacedSong, gone: number): Seconds => {
  const next = after.songs[after.songs.indexOf(song) + 1];
  return seconds(Math.min(song.end + gone, next?.start ?? after.seconds));
};
