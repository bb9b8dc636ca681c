import { formOf, type RoadMap, resolve, writtenOrder } from '../../roadmap';
import type { Timeline } from '../../timeline';
import { formLooks } from './form';
import { placeLooks } from './places';
import { type Kind, type Look, type PlacedSurprise, WEIGHTS } from './surprise';
import { timeLooks } from './time';

export type { PlacedSurprise } from './surprise';

/** So many lines can be read between two songs. */
export const MOST_SURPRISES = 6;
/** A second line of one kind surprises so much less than the first. */
const LESS = 22;

/**
 * What will catch out somebody who has never played the song: the most surprising first.
 *
 * @returns at most six lines
 */
export const surprisesOf = (map: RoadMap, timeline: Timeline): PlacedSurprise[] => {
  const first = new Map<string, number>();
  for (const { section, firstPlayed } of timeline.passages)
    if (!first.has(section)) first.set(section, firstPlayed);
  const sections = writtenOrder(formOf(map)).flatMap((section) => {
    const bar = first.get(section.id);
    return bar === undefined ? [] : [{ ...section, whole: resolve(map, section), bar }];
  });
  const song = { map, timeline, sections };
  const seen = new Map<Kind, number>();
  return LOOKS.flatMap((look) => look(song))
    .map((one) => {
      const before = seen.get(one.kind) ?? 0;
      seen.set(one.kind, before + 1);
      return { one, weight: WEIGHTS[one.kind] - before * LESS };
    })
    .sort((a, b) => b.weight - a.weight || a.one.bar - b.one.bar)
    .slice(0, MOST_SURPRISES)
    .map(({ one }) => ({
      ...one,
      written: timeline.bars.find(({ played }) => played === one.bar)?.written ?? one.bar,
    }));
};

// In this order, so that of two of one kind the earlier one weighs more.
const LOOKS: readonly Look[] = [...formLooks, ...placeLooks, ...timeLooks];
