import {
  type EndingNode,
  type FormNode,
  formOf,
  type RepeatNode,
  type RoadMap,
  type Section,
} from '../roadmap';

/** A line of the folded view. */
export type Row =
  | {
      readonly kind: 'section';
      readonly id: string;
      readonly depth: number;
      readonly section: Section;
    }
  | {
      readonly kind: 'repeat';
      readonly id: string;
      readonly depth: number;
      readonly node: RepeatNode;
    }
  | {
      readonly kind: 'ending';
      readonly id: string;
      readonly depth: number;
      readonly node: EndingNode;
      readonly of: RepeatNode;
    };

/** The road map as rows, top to bottom: a repeat's row, what it holds, its endings' rows. */
export const rowsOf = (map: RoadMap): Row[] => {
  const rows: Row[] = [];
  const walk = (nodes: readonly FormNode[], depth: number) => {
    for (const node of nodes) {
      if (node.kind === 'section') {
        rows.push({ kind: 'section', id: node.section.id, depth, section: node.section });
        continue;
      }
      rows.push({ kind: 'repeat', id: node.repeat.id, depth, node });
      walk(node.body, depth + 1);
      for (const ending of node.endings) {
        rows.push({ kind: 'ending', id: ending.ending.id, depth, node: ending, of: node });
        walk(ending.body, depth + 1);
      }
    }
  };
  walk(formOf(map), 0);
  return rows;
};
