import type { SongFacts } from './facts';

/** Slower than this, as it is felt, a song is a slow one (common practice, no source). */
const SLOW = 76;
/** So many in a row are too many. */
export const TOO_MANY = 3;

export const isSlow = ({ felt }: Pick<SongFacts, 'felt'>): boolean => felt < SLOW;

/** Slow songs that follow one another, where they are too many. */
export const slowRuns = (songs: readonly SongFacts[]): (readonly SongFacts[])[] => {
  const runs: SongFacts[][] = [[]];
  for (const song of songs) {
    if (isSlow(song)) runs.at(-1)?.push(song);
    else runs.push([]);
  }
  return runs.filter((run) => run.length >= TOO_MANY);
};
