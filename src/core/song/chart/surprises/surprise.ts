import { listed } from '../../../base/words';
import type { Resolved, RoadMap, Section } from '../../roadmap';
import type { Timeline } from '../../timeline';

/** One thing that catches out somebody who has never played the song. */
export type Surprise = {
  readonly kind: Kind;
  readonly sentence: string;
  /** The played bar that it is about. */
  readonly bar: number;
};

/** The same, with the number that its bar has on the page. */
export type PlacedSurprise = Surprise & { readonly written: number };

/**
 * How surprising each kind is, first (common practice, no source)
 * what shifts everything behind it, then what is heard by all, then what is only impolite.
 */
export const WEIGHTS = {
  'pass-length': 100,
  'odd-length': 95,
  'no-drums': 92,
  vamp: 90,
  'count-in': 89,
  'not-over': 88,
  meter: 86,
  tempo: 84,
  stop: 78,
  pass: 74,
  'no-crash': 72,
  feel: 70,
  end: 64,
  push: 60,
  unsure: 56,
  'no-click': 50,
} as const;

export type Kind = keyof typeof WEIGHTS;

/** A song as it is looked at: its sections in written order, each with the played bar it first comes with. */
export type Song = {
  readonly map: RoadMap;
  readonly timeline: Timeline;
  readonly sections: readonly (Section & { readonly whole: Resolved; readonly bar: number })[];
};

/** Looks for one sort of surprise. */
export type Look = (song: Song) => Surprise[];

/** Sections that are alike in something, as one sentence. */
export const together = (
  kind: Kind,
  found: readonly { readonly name: string; readonly bar: number; readonly said: string }[],
  sentence: (names: string, said: string, several: boolean) => string,
): Surprise[] => {
  const groups = new Map<string, { names: Set<string>; bar: number; count: number }>();
  for (const { name, bar, said } of found) {
    const group = groups.get(said) ?? { names: new Set<string>(), bar, count: 0 };
    group.names.add(name);
    groups.set(said, { ...group, count: group.count + 1 });
  }
  return [...groups].map(([said, { names, bar, count }]) => ({
    kind,
    bar,
    sentence: sentence(listed([...names]), said, count > 1 && names.size > 1),
  }));
};
