import type { Beat } from './beats';
import { beatAt, timeOf } from './counted';
import { sureness } from './unsure';

/** A stretch of a map, as it would be played beside the recording. */
export type Expected = {
  readonly name: string;
  /** Its first bar, as it is played. */
  readonly bar: number;
  readonly bars: number;
  /** How many beats it has, by the beat that was tracked, and of how many beats its bars are. */
  readonly beats: number;
  readonly beatsInBar: number;
  /** How long one lasts by the map, in seconds. */
  readonly beat: number;
  /** Where its beginning was marked in the recording, in seconds; nothing where it was not. */
  readonly marked?: number | undefined;
  /** Whether it sounds like what comes before it, so that nothing tells where it begins. */
  readonly goesOn: boolean;
};

/** Where a map and a recording part, with the likeliest reason. */
export type Parting =
  /** Bar 1 lies beside the beat, or before the music: it would be right so much (s) later, or earlier below 0. */
  | { readonly kind: 'offset'; readonly by: number }
  /** From a bar on the map is so many beats longer than the recording, or shorter below 0; what is before it is why. */
  | {
      readonly kind: 'length';
      readonly bar: number;
      readonly name: string;
      readonly before: string;
      readonly beats: number;
      readonly beatsInBar: number;
    }
  /** From one stretch to another beats go by so much faster than in the map: 1.02, or 2. */
  | {
      readonly kind: 'tempo';
      readonly bar: number;
      readonly from: string;
      readonly to: string;
      readonly ratio: number;
      /** Of a beat in the recording, in seconds. */
      readonly beat: number;
    }
  /** The recording goes on for so long (s) after the map, or ends so long before it below 0. */
  | { readonly kind: 'end'; readonly by: number };

/** How far a map may be off, in beats. */
const MOST_OFF = 12;
/** What a place where the sound changes is worth, what one that was marked, and what another length costs. */
const CHANGES = 1;
const MARKED = 6;
const OTHER_LENGTH = 1.3;
/** So near (beats) to a place the sound changes there. */
const NEAR = 0.6;
/** Bar 1 is as good as on the beat within so long, in seconds. */
const ON_BEAT = 0.04;
/** A tempo is another one from this ratio on; twice and half are told from others by that. */
const OTHER_TEMPO = 0.01;
const LEVEL = 0.06;
/** Beats are as good as heard at this confidence, on the mean. */
const SURE = 0.35;
/** So many bars after the end are no mistake. */
const RINGS = 2;

/**
 * Lays a map over a recording and tells where they part: stretches are counted on from bar 1 by the beats that
 * were heard, and where their beginnings do not fall on places that were marked, or where the sound changes,
 * the fewest other lengths are looked for that bring them there (dynamic programming, Viterbi 1967).
 *
 * @param stretches of the map, in the order in which they are played
 * @param barOne where bar 1 is, in seconds of the recording
 * @param firstBeats which of the beats are first beats, by index
 * @param changes where the sound changes, in seconds
 */
export const partingsOf = (
  stretches: readonly Expected[],
  barOne: number,
  beats: readonly Beat[],
  firstBeats: readonly number[],
  changes: readonly number[],
): Parting[] => {
  if (beats.length < 2 || stretches.length === 0) return [];
  const level = otherLevel(stretches, beats);
  if (level) return [level];
  const isBefore = barOne < beats[0]!.time - stretches[0]!.beat;
  const first = isBefore ? (firstBeats[0] ?? 0) : Math.round(beatAt(beats, barOne));
  const starts = startsOf(stretches, first);
  // Bar 1 itself may lie beats away from where it was set, likelier where it was not set on one.
  const isOnBeat = Math.abs(timeOf(beats, first) - barOne) <= ON_BEAT;
  const otherStart = isOnBeat ? 2 * OTHER_LENGTH : OTHER_LENGTH;
  const off = offBy(stretches, starts, beats, changes, otherStart);
  const by = timeOf(beats, first + off[0]!) - barOne;
  const partings: Parting[] = Math.abs(by) > ON_BEAT ? [{ kind: 'offset', by: rounded(by) }] : [];
  stretches.forEach((stretch, index) => {
    const before = stretches[index - 1];
    const more = off[index]! - (off[index - 1] ?? off[0]!);
    if (before && more !== 0)
      partings.push({
        kind: 'length',
        bar: stretch.bar,
        name: stretch.name,
        before: before.name,
        beats: -more,
        beatsInBar: before.beatsInBar,
      });
  });
  partings.push(
    ...tempoPartings(
      stretches,
      starts.map((start, index) => start + off[index]!),
      beats,
    ),
  );
  const last = stretches.at(-1)!;
  const end = timeOf(beats, starts.at(-1)! + off.at(-1)! + last.beats);
  const over = beats.at(-1)!.time - end;
  if (Math.abs(over) > RINGS * last.beatsInBar * last.beat)
    partings.push({ kind: 'end', by: Math.round(over * 10) / 10 });
  return partings;
};

/** Where the map counts half or twice as fast as the beats nothing else can be told. */
const otherLevel = (
  stretches: readonly Expected[],
  beats: readonly Beat[],
): Parting | undefined => {
  const beat = middleOf(beats.slice(1).map(({ time }, index) => time - beats[index]!.time));
  const ratio = middleOf(stretches.map((stretch) => stretch.beat / beat));
  const [first, last] = [stretches[0]!, stretches.at(-1)!];
  return isOtherLevel(ratio)
    ? {
        kind: 'tempo',
        bar: first.bar,
        from: first.name,
        to: last.name,
        ratio: rounded(ratio),
        beat,
      }
    : undefined;
};

const middleOf = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[values.length >> 1]!;

const rounded = (value: number): number => Math.round(value * 1000) / 1000;

/** The number of the beat that each stretch begins at by the map. */
const startsOf = (stretches: readonly Expected[], first: number): number[] => {
  let at = first;
  return stretches.map(({ beats }) => {
    const start = at;
    at += beats;
    return start;
  });
};

/**
 * By how many beats each stretch begins later than by the map.
 *
 * @param otherStart what it costs that the first one does
 */
const offBy = (
  stretches: readonly Expected[],
  starts: readonly number[],
  beats: readonly Beat[],
  changes: readonly number[],
  otherStart: number,
): number[] => {
  const places = changes.map((time) => beatAt(beats, time));
  const ways = Array.from({ length: 2 * MOST_OFF + 1 }, (_, way) => way - MOST_OFF);
  const worth = (index: number, way: number): number => {
    const at = starts[index]! + way;
    const { marked, goesOn } = stretches[index]!;
    if (marked !== undefined) return Math.abs(beatAt(beats, marked) - at) <= NEAR ? MARKED : 0;
    if (goesOn) return 0;
    return places.some((place) => Math.abs(place - at) <= NEAR) ? CHANGES : 0;
  };
  let best = ways.map((way) => worth(0, way) - (way === 0 ? 0 : otherStart));
  const backs: number[][] = [];
  for (let index = 1; index < stretches.length; index++) {
    const leader = best.indexOf(Math.max(...best));
    const back = ways.map((_, way) => (best[way]! >= best[leader]! - OTHER_LENGTH ? way : leader));
    best = ways.map(
      (by, way) => best[back[way]!]! - (back[way] === way ? 0 : OTHER_LENGTH) + worth(index, by),
    );
    backs.push(back);
  }
  // Of ways that explain as much, the one that stays.
  let way = best.reduce((most, value, at) => (value > best[most]! ? at : most), MOST_OFF);
  const path = [ways[way]!];
  for (const back of backs.reverse()) {
    way = back[way]!;
    path.push(ways[way]!);
  }
  return path.reverse();
};

/** Neighbouring stretches that are faster or slower by as much are told together. */
const tempoPartings = (
  stretches: readonly Expected[],
  starts: readonly number[],
  beats: readonly Beat[],
): Parting[] => {
  const found: Extract<Parting, { kind: 'tempo' }>[] = [];
  let last = -2;
  stretches.forEach((stretch, index) => {
    const start = starts[index]!;
    const end = starts[index + 1] ?? start + stretch.beats;
    if (start < 0 || end >= beats.length || end <= start) return;
    // Beats of which nothing is heard tell no tempo.
    if (sureness(beats.slice(Math.round(start), Math.round(end))) < SURE) return;
    const beat = (timeOf(beats, end) - timeOf(beats, start)) / (end - start);
    const ratio = stretch.beat / beat;
    if (Math.abs(ratio - 1) <= OTHER_TEMPO) return;
    const before = found.at(-1);
    if (before && last === index - 1 && Math.abs(ratio / before.ratio - 1) <= OTHER_TEMPO)
      found[found.length - 1] = { ...before, to: stretch.name };
    else {
      const { bar, name } = stretch;
      found.push({ kind: 'tempo', bar, from: name, to: name, ratio: rounded(ratio), beat });
    }
    last = index;
  });
  return found;
};

/**
 * Whether a ratio of tempos says that one counts twice as fast as the other, as in half-time.
 *
 * @example isOtherLevel(1.98) // => true
 */
export const isOtherLevel = (ratio: number): boolean =>
  Math.abs(Math.abs(Math.log2(ratio)) - 1) <= LEVEL;
