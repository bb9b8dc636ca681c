import type { Meter } from '../time';
import { gridFor } from './counting';
import type { Pattern } from './pattern';
import { newPattern, strokesOf } from './pattern';
import { parseTyped } from './typed';

/** A pattern to begin with, told by what it is. */
export type StartingPoint = {
  readonly name: string;
  readonly meter: Meter;
  readonly typed: string;
  /** What makes it what it is. */
  readonly words: string;
};

const FOUR: Meter = { numerator: 4, denominator: 4 };
const THREE: Meter = { numerator: 3, denominator: 4 };
const FIVE: Meter = { numerator: 5, denominator: 4 };
const SIX: Meter = { numerator: 6, denominator: 8 };
const TWELVE: Meter = { numerator: 12, denominator: 8 };
const SEVEN: Meter = { numerator: 7, denominator: 8, grouping: [2, 2, 3] };

/** Grooves that drummers know by name, in their plainest form. Common practice, no source. */
export const STARTING_POINTS: readonly StartingPoint[] = [
  at(
    'Straight eighths',
    FOUR,
    'hh 8ths, sn >2 >4, bd 1 3',
    'Eighths on the hat, backbeat on 2 and 4.',
  ),
  at(
    'Straight eighths, busy foot',
    FOUR,
    'hh 8ths, sn >2 >4, bd 1 2& 3 | bd 1 2& 3 4&',
    'The foot fills in around the backbeat.',
  ),
  at(
    'Quarters on the hat',
    FOUR,
    'hh quarters, sn >2 >4, bd 1 2& 3',
    'For fast songs, or to leave room.',
  ),
  at(
    'Sixteenths, two-handed',
    FOUR,
    'hh 1:R 1e:L 1&:R 1a:L 2e:L 2&:R 2a:L 3:R 3e:L 3&:R 3a:L 4e:L 4&:R 4a:L, sn >2:R >4:R, bd 1 3',
    'Hands alternate; the right comes down for the backbeat.',
  ),
  at(
    'Sixteenths, one-handed',
    FOUR,
    'hh 16ths, sn >2 >4, bd 1 2a 3&',
    'Slow songs; the left keeps the snare.',
  ),
  at('Half-time', FOUR, 'hh 8ths, sn >3, bd 1 2&', 'The backbeat moves to 3; tempo and bars stay.'),
  at(
    'Double-time',
    FOUR,
    'hh 8ths, sn >1& >2& >3& >4&, bd quarters',
    'A backbeat on every off-beat.',
  ),
  at(
    'Four on the floor',
    FOUR,
    'hh 1& 2& 3& 4&:o, sn >2 >4, bd quarters',
    'The foot on every beat, the hat off the beat.',
  ),
  at(
    'Train beat',
    FOUR,
    'sn (1) (1e) >1& (1a) (2) (2e) >2& (2a) (3) (3e) >3& (3a) (4) (4e) >4& (4a), bd quarters, hf 2 4',
    'Sixteenths on the snare, accents off the beat.',
  ),
  at('One drop', FOUR, 'hh 8ths, sn 3:x, bd 3', 'Nothing on 1; cross-stick and foot meet on 3.'),
  at(
    'Steppers',
    FOUR,
    'hh 8ths 2&:o 4&:o, sn 3:x, bd quarters',
    'The foot on every beat, cross-stick on 3.',
  ),
  at(
    'Shuffle',
    FOUR,
    'hh 1 1+2/3 2 2+2/3 3 3+2/3 4 4+2/3, sn >2 >4, bd 1 3',
    'The first and third of each triplet.',
  ),
  at(
    'Half-time shuffle',
    FOUR,
    'hh 1 1+2/3 2 2+2/3 3 3+2/3 4 4+2/3, sn (1+1/3) (2+1/3) >3 (3+1/3) (4+1/3), bd 1 2+2/3',
    'Ghost notes in the middle of the triplets.',
  ),
  at(
    'Swing ride',
    FOUR,
    'rd 1 2 2+2/3 3 4 4+2/3, hf 2 4, bd (1) (2) (3) (4)',
    'Ride pattern, hat by foot on 2 and 4, the foot feathered.',
  ),
  at(
    'Ballad with cross-stick',
    FOUR,
    'hh 8ths, sn 2:x 4:x, bd 1 3 3&',
    'Soft and even; save the head for later.',
  ),
  at('Tom groove', FOUR, 'ft 8ths, sn >2 >4, bd 1 3, t1 4&', 'The hat’s eighths on the floor tom.'),
  at(
    'Two-beat',
    FOUR,
    'hh 1& 2& 3& 4&, sn 2 4, bd 1 3',
    'One and three below, two and four above.',
  ),
  at(
    'Bossa nova',
    FOUR,
    'hh 8ths, sn 1:x 2&:x 4:x, bd 1 2& 3 4& | sn 2:x 3&:x',
    'Cross-stick over two bars, the foot in long-short.',
  ),
  at(
    'Samba',
    FOUR,
    'rd 16ths, sn (1) (1a) (2&) (3) (3a) (4&), bd 1 1a 2 2a 3 3a 4 4a, hf 1& 2& 3& 4&',
    'The foot in pairs, the hat by foot off the beat.',
  ),
  at('March', FOUR, 'sn >1 2 2& >3 4:d, bd 1 3', 'The snare leads; a drag into the bar line.'),
  at('Waltz', THREE, 'rd 1 2 3, hf 2 3, bd 1', 'One below, two and three above.'),
  at(
    'Waltz, with a lilt',
    THREE,
    'rd 1 2 2& 3, sn 2:x, hf 3, bd 1 2&',
    'The second beat leans into the third.',
  ),
  at('Five-four', FIVE, 'hh 8ths, sn >2 >4, bd 1 2& 4& 5', 'Counted 3 + 2.'),
  at('Six-eight', SIX, 'hh 8ths, sn >4, bd 1', 'Two pulses: down on 1, up on 4.'),
  at('Six-eight, rolling', SIX, 'hh 16ths, sn >4, bd 1 3 6', 'Sixteenths for slow tempos.'),
  at(
    'Slow twelve-eight',
    TWELVE,
    'hh 8ths, sn >4 >10, bd 1 6 7',
    'Triplets all through, backbeat on the second and fourth pulse.',
  ),
  at('Seven-eight', SEVEN, 'hh 8ths, sn >3 >7, bd 1 5', 'Counted 2 + 2 + 3.'),
];

function at(name: string, meter: Meter, typed: string, words: string): StartingPoint {
  return { name, meter, typed, words };
}

/** A starting point as a pattern of its own. */
export const startFrom = (point: StartingPoint, id: string): Omit<Pattern, 'order'> => {
  const blank = newPattern(id, point.meter, { name: point.name, words: point.words });
  return { ...blank, ...written(point.typed, blank) };
};

/** Nothing yet, with a column for every beat: a groove of a bar, or a fill of any length. */
export const emptyPattern = (
  id: string,
  meter: Meter,
  kind: Pattern['kind'],
  beats: number,
): Omit<Pattern, 'order'> => {
  const blank = newPattern(id, meter, { kind, beats, name: kind === 'fill' ? 'Fill' : 'Groove' });
  return { ...blank, grid: gridFor(blank, []) };
};

/** What a typed form writes into a pattern, its grid among it; nothing where it cannot be read. */
export const written = (
  text: string,
  pattern: Pick<Pattern, 'meter' | 'beats' | 'grid'>,
): Partial<Pattern> => {
  const read = parseTyped(text, pattern);
  if (!read.ok) return {};
  const { rows, beats, swells } = read.value;
  const shape = { ...pattern, beats };
  const grid = gridFor(
    shape,
    strokesOf(rows).map(({ at }) => at),
  );
  return { ...rows, beats, swells, grid };
};
