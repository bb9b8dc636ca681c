import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone';
import utc from 'dayjs/plugin/utc';

dayjs.extend(utc);
dayjs.extend(timezone);

const FORMAT = 'YYYY-MM-DD HH:mm:ss';

/** What the clock on the wall shows at an instant: `2026-12-05 20:00:00`. */
export const wallTimeOf = (iso: string, timeZone: string): string =>
  dayjs(iso).tz(timeZone).format(FORMAT);

/** The instant, in ISO 8601, at which the clock on the wall of a zone shows a time. */
export const instantOf = (wallTime: string, timeZone: string): string =>
  dayjs.tz(wallTime, timeZone).toISOString();
