import * as z from 'zod';
import { fail, ok, type Result } from '../../base/result';
import { barsSchema, wholeNumber } from './values';

export const MOST_EVERY = 32;

/** Comes again every so many bars, as long as the section lasts or up to one of its bars. */
export const everySchema = z
  .object({
    bars: wholeNumber(1, MOST_EVERY, `It comes again every 1 to ${MOST_EVERY} bars.`),
    /** The last bar that it may begin in; null for the end of the section. */
    toBar: barsSchema.nullable().default(null),
  })
  .nullable()
  .default(null);

export type Every = z.infer<typeof everySchema>;

/**
 * How often something comes again, as it is typed and shown; nothing where it does not.
 *
 * @example everyText({ bars: 1, toBar: 4 }) // => 'every bar to bar 4'
 * @example everyText({ bars: 2, toBar: null }) // => 'every 2 bars'
 * @example everyText(null) // => ''
 */
export const everyText = (every: Every): string =>
  every
    ? `every ${every.bars === 1 ? 'bar' : `${every.bars} bars`}${every.toBar === null ? '' : ` to bar ${every.toBar}`}`
    : '';

const EVERY = /^(?:every )?(?:(\d{1,3}|second) )?bars?(?: to(?: bar)? (\d{1,5}))?$/i;

/**
 * The inverse of `everyText`; an empty text is once.
 *
 * @example parseEvery('every second bar') // => { ok: true, value: { bars: 2, toBar: null } }
 */
export const parseEvery = (text: string): Result<Every> => {
  if (text.trim() === '') return ok(null);
  const match = EVERY.exec(text.trim().replace(/\s+/g, ' '));
  if (!match) return fail('invalid', '', 'Type every bar, every 2 bars, or every bar to bar 4.');
  const [, bars = '1', toBar] = match;
  const parsed = everySchema.safeParse({
    bars: bars.toLowerCase() === 'second' ? 2 : Number(bars),
    toBar: toBar === undefined ? null : Number(toBar),
  });
  return parsed.success ? ok(parsed.data) : fail('invalid', '', parsed.error.issues[0]!.message);
};
