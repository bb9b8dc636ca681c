import { plural } from '@/core/base/words';
import type { TakenState } from './useTaken';

/** `On this device, complete, as of 14:02 (6.1 MB).` */
export const takenWords = (state: TakenState): string => {
  switch (state.kind) {
    case 'unknown':
      return 'Asking this device.';
    case 'cannot':
      return 'This browser keeps nothing without a network: that takes an address that begins with https.';
    case 'not-taken':
      return 'Not on this device.';
    case 'progress':
      return `Fetching: ${state.done} of ${state.of}.`;
    case 'failed':
      return `Not taken along. ${state.why}`;
    case 'taken': {
      const { at, bytes, pages, words } = state.taken;
      const missing = state.missing.length;
      const size = `${(bytes / 1e6).toFixed(1)} MB`;
      return missing === 0
        ? `On this device, complete, as of ${atWords(at)} (${size}).`
        : `On this device as of ${atWords(at)}, but ${missing} of ${plural(pages.length + words.length, 'file')} were dropped by the browser: fetch it anew.`;
    }
  }
};

/** `14:02` today, else with its day. */
const atWords = (iso: string, now = new Date()): string => {
  const at = new Date(iso);
  const time = at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  const today = at.toDateString() === now.toDateString();
  return today
    ? time
    : `${at.toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })}, ${time}`;
};
