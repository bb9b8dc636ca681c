import type { Form, PlanItem } from './items';

const LAYERED = 'hands, then backbeat, then foot';

const WORDS: Readonly<Record<Form, (goal: string, song: string) => string>> = {
  'warm-up': () => 'Warm-up',
  listen: (_, song) => `Listen to ${song}`,
  layers: (goal, song) => `${goal} in ${song}: ${LAYERED}`,
  ladder: (goal, song) => `${goal} in ${song}`,
  pad: (goal, song) => `${goal} in ${song}, the hands alone on the pad`,
  again: (goal, song) => `${goal} in ${song}, once more`,
  break: () => 'Pause',
  'play-through': (_, song) => `${song} from beginning to end`,
};

/**
 * What to do, as it is said.
 *
 * @param song as the song is called
 * @example itemWords({ form: 'listen', minutes: 3, why: '' }, 'Granary') // => 'Listen to Granary'
 */
export const itemWords = ({ form, goal }: PlanItem, song: string): string => {
  const words = WORDS[form](goal?.name ?? '', song);
  return `${words[0]?.toUpperCase()}${words.slice(1)}`;
};

/** From which tempo to which, in beats a minute; empty where it has none. */
export const temposWords = ({ from, to }: PlanItem): string => {
  if (from === undefined || to === undefined) return '';
  return from >= to ? `at ${to}` : `${from} to ${to}`;
};
