import { countedAs, isOdd } from '@/core/song/roadmap';
import type { Passage, Timeline } from '@/core/song/timeline';

/** A section with all its times in a row: drawn and named once. */
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

export const stretchesOf = ({ passages }: Timeline): Stretch[] => {
  const stretches: Stretch[] = [];
  for (let index = 0; index < passages.length; ) {
    const first = passages[index]!;
    const row = passages.slice(index, index + first.times - first.time + 1);
    const last = row.at(-1)!;
    index += row.length;
    stretches.push({
      section: first.section,
      name: first.name,
      firstPlayed: first.firstPlayed,
      start: first.startSeconds,
      seconds: last.startSeconds + last.seconds - first.startSeconds,
      bars: barsText(first),
      odd: isOdd(first.bars, first.phrase),
      feel: first.feel,
      passages: row,
    });
  }
  return stretches;
};

const barsText = ({ times, bars, phrase }: Passage): string => {
  const counted = countedAs(bars, phrase);
  if (times === 1) return counted;
  return `${times}×${counted.includes('+') ? `(${counted})` : counted}`;
};
