import { clock } from '@/core/music/time';

/** The set's time against its slot: `24:10 of 25:00, 0:50 to spare`. */
export const slotWords = (seconds: number, slotMinutes: number | null): string => {
  if (slotMinutes === null) return clock(seconds);
  const spare = slotMinutes * 60 - seconds;
  const against = spare >= 0 ? `${clock(spare)} to spare` : `${clock(-spare)} over`;
  return `${clock(seconds)} of ${clock(slotMinutes * 60)}, ${against}`;
};

/** `Saturday 5 December at 20:00`, in the zone of the place. */
export const dateWords = (iso: string, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
    timeZone,
  }).format(new Date(iso));

/** `20:00`, in a zone. */
export const timeWords = (iso: string, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone }).format(
    new Date(iso),
  );

/** `21:00 where you are`; with the day where that is another; nothing where it is the same time. */
export const hereWords = (iso: string, there: string, here: string): string => {
  const [then, now] = [dateWords(iso, there), dateWords(iso, here)];
  if (then === now) return '';
  const sameDay = then.slice(0, -5) === now.slice(0, -5);
  return `${sameDay ? timeWords(iso, here) : now} where you are`;
};
