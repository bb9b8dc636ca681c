import type { BetterOrder, LimbLoad, SongFacts } from '@/core/advice/setlist';
import type { Layout } from '@/core/music/kit';
import type { SongInSet } from '@/core/song/set';

/** What takes too long for the page: it is worked out in a worker. */
export type Question =
  | {
      readonly of: 'loads';
      readonly songs: readonly Pick<SongInSet, 'map' | 'timeline'>[];
      readonly layout: Layout;
    }
  | { readonly of: 'order'; readonly songs: readonly SongFacts[] };

export type Answers = {
  /** What each limb plays in each of the songs. */
  readonly loads: readonly (readonly LimbLoad[])[];
  readonly order: BetterOrder;
};

/** Asks a worker of its own, which ends with the answer, or when it is not wanted any more. */
export const ask = <Of extends Question['of']>(
  question: Extract<Question, { of: Of }>,
  use: (answer: Answers[Of]) => void,
): (() => void) => {
  const worker = new Worker(new URL('./judgeWorker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<Answers[Of]>) => {
    worker.terminate();
    use(data);
  };
  worker.postMessage(question);
  return () => worker.terminate();
};
