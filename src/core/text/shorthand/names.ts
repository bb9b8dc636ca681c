import { inOrder } from '../../base/document';
import type { Pattern } from '../../music/kit';
import { partsOf } from '../../song/editing';
import type { RoadMap } from '../../song/roadmap';
import type { Reference } from './text';

/** What a part or a pattern is called, by its id. */
export type NameOf = (id: string) => Reference | undefined;

/** What parts and patterns are called, so that each name stands for one of them. */
export const namesIn = (map: RoadMap): NameOf => {
  const references = new Map<string, Reference>();
  for (const list of [partsOf(map), patternsAsWritten(map)]) {
    const count = new Map<string, number>();
    for (const { id, name } of list) {
      const number = (count.get(name.toLowerCase()) ?? 0) + 1;
      count.set(name.toLowerCase(), number);
      references.set(id, { name, number });
    }
  }
  return (id) => references.get(id);
};

/** The patterns of a map in the order in which they are written: variants behind what they vary. */
export const patternsAsWritten = (map: RoadMap): readonly Pattern[] => {
  const patterns = inOrder(map.patterns);
  const main = patterns.filter(({ of }) => !of || !map.patterns[of]);
  return [...main, ...patterns.filter((one) => !main.includes(one))];
};
