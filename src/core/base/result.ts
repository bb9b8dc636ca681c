/**
 * How the core says that something cannot be done: as a value, never as an exception.
 * A problem carries a code for the machine, a place and one sentence for the person.
 */

export const PROBLEM_CODES = [
  'invalid', // a value that the model does not allow
  'gone', // names something that is no longer there
  'taken', // an id that is already in use
  'ahead', // an edit made on a revision that was never saved here
  'too-large',
  'forbidden',
  'not-found',
  'signed-out',
  'unconfirmed', // a dangerous step: who signed in has to show again that it is them
  'too-many',
  'unavailable',
] as const;

export type ProblemCode = (typeof PROBLEM_CODES)[number];

export type Problem = {
  readonly code: ProblemCode;
  /** Where it is, in the reader's words: `Section “Verse”, bars`. */
  readonly place: string;
  /** One sentence that says what is wrong and how to mend it. */
  readonly message: string;
};

export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problem: Problem };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const fail = (code: ProblemCode, place: string, message: string): Result<never> => ({
  ok: false,
  problem: { code, place, message },
});

/**
 * A problem as one line: `Section “Verse”, bars: Bars are a whole number from 1 to 2000.`
 *
 * @example sentence({ code: 'invalid', place: 'Bars', message: 'Bars are 1 to 999.' }) // => 'Bars: Bars are 1 to 999.'
 */
export const sentence = ({ place, message }: Problem): string =>
  place ? `${place}: ${message}` : message;
