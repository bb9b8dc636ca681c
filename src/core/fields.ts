import * as z from 'zod';

/** Small schemas that the records of every kind of document are made of. */

export const LONGEST_NAME = 120;
export const LONGEST_WORDS = 200;

export const wholeNumber = (from: number, to: number, sentence: string) =>
  z.number({ error: sentence }).int(sentence).min(from, sentence).max(to, sentence);

const letters = (text: string): number => [...text].length;

/** A name as typed: any script, shown as text. */
export const nameSchema = (what: string) =>
  z
    .string({ error: `${what} needs a name.` })
    .refine((name) => name.trim() !== '', `${what} needs a name.`)
    .refine(
      (name) => letters(name) <= LONGEST_NAME,
      `A name has at most ${LONGEST_NAME} characters.`,
    );

/** Free words that may be empty: what to listen for, who gives the cue. */
export const wordsSchema = z
  .string({ error: 'Words are expected here.' })
  .refine((words) => letters(words) <= LONGEST_WORDS, `At most ${LONGEST_WORDS} characters.`);
