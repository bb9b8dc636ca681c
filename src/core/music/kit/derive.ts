import { barTicks, beatTicks, pulsesOf, TICKS_PER_QUARTER } from '../time';
import { columnsOf, gridFor, pulsesIn } from './counting';
import {
  leadIn,
  MOST_PATTERN_BARS,
  type Pattern,
  patternTicks,
  rowsOf,
  type Stroke,
  type Struck,
  strokesOf,
} from './pattern';
import type { VoiceId } from './voices';

/**
 * New patterns out of old ones, and edits that touch many strokes at once. Each gives what changes
 * in the pattern; the old strokes are never lost where the result becomes a variant.
 */
export type Change = Partial<Pattern>;

/** What changes when a pattern has these strokes; those outside it, or between ticks, are let go. */
export const withStrokes = (
  pattern: Pattern,
  strokes: readonly Struck[],
  more: Change = {},
): Change => {
  const shape = { ...pattern, ...more };
  const end = patternTicks(shape);
  const kept = strokes.filter(({ at }) => at >= 0 && at < end && Number.isInteger(at));
  return {
    ...more,
    ...rowsOf(kept),
    grid: gridFor(
      shape,
      kept.map(({ at }) => at),
    ),
  };
};

/**
 * The strokes that are the backbeat: the snare’s accents and cross-sticks, or where there are none what it
 * plays on whole beats, ghost notes left out.
 */
const backbeatOf = (pattern: Pattern): ((stroke: Struck) => boolean) => {
  const isMarked = ({ voice, force, how }: Struck): boolean =>
    voice === 'snare' && (force === 'accent' || (force !== 'ghost' && how === 'cross-stick'));
  if (strokesOf(pattern).some(isMarked)) return isMarked;
  const [lead, beat] = [leadIn(pattern), beatTicks(pattern.meter)];
  return ({ voice, force, at }) =>
    voice === 'snare' && force !== 'ghost' && (at + lead) % beat === 0;
};

const onBeats = (pattern: Pattern, beats: readonly number[]): number[] => {
  const { numerator } = pattern.meter;
  const lead = leadIn(pattern);
  return Array.from({ length: Math.ceil(pattern.beats / numerator) }, (_, bar) => bar).flatMap(
    (bar) => beats.map((beat) => (bar * numerator + beat - 1) * beatTicks(pattern.meter) - lead),
  );
};

/** The backbeat on these beats of each bar in place of where it was, struck as it was. */
export const backbeatOn = (pattern: Pattern, beats: readonly number[]): Change => {
  const strokes = strokesOf(pattern);
  const isBackbeat = backbeatOf(pattern);
  const like = strokes.find(isBackbeat) ?? { voice: 'snare' as const, force: 'accent' as const };
  const moved = onBeats(pattern, beats).map((at): Struck => ({ ...like, voice: 'snare', at }));
  return withStrokes(pattern, [...strokes.filter((one) => !isBackbeat(one)), ...moved]);
};

/** The backbeat in the middle of the bar only: 3 in 4/4. The tempo and the bars stay. */
export const inHalfTime = (pattern: Pattern): Change =>
  backbeatOn(pattern, [Math.floor(pattern.meter.numerator / 2) + 1]);

/** A backbeat on every off-beat, the foot on every beat. The tempo and the bars stay. */
export const inDoubleTime = (pattern: Pattern): Change => {
  const beat = beatTicks(pattern.meter);
  const isBackbeat = backbeatOf(pattern);
  const strokes = strokesOf(pattern).filter((one) => !isBackbeat(one) && one.voice !== 'bass');
  const beats = Array.from({ length: pattern.beats }, (_, index) => index * beat);
  return withStrokes(pattern, [
    ...strokes,
    ...beats.map((at): Struck => ({ voice: 'bass', at })),
    ...beats.map((at): Struck => ({ voice: 'snare', at: at + beat / 2, force: 'accent' })),
  ]);
};

/** What the hat plays on another cymbal; it is then closed by foot on 2 and 4. */
export const handOn = (
  pattern: Pattern,
  voice: 'ride' | 'crash' | 'hihat' | 'floorTom',
): Change => {
  const leading = new Set<VoiceId>(['hihat', 'ride', 'crash', 'floorTom']);
  const strokes = strokesOf(pattern).map((one): Struck => {
    if (!leading.has(one.voice)) return one;
    const { how: _, ...plain } = one;
    return { ...plain, voice };
  });
  return withStrokes(pattern, strokes);
};

/** The foot on every pulse, whatever it did before. */
export const fourOnTheFloor = (pattern: Pattern): Change =>
  withStrokes(pattern, [
    ...strokesOf(pattern).filter(({ voice }) => voice !== 'bass'),
    ...pulsesIn(pattern).map(({ from }): Struck => ({ voice: 'bass', at: from })),
  ]);

export const withoutGhosts = (pattern: Pattern): Change =>
  withStrokes(
    pattern,
    strokesOf(pattern).filter(({ force }) => force !== 'ghost'),
  );

/** Without strokes between the eighths of the foot, ghost notes and ornaments: an easier version. */
export const simplified = (pattern: Pattern): Change => {
  const bar = barTicks(pattern.meter);
  const onEighths = (at: number) => ((at + leadIn(pattern)) % bar) % (TICKS_PER_QUARTER / 2) === 0;
  const strokes = strokesOf(pattern)
    .filter(({ force }) => force !== 'ghost')
    .filter(({ voice, at }) => voice !== 'bass' || onEighths(at))
    .map(({ ornament: _, ...stroke }) => stroke);
  return withStrokes(pattern, strokes);
};

/** Sixteenths on the hat, because nobody plays the tambourine. */
export const sixteenthsOnHat = (pattern: Pattern): Change => {
  const step = TICKS_PER_QUARTER / 4;
  const count = Math.floor(patternTicks(pattern) / step);
  const strokes = strokesOf(pattern).filter(({ voice }) => voice !== 'tambourine');
  const taken = new Set(strokes.filter(({ voice }) => voice === 'hihat').map(({ at }) => at));
  const added = Array.from({ length: count }, (_, index) => index * step)
    .filter((at) => !taken.has(at))
    .map((at): Struck => ({ voice: 'hihat', at }));
  return withStrokes(pattern, [...strokes, ...added]);
};

/** All strokes later, or earlier where negative; what goes over the end comes in at the beginning. */
export const shifted = (pattern: Pattern, by: number): Change => {
  const length = patternTicks(pattern);
  return withStrokes(
    pattern,
    strokesOf(pattern).map((one) => ({ ...one, at: (((one.at + by) % length) + length) % length })),
  );
};

/** The first bar again in every other. */
export const firstBarOver = (pattern: Pattern): Change => {
  const bar = barTicks(pattern.meter);
  const bars = Math.max(1, Math.floor(patternTicks(pattern) / bar));
  const first = strokesOf(pattern).filter(({ at }) => at < bar);
  return withStrokes(
    pattern,
    Array.from({ length: bars }, (_, index) => index).flatMap((index) =>
      first.map((one) => ({ ...one, at: one.at + index * bar })),
    ),
  );
};

/** One bar more, which plays what the last one does. Nothing where there is no room. */
export const oneBarMore = (pattern: Pattern): Change => {
  const beats = pattern.beats + pattern.meter.numerator;
  if (beats > MOST_PATTERN_BARS * pattern.meter.numerator) return {};
  const bar = barTicks(pattern.meter);
  const end = patternTicks(pattern);
  const strokes = strokesOf(pattern);
  const last = strokes
    .filter(({ at }) => at >= end - bar)
    .map((one) => ({ ...one, at: one.at + bar }));
  return withStrokes(pattern, [...strokes, ...last], { beats });
};

/** Another length; what lies behind it is let go. A fill keeps its end, a groove its beginning. */
export const lasting = (pattern: Pattern, beats: number): Change => {
  const by = pattern.kind === 'fill' ? (beats - pattern.beats) * beatTicks(pattern.meter) : 0;
  return withStrokes(
    pattern,
    strokesOf(pattern).map((one) => ({ ...one, at: one.at + by })),
    { beats, swells: [] },
  );
};

/** Every place at half the distance: twice as dense, in half the time, then over again. */
export const halved = (pattern: Pattern): Change => {
  const half = patternTicks(pattern) / 2;
  const once = strokesOf(pattern).map((one) => ({ ...one, at: one.at / 2 }));
  return withStrokes(pattern, [...once, ...once.map((one) => ({ ...one, at: one.at + half }))]);
};

/** Every place at twice the distance, over twice the length where there is room for it. */
export const doubled = (pattern: Pattern): Change => {
  const beats = Math.min(pattern.beats * 2, MOST_PATTERN_BARS * pattern.meter.numerator);
  return withStrokes(
    pattern,
    strokesOf(pattern).map((one) => ({ ...one, at: one.at * 2 })),
    { beats },
  );
};

/** A voice on every column of the grid, or on every so many parts of a pulse. */
export const filled = (pattern: Pattern, voice: VoiceId, parts: number): Change => {
  const columns = columnsOf({ ...pattern, grid: [parts] });
  const kept = new Map(pattern[voice].map((stroke) => [stroke.at, stroke]));
  const row = columns.map(({ at }): Stroke => kept.get(at) ?? { at });
  const others = strokesOf(pattern).filter((one) => one.voice !== voice);
  return withStrokes(pattern, [...others, ...row.map((stroke) => ({ ...stroke, voice }))]);
};

/** A fresh meter: bars as many, strokes where they fit. */
export const inMeter = (pattern: Pattern, meter: Pattern['meter']): Change => {
  const bars = Math.ceil(pattern.beats / pattern.meter.numerator);
  const [old, fresh] = [barTicks(pattern.meter), barTicks(meter)];
  const lead = leadIn(pattern);
  const strokes = strokesOf(pattern)
    .map((one) => ({ ...one, bar: Math.floor((one.at + lead) / old), in: (one.at + lead) % old }))
    .filter((one) => one.in < fresh)
    .map(({ bar, in: offset, ...one }) => ({ ...one, at: bar * fresh + offset }));
  return withStrokes(pattern, strokes, {
    meter,
    beats: bars * meter.numerator,
    swells: [],
    grid: [pulsesOf(meter).length > 0 && meter.denominator === 8 ? 3 : 4],
  });
};
