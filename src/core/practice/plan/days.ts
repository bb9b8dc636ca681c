/** A day, counted from 1 January 1970: the core knows no calendar but this. */
export type Day = number;

/** 1 January 1970 was a Thursday. */
const WEEKDAYS = [
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
  'Monday',
  'Tuesday',
  'Wednesday',
] as const;

/**
 * The day of the week.
 *
 * @example weekday(20784) // => 'Friday'
 */
export const weekday = (day: Day): string => WEEKDAYS[((day % 7) + 7) % 7]!;

/**
 * A day as it is spoken of from another.
 *
 * @example dayWords(12, 10) // => 'in 2 days'
 * @example dayWords(10, 10) // => 'today'
 */
export const dayWords = (day: Day, today: Day): string => {
  const ahead = day - today;
  if (ahead === 0) return 'today';
  if (ahead === 1) return 'tomorrow';
  if (ahead === -1) return 'yesterday';
  return ahead > 0 ? `in ${ahead} days` : `${-ahead} days ago`;
};
