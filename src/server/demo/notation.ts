import type { RoadMap } from '@/core/song/roadmap';
import { parseShorthand } from '@/core/text/shorthand';

/** A road map from short-hand; a mistake in the demo stops its loading. */
export const roadMap = (text: string): RoadMap => {
  const counts = new Map<string, number>();
  const { map, problems } = parseShorthand(text, (where) => {
    const count = (counts.get(where) ?? 0) + 1;
    counts.set(where, count);
    return `${where}${count}`;
  });
  const problem = problems[0];
  if (problem) throw new Error(`Demo data, line ${problem.line}: ${problem.message}`);
  return map;
};

/** Songs as short-hand: title, then each arrangement by its name. */
export type SongTexts = Readonly<Record<string, Readonly<Record<string, string>>>>;
