import type { RoadMap } from '@/core/roadmap';
import { parseShorthand } from '@/core/shorthand';

/** A road map from short-hand; a mistake in the demo stops its loading. */
export const roadMap = (text: string): RoadMap => {
  let count = 0;
  const { map, problems } = parseShorthand(text, () => `d${++count}`);
  const problem = problems[0];
  if (problem) throw new Error(`Demo data, line ${problem.line}: ${problem.message}`);
  return map;
};
