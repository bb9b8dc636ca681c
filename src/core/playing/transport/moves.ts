import { type Seconds, seconds } from '../../music/time';
import { type PlacedSong, type Program, songAt } from '../../song/set';
import { barAtSeconds, barNumbered, type Passage } from '../../song/timeline';

/** Where the music leaves and where it goes on, both in the time of the program. */
export type Move = { readonly from: Seconds; readonly to: Seconds };

/** What a rehearsal asks for while it plays. */
export const MOVES = ['again', 'on', 'leave', 'next-song', 'previous-song'] as const;
export type MoveKind = (typeof MOVES)[number];

/** A stretch that is played over and over, from bar line to bar line. */
export type Loop = {
  readonly from: Seconds;
  readonly to: Seconds;
  readonly name: string;
  /** A place of the section that is looped, by which the loop is found again after an edit. */
  readonly section?: Seconds;
  /** How fast each round goes by; there is no further round. Endless where left out. */
  readonly rates?: readonly number[];
};

/**
 * A move: *again* from the top of this section at the next bar line; *on* to the next section, or
 * song, at the next bar line; *leave* the section, a vamp above all, at the end of this time through
 * it; the *next song*, and the *previous song* or this one from its beginning. Where no bar goes by,
 * it happens at once: in the gap after a song *again* is that song again.
 *
 * @returns nothing where there is nothing to go to, and after the end
 */
export const moveAt = (program: Program, time: Seconds, kind: MoveKind): Move | undefined => {
  const at = songAt(program, time);
  if (!at || time >= program.seconds) return undefined;
  const { song, index } = at;
  const from =
    nextBarLine(program, time) ?? (time < song.end && time >= song.barOne ? song.end : time);
  const next = program.songs[index + 1];
  const toSong = (to: PlacedSong | undefined, when: Seconds) => to && { from: when, to: to.start };
  switch (kind) {
    case 'next-song':
      return toSong(next, time < song.barOne ? time : from);
    case 'previous-song':
      return time < song.barOne
        ? toSong(program.songs[index - 1] ?? song, time)
        : toSong(song, from);
    default:
      if (time < song.barOne) return kind === 'again' ? toSong(song, time) : undefined;
      if (time >= song.end)
        return kind === 'again'
          ? toSong(song, time)
          : kind === 'on'
            ? toSong(next, time)
            : undefined;
      return (
        withinSong(song, seconds(time - song.barOne), kind) ??
        (kind === 'on' ? toSong(next, from) : undefined)
      );
  }
};

const withinSong = (
  song: PlacedSong,
  inSong: Seconds,
  kind: 'again' | 'on' | 'leave',
): Move | undefined => {
  const { passages } = song.timeline;
  const bar = barAtSeconds(song.timeline, inSong);
  const passage = bar && passages[bar.passage];
  if (!bar || !passage) return undefined;
  const nextBar = barNumbered(song.timeline, bar.played + 1)?.startSeconds ?? song.timeline.seconds;
  const first = passages[firstInRow(passages, bar.passage)];
  if (kind === 'again') return first && moved(song, nextBar, first.startSeconds);
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
  const { passages } = song.timeline;
  const bar = barAtSeconds(song.timeline, time - song.barOne);
  if (!bar || time < song.start || time > song.end) return undefined;
  const first = passages[firstInRow(passages, bar.passage)]!;
  const after = passages[afterRow(passages, bar.passage)];
  const startOf = (number: number) => barNumbered(song.timeline, number)?.startSeconds;
  return {
    from: seconds(song.barOne + (startOf(first.firstPlayed - 1) ?? first.startSeconds)),
    to: seconds(song.barOne + ((after && startOf(after.firstPlayed + 1)) ?? song.timeline.seconds)),
    name: first.name,
    section: seconds(song.barOne + first.startSeconds),
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

const moved = ({ barOne }: PlacedSong, from: number, to: number): Move | undefined =>
  Math.abs(from - to) < 1e-9
    ? undefined
    : { from: seconds(barOne + from), to: seconds(barOne + to) };
