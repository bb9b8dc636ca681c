import { TICKS_PER_WHOLE, type Ticks, ticks } from './ticks';

/** The note values that a tempo can be given for, longest first. */
export const NOTE_VALUES = [
  'whole',
  'dotted-half',
  'half',
  'dotted-quarter',
  'quarter',
  'dotted-eighth',
  'eighth',
  'sixteenth',
] as const;

export type NoteValue = (typeof NOTE_VALUES)[number];

const PLAIN: Record<string, number> = { whole: 1, half: 2, quarter: 4, eighth: 8, sixteenth: 16 };

/**
 * The length of a note value.
 *
 * @example noteTicks('quarter') // => 20160
 * @example noteTicks('dotted-quarter') // => 30240
 * @example noteTicks('sixteenth') // => 5040
 */
export const noteTicks = (value: NoteValue): Ticks => {
  const dotted = value.startsWith('dotted-');
  const part = PLAIN[dotted ? value.slice('dotted-'.length) : value]!;
  return ticks((TICKS_PER_WHOLE / part) * (dotted ? 1.5 : 1));
};

const AMERICAN: Record<NoteValue, string> = {
  whole: 'whole',
  'dotted-half': 'dotted half',
  half: 'half',
  'dotted-quarter': 'dotted quarter',
  quarter: 'quarter',
  'dotted-eighth': 'dotted eighth',
  eighth: 'eighth',
  sixteenth: 'sixteenth',
};

/** The name of a note value in words, for readers and screen readers. */
export const noteName = (value: NoteValue): string => AMERICAN[value];
