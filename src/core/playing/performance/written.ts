import {
  type Layout,
  leadIn,
  onKit,
  type Pattern,
  patternBars,
  type StickedStroke,
  stick,
  variantsOf,
} from '../../music/kit';
import { barTicks } from '../../music/time';
import type { RoadMap } from '../../song/roadmap';
import { keptOn } from './timekeeper';

/** A pattern as a player reads it. */
export type Written = {
  readonly pattern: Pattern;
  /** The cymbal that keeps its time. */
  readonly kept: ReturnType<typeof keptOn>;
  readonly strokes: readonly StickedStroke[];
  /** Strokes bar by bar, from the bar line. */
  readonly bars: readonly (readonly StickedStroke[])[];
};

/** Each pattern once: the variant that is played, on the player’s kit, with its hands. */
export const writtenPatterns = (
  { patterns }: Pick<RoadMap, 'patterns'>,
  layout: Layout,
): ReadonlyMap<string, Written> => {
  const read = new Map<string, Written>();
  for (const id of Object.keys(patterns)) {
    const chosen = patterns[id]!;
    // A variant that a section names is meant; only the full one gives way to the player’s choice.
    const pattern =
      (chosen.variant === 'full' &&
        variantsOf(patterns, id).find(({ variant }) => variant === layout.plays)) ||
      chosen;
    const strokes = onKit(layout, stick(pattern, layout)) as StickedStroke[];
    const bar = barTicks(pattern.meter);
    const lead = leadIn(pattern);
    const bars = Array.from({ length: patternBars(pattern) }, (_, index) =>
      strokes
        .filter(({ at }) => Math.floor((at + lead) / bar) === index)
        .map((stroke) => ({ ...stroke, at: (stroke.at + lead) % bar })),
    );
    read.set(id, { pattern, kept: keptOn(pattern), strokes, bars });
  }
  return read;
};
