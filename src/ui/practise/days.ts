import type { Day } from '@/core/practice/plan';
import { wallTimeOf } from '../sets/wallTime';

const MILLISECONDS = 24 * 3600 * 1000;

/** The day of an instant (ISO 8601, or milliseconds) where this device is. */
export const dayHere = (at: string | number): Day => {
  const date = new Date(at);
  return Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / MILLISECONDS;
};

/** The day of an instant in a time zone. */
export const dayThere = (iso: string, timeZone: string): Day =>
  Date.parse(`${wallTimeOf(iso, timeZone).slice(0, 10)}T00:00:00Z`) / MILLISECONDS;

const DATE = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  timeZone: 'UTC',
});

/** `Fri 4 Dec` */
export const dateWords = (day: Day): string => DATE.format(new Date(day * MILLISECONDS));

/** Noon of a day where this device is, in ISO 8601 with its zone. */
export const noonOf = (day: Day): string => {
  const [year, month, date] = new Date(day * MILLISECONDS).toISOString().slice(0, 10).split('-');
  return new Date(Number(year), Number(month) - 1, Number(date), 12).toISOString();
};
