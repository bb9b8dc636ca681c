import { lastAtOrBefore } from '../../base/search';
import { perMinuteAt, rateOf, type Seconds, seconds } from '../../music/time';
import type { RoadMap } from '../../song/roadmap';
import type { PlacedSong } from '../../song/set';
import { speedAt, type Timeline } from '../../song/timeline';

/** Bars that are practised, from the first to the last of them as they are played. */
export type Bars = { readonly first: number; readonly last: number };

/**
 * Bars as they are said.
 *
 * @example barsWords({ first: 30, last: 31 }) // => 'bars 30 to 31'
 * @example barsWords({ first: 30, last: 30 }) // => 'bar 30'
 */
export const barsWords = ({ first, last }: Bars): string =>
  first === last ? `bar ${first}` : `bars ${first} to ${last}`;

/** The tempo that a played bar is written in, in beats a minute to a tenth. */
export const tempoOfBar = ({ start }: RoadMap, timeline: Timeline, played: number): number => {
  const bar = timeline.bars.find((one) => one.played === played);
  const speed = (bar && speedAt(timeline.tempo, bar.startTicks)) ?? rateOf(start.tempo);
  return Math.round(perMinuteAt(speed, start.tempo.unit) * 10) / 10;
};

/** At most so many bars before and after them go round with them. */
export const MOST_AROUND = 4;

/**
 * When bars go by in a program, with bars before and after them as far as there are any.
 *
 * @param bars by their played numbers
 * @param before how many bars before, 0 to 4
 * @param after how many bars after, 0 to 4
 */
export const stretchOf = (
  { timeline, barOne }: PlacedSong,
  { first, last }: Bars,
  before: number,
  after: number,
): { readonly from: Seconds; readonly to: Seconds } => {
  const { bars } = timeline;
  const index = (played: number) => bars.findIndex((bar) => bar.played === played);
  const from = bars[Math.max(0, index(first) - before)]?.startSeconds ?? 0;
  const to = bars[index(last) + 1 + after]?.startSeconds ?? timeline.seconds;
  return { from: seconds(barOne + from), to: seconds(barOne + to) };
};

/**
 * The played bar that a place of a program (s) lies in, and how far: 9.5 is half-way through bar 9.
 *
 * @returns 0 for a song without bars
 */
export const barNumberAt = ({ timeline, barOne }: PlacedSong, place: number): number => {
  const { bars } = timeline;
  const at = lastAtOrBefore(bars, place - barOne, (bar) => bar.startSeconds);
  const bar = bars[Math.max(0, at)];
  if (!bar) return 0;
  const ends = bars[at + 1]?.startSeconds ?? timeline.seconds;
  return bar.played + (place - barOne - bar.startSeconds) / (ends - bar.startSeconds);
};
