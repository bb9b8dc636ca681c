import { type Seconds, seconds } from '../time';
import type { Passage } from '../timeline';
import { songAt } from './anchor';
import type { Placed, Program } from './program';

/** Where the music leaves and where it goes on, both in the time of the program and on a bar line. */
export type Move = { readonly from: Seconds; readonly to: Seconds };

export type MoveKind = 'again' | 'on' | 'leave';

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
