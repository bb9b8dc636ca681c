import { csv } from '../../files/sheet';
import { barsWords } from '../rounds';
import { type Entry, minutesOf } from './entry';
import { runWords } from './run';

/**
 * How many minutes were practised on each of several days.
 *
 * @param dayOf the day that an instant (ISO 8601) lies in, where whoever practised is
 * @returns as many as there are days from the first to the last
 */
export const minutesByDay = (
  entries: readonly Entry[],
  dayOf: (at: string) => number,
  first: number,
  last: number,
): number[] => {
  const minutes = new Array<number>(Math.max(0, last - first + 1)).fill(0);
  for (const entry of entries) {
    const at = dayOf(entry.at) - first;
    if (at in minutes) minutes[at] = minutes[at]! + minutesOf(entry);
  }
  return minutes;
};

/**
 * The log as a table for a spreadsheet (RFC 4180), the last entry first.
 *
 * @param titleOf the song of an arrangement, as it is called
 */
export const logTable = (
  entries: readonly Entry[],
  titleOf: (arrangement: string) => string,
): string =>
  csv(
    [
      'when',
      'song',
      'what',
      'first bar',
      'last bar',
      'clean (a minute)',
      'of',
      'rounds',
      'clean rounds',
      'minutes',
      'late (ms)',
      'spread (ms)',
    ],
    entries.map((entry) => {
      const { at, song, what } = entry;
      const title = song === null ? '' : titleOf(song);
      if ('minutes' in what)
        return [at, title, what.words, '', '', '', '', '', '', what.minutes, '', ''];
      const milliseconds = (time: number | null) => (time === null ? '' : Math.round(time * 1000));
      return [
        at,
        title,
        what.passage,
        what.first,
        what.last,
        what.best ?? '',
        what.target,
        what.rounds,
        what.clean,
        minutesOf(entry),
        milliseconds(what.late),
        milliseconds(what.spread),
      ];
    }),
  );

/** An entry in words: what was practised, and what came of it. */
export const entryWords = (
  { song, what }: Entry,
  titleOf: (arrangement: string) => string,
): string => {
  if ('minutes' in what) return `${what.words}: ${what.minutes} min`;
  return `${song === null ? '' : `${titleOf(song)}, `}${what.passage}, ${barsWords(what)}: ${runWords(what)}`;
};
