import { countedAs, isOdd } from '@/core/roadmap';
import { perMinuteAt } from '@/core/time';
import type { Passage, TempoSegment, Timeline } from '@/core/timeline';

/** Where things lie in a profile, in pixels. */
export type Scale = {
  /** Pixels a second. */
  readonly perSecond: number;
  /** Where bar 1 begins. */
  readonly left: number;
  /** The height of level 5 over the ground. */
  readonly height: number;
  /** The y of the ground. */
  readonly ground: number;
};

export const xOf = ({ left, perSecond }: Scale, time: number): number => left + time * perSecond;

export const yOf = ({ ground, height }: Scale, level: number): number =>
  ground - (height * (0.25 + level)) / 5.25;

type Level = 1 | 2 | 3 | 4 | 5;

/** All of the ground that has one colour. */
export type GroundPath = { readonly level: Level; readonly path: string };

/**
 * The ground of a song as one path a level. A slope is cut where it passes half-way from one level
 * to the next, so that colour always says the nearest level.
 */
export const groundPaths = (scale: Scale, { passages }: Timeline): GroundPath[] => {
  const paths = new Map<Level, string>();
  for (const passage of passages) {
    for (const { level, path } of stripsOf(scale, passage)) {
      paths.set(level, (paths.get(level) ?? '') + path);
    }
  }
  return [...paths].map(([level, path]) => ({ level, path })).sort((a, b) => a.level - b.level);
};

const stripsOf = (scale: Scale, passage: Passage): GroundPath[] => {
  const { from, to } = passage.level;
  const cuts = [0, ...crossings(from, to), 1];
  const x = (share: number) => round(xOf(scale, passage.startSeconds + passage.seconds * share));
  const y = (share: number) => round(yOf(scale, from + (to - from) * share));
  return cuts.slice(1).map((end, index) => {
    const start = cuts[index]!;
    const middle = from + ((to - from) * (start + end)) / 2;
    return {
      level: Math.min(5, Math.max(1, Math.round(middle))) as Level,
      path: `M${x(start)} ${scale.ground}V${y(start)}L${x(end)} ${y(end)}V${scale.ground}Z`,
    };
  });
};

const crossings = (from: number, to: number): number[] => {
  const shares: number[] = [];
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  for (let half = Math.floor(low) + 0.5; half < high; half++) {
    if (half > low) shares.push((half - from) / (to - from));
  }
  return shares.sort((a, b) => a - b);
};

const PHRASE = 4;
/** Phrases narrower than this many pixels get no line. */
const NARROWEST = 7;

/** The lines over the ground: one every four bars of a section, and one between its passes. */
export const phrasePaths = (
  scale: Scale,
  { passages, bars }: Timeline,
): { readonly phrases: string; readonly passes: string } => {
  const lines = { phrases: '', passes: '' };
  for (const passage of passages) {
    const { level, startSeconds, seconds } = passage;
    if ((seconds / passage.bars) * PHRASE * scale.perSecond < NARROWEST) continue;
    for (let bar = passage.pass > 1 ? 0 : PHRASE; bar < passage.bars; bar += PHRASE) {
      const time = bars[passage.firstPlayed + bar - 1]!.startSeconds;
      const here = level.from + ((level.to - level.from) * (time - startSeconds)) / seconds;
      const line = `M${round(xOf(scale, time))} ${scale.ground}V${round(yOf(scale, here))}`;
      if (bar === 0) lines.passes += line;
      else lines.phrases += line;
    }
  }
  return lines;
};

/** Passages of one section in a row are drawn and named once. */
export type Stretch = {
  readonly section: string;
  readonly name: string;
  readonly firstPlayed: number;
  readonly start: number;
  readonly seconds: number;
  /** `4+3`, `2×7`. */
  readonly bars: string;
  readonly odd: boolean;
  readonly feel: Passage['feel'];
  readonly passages: readonly Passage[];
};

export const stretchesOf = ({ passages }: Timeline): Stretch[] =>
  passages
    .filter(({ pass }) => pass === 1)
    .map((first) => {
      const all = passages.filter(({ section }) => section === first.section);
      return {
        section: first.section,
        name: first.name,
        firstPlayed: first.firstPlayed,
        start: first.startSeconds,
        seconds: all.reduce((sum, { seconds }) => sum + seconds, 0),
        bars: `${first.passes > 1 ? `${first.passes}×` : ''}${bracketed(first)}`,
        odd: isOdd(first.bars),
        feel: first.feel,
        passages: all,
      };
    });

const bracketed = ({ passes, bars }: Passage): string => {
  const counted = countedAs(bars);
  return passes > 1 && counted.includes('+') ? `(${counted})` : counted;
};

/** A label that has a place of its own. */
export type Label = { readonly x: number; readonly lane: number; readonly text: string };

/** A letter's width as a share of the type size; names are set in the semi-bold. */
const LETTER = 0.58;

/**
 * Gives each text a lane so that none runs into another. Where all lanes are taken a text is cut
 * short to what is left, and left out when that is too little to read.
 *
 * @param wanted texts with their x, from left to right
 * @returns one entry for each that has a place, in the same order
 */
export const laneLabels = (
  wanted: readonly { readonly x: number; readonly text: string }[],
  size: number,
  lanes: number,
  right: number,
): (Label | undefined)[] => {
  const free = Array<number>(lanes).fill(Number.NEGATIVE_INFINITY);
  return wanted.map(({ x, text }, index) => {
    const width = textWidth(text, size);
    const lane = free.findIndex((from) => from <= x);
    if (lane < 0) return undefined;
    // Only the neighbour that would have to share this lane limits a text.
    const limit = wanted[index + lanes]?.x ?? right;
    const room = Math.min(limit, right) - x - GAP;
    const shown = width <= room ? text : shortened(text, room, size);
    if (!shown) return undefined;
    free[lane] = x + textWidth(shown, size) + GAP;
    return { x, lane, text: shown };
  });
};

const GAP = 8;

export const textWidth = (text: string, size: number): number => [...text].length * size * LETTER;

const shortened = (text: string, room: number, size: number): string | undefined => {
  const letters = Math.floor(room / (size * LETTER)) - 1;
  return letters >= 2 ? `${[...text].slice(0, letters).join('').trimEnd()}…` : undefined;
};

/** The hair line of the tempo: corners, and figures where it changes. */
export type TempoLine = {
  readonly points: string;
  readonly figures: readonly { readonly x: number; readonly y: number; readonly text: string }[];
};

/** The line rises and falls with the tempo within a band; a song at one tempo has a straight one. */
export const tempoLine = (
  scale: Scale,
  { tempo, seconds: end, ticks }: Timeline,
  unit: Parameters<typeof perMinuteAt>[1],
  band: { readonly top: number; readonly bottom: number },
): TempoLine => {
  const speeds = tempo.flatMap(({ from, to }) => [from, to]);
  const [slowest, fastest] = [Math.min(...speeds), Math.max(...speeds)];
  const yFor = (speed: number) =>
    fastest === slowest
      ? band.bottom
      : band.bottom - ((speed - slowest) / (fastest - slowest)) * (band.bottom - band.top);
  const corners = tempo.flatMap((segment, index) => {
    const stop = tempo[index + 1]?.startSeconds ?? end;
    return [
      { x: xOf(scale, segment.startSeconds), y: yFor(segment.from) },
      { x: xOf(scale, stop), y: yFor(segment.to) },
    ];
  });
  const figure = (speed: TempoSegment['from'], time: number) => ({
    x: xOf(scale, time),
    y: yFor(speed),
    text: tempoFigure(perMinuteAt(speed, unit)),
  });
  const changes = tempo.flatMap((segment, index) => {
    const before = tempo[index - 1];
    return before && before.to === segment.from ? [] : [figure(segment.from, segment.startSeconds)];
  });
  const arrivals = tempo.flatMap((segment, index) =>
    segment.from === segment.to || segment.startTicks + segment.length > ticks
      ? []
      : [figure(segment.to, tempo[index + 1]?.startSeconds ?? end)],
  );
  return {
    points: corners.map(({ x, y }) => `${round(x)},${round(y)}`).join(' '),
    figures: [...changes, ...arrivals].sort((a, b) => a.x - b.x),
  };
};

/** A tempo in the fewest digits that are true to a tenth. */
export const tempoFigure = (perMinute: number): string => String(Math.round(perMinute * 10) / 10);

const round = (value: number): number => Math.round(value * 10) / 10;
