import type { Operation } from '../../base/document';
import type { RoadMap } from '../../song/roadmap';
import type { Passage, Timeline } from '../../song/timeline';
import { remarkId } from '../saying';

export { named } from '../saying';

/** One thing worth saying about a map. */
export type Remark = {
  /** The same for the same matter, so that one that was dismissed stays away. */
  readonly id: string;
  readonly sentence: string;
  /** The section it speaks of. */
  readonly section: string | undefined;
  /** The played bar it speaks of. */
  readonly bar: number | undefined;
  readonly fix: { readonly label: string; readonly operations: readonly Operation[] } | undefined;
};

export type Look = { readonly map: RoadMap; readonly timeline: Timeline };
export type Check = (look: Look) => Remark[];

type Said = {
  readonly code: string;
  /** The ids that tell this matter from others of its kind. */
  readonly about: readonly string[];
  readonly sentence: string;
  readonly passage?: Passage | undefined;
  readonly bar?: number;
  readonly section?: string;
  readonly fix?: Remark['fix'];
};

export const remark = ({ code, about, sentence, passage, bar, section, fix }: Said): Remark => ({
  id: remarkId(code, about),
  sentence,
  section: section ?? passage?.section,
  bar: bar ?? passage?.firstPlayed,
  fix,
});
