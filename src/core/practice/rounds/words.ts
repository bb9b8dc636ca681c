import { plural } from '../../base/words';
import { FEWEST, type Played, type Timing } from './timing';

/** Less than this (s) early or late on the mean nobody tells (common practice, no source). */
export const TOLD = 0.01;
/** Less faster or slower than this is how anybody plays: listeners tell about 2 % (Drake and Botte 1993, from memory). */
const DRIFT_TOLD = 0.01;

/**
 * How a round was played, in one to three short sentences, the gravest first.
 *
 * @param error by how much (s) the device is uncertain: nothing smaller is told
 * @param nameOf a voice as it is called
 */
export const roundWords = (
  { all, by, faster, expected, missing, extra }: Played,
  error: number,
  nameOf: (voice: string) => string,
): string[] => {
  if (expected === 0) return ['Nothing is written to be struck here.'];
  if (all.count + extra === 0) return ['Nothing was struck.'];
  const wrong = [missing > 0 && `${missing} missing`, extra > 0 && `${extra} too many`]
    .filter(Boolean)
    .join(', ');
  const least = Math.max(TOLD, error);
  const worst = [...by]
    .filter(([, { count, mean }]) => count >= FEWEST && Math.abs(mean - all.mean) >= least)
    .sort(([, a], [, b]) => Math.abs(b.mean - all.mean) - Math.abs(a.mean - all.mean))[0];
  return [
    wrong && `Of ${plural(expected, 'stroke')} ${wrong}.`,
    all.count >= FEWEST &&
      `${upper(lateWords(all, least))}, even to ${milliseconds(Math.max(all.spread, error))}.`,
    faster !== undefined &&
      Math.abs(faster) >= DRIFT_TOLD &&
      `${Math.abs(100 * faster).toFixed(1)} % ${faster > 0 ? 'faster' : 'slower'} by its end.`,
    worst && `${nameOf(worst[0])} ${lateWords(worst[1], least)}.`,
  ]
    .filter((words) => typeof words === 'string' && words !== '')
    .slice(0, 3) as string[];
};

/**
 * @param least what is less than this (s) is on the beat
 * @example lateWords({ count: 9, mean: 0.0123, spread: 0.004 }, 0.01) // => '12 ms late'
 */
export const lateWords = ({ mean }: Timing, least: number): string =>
  Math.abs(mean) < least
    ? 'on the beat'
    : `${milliseconds(Math.abs(mean))} ${mean > 0 ? 'late' : 'early'}`;

const milliseconds = (time: number): string => `${Math.round(time * 1000)} ms`;

const upper = (words: string): string => `${words[0]?.toUpperCase()}${words.slice(1)}`;
