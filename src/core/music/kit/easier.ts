import { beatTicks, TICKS_PER_QUARTER } from '../time';
import { type Change, withoutGhosts, withStrokes } from './derive';
import { figuresOf } from './figures';
import { loadsOf } from './load';
import { leadIn, type Pattern, type Struck, strokesOf } from './pattern';
import { stick } from './sticking';
import { voiceOf } from './voices';

/** A way to make a pattern easier: what it changes, and what it leaves out, in a sentence. */
export type Easier = {
  readonly name: string;
  readonly leavesOut: string;
  readonly change: Change;
};

type Way = {
  readonly name: string;
  /** @param snare the places of the snare */
  readonly keeps: (stroke: Struck, pattern: Pattern, snare: ReadonlySet<number>) => boolean;
  /** What is left out, told by how many strokes that are. */
  readonly says: (count: number) => string;
};

const onPart = (pattern: Pattern, at: number, part: number): boolean =>
  (at + leadIn(pattern)) % part === 0;

const strokes = (count: number): string => (count === 1 ? 'one stroke' : `${count} strokes`);

const WAYS: readonly Way[] = [
  {
    name: 'foot on the eighths',
    keeps: ({ voice, at }, pattern) =>
      voice !== 'bass' || onPart(pattern, at, TICKS_PER_QUARTER / 2),
    says: (count) => `${strokes(count)} of the foot between the eighths`,
  },
  {
    name: 'foot on the beats',
    keeps: ({ voice, at }, pattern) =>
      voice !== 'bass' || onPart(pattern, at, beatTicks(pattern.meter)),
    says: (count) => `${strokes(count)} of the foot between the beats`,
  },
  {
    name: 'quarters in the leading hand',
    keeps: ({ voice, at }, pattern) =>
      voiceOf(voice).family !== 'cymbal' ||
      voiceOf(voice).limb === 'foot' ||
      onPart(pattern, at, TICKS_PER_QUARTER),
    says: (count) => `${strokes(count)} of the cymbal between the quarters`,
  },
  {
    name: 'hands apart',
    keeps: ({ voice, at }, _, snare) => voice !== 'hihat' || !snare.has(at),
    says: (count) => `the hat where the snare falls, ${strokes(count)}`,
  },
  {
    name: 'without ghost notes',
    keeps: ({ force }) => force !== 'ghost',
    says: (count) => (count === 1 ? 'one ghost note' : `${count} ghost notes`),
  },
  {
    name: 'eighths only',
    keeps: ({ at }, pattern) => onPart(pattern, at, TICKS_PER_QUARTER / 2),
    says: (count) => `${strokes(count)} between the eighths`,
  },
];

/**
 * Concrete easier ways to play a pattern, each saying what it leaves out. Only those that lower a
 * figure are given: the fastest limb, strokes together, ghost notes or moves.
 */
export const easierWays = (pattern: Pattern): Easier[] => {
  const before = hardness(pattern);
  const all = strokesOf(pattern);
  return [...WAYS.map((way) => easierBy(pattern, all, way)), plain(pattern, all)].filter(
    (one): one is Easier => {
      if (!one) return false;
      const after = hardness({ ...pattern, ...one.change });
      return (
        after.some((figure, index) => figure < before[index]! - 1e-9) &&
        after.every((figure, index) => figure <= before[index]! + 1e-9)
      );
    },
  );
};

const easierBy = (pattern: Pattern, all: readonly Struck[], way: Way): Easier | undefined => {
  const snare = new Set(pattern.snare.map(({ at }) => at));
  const kept = all.filter((stroke) => way.keeps(stroke, pattern, snare));
  const left = all.length - kept.length;
  if (left === 0 || kept.length === 0) return undefined;
  return {
    name: way.name,
    leavesOut: `Leaves out ${way.says(left)}.`,
    change:
      way.name === 'without ghost notes' ? withoutGhosts(pattern) : withStrokes(pattern, kept),
  };
};

/** Ornaments cost strokes that the rows do not count. */
const plain = (pattern: Pattern, all: readonly Struck[]): Easier | undefined => {
  const count = all.filter(({ ornament }) => ornament).length;
  if (count === 0) return undefined;
  const bare = all.map(({ ornament: _, ...stroke }) => stroke);
  return {
    name: 'without ornaments',
    leavesOut: `Leaves out ${count === 1 ? 'one ornament' : `${count} ornaments`}.`,
    change: withStrokes(pattern, bare),
  };
};

/** The figures that an easier version has to lower and may not raise; in ticks, whatever the tempo. */
const hardness = (pattern: Pattern): number[] => {
  const handed = stick(pattern);
  const { together, spread, moves } = figuresOf(pattern, handed, 1);
  const ornaments = handed.filter(({ ornament }) => ornament).length;
  const peaks = loadsOf(pattern, handed, 1).map(({ peak }) => peak);
  const total = handed.length;
  return [Math.max(0, ...peaks), together, spread, moves.count, ornaments, total];
};
