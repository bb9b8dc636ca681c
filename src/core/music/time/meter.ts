import * as z from 'zod';
import { TICKS_PER_WHOLE, type Ticks, ticks } from './ticks';

export const DENOMINATORS = [1, 2, 4, 8, 16, 32] as const;
export const MOST_BEATS = 32;

const NUMERATOR = `A bar has a whole number of beats from 1 to ${MOST_BEATS}.`;
const DENOMINATOR = 'The lower number of a meter is 1, 2, 4, 8, 16 or 32.';

/** A meter; `grouping` is left out where the usual one is meant. */
export const meterSchema = z
  .object({
    numerator: z
      .number({ error: NUMERATOR })
      .int(NUMERATOR)
      .min(1, NUMERATOR)
      .max(MOST_BEATS, NUMERATOR),
    denominator: z.literal(DENOMINATORS, { error: DENOMINATOR }),
    grouping: z
      .array(z.number().int().min(1).max(MOST_BEATS), {
        error: 'A grouping is written like 2+2+3.',
      })
      .min(1)
      .max(MOST_BEATS)
      .optional(),
  })
  .refine(
    ({ numerator, grouping }) =>
      grouping === undefined || grouping.reduce((sum, group) => sum + group, 0) === numerator,
    {
      error: 'The groups must add up to the beats of the bar, as 2+2+3 does to 7.',
      path: ['grouping'],
    },
  );

export type Meter = z.infer<typeof meterSchema>;

/**
 * The length of one beat: the meter's denominator.
 *
 * @example beatTicks({ denominator: 8 }) // => 10080
 */
export const beatTicks = ({ denominator }: Pick<Meter, 'denominator'>): Ticks =>
  ticks(TICKS_PER_WHOLE / denominator);

/**
 * The note value in which a tempo is felt: dotted in compound time, else a quarter. Common practice, no
 * source.
 *
 * @example pulseUnit({ numerator: 6, denominator: 8 }) // => 'dotted-quarter'
 * @example pulseUnit({ numerator: 7, denominator: 8 }) // => 'quarter'
 */
export const pulseUnit = ({
  numerator,
  denominator,
}: Pick<Meter, 'numerator' | 'denominator'>): 'quarter' | 'dotted-quarter' =>
  denominator >= 8 && numerator % 3 === 0 && numerator > 3 ? 'dotted-quarter' : 'quarter';

/**
 * The length of a bar.
 *
 * @example barTicks({ numerator: 7, denominator: 8 }) // => 70560
 */
export const barTicks = (meter: Meter): Ticks => ticks(meter.numerator * beatTicks(meter));

/**
 * The groups that the beats of a bar fall into: as given; else threes in compound time (6/8, 9/8,
 * 12/8), twos with a three at the end in other eighths and shorter, and one group in 4/4, 3/4, 2/2.
 * The defaults are common practice; no source.
 *
 * @example groupsOf({ numerator: 7, denominator: 8 }) // => [2, 2, 3]
 * @example groupsOf({ numerator: 12, denominator: 8 }) // => [3, 3, 3, 3]
 * @example groupsOf({ numerator: 5, denominator: 4 }) // => [5]
 * @example groupsOf({ numerator: 7, denominator: 8, grouping: [3, 2, 2] }) // => [3, 2, 2]
 */
export const groupsOf = ({ numerator, denominator, grouping }: Meter): readonly number[] => {
  if (grouping) return grouping;
  if (denominator < 8) return [numerator];
  if (numerator % 3 === 0) return Array<number>(numerator / 3).fill(3);
  if (numerator === 1) return [1];
  const twos = Array<number>(Math.floor(numerator / 2)).fill(2);
  if (numerator % 2 === 1) twos[twos.length - 1] = 3;
  return twos;
};

/** One tap of the foot: where it falls in the bar, and whether a group of beats starts there. */
export type Pulse = { readonly offset: Ticks; readonly accent: 'bar' | 'group' | 'none' };

/**
 * The pulses of a bar. Meters in quarters and longer pulse on every beat; meters in eighths and
 * shorter pulse on their groups, so that 6/8 has two pulses, 5/4 five and 7/8 (2+2+3) three.
 * @example pulsesOf({ numerator: 6, denominator: 8 }).map(({ offset }) => offset) // => [0, 30240]
 */
export const pulsesOf = (meter: Meter): readonly Pulse[] => {
  const beat = beatTicks(meter);
  const starts = groupStarts(meter);
  const onGroups = meter.denominator >= 8;
  const beats = onGroups ? starts : Array.from({ length: meter.numerator }, (_, index) => index);
  return beats.map((at) => ({
    offset: ticks(at * beat),
    accent: at === 0 ? 'bar' : !onGroups && starts.includes(at) ? 'group' : 'none',
  }));
};

/**
 * The beat of the bar that follows a count of some beats begun on beat 1.
 *
 * @example beatAfterCount({ numerator: 4, denominator: 4 }, 6) // => 3
 * @example beatAfterCount({ numerator: 3, denominator: 4 }, 3) // => 1
 */
export const beatAfterCount = ({ numerator }: Meter, beats: number): number =>
  (beats % numerator) + 1;

/**
 * A meter in writing: `4/4`, `7/8 2+2+3`; the grouping only where it was given.
 *
 * @example meterText({ numerator: 7, denominator: 8, grouping: [2, 2, 3] }) // => '7/8 2+2+3'
 */
export const meterText = ({ numerator, denominator, grouping }: Meter): string =>
  `${numerator}/${denominator}${grouping ? ` ${grouping.join('+')}` : ''}`;

const groupStarts = (meter: Meter): number[] => {
  let at = 0;
  return groupsOf(meter).map((group) => {
    at += group;
    return at - group;
  });
};
