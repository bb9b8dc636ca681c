import type { Pattern } from '../../music/kit';
import { barTicks, type Meter } from '../../music/time';
import { parseShorthand } from './parse';

/** A place in a bar at which something may be struck. */
export type PlaceInBar = {
  /** As a share of the bar from 0, and in ticks. */
  readonly at: number;
  readonly ticks: number;
  /** As it is counted above a grid, `e`, and as it is written, `2e`. */
  readonly count: string;
  readonly text: string;
};

/** How a beat is counted in four, in three, and an eighth in two. */
const IN_FOUR = ['', 'e', '&', 'a'] as const;
const IN_THREE = ['', '&', 'a'] as const;
const IN_TWO = ['', '&'] as const;

/**
 * Sixteenths of a bar, or triplets where eighths swing.
 *
 * @example placesInBar({ numerator: 4, denominator: 4 }, false).map(({ text }) => text).slice(0, 5) // => ['1', '1e', '1&', '1a', '2']
 */
export const placesInBar = (meter: Meter, swings: boolean): PlaceInBar[] => {
  const inThree = swings && meter.denominator < 8;
  const counts = meter.denominator >= 8 ? IN_TWO : inThree ? IN_THREE : IN_FOUR;
  const places = meter.numerator * counts.length;
  return Array.from({ length: places }, (_, index) => {
    const part = index % counts.length;
    const beat = Math.floor(index / counts.length) + 1;
    return {
      at: index / places,
      ticks: Math.round((index * barTicks(meter)) / places),
      count: part === 0 ? String(beat) : counts[part]!,
      text: inThree && part > 0 ? `${beat}+${part}/3` : `${beat}${counts[part]}`,
    };
  });
};

/** How likely each voice is struck, place by place, from 0 to 1. */
export type LikelyStruck = Readonly<Record<'bass' | 'snare' | 'hats', readonly number[]>>;

/** A place that is this likely is written. */
const LIKELY = 0.5;
const VOICES = [
  ['hh', 'hats'],
  ['sn', 'snare'],
  ['bd', 'bass'],
] as const;

/**
 * A groove of a bar of what is heard in it; nothing where too little is.
 *
 * @param likely a value for each of the places
 */
export const grooveHeard = (
  name: string,
  meter: Meter,
  places: readonly PlaceInBar[],
  likely: LikelyStruck,
  newId: () => string,
): Pattern | undefined => {
  const lines = VOICES.flatMap(([voice, of]) => {
    const at = places.flatMap(({ text }, index) => (likely[of][index]! >= LIKELY ? text : []));
    return at.length === 0 ? [] : `${voice} ${at.join(' ')}`;
  });
  if (lines.length === 0) return undefined;
  const { map } = parseShorthand(
    `groove Heard, in ${meter.numerator}/${meter.denominator} = ${lines.join(', ')}`,
    newId,
  );
  const [pattern] = Object.values(map.patterns);
  return pattern && { ...pattern, name };
};
