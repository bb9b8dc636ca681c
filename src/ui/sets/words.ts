import { clock } from '@/core/music/time';

/** The set's time against its slot: `24:10 of 25:00, 0:50 to spare`. */
export const slotWords = (seconds: number, slotMinutes: number | null): string => {
  if (slotMinutes === null) return clock(seconds);
  const spare = slotMinutes * 60 - seconds;
  const against = spare >= 0 ? `${clock(spare)} to spare` : `${clock(-spare)} over`;
  return `${clock(seconds)} of ${clock(slotMinutes * 60)}, ${against}`;
};

const DATE = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  hour: '2-digit',
  minute: '2-digit',
});

/** `Saturday 5 December at 20:00`, in the zone of who reads it. */
export const dateWords = (iso: string): string => DATE.format(new Date(iso));
