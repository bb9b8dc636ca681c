import { FRAMES, type Spectrum } from './spectrum';

/** What a recording sounds like in short pieces: its harmony, its colour, and how strongly the kit is struck. */
export type Colours = {
  /** Pieces a second. */
  readonly rate: number;
  readonly width: number;
  /** `width` values a piece. */
  readonly values: Float32Array;
};

/** Frames to a piece. */
const PIECE = 10;
const NOTES = 12;
/** Ranges of colour begin at these (Hz). */
const RANGES = [30, 90, 200, 400, 800, 1600, 3200, 6400, 9600] as const;
/** Harmony is looked for between these (Hz). */
const HARMONY = [65, 2100] as const;
const WIDTH = NOTES + RANGES.length - 1;

/** Sums up a spectrum by notes of the scale (chroma, Fujishima 1999) and by ranges. */
export const coloursOf = ({ bands, frames, values, bandAt }: Spectrum): Colours => {
  const pieces = Math.ceil(frames / PIECE);
  const result = new Float32Array(pieces * WIDTH);
  const [low, high] = HARMONY.map(bandAt) as [number, number];
  const edges = RANGES.map(bandAt);
  // Two bands to a semitone.
  const notes = Array.from({ length: bands }, (_, band) => (band >> 1) % NOTES);
  for (let frame = 0; frame < frames; frame++) {
    const into = Math.floor(frame / PIECE) * WIDTH;
    for (let band = low; band < high; band++)
      result[into + notes[band]!]! += values[frame * bands + band]!;
    for (let range = 0; range < edges.length - 1; range++) {
      let sum = 0;
      for (let band = edges[range]!; band < edges[range + 1]!; band++)
        sum += values[frame * bands + band]!;
      result[into + NOTES + range]! += sum / Math.max(1, edges[range + 1]! - edges[range]!);
    }
  }
  return { rate: FRAMES / PIECE, width: WIDTH, values: result };
};

/** A stretch of bars that sounds like one section. */
export type Heard = {
  /** Bars, from 0. */
  readonly from: number;
  readonly to: number;
  /** Stretches that sound alike have the same number, from 0 in the order in which they come. */
  readonly kind: number;
};

/** How much a note counts beside a range of colour. */
const NOTE_WEIGHT = 0.6;
/** How many bars before and after a place are compared. */
const AROUND = 4;
/** What a boundary has to be worth, against the strongest. */
const WORTH = 0.15;
/** What a length costs that is not of four bars, or not even of two. */
const UNUSUAL = [0, 0.36, 0.18, 0.36] as const;
/** By what ratio more has to be new there. */
const NEWER = 1.5;
/** Stretches are at least and at most so long, in bars. */
const SHORTEST = 2;
const LONGEST = 40;
/** So alike stretches have to be to be the same again, from −1 to 1. */
const ALIKE = 0.35;

/**
 * The form that a recording suggests: where what is heard changes, from bar to bar, by the novelty along the
 * diagonal of its self-similarity (Foote 2000, “Automatic audio segmentation using a measure of audio
 * novelty”), and which stretches are alike. Sections of four bars and their multiples are likelier than others.
 *
 * @param bars when each bar begins, and last where the last one ends, in seconds
 */
export const formHeard = (colours: Colours, bars: readonly number[]): Heard[] => {
  const count = bars.length - 1;
  if (count < 2 * SHORTEST) return [];
  const likeness = likenessOf(barsOf(colours, bars));
  const cuts = [0, ...boundaries(noveltyOf(likeness)), count];
  const stretches = cuts.slice(1).map((to, index) => ({ from: cuts[index]!, to }));
  const kinds: number[] = [];
  stretches.forEach((one, index) => {
    const like = stretches
      .slice(0, index)
      .map((other, at) => ({ at, by: alikeness(likeness, one, other) }))
      .sort((a, b) => b.by - a.by)[0];
    kinds.push(like && like.by >= ALIKE ? kinds[like.at]! : 1 + Math.max(-1, ...kinds));
  });
  return stretches.map((one, index) => ({ ...one, kind: kinds[index]! }));
};

/** Each bar in two halves, every value less its mean and by its deviation. */
const barsOf = ({ rate, width, values }: Colours, bars: readonly number[]): Float32Array[] => {
  const rows = bars.slice(1).map((to, index) => {
    const from = bars[index]!;
    const middle = (from + to) / 2;
    const row = new Float32Array(2 * width);
    [
      [from, middle],
      [middle, to],
    ].forEach(([start, end], half) => {
      const first = Math.round(start! * rate);
      const last = Math.max(first + 1, Math.round(end! * rate));
      for (let piece = first; piece < last; piece++)
        for (let at = 0; at < width; at++)
          row[half * width + at]! += (values[piece * width + at] ?? 0) / (last - first);
    });
    return row;
  });
  for (let at = 0; at < 2 * width; at++) {
    const mean = rows.reduce((sum, row) => sum + row[at]!, 0) / rows.length;
    const spread = Math.sqrt(
      rows.reduce((sum, row) => sum + (row[at]! - mean) ** 2, 0) / rows.length,
    );
    const weight = (at % width < NOTES ? NOTE_WEIGHT : 1) / (spread || 1);
    for (const row of rows) row[at] = (row[at]! - mean) * weight;
  }
  return rows;
};

/** The cosine of every bar with every other, row by row. */
const likenessOf = (rows: readonly Float32Array[]): readonly Float32Array[] => {
  const lengths = rows.map((row) => Math.hypot(...row) || 1);
  return rows.map((row, one) =>
    Float32Array.from(rows, (other, two) => {
      let sum = 0;
      for (let at = 0; at < row.length; at++) sum += row[at]! * other[at]!;
      return sum / (lengths[one]! * lengths[two]!);
    }),
  );
};

/** How much more alike the bars before a place are, and those after it, than the ones with the others; at most 1. */
const noveltyOf = (likeness: readonly Float32Array[]): Float32Array => {
  const novelty = Float32Array.from(likeness, (_, place) => {
    let [sum, weights] = [0, 0];
    for (let one = -AROUND; one < AROUND; one++)
      for (let two = -AROUND; two < AROUND; two++) {
        const value = likeness[place + one]?.[place + two];
        if (value === undefined) continue;
        const near = Math.exp(-((one + 0.5) ** 2 + (two + 0.5) ** 2) / (AROUND * AROUND * 0.5));
        sum += (one < 0 === two < 0 ? 1 : -1) * near * value;
        weights += near;
      }
    return Math.max(0, sum / (weights || 1));
  });
  const most = novelty.reduce((a, b) => Math.max(a, b), 0);
  return most === 0 ? novelty : novelty.map((value) => value / most);
};

/** The bars at which stretches begin that are worth most together, by dynamic programming. */
const boundaries = (novelty: Float32Array): number[] => {
  const count = novelty.length;
  const best = new Float32Array(count + 1).fill(Number.NEGATIVE_INFINITY);
  const back = new Int32Array(count + 1).fill(-1);
  best[0] = 0;
  for (let bar = SHORTEST; bar <= count; bar++) {
    const own = bar === count ? 0 : novelty[bar]! - WORTH;
    for (let from = Math.max(0, bar - LONGEST); from <= bar - SHORTEST; from++) {
      const value = best[from]! + own - UNUSUAL[(bar - from) % 4]!;
      if (value > best[bar]!) [best[bar], back[bar]] = [value, from];
    }
  }
  const found: number[] = [];
  for (let bar = back[count]!; bar > 0; bar = back[bar]!) found.push(bar);
  return found.reverse().map((bar) => moved(novelty, bar));
};

/** A boundary stands where more is new a bar earlier or later: seven bars are not made eight. */
const moved = (novelty: Float32Array, bar: number): number =>
  [bar - 1, bar + 1].reduce(
    (best, other) => ((novelty[other] ?? 0) > NEWER * novelty[best]! ? other : best),
    bar,
  );

type Stretch = { readonly from: number; readonly to: number };

/** How alike two stretches are bar by bar, as far as both go; the shorter may begin a little later or earlier. */
const alikeness = (likeness: readonly Float32Array[], one: Stretch, other: Stretch): number => {
  const length = Math.min(one.to - one.from, other.to - other.from);
  if (length * 2 < Math.max(one.to - one.from, other.to - other.from)) return -1;
  let sum = 0;
  for (let bar = 0; bar < length; bar++) sum += likeness[one.from + bar]![other.from + bar]!;
  return sum / length;
};
