import { STRUCK, type Stroke } from '../../music/kit';
import { TICKS_PER_QUARTER } from '../../music/time';

/** A stroke of a file, in our ticks from its beginning. */
export type Hit = { readonly ticks: number; readonly key: number; readonly velocity: number };

/** Places are taken for the nearest twenty-fourth of a quarter: thirty-seconds and triplets of sixteenths. */
const STEP = TICKS_PER_QUARTER / 24;
/** A stroke this early lies in the bar that it leads into. */
export const EARLY = STEP / 2;
const GHOST = 45;
const ACCENT = 118;

/** A stroke of a bar, written so that bars can be compared. */
export type Struck = { readonly at: number; readonly key: number; readonly force: Stroke['force'] };

/** What a bar plays, and the same as text. */
export type Bar = { readonly strokes: readonly Struck[]; readonly signature: string };

/**
 * What each bar plays.
 *
 * @param starts bar lines in our ticks, the end of the last bar among them
 */
export const barsOf = (hits: readonly Hit[], starts: readonly number[]): Bar[] => {
  const count = starts.length - 1;
  const bars = Array.from({ length: count }, (): Struck[] => []);
  let bar = 0;
  for (const { ticks, key, velocity } of hits) {
    // A grace note or an early stroke belongs to the bar that it leads into.
    const place = Math.round(ticks / STEP) * STEP;
    while (bar + 1 < count && starts[bar + 1]! <= place) bar++;
    const at = place - starts[bar]!;
    if (at < 0 || at >= starts[bar + 1]! - starts[bar]! || !STRUCK.has(key)) continue;
    const force = velocity <= GHOST ? 'ghost' : velocity >= ACCENT ? 'accent' : undefined;
    bars[bar]!.push({ at, key, force });
  }
  return bars.map(barOf);
};

/** A bar of strokes in any order; of two of one drum at one place the last counts. */
export const barOf = (all: readonly Struck[]): Bar => {
  const struck = [...all].sort((a, b) => a.at - b.at || a.key - b.key);
  const strokes = struck.filter(
    ({ at, key }, index) => struck[index + 1]?.at !== at || struck[index + 1]?.key !== key,
  );
  let signature = '';
  for (const { at, key, force = '' } of strokes) signature += `${at} ${key} ${force},`;
  return { strokes, signature };
};
