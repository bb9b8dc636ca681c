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
/** Strokes of an open roll, in a second. */
const ROLL_RATE = 16;
/** Longest roll where nothing follows on the same voice, in seconds. */
const LONGEST_ROLL = 2;

const CLOSING = new Set(['hihat closed', 'hihat half-open', 'pedal pedal']);
const RINGING = new Set(['hihat open', 'hihat half-open', 'pedal splash']);

const strikes = ({ voice, how }: Note): string => `${voice} ${how}`;

/**
 * What sounds when notes are played: which sound, when, and what cuts it off. Closing the hats cuts
 * the open ones, a choke its cymbal; a roll is written out up to the next stroke of its drum.
 *
 * @param notes in order of time
 */
export const soundsOf = (notes: readonly Note[]): Sounding[] => {
  const sounds: Sounding[] = [];
  let nextClosing: number | undefined;
  const following = new Map<string, number>();
  for (const note of [...notes].reverse()) {
    const at = note.seconds;
    const next = following.get(note.voice);
    const cut = RINGING.has(strikes(note)) && note.after !== 'ring' ? nextClosing : undefined;
    const caught = note.after === 'choke' ? (note.caught ?? at + CAUGHT) : undefined;
    const sound = soundName(note);
    const heard = { sound, gain: gainFor(note.force) };
    sounds.push({ ...heard, at, until: caught ?? cut });
    if (note.ornament === 'roll') sounds.push(...rollOf(note, heard, next));
    if (CLOSING.has(strikes(note))) nextClosing = at;
    following.set(note.voice, at);
  }
  return sounds.sort((a, b) => a.at - b.at);
};

const rollOf = (
  note: Note,
  heard: Pick<Sounding, 'sound' | 'gain'>,
  next: number | undefined,
): Sounding[] => {
  const end = Math.min(next ?? Number.POSITIVE_INFINITY, note.seconds + LONGEST_ROLL);
  const count = Math.max(0, Math.ceil((end - note.seconds) * ROLL_RATE) - 1);
  return Array.from({ length: count }, (_, index) => ({
    ...heard,
    at: note.seconds + (index + 1) / ROLL_RATE,
    until: undefined,
  }));
};
