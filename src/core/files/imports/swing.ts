import { type Meter, TICKS_PER_QUARTER } from '../../music/time';
import type { Feel } from '../../song/roadmap';
import type { Hit } from './struck';

type Swing = NonNullable<Feel['swing']>;

/** How near strokes lie that are meant for one place, as a share of the pair that is swung. */
const NEAR = 0.035;
/** Off-beats that a swing is read from, and the share of strokes that may lie elsewhere. */
const FEWEST = 4;
const ASTRAY = 0.02;
/** Of triplets the middle one is played as well, not only now and then. */
const TRIPLET = [1 / 3, 2 / 3] as const;
const MIDDLE = 0.25;
/** Where the off-beat of a swung pair lies: beyond what is straight, up to 4 : 1. */
const FIRST_TURN = 0.5 + NEAR;
const LAST_TURN = 0.8 + NEAR;
/** Ratios are told in steps of this. */
const STEP = 0.05;

const PAIRS = { eighths: TICKS_PER_QUARTER, sixteenths: TICKS_PER_QUARTER / 2 } as const;

/**
 * How a stretch is swung: its off-beats lie together, late, and nothing stands where straight ones
 * would, little in the middle of triplets. The first of a pair lasts `ratio` times the second; nothing where it is
 * straight or where that cannot be told.
 *
 * @param hits in ticks from a bar line, in bars whose beat is a quarter
 */
export const swingOf = (hits: readonly Hit[], meters: readonly Meter[]): Swing | undefined => {
  if (meters.some(({ denominator }) => denominator !== 4)) return undefined;
  return swingIn(hits, 'eighths') ?? swingIn(hits, 'sixteenths');
};

const swingIn = (hits: readonly Hit[], of: Swing['of']): Swing | undefined => {
  const parts = hits.map(({ ticks }) => partOf(ticks, PAIRS[of]));
  const late = parts.filter((part) => part > FIRST_TURN && part < LAST_TURN).sort((a, b) => a - b);
  const turn = late[Math.floor(late.length / 2)];
  if (turn === undefined || late.length < FEWEST) return undefined;
  // What is finer on each side moves along with the off-beat.
  const places = [0, turn / 2, turn, (1 + turn) / 2, ...TRIPLET];
  const astray = parts.filter((part) => !places.some((place) => isNear(part, place))).length;
  const middle = parts.filter((part) => isNear(part, TRIPLET[0])).length;
  if (astray > ASTRAY * parts.length || middle > MIDDLE * late.length) return undefined;
  const ratio = Math.round(turn / (1 - turn) / STEP) * STEP;
  return { of, ratio: Math.min(4, Math.round(ratio * 100) / 100) };
};

const isNear = (part: number, place: number): boolean => Math.abs(part - place) <= NEAR;

/** Where in its pair a stroke lies, from 0 to 1; one that comes a little early lies at 0. */
const partOf = (ticks: number, pair: number): number => {
  const part = ticks / pair - Math.floor(ticks / pair);
  return part > 1 - NEAR ? 0 : part;
};

/**
 * Where a swung stroke is written: the other way round of how it is played.
 *
 * @param offset ticks from the bar line
 * @example straight(13440, { of: 'eighths', ratio: 2 }) // => 10080
 * @example straight(6720, { of: 'sixteenths', ratio: 2 }) // => 5040
 * @example straight(20160, { of: 'eighths', ratio: 2 }) // => 20160
 */
export const straight = (offset: number, { of, ratio }: Swing): number => {
  const pair = PAIRS[of];
  const start = Math.floor(offset / pair) * pair;
  const part = (offset - start) / pair;
  const turn = ratio / (ratio + 1);
  const written = part < turn ? part / turn / 2 : 0.5 + (part - turn) / (1 - turn) / 2;
  return Math.round(start + pair * written);
};
