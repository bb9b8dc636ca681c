import * as z from 'zod';
import { noteValueSchema, perMinuteSchema } from '../../music/time';

export const RAMP_SHAPES = [
  'even-per-beat',
  'even-per-second',
  'steps-per-bar',
  'steps-per-beat',
] as const;

/**
 * What a section does to the tempo. A held tempo sets it for this section and those after it. A ramp
 * leads, over the whole section with all its times, from `from` (the tempo so far where it is
 * null) to `to`, which then stays.
 */
export const tempoChangeSchema = z.discriminatedUnion(
  'kind',
  [
    z.object({ kind: z.literal('held'), perMinute: perMinuteSchema, unit: noteValueSchema }),
    z.object({
      kind: z.literal('ramp'),
      shape: z.enum(RAMP_SHAPES, {
        error: 'A ramp goes evenly per beat, evenly per second, or in steps per bar or per beat.',
      }),
      from: perMinuteSchema.nullable(),
      to: perMinuteSchema,
      unit: noteValueSchema,
    }),
  ],
  { error: 'A tempo is held or ramps to another.' },
);

export type TempoChange = z.infer<typeof tempoChangeSchema>;
export type RampShape = (typeof RAMP_SHAPES)[number];
