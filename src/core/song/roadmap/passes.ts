import * as z from 'zod';
import { fail, ok, type Result } from '../../base/result';
import { listed } from '../../base/words';
import { MOST_PLAYED_BARS } from './values';

const PASS = 'A pass is a whole number: 1 for the first time, -1 for the last.';
const passSchema = z
  .number({ error: PASS })
  .int(PASS)
  .min(-MOST_PLAYED_BARS, PASS)
  .max(MOST_PLAYED_BARS, PASS)
  .refine((pass) => pass !== 0, PASS);

const listSchema = z.array(passSchema).min(1, 'Name at least one pass.').max(64);

/**
 * Which times through a section something holds. Passes are counted over the whole song, from 1; a
 * negative number counts from the end, -1 being the last time.
 */
export const passesSchema = z.union(
  [z.object({ only: listSchema }), z.object({ except: listSchema })],
  {
    error: 'Passes are written like 1, 1 3, not 1, last.',
  },
);

export type Passes = z.infer<typeof passesSchema>;

/**
 * Whether something holds on one of the passes.
 *
 * @param pass from 1
 * @param of how often the section is played
 * @example holdsOn({ except: [1] }, 2, 3) // => true: on every pass but the first
 * @example holdsOn({ only: [-1] }, 3, 3) // => true
 * @example holdsOn(null, 1, 1) // => true
 */
export const holdsOn = (passes: Passes | null, pass: number, of: number): boolean => {
  if (!passes) return true;
  const named = (list: readonly number[]) =>
    list.some((one) => (one > 0 ? one : of + 1 + one) === pass);
  return 'only' in passes ? named(passes.only) : !named(passes.except);
};

/**
 * Those of the passes named that a section played so many times does not have.
 *
 * @example missingPasses({ only: [1, 4] }, 3) // => [4]
 */
export const missingPasses = (passes: Passes | null, of: number): number[] => {
  const list = passes ? ('only' in passes ? passes.only : passes.except) : [];
  return list.filter((one) => Math.abs(one) > of);
};

/**
 * Passes in the words that are typed: `1`, `1 3`, `not 1`, `last`, `last-1`.
 * @example passesText({ except: [-1] }) // => 'not last'
 * @example passesText({ only: [1, 3] }) // => '1 3'
 */
export const passesText = (passes: Passes): string => {
  const list = 'only' in passes ? passes.only : passes.except;
  const words = list.map((one) =>
    one > 0 ? String(one) : one === -1 ? 'last' : `last-${-one - 1}`,
  );
  return `${'except' in passes ? 'not ' : ''}${words.join(' ')}`;
};

/**
 * Passes in a sentence: `the first time`, `the second and third time`, `every time but the last`.
 *
 * @example passesWords({ only: [2, 3] }) // => 'the second and third time'
 * @example passesWords({ except: [-1] }) // => 'every time but the last'
 */
export const passesWords = (passes: Passes): string => {
  const list = 'only' in passes ? passes.only : passes.except;
  const words = list.map(ordinal);
  const joined = listed(words);
  return 'only' in passes ? `the ${joined} time` : `every time but the ${joined}`;
};

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];

const ordinal = (pass: number): string => {
  if (pass === -1) return 'last';
  if (pass < 0) return `last but ${-pass - 1}`;
  return ORDINALS[pass - 1] ?? `${pass}th`;
};

const HELP = 'Type passes like 1, 1 3, not 1, or last.';

/**
 * Passes as typed; the inverse of `passesText`. Commas part as well as spaces.
 *
 * @example parsePasses('last-1').value // => { only: [-2] }
 */
export const parsePasses = (text: string): Result<Passes> => {
  const typed = text.trim().toLowerCase();
  const except = /^(not|but|except)\s+/.exec(typed);
  const words = (except ? typed.slice(except[0].length) : typed).split(/[\s,]+/).filter(Boolean);
  const list = words.map(passOf);
  if (list.length === 0 || list.includes(undefined)) return fail('invalid', 'Passes', HELP);
  const parsed = passesSchema.safeParse(except ? { except: list } : { only: list });
  return parsed.success ? ok(parsed.data) : fail('invalid', 'Passes', HELP);
};

const passOf = (word: string): number | undefined => {
  const last = /^last(?:-(\d{1,5}))?$/.exec(word);
  if (last) return -1 - Number(last[1] ?? 0);
  if (word === 'first') return 1;
  const number = /^(\d{1,5})(?:st|nd|rd|th)?$/.exec(word);
  return number && Number(number[1]) > 0 ? Number(number[1]) : undefined;
};
