import * as z from 'zod';
import { wholeNumber } from '../../base/fields';
import type { ClickKind } from './kinds';
import { SOUND_NAMES } from './sounds';

/** How far a kind of click may be turned down, in decibels. */
export const SOFTEST = -30;
/** Bars of silence or of play in a row. */
const MOST_SILENT = 64;
const SLOWEST = 400;

const clickSoundSchema = z.object(
  {
    sound: z.enum([...SOUND_NAMES, 'none'], 'There is no such click sound.'),
    /** Decibels against the click as a whole. */
    level: z.number().min(SOFTEST).max(0, `A level is ${SOFTEST} to 0 dB.`),
    /** −1 is left, 1 right. */
    pan: z.number().min(-1).max(1, 'Left is -1, right is 1.'),
  },
  { error: 'A click has a sound, a level and a side.' },
);

const silenceSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('never') }),
  /** So many bars with the click, then so many without. */
  z.object({
    kind: z.literal('bars'),
    on: wholeNumber(1, MOST_SILENT, `1 to ${MOST_SILENT} bars with the click.`),
    off: wholeNumber(1, MOST_SILENT, `1 to ${MOST_SILENT} bars without it.`),
  }),
  /** Each bar is silent with this chance; the same seed leaves out the same bars. */
  z.object({
    kind: z.literal('chance'),
    percent: wholeNumber(1, 90, 'The chance of a silent bar is 1 to 90 per cent.'),
    seed: wholeNumber(0, 999_999, 'A seed is a whole number up to 999999.'),
  }),
  /** Nothing but the first beat of each bar. */
  z.object({ kind: z.literal('downbeats') }),
]);

const polyrhythmSchema = z.object({
  notes: wholeNumber(1, 12, '1 to 12 notes across.'),
  pulses: wholeNumber(1, 12, 'Across 1 to 12 pulses.'),
});

const yesNo = z.boolean({ error: 'This is on or off.' });

const FIELDS = {
  /** Which pulses sound. */
  pulses: z.enum(
    ['every', 'downbeats', 'half', 'off', 'beats', 'double'],
    'No such choice of pulses.',
  ),
  accents: z.enum(['groups', 'bars', 'none'], 'Accents are on groups, on bars, or none.'),
  /** Parts that each pulse is divided into; 1 leaves it whole. */
  divide: wholeNumber(1, 4, 'A pulse is divided into 1 to 4.'),
  /** Pulses slower than this (a minute) are divided by themselves; 0 for never. */
  divideBelow: wholeNumber(0, SLOWEST, `A tempo from 0 (never) to ${SLOWEST}.`),
  /** Notes laid evenly across pulses from the first of the bar, as three over two; 1 over 1 is none. */
  polyrhythm: polyrhythmSchema,
  silence: silenceSchema,
  /** Whether the click goes on where the drums rest. */
  tacet: yesNo,
  /** Decibels softer for each level that a section is below 3. */
  soft: z.number().min(0).max(12, 'The click is 0 to 12 dB softer for each level.'),
  /** All beats of the count-in, or half as many until its last bar. */
  countIn: z.enum(['every', 'halves'], 'A count-in is every beat, or halves first.'),
  atCount: clickSoundSchema,
  atBar: clickSoundSchema,
  atGroup: clickSoundSchema,
  atPulse: clickSoundSchema,
  atDivision: clickSoundSchema,
  atPolyrhythm: clickSoundSchema,
  /** What is spoken. */
  sayNames: yesNo,
  sayCount: yesNo,
  sayLast: yesNo,
  sayCues: yesNo,
  /** Bars before its place at which a name is spoken. */
  ahead: wholeNumber(1, 8, 'A name is spoken 1 to 8 bars ahead.'),
  voice: z.enum(['british', 'american'], 'The voice is british or american.'),
  atSpeech: clickSoundSchema.omit({ sound: true }),
} as const;

export type ClickSettingsField = keyof typeof FIELDS;
export const CLICK_SETTINGS_FIELDS = Object.keys(FIELDS) as readonly ClickSettingsField[];

/** What holds somewhere, in full. */
export type FullClickSettings = { readonly [F in ClickSettingsField]: z.infer<(typeof FIELDS)[F]> };
/** What a band, a set, a song or a section says of its click; null is as those above it say. */
export type ClickSettings = { readonly [F in ClickSettingsField]: FullClickSettings[F] | null };

export type ClickSound = FullClickSettings['atBar'];
export type Silence = FullClickSettings['silence'];

/** Loose: what a newer version adds survives a round trip. */
export const clickSettingsSchema = z.looseObject(
  Object.fromEntries(
    CLICK_SETTINGS_FIELDS.map((field) => [
      field,
      (FIELDS[field] as z.ZodType).nullable().default(null),
    ]),
  ) as unknown as { [F in ClickSettingsField]: z.ZodType<FullClickSettings[F] | null> },
);

/** Nothing said: everything as those above it. */
export const NO_OVERRIDES: ClickSettings = Object.freeze(
  Object.fromEntries(CLICK_SETTINGS_FIELDS.map((field) => [field, null])),
) as ClickSettings;

/** The click settings of a document that may have been written before there were any. */
export const clickSettingsSingle = clickSettingsSchema.default(
  NO_OVERRIDES as z.infer<typeof clickSettingsSchema>,
);

const clickSound = (sound: ClickSound['sound'], level: number): ClickSound => ({
  sound,
  level,
  pan: 0,
});

/** What holds where nobody says anything: every pulse, told apart, nothing spoken. */
export const USUAL_DESIGN: FullClickSettings = {
  pulses: 'every',
  accents: 'groups',
  divide: 1,
  divideBelow: 0,
  polyrhythm: { notes: 1, pulses: 1 },
  silence: { kind: 'never' },
  tacet: true,
  soft: 0,
  countIn: 'every',
  atCount: clickSound('sticks', -2),
  atBar: clickSound('block', 0),
  atGroup: clickSound('block', -2),
  atPulse: clickSound('block', -4),
  atDivision: clickSound('tick', -10),
  atPolyrhythm: clickSound('cowbell', -6),
  sayNames: false,
  sayCount: false,
  sayLast: false,
  sayCues: false,
  ahead: 2,
  voice: 'british',
  atSpeech: { level: 0, pan: 0 },
};

/**
 * What holds where several have a say, from the outermost (the band) to the innermost (a section).
 *
 * @example clickSettingsFor([{ ...NO_OVERRIDES, divide: 2 }, NO_OVERRIDES]).divide // => 2
 */
export const clickSettingsFor = (from: readonly ClickSettings[]): FullClickSettings => {
  const full: Record<string, unknown> = { ...USUAL_DESIGN };
  for (const clickSettings of from) {
    for (const field of CLICK_SETTINGS_FIELDS)
      if (clickSettings[field] !== null) full[field] = clickSettings[field];
  }
  return full as FullClickSettings;
};

/** Whether click settings say nothing at all. */
export const hasNoOverrides = (clickSettings: ClickSettings): boolean =>
  CLICK_SETTINGS_FIELDS.every((field) => clickSettings[field] === null);

const CLICK_SOUNDS: Readonly<Record<ClickKind, ClickSettingsField>> = {
  count: 'atCount',
  bar: 'atBar',
  group: 'atGroup',
  pulse: 'atPulse',
  division: 'atDivision',
  polyrhythm: 'atPolyrhythm',
};

/** How a kind of click is struck in a section of some level (1 to 5). */
export const clickSoundOf = (
  clickSettings: FullClickSettings,
  kind: ClickKind,
  level: number,
): ClickSound => {
  const said = clickSettings[CLICK_SOUNDS[kind]] as ClickSound;
  const softer = clickSettings.soft * Math.max(0, 3 - level);
  return softer === 0 ? said : { ...said, level: Math.max(SOFTEST, said.level - softer) };
};
