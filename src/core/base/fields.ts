import * as z from 'zod';
import { isPlainText } from './plainText';

/** Small schemas that the records of every kind of document are made of. */

export const LONGEST_NAME = 120;
export const LONGEST_WORDS = 200;

export const wholeNumber = (from: number, to: number, sentence: string) =>
  z.number({ error: sentence }).int(sentence).min(from, sentence).max(to, sentence);

/** Well-formed Unicode on one line: what every program and the database can keep. */
export const textSchema = (error: string) =>
  z
    .string({ error })
    .refine(
      isPlainText,
      'It holds a character that cannot be kept: a control character or half a letter.',
    );

const letters = (text: string): number => [...text].length;

/** A name as typed: any script, shown as text. */
export const nameSchema = (what: string) =>
  textSchema(`${what} needs a name.`)
    .refine((name) => name.trim() !== '', `${what} needs a name.`)
    .refine(
      (name) => letters(name) <= LONGEST_NAME,
      `A name has at most ${LONGEST_NAME} characters.`,
    );

/** Free words that may be empty: what to listen for, who gives the cue. */
export const wordsSchema = textSchema('Words are expected here.').refine(
  (words) => letters(words) <= LONGEST_WORDS,
  `At most ${LONGEST_WORDS} characters.`,
);

export const LONGEST_NOTES = 500;

/** A note on something, on one line: the goal, what to mind. */
export const notesSchema = textSchema('A note is words.').refine(
  (words) => letters(words) <= LONGEST_NOTES,
  `A note has at most ${LONGEST_NOTES} characters.`,
);

/** Whether a name is that of a time zone in the IANA database, as this machine knows it. */
const isTimeZone = (name: string): boolean => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
};

/** The name of a time zone: `Europe/Lisbon`. */
export const timeZoneSchema = textSchema('A time zone is named like Europe/Lisbon.').refine(
  (name) => name.length <= 64 && isTimeZone(name),
  'There is no such time zone; one is named like Europe/Lisbon.',
);
