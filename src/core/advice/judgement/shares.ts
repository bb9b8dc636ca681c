import type { RoadMap } from '../../song/roadmap';
import type { Timeline } from '../../song/timeline';

/** How much of a song something is. */
export type Share = {
  /** The part’s id, or nothing for sections that name none. */
  readonly part: string | undefined;
  readonly name: string;
  readonly bars: number;
  readonly seconds: number;
  /** Of the song’s bars, 0 to 1. */
  readonly share: number;
  /** Where it first comes: a played bar. */
  readonly first: number;
};

/**
 * How much of the song each part is, the largest first: what to learn first. Sections without a part
 * are counted by their name. Where the drums rest there is nothing to learn.
 */
export const sharesOf = (map: RoadMap, { passages, bars }: Timeline): Share[] => {
  const shares = new Map<string, Share>();
  for (const { part, name, tacet, bars: count, seconds, firstPlayed } of passages) {
    if (tacet) continue;
    const key = part ? `part ${part}` : `name ${name.trim().toLowerCase()}`;
    const known = shares.get(key);
    const total = (known?.bars ?? 0) + count;
    shares.set(key, {
      part,
      name: (part && map.parts[part]?.name) || name,
      bars: total,
      seconds: (known?.seconds ?? 0) + seconds,
      share: total / bars.length,
      first: known?.first ?? firstPlayed,
    });
  }
  return [...shares.values()].sort((a, b) => b.bars - a.bars || a.first - b.first);
};
