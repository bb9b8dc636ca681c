import type { Goal, PlanItem } from '@/core/practice/plan';
import type { Bars } from '@/core/practice/rounds';

/** What of a song is to be practised, as an address says it. */
export type AskedPractice = {
  readonly bars: Bars;
  readonly from?: number;
  readonly to?: number;
  /** The goal that it is logged under. */
  readonly goal?: string;
};

/** The song of a plan’s item, open where it is practised; nothing where it is about no song. */
export const practiseHref = (band: string, item: PlanItem): string | undefined => {
  const { song, goal, from, to } = item;
  if (!song) return undefined;
  const page = `/${band}/songs/${song}`;
  return goal ? `${page}#${practiseHash(goal, from, to)}` : page;
};

/** @param to the tempo that a ladder leads to */
export const practiseHash = ({ key, bars }: Goal, from?: number, to?: number): string => {
  const asked = new URLSearchParams({ practise: `${bars.first}-${bars.last}`, goal: key });
  if (from !== undefined) asked.set('from', String(from));
  if (to !== undefined) asked.set('to', String(to));
  return asked.toString();
};

/** What an address asks for; nothing where it asks for nothing that makes sense. */
export const practiceAsked = (hash: string): AskedPractice | undefined => {
  const asked = new URLSearchParams(hash.replace(/^#/, ''));
  const bars = /^(-?\d{1,5})-(-?\d{1,5})$/.exec(asked.get('practise') ?? '');
  if (!bars) return undefined;
  const [first, last] = [Number(bars[1]), Number(bars[2])];
  const goal = asked.get('goal');
  return {
    bars: { first, last: Math.max(first, last) },
    ...tempoIn(asked, 'from'),
    ...tempoIn(asked, 'to'),
    ...(goal && { goal: goal.slice(0, 80) }),
  };
};

const tempoIn = (asked: URLSearchParams, name: 'from' | 'to') => {
  const tempo = Number(asked.get(name) ?? Number.NaN);
  return tempo >= 20 && tempo <= 400 ? { [name]: tempo } : {};
};
