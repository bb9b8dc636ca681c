import { type Seconds, seconds } from '../time';
import type { Passage } from '../timeline';
import { songAt } from './anchor';
import type { Placed, Program } from './program';

/** Where the music leaves and where it goes on, both in the time of the program and on a bar line. */
export type Move = { readonly from: Seconds; readonly to: Seconds };

export type MoveKind = 'again' | 'on' | 'leave';

/** A stretch that is played over and over, from bar line to bar line. */
export type Loop = { readonly from: Seconds; readonly to: Seconds; readonly name: string };

/**
 * A move that a rehearsal asks for while it plays: *again* from the top of this section at the next
 * bar line; *on* to the next section at the next bar line; *leave* the section, a vamp above all, at
 * the end of this time through it.
 *
 * @returns nothing outside a song, or where there is no next section
 */
export const moveAt = (program: Program, time: Seconds, kind: MoveKind): Move | undefined => {
  const at = songAt(program, time);
  if (!at) return undefined;
  const { song } = at;
  const { bars, passages } = song.timeline;
  const inSong = time - song.barOne;
  const bar = bars.findLast(({ startSeconds }) => startSeconds <= inSong + 1e-6);
  const passage = bar && passages[bar.passage];
  if (!bar || !passage || inSong >= song.timeline.seconds) return undefined;
  const first = firstInRow(passages, bar.passage);
  const nextBar = bars[bar.played]?.startSeconds ?? song.timeline.seconds;
  if (kind === 'again') return moved(song, nextBar, passages[first]!.startSeconds);
  const beyond = passages[afterRow(passages, bar.passage)];
  if (!beyond) return undefined;
  const from = kind === 'leave' ? passage.startSeconds + passage.seconds : nextBar;
  return moved(song, from, beyond.startSeconds);
};

/**
 * The section that a time falls into, with a bar before it and a bar after it, where there are any.
 *
 * @returns nothing outside a song
 */
export const loopAt = (program: Program, time: Seconds): Loop | undefined => {
  const song = songAt(program, time)?.song;
  if (!song) return undefined;
  const { bars, passages } = song.timeline;
  const bar = bars.findLast(({ startSeconds }) => startSeconds <= time - song.barOne + 1e-6);
  if (!bar || time > song.end) return undefined;
  const first = passages[firstInRow(passages, bar.passage)]!;
  const after = passages[afterRow(passages, bar.passage)];
  const startOf = (played: number) => bars[played - 1]?.startSeconds ?? song.timeline.seconds;
  return {
    from: seconds(song.barOne + startOf(Math.max(1, first.firstPlayed - 1))),
    to: seconds(song.barOne + (after ? startOf(after.firstPlayed + 1) : song.timeline.seconds)),
    name: first.name,
  };
};

/** The next bar line, where everybody may wait; nothing outside a song. */
export const nextBarLine = (program: Program, time: Seconds): Seconds | undefined => {
  const song = songAt(program, time)?.song;
  const bar = song?.timeline.bars.find(
    ({ startSeconds }) => song.barOne + startSeconds > time + 1e-6,
  );
  return song && bar && seconds(song.barOne + bar.startSeconds);
};

/** A section played several times in a row is one to the band. */
const firstInRow = (passages: readonly Passage[], index: number): number => {
  let first = index;
  while (first > 0 && passages[first]!.time > 1) first--;
  return first;
};

const afterRow = (passages: readonly Passage[], index: number): number => {
  let after = index + 1;
  while (after < passages.length && passages[after]!.time > 1) after++;
  return after;
};

const moved = ({ barOne }: Placed, from: number, to: number): Move | undefined =>
  Math.abs(from - to) < 1e-9
    ? undefined
    : { from: seconds(barOne + from), to: seconds(barOne + to) };
