import { lastAtOrBefore } from '../../base/search';
import {
  beatTicks,
  elapsed,
  type Rate,
  rateAt,
  type Seconds,
  seconds,
  type Ticks,
  ticks,
  travelled,
} from '../../music/time';
import type { Passage, PlayedBar, TempoSegment, Timeline } from './types';

/**
 * The time at which a position is reached. Positions before bar 1 go by at the tempo of bar 1.
 *
 * @returns seconds from bar 1, negative in the count-in
 */
export const secondsAt = (tempo: readonly TempoSegment[], position: Ticks): Seconds => {
  const segment = tempo[lastIn(tempo, position, (one) => one.startTicks)];
  if (!segment) return seconds(0);
  if (position < 0) return seconds(position / segment.from);
  return seconds(segment.startSeconds + elapsed(segment, ticks(position - segment.startTicks)));
};

export type TimeOf = (position: Ticks) => Seconds;

/**
 * `secondsAt` for positions asked for in rising order: it walks the tempo map once instead of
 * searching it each time. A test holds the two together.
 */
export const rising = (tempo: readonly TempoSegment[]): TimeOf => {
  let index = 0;
  return (position) => {
    while (index + 1 < tempo.length && tempo[index + 1]!.startTicks <= position) index++;
    const segment = tempo[index];
    if (!segment) return seconds(0);
    return seconds(segment.startSeconds + elapsed(segment, ticks(position - segment.startTicks)));
  };
};

/** The position reached at a time: the inverse of `secondsAt`. Need not be a whole tick. */
export const ticksAt = (tempo: readonly TempoSegment[], time: Seconds): Ticks => {
  const index = lastIn(tempo, time, (one) => one.startSeconds);
  const segment = tempo[index];
  if (!segment) return ticks(0);
  if (time < segment.startSeconds || time < 0) return ticks(Math.min(0, time * segment.from));
  const gone = travelled(segment, seconds(time - segment.startSeconds));
  // Where time stands still before the next segment, the position does too.
  const room = index + 1 < tempo.length ? segment.length : Number.POSITIVE_INFINITY;
  return ticks(segment.startTicks + Math.min(room, gone));
};

/** The speed that holds at a position. */
export const speedAt = (tempo: readonly TempoSegment[], position: Ticks): Rate | undefined => {
  const segment = tempo[lastIn(tempo, position, (one) => one.startTicks)];
  return segment && rateAt(segment, ticks(Math.max(0, position - segment.startTicks)));
};

/**
 * The played bar that a position lies in: the first before bar 1, the last after the end.
 *
 * @returns nothing where there are no bars
 */
export const barAtTicks = (
  { bars }: Pick<Timeline, 'bars'>,
  position: number,
): PlayedBar | undefined => bars[lastIn(bars, position + ROUNDING, (one) => one.startTicks)];

/** The played bars from a position to another; what ends on a bar line does not reach into the bar behind it. */
export const barsBetween = (
  timeline: Pick<Timeline, 'bars'>,
  from: number,
  to: number,
): { readonly first: number; readonly last: number } => {
  const first = barAtTicks(timeline, from)?.played ?? 1;
  return { first, last: Math.max(first, barAtTicks(timeline, to - 1)?.played ?? first) };
};

/**
 * The played bar that goes by at a time, in seconds from bar 1: the first before bar 1, the last after
 * the end.
 *
 * @returns nothing where there are no bars
 */
export const barAtSeconds = (
  { bars }: Pick<Timeline, 'bars'>,
  time: number,
): PlayedBar | undefined => bars[lastIn(bars, time + ROUNDING_SECONDS, (one) => one.startSeconds)];

/** Time that stands still at a place. */
export type Holding = {
  readonly id: string;
  /** Seconds since it began and until it ends. */
  readonly gone: number;
  readonly left: number;
  readonly cue: string;
};

/** Where a time lies in the song. */
export type Place =
  | { readonly phase: 'count-in'; readonly beat: number; readonly beats: number }
  | { readonly phase: 'pickup'; readonly beat: number; readonly beats: number }
  | {
      readonly phase: 'song';
      readonly bar: PlayedBar;
      /** From 1, in beats of the meter; 2.5 is half-way through the second. */
      readonly beat: number;
      readonly passage: Passage;
      readonly next: Passage | undefined;
      /** Bars of the passage still to come, this one included. */
      readonly barsLeft: number;
      /** Time stands still: for so many more seconds, or until the cue. */
      readonly holding: Holding | undefined;
    }
  | { readonly phase: 'over' };

/**
 * Where a time lies: in the count-in, the pickup, at a bar and beat, or past the end.
 *
 * @param time seconds from bar 1
 * @example at 100 in 4/4, 161 s in is bar 68, beat 1⅓
 */
export const locate = (timeline: Timeline, time: Seconds): Place => {
  const { countIn, passages } = timeline;
  const position = ticksAt(timeline.tempo, time);
  const nudged = ticks(position + ROUNDING);
  if (nudged < 0) return countInPlace(countIn, nudged);
  if (nudged >= timeline.ticks) return { phase: 'over' };
  const bar = barAtTicks(timeline, position)!;
  const passage = passages[bar.passage]!;
  return {
    phase: 'song',
    bar,
    beat: 1 + (nudged - bar.startTicks) / beatTicks(bar.meter),
    passage,
    next: passages[bar.passage + 1],
    barsLeft: passage.firstPlayed + passage.bars - bar.played,
    holding: holdingAt(timeline, time),
  };
};

const holdingAt = ({ fermatas }: Timeline, time: Seconds): Holding | undefined => {
  const fermata = fermatas.find(
    ({ startSeconds, seconds: length }) => time >= startSeconds && time < startSeconds + length,
  );
  if (!fermata) return undefined;
  const { id, startSeconds, seconds: length, cue } = fermata;
  return { id, gone: time - startSeconds, left: startSeconds + length - time, cue };
};

/** A thousandth of a tick: a time that was made from a bar line falls into that bar. */
const ROUNDING = 0.001;
/** The same for times; shorter than a tick at any tempo. */
const ROUNDING_SECONDS = 1e-6;

const countInPlace = (countIn: Timeline['countIn'], position: Ticks): Place => {
  const gone = (position + countIn.ticks) / beatTicks(countIn.meter);
  return gone < countIn.beats
    ? { phase: 'count-in', beat: 1 + Math.max(0, gone), beats: countIn.beats }
    : { phase: 'pickup', beat: 1 + gone - countIn.beats, beats: countIn.pickup };
};

/** The first where none starts so early. */
const lastIn = <T>(items: readonly T[], value: number, startOf: (item: T) => number): number =>
  Math.max(0, lastAtOrBefore(items, value, startOf));

/**
 * The bar of a number, as bars are counted when the song is played; nothing where there is none. The
 * first has the number that the road map gives it.
 */
export const barNumbered = (
  { bars }: Pick<Timeline, 'bars'>,
  number: number,
): PlayedBar | undefined => bars[number - (bars[0]?.played ?? 1)];

/**
 * The pattern that is played as a groove at a place, by its id: that of the passage, or what it has
 * changed to. Nothing where none is, and where the drums rest.
 */
export const grooveAt = (timeline: Timeline, at: Ticks): string | undefined => {
  const index = barAtTicks(timeline, at)?.passage;
  const passage = index === undefined ? undefined : timeline.passages[index];
  if (!passage || passage.tacet) return undefined;
  const change = timeline.details.findLast(
    (one) =>
      one.kind === 'groove' &&
      one.passage === index &&
      one.detail.groove !== null &&
      at >= one.startTicks &&
      at < one.endTicks,
  );
  return (change?.kind === 'groove' && change.detail.groove) || passage.groove;
};
