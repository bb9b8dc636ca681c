import {
  barNumbered,
  type LevelStretch,
  levelsOf,
  type PlacedDetail,
  type Timeline,
} from '@/core/song/timeline';
import { round, type Scale, xOf, yOf } from './scale';

export type Step = 1 | 2 | 3 | 4 | 5;

/** The ground of a song in as few shapes as there are kinds of them. */
export type GroundPaths = {
  /** All of the ground that has one colour. */
  readonly levels: readonly { readonly level: Step; readonly path: string }[];
  /** Where the drums rest. */
  readonly tacet: string;
  /** Where everybody stops, and where time stands still: cut down to the ground. */
  readonly notches: string;
  /** Wedges before the places that fills land on. */
  readonly fills: string;
  /** The broken edge of what goes on until a cue. */
  readonly vamps: string;
};

/**
 * @param small whether it is a thumbnail: signs are then as narrow as can be seen
 */
export const groundPaths = (scale: Scale, timeline: Timeline, small: boolean): GroundPaths => {
  const stretches = levelsOf(timeline);
  const levels = new Map<Step, string>();
  let tacet = '';
  for (const stretch of stretches) {
    if (stretch.tacet) {
      tacet += `M${round(xOf(scale, stretch.start))} ${scale.ground - 2}H${round(xOf(scale, stretch.end))}`;
      continue;
    }
    for (const { level, path } of stripsOf(scale, stretch)) {
      levels.set(level, (levels.get(level) ?? '') + path);
    }
  }
  const heightAt = levelFinder(stretches);
  return {
    levels: [...levels].map(([level, path]) => ({ level, path })).sort((a, b) => a.level - b.level),
    tacet,
    notches: notches(scale, timeline),
    fills: fills(scale, timeline.details, heightAt, small ? NARROWEST_NOTCH : NARROWEST_FILL),
    vamps: vamps(scale, timeline, heightAt, small ? TOOTH / 2 : TOOTH),
  };
};

/** A slope is cut where it passes half-way to the next level, so that colour says the nearest one. */
const stripsOf = (scale: Scale, { start, end, from, to }: LevelStretch) => {
  const cuts = [0, ...crossings(from, to), 1];
  const x = (share: number) => round(xOf(scale, start + (end - start) * share));
  const y = (share: number) => round(yOf(scale, from + (to - from) * share));
  return cuts.slice(1).map((stop, index) => {
    const begin = cuts[index]!;
    const middle = from + ((to - from) * (begin + stop)) / 2;
    return {
      level: Math.min(5, Math.max(1, Math.round(middle))) as Step,
      path: `M${x(begin)} ${scale.ground}V${y(begin)}L${x(stop)} ${y(stop)}V${scale.ground}Z`,
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

/** The level just before a time; 0 where the drums rest. */
export type LevelAt = (time: number) => number;

export const levelFinder = (stretches: readonly LevelStretch[]): LevelAt => {
  return (time) => {
    let [low, high] = [0, stretches.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (stretches[middle]!.start < time - 1e-6) low = middle;
      else high = middle - 1;
    }
    const found = stretches[low];
    if (!found || found.tacet) return 0;
    const share = Math.min(1, Math.max(0, (time - found.start) / (found.end - found.start)));
    return found.from + (found.to - found.from) * share;
  };
};

/** Narrower than this many pixels nothing can be seen from the stool. */
const NARROWEST_NOTCH = 3;
const NARROWEST_FILL = 7;

const notches = (scale: Scale, { details, fermatas }: Timeline): string => {
  const notch = (start: number, end: number) => {
    const x = round(xOf(scale, start));
    const width = Math.max(NARROWEST_NOTCH, round(xOf(scale, end)) - x);
    return `M${x} ${scale.ground - 1}h${round(width)}V${round(yOf(scale, 5) - 2)}h${-round(width)}Z`;
  };
  const stops = details.map((one) =>
    one.kind === 'hit' && one.detail.kind === 'stop' ? notch(one.startSeconds, one.endSeconds) : '',
  );
  return [
    ...stops,
    ...fermatas.map(({ startSeconds, seconds }) => notch(startSeconds, startSeconds + seconds)),
  ].join('');
};

/** A wedge that rises to the place it lands on. */
const fills = (
  scale: Scale,
  details: readonly PlacedDetail[],
  levelAt: LevelAt,
  narrowest: number,
): string =>
  details
    .map((one) => {
      if (one.kind !== 'fill') return '';
      const right = xOf(scale, one.endSeconds);
      const left = Math.min(xOf(scale, one.startSeconds), right - narrowest);
      const top = yOf(scale, Math.max(1, levelAt(one.endSeconds)));
      return `M${round(left)} ${scale.ground}L${round(right)} ${round(top)}V${scale.ground}Z`;
    })
    .join('');

const TOOTH = 5;

const vamps = (scale: Scale, { passages }: Timeline, levelAt: LevelAt, tooth: number): string =>
  passages
    .map((passage) => {
      if (passage.vamp === undefined || passage.time < passage.times) return '';
      const end = passage.startSeconds + passage.seconds;
      const x = round(xOf(scale, end));
      const top = yOf(scale, Math.max(1, levelAt(end)));
      const teeth = Math.max(2, Math.floor((scale.ground - top) / (2 * tooth)));
      const step = round((scale.ground - top) / (2 * teeth));
      return `M${x} ${scale.ground}${`l${-tooth} ${-step}l${tooth} ${-step}`.repeat(teeth)}h3V${scale.ground}Z`;
    })
    .join('');

const PHRASE_NARROWEST = 7;

/** The lines over the ground: one every phrase of a section, and one between its passes. */
export const phrasePaths = (
  scale: Scale,
  timeline: Timeline,
): { readonly phrases: string; readonly passes: string } => {
  const lines = { phrases: '', passes: '' };
  const levelAt = levelFinder(levelsOf(timeline));
  for (const passage of timeline.passages) {
    const { seconds, phrase, bars, tacet } = passage;
    if (tacet || (seconds / bars) * phrase * scale.perSecond < PHRASE_NARROWEST) continue;
    for (let bar = passage.time > 1 ? 0 : phrase; bar < bars; bar += phrase) {
      const time = barNumbered(timeline, passage.firstPlayed + bar)!.startSeconds;
      const line = `M${round(xOf(scale, time))} ${scale.ground}V${round(yOf(scale, levelAt(time)))}`;
      if (bar === 0) lines.passes += line;
      else lines.phrases += line;
    }
  }
  return lines;
};
