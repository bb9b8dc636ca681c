import type { Plan } from '../../playing/transport';
import { FARTHEST_OFF, matched, type StrokeAt } from './matching';
import { type Played, timingOf } from './timing';

/** A stretch of a loop as it went by: a round is one, or several where something changed within it. */
export type RoundPiece = {
  readonly id: number;
  readonly round: number;
  /** When it began and ended, by the clock of the sounds (s). */
  readonly clock: number;
  readonly ends: number;
  /** Where it began and ended in the program (s), and how fast that went by. */
  readonly place: number;
  readonly until: number;
  readonly rate: number;
};

/** The pieces of a loop that have begun, as far as the plan remembers them. */
export const piecesOf = ({ segments }: Plan, loop: string, clock: number): RoundPiece[] =>
  segments.flatMap(({ id, intent, clock: began, ends, place, until, rate }) =>
    intent.loop?.name === loop && began <= clock && rate > 0
      ? [{ id, round: intent.loop.round, clock: began, ends, place, until, rate }]
      : [],
  );

/** A piece as far as it has gone by: strokes that may still come are not waited for. */
export const upTo = (piece: RoundPiece, clock: number): RoundPiece => {
  const ends = Math.min(piece.ends, clock - FARTHEST_OFF);
  return {
    ...piece,
    ends,
    until: Math.min(piece.until, piece.place + (ends - piece.clock) * piece.rate),
  };
};

/** What is to be struck, by its place in the program (s). */
export type NoteAt = {
  readonly place: number;
  readonly voice: string;
  /** Other kinds of strokes that it is one of. */
  readonly labels?: readonly string[];
};

/** When notes are due in pieces, by the clock (s), in order of time. */
export const dueIn = (
  pieces: readonly RoundPiece[],
  notes: readonly NoteAt[],
): (StrokeAt & NoteAt)[] =>
  pieces
    .flatMap(({ clock, place, until, rate }) =>
      notes.flatMap((note) =>
        note.place >= place && note.place < until
          ? { ...note, time: clock + (note.place - place) / rate }
          : [],
      ),
    )
    .sort((a, b) => a.time - b.time);

/** A stroke that was meant: where it is written (s of the program), and how late (s) it came. */
export type Met = NoteAt & { readonly late: number };

/** A round that was judged by its strokes, and what of them belongs to the next. */
export type RoundPlayed = {
  readonly played: Played;
  readonly met: readonly Met[];
  readonly left: readonly StrokeAt[];
};

/**
 * How a round was played. Strokes shortly before its end may be meant for the next one, and are left to it
 * where they are not needed here.
 *
 * @param strokes since the round before, by the clock (s), in order
 * @param late how late (s) the device tells of them
 */
export const roundPlayed = (
  pieces: readonly RoundPiece[],
  notes: readonly NoteAt[],
  strokes: readonly StrokeAt[],
  late = 0,
): RoundPlayed => {
  const ends = Math.max(...pieces.map((piece) => piece.ends));
  const isBlind = strokes.every(({ voice }) => voice === undefined);
  const expected = isBlind ? atOnce(dueIn(pieces, notes)) : dueIn(pieces, notes);
  const heard = strokes.map((stroke) => ({ ...stroke, time: stroke.time - late }));
  const matching = matched(expected, heard);
  const isNext = (index: number) => heard[index]!.time >= ends - FARTHEST_OFF;
  const own = { ...matching, extra: matching.extra.filter((index) => !isNext(index)) };
  return {
    played: timingOf(expected, heard, own, (index) => {
      const { voice, labels = [] } = expected[index]!;
      return [voice, ...labels];
    }),
    met: matching.pairs.map((pair) => {
      const { place, voice, time } = expected[pair.expected]!;
      return { place, voice, late: heard[pair.played]!.time - time };
    }),
    left: matching.extra.filter(isNext).map((index) => strokes[index]!),
  };
};

/** Strokes that are nearer (s) than this are one to somebody with a single key. */
const AT_ONCE = 0.02;

const atOnce = <Due extends StrokeAt>(strokes: readonly Due[]): Due[] =>
  strokes.filter(({ time }, index) => index === 0 || time - strokes[index - 1]!.time > AT_ONCE);
