import * as z from 'zod';
import { wholeNumber } from '../../base/fields';
import { LIMBS } from './load';
import type { Rows, Struck } from './pattern';
import { VOICE_IDS, type VoiceId, voiceOf } from './voices';

const voiceSchema = z.enum(VOICE_IDS as [VoiceId, ...VoiceId[]], {
  error: 'There is no such voice.',
});

const CLEAN = 'Strokes a second are a number from 0.1 to 40.';

/** A player's own kit. */
export const layoutSchema = z.object({
  hand: z.enum(['right', 'left'], { error: 'A player is right-handed or left-handed.' }),
  /** Voices that are not there. */
  missing: z.array(voiceSchema).max(VOICE_IDS.length).default([]),
  /** Where a missing voice goes, when elsewhere than usual. */
  instead: z.partialRecord(voiceSchema, voiceSchema).default({}),
  /** Where voices stand, from the player’s far left, 0, to the far right, 7; usual where left out. */
  places: z
    .partialRecord(
      voiceSchema,
      wholeNumber(0, 7, 'A voice stands from 0, far left, to 7, far right.'),
    )
    .default({}),
  /** Pedals of the bass drum. */
  pedals: z.literal([1, 2], { error: 'A bass drum has one pedal or two.' }).default(1),
  /** Strokes a second that the player has logged as clean, by limb. */
  clean: z.partialRecord(z.enum(LIMBS), z.number().min(0.1, CLEAN).max(40, CLEAN)).default({}),
  /** Which variant of a pattern is played where there is one. */
  plays: z.enum(['full', 'easier', 'plus percussion']).default('full'),
});

export type Layout = z.infer<typeof layoutSchema>;

export const USUAL_LAYOUT: Layout = {
  hand: 'right',
  missing: ['crash2', 'china', 'splash', 'cowbell', 'tambourine', 'floorTom2'],
  instead: {},
  places: {},
  pedals: 1,
  clean: {},
  plays: 'full',
};

/**
 * Where a voice is played on a kit: there, or on what stands in for it.
 *
 * @returns nothing where no stand-in is there either
 */
export const standIn = (layout: Layout, voice: VoiceId): VoiceId | undefined => {
  let at: VoiceId | undefined = voice;
  // As many steps as there are voices: stand-ins may name one another in a ring.
  for (let step = 0; at !== undefined && step < VOICE_IDS.length; step++) {
    if (!layout.missing.includes(at)) return at;
    at = layout.instead[at] ?? voiceOf(at).instead;
  }
  return undefined;
};

/** Strokes as they fall on a player’s kit; the pattern itself stays as it is. */
export const onKit = (layout: Layout, strokes: readonly Struck[]): Struck[] => {
  const seen = new Set<string>();
  return strokes.flatMap((stroke) => {
    const voice = standIn(layout, stroke.voice);
    const place = `${voice} ${stroke.at}`;
    if (!voice || seen.has(place)) return [];
    seen.add(place);
    if (voice === stroke.voice) return [stroke];
    const { how: _, ...plain } = stroke;
    return [{ ...plain, voice }];
  });
};

/**
 * The rows that are shown of a pattern: what is on the player’s kit, and whatever else it strikes. Sticks
 * are no part of a kit.
 */
export const soundingRows = (pattern: Rows, layout: Layout, all = false): VoiceId[] =>
  VOICE_IDS.filter(
    (id) => all || pattern[id].length > 0 || !(id === 'sticks' || layout.missing.includes(id)),
  );
