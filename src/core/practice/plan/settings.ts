import * as z from 'zod';

const MINUTES = 'A day has 0 to 600 minutes for practice.';
const minutesSchema = z.number({ error: MINUTES }).int(MINUTES).min(0, MINUTES).max(600, MINUTES);
/** More days ahead nobody plans. */
const MOST_DAYS = 400;

/** What somebody says of the days before a gig or rehearsal. */
export const planSettingsSchema = z.object({
  /** Minutes of a day of which nothing else is said. */
  usual: minutesSchema.default(40),
  /** Days that are otherwise, by their number. */
  days: z
    .record(
      z.string().regex(/^\d{1,6}$/, 'A day is a number.'),
      z.object({ minutes: minutesSchema, hasKit: z.boolean() }),
    )
    .refine((days) => Object.keys(days).length <= MOST_DAYS, `At most ${MOST_DAYS} days.`)
    .default({}),
  /** Whether the band’s leaders are told how far each song is. */
  shares: z.boolean().default(false),
});

export type PlanSettings = z.infer<typeof planSettingsSchema>;

export const USUAL_PLAN: PlanSettings = planSettingsSchema.parse({});

/** How far somebody is with songs, by arrangement: all that a leader is told. */
export const readinessSchema = z.record(z.uuid(), z.enum(['ready', 'nearly', 'not yet']));
