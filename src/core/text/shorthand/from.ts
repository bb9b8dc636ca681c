import type { RoadMap } from '../../song/roadmap';
import { parseShorthand } from './parse';

/**
 * A road map from short-hand of our own, with ids that count up by collection: `sections1`.
 *
 * @throws where anything in it is not understood
 * @example Object.keys(roadMapFrom('song 96, in 4/4, count 4\nVerse: 16').sections) // => ['sections1']
 */
export const roadMapFrom = (text: string): RoadMap => {
  const counts = new Map<string, number>();
  const { map, problems } = parseShorthand(text, (where) => {
    const count = (counts.get(where) ?? 0) + 1;
    counts.set(where, count);
    return `${where}${count}`;
  });
  const problem = problems[0];
  if (problem) throw new Error(`Line ${problem.line}: ${problem.message}`);
  return map;
};
