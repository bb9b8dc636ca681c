import type { Note } from '../performance';
import { gainFor, soundName } from './drums';

/** A sound to start at a time, and when it is cut. */
export type Sounding = {
  /** As for `renderDrum`. */
  readonly sound: string;
  /** The factor on its samples, so that it is as loud as its force. */
  readonly gain: number;
  /** Seconds, in the time of the notes. */
  readonly at: number;
  /** When it is silenced, in seconds; nothing while it may ring. */
  readonly until: number | undefined;
};

/** A choked cymbal is caught after so long, in seconds. */
const CAUGHT = 0.14;

const CLOSING = new Set(['hihat closed', 'hihat half-open', 'pedal pedal']);
const RINGING = new Set(['hihat open', 'hihat half-open', 'pedal splash']);

const strikes = ({ voice, how }: Note): string => `${voice} ${how}`;

/**
 * What sounds when notes are played: which sound, when, and what cuts it off. Closing the hats cuts
 * the open ones, a choke its cymbal.
 *
 * @param notes in order of time
 */
export const soundsOf = (notes: readonly Note[]): Sounding[] => {
  const sounds: Sounding[] = [];
  let nextClosing: number | undefined;
  for (const note of [...notes].reverse()) {
    const at = note.seconds;
    const cut = RINGING.has(strikes(note)) && note.after !== 'ring' ? nextClosing : undefined;
    const caught = note.after === 'choke' ? (note.caught ?? at + CAUGHT) : undefined;
    const sound = soundName(note);
    const heard = { sound, gain: gainFor(note.force) };
    sounds.push({ ...heard, at, until: caught ?? cut });
    if (CLOSING.has(strikes(note))) nextClosing = at;
  }
  return sounds.sort((a, b) => a.at - b.at);
};
