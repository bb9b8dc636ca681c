import * as z from 'zod';
import { idSchema, orderSchema } from '../../base/document';
import { nameSchema, wholeNumber, wordsSchema } from '../../base/fields';
import {
  barTicks,
  beatTicks,
  type Meter,
  meterSchema,
  type Ticks,
  tempoSchema,
  ticks,
} from '../time';
import { articulationOf, VOICE_IDS, VOICES, type VoiceId } from './voices';

export const MOST_PATTERN_BARS = 8;
/** Strokes of one voice: eight bars of sixty-fourths in 4/4. */
const MOST_STROKES = 512;
/** A thirty-two beat bar of whole notes, eight times over. */
const LATEST = MOST_PATTERN_BARS * 32 * 80_640;

const AT = 'A stroke lies on a whole number of ticks from the beginning of its pattern.';

/** Ornaments of a stroke. */
export const ORNAMENTS = ['flam', 'drag', 'ruff', 'buzz', 'roll'] as const;
export const FORCES = ['ghost', 'accent'] as const;
/** Right, left or both; of a foot as of a hand. */
export const HANDS = ['R', 'L', 'B'] as const;

const strokeSchema = z.object({
  at: z.number({ error: AT }).int(AT).min(0, AT).max(LATEST, AT),
  /** One of the voice's articulations; its usual one where left out. */
  how: z.string().max(20).optional(),
  force: z.enum(FORCES, { error: 'A stroke is a ghost note, an accent, or neither.' }).optional(),
  ornament: z
    .enum(ORNAMENTS, { error: `An ornament is one of ${ORNAMENTS.join(', ')}.` })
    .optional(),
  /** Given by hand; worked out where left out. */
  hand: z.enum(HANDS, { error: 'A hand is R, L or B for both.' }).optional(),
  /** Struck with the shoulder of the stick rather than its tip. */
  shoulder: z.literal(true).optional(),
  /** Cut off at once, or left to ring where it would be cut. */
  after: z.enum(['choke', 'ring']).optional(),
});

const strokesSchema = z
  .array(strokeSchema)
  .max(MOST_STROKES, `One voice has at most ${MOST_STROKES} strokes in a pattern.`)
  .refine(
    (strokes) => strokes.every(({ at }, index) => index === 0 || at > strokes[index - 1]!.at),
    'Strokes stand in order, one at a time.',
  )
  .default([]);

export const VARIANTS = ['full', 'easier', 'plus percussion'] as const;
export const SCHOOLS = ['alternating', 'natural', 'leading'] as const;

const patternShape = {
  id: idSchema,
  order: orderSchema,
  kind: z.enum(['groove', 'fill'], { error: 'A pattern is a groove or a fill.' }),
  name: nameSchema('A pattern'),
  meter: meterSchema,
  /** Its length in beats of the meter. A fill of less than a bar ends with its bar. */
  beats: wholeNumber(1, MOST_PATTERN_BARS * 32, 'A pattern is one beat to eight bars long.'),
  /** Into how many equal parts each pulse is divided for writing; the last goes on. */
  grid: z
    .array(wholeNumber(1, 16, 'A pulse is divided into 1 to 16 equal parts.'))
    .max(MOST_PATTERN_BARS * 32)
    .default([4]),
  /** The pattern it is another way to play of; null where it stands for itself. */
  of: idSchema.nullable().default(null),
  variant: z.enum(VARIANTS, { error: `A variant is ${VARIANTS.join(', ')}.` }).default('full'),
  /** How strokes without a hand are shared out. */
  sticking: z.enum(SCHOOLS, { error: `Sticking is ${SCHOOLS.join(', ')}.` }).default('natural'),
  /** Louder or softer on the way, from one place to another. */
  swells: z
    .array(
      z.object({
        from: z.number().int().min(0).max(LATEST),
        to: z.number().int().min(1).max(LATEST),
        grows: z.boolean(),
      }),
    )
    .max(32)
    .default([]),
  /** The tempo that it was learnt at; null where nobody has said. */
  learntAt: tempoSchema.nullable().default(null),
  /** What to mind: why this sticking, what usually goes wrong. */
  words: wordsSchema.default(''),
};

const rows = Object.fromEntries(VOICE_IDS.map((id) => [id, strokesSchema])) as Record<
  VoiceId,
  typeof strokesSchema
>;

/**
 * A groove or a fill: what each voice of the kit plays, a row of strokes for each. Two people who
 * write at once on different rows both keep what they wrote.
 */
export const patternSchema = z
  .looseObject({ ...patternShape, ...rows })
  .refine(({ beats, meter }) => beats <= MOST_PATTERN_BARS * meter.numerator, {
    error: `A pattern has at most ${MOST_PATTERN_BARS} bars.`,
    path: ['beats'],
  })
  .superRefine((pattern, context) => {
    for (const { id, articulations } of VOICES) {
      const strange = pattern[id].find(
        ({ how }) => how !== undefined && !articulations.some((one) => one.id === how),
      );
      if (strange)
        context.addIssue({
          code: 'custom',
          path: [id],
          message: `It is struck ${articulations.map(({ name }) => name).join(', ')}.`,
        });
    }
  });

export type Stroke = z.infer<typeof strokeSchema>;
export type Rows = Readonly<Record<VoiceId, readonly Stroke[]>>;
export type Pattern = Omit<z.infer<z.ZodObject<typeof patternShape>>, 'grid' | 'swells'> & {
  readonly grid: readonly number[];
  readonly swells: readonly Swell[];
} & Rows;
export type Swell = { readonly from: number; readonly to: number; readonly grows: boolean };
export type Variant = (typeof VARIANTS)[number];
export type School = (typeof SCHOOLS)[number];
export type Ornament = (typeof ORNAMENTS)[number];
export type Hand = (typeof HANDS)[number];

/** What plays together, and when. */
export type Struck = Stroke & { readonly voice: VoiceId };

const NO_ROWS = Object.freeze(
  Object.fromEntries(VOICE_IDS.map((id) => [id, Object.freeze([])])),
) as unknown as Rows;

/** How long a pattern lasts. */
export const patternTicks = ({ beats, meter }: Pick<Pattern, 'beats' | 'meter'>): Ticks =>
  ticks(beats * beatTicks(meter));

/** Where a pattern begins in its first bar: a fill of less than whole bars ends with a bar line. */
export const leadIn = ({ beats, meter }: Pick<Pattern, 'beats' | 'meter'>): Ticks =>
  ticks(((meter.numerator - (beats % meter.numerator)) % meter.numerator) * beatTicks(meter));

/** The bars that a pattern reaches into. */
export const patternBars = ({ beats, meter }: Pick<Pattern, 'beats' | 'meter'>): number =>
  Math.ceil(beats / meter.numerator);

/** Patterns never change, so that their strokes have to be put in order once only. */
const ordered = new WeakMap<Rows, readonly Struck[]>();

/** Every stroke in order of time, and at one time from the top voice to the bottom one. */
export const strokesOf = (rows: Rows): readonly Struck[] => {
  const known = ordered.get(rows);
  if (known) return known;
  const strokes = VOICE_IDS.flatMap((voice) =>
    rows[voice].map((stroke): Struck => ({ ...stroke, voice })),
  ).sort((a, b) => a.at - b.at);
  ordered.set(rows, Object.freeze(strokes));
  return strokes;
};

/** What is struck at each place. @param strokes in order of time */
export const byPlace = <T extends { readonly at: number }>(
  strokes: readonly T[],
): ReadonlyMap<number, readonly T[]> => {
  const places = new Map<number, T[]>();
  for (const stroke of strokes) {
    const here = places.get(stroke.at);
    if (here) here.push(stroke);
    else places.set(stroke.at, [stroke]);
  }
  return places;
};

/** Strokes as rows again; of two in one place the later wins. */
export const rowsOf = (strokes: readonly Struck[]): Rows => {
  const rows: Record<string, Map<number, Stroke>> = {};
  for (const { voice, ...stroke } of strokes) {
    rows[voice] ??= new Map();
    rows[voice].set(stroke.at, plain(voice, stroke));
  }
  return Object.fromEntries(
    VOICE_IDS.map((id) => [id, [...(rows[id]?.values() ?? [])].sort((a, b) => a.at - b.at)]),
  ) as unknown as Rows;
};

/** A stroke without what goes without saying. */
const plain = (voice: VoiceId, stroke: Stroke): Stroke => {
  const usual = articulationOf(voice, undefined).id;
  return Object.fromEntries(
    Object.entries(stroke).filter(
      ([key, value]) => value !== undefined && !(key === 'how' && value === usual),
    ),
  ) as Stroke;
};

/** A blank pattern of one bar. */
export const newPattern = (
  id: string,
  meter: Meter,
  like: Partial<Pattern> = {},
): Omit<Pattern, 'order'> => ({
  kind: 'groove',
  name: 'Groove',
  meter,
  beats: meter.numerator,
  grid: [4],
  of: null,
  variant: 'full',
  sticking: 'natural',
  swells: [],
  learntAt: null,
  words: '',
  ...NO_ROWS,
  ...like,
  id,
});

/** The pattern that another is a variant of, or itself; then its variants, in order. */
export const variantsOf = (
  patterns: Readonly<Record<string, Pattern>>,
  id: string,
): readonly Pattern[] => {
  const main = patterns[patterns[id]?.of ?? id] ?? patterns[id];
  if (!main) return [];
  const others = Object.values(patterns).filter(({ of }) => of === main.id);
  return [main, ...others.sort((a, b) => (a.order < b.order ? -1 : 1))];
};

/** The strokes of a bar, with their places counted from its bar line. */
export const strokesInBar = (pattern: Pattern, bar: number): Struck[] => {
  const from = bar * barTicks(pattern.meter) - leadIn(pattern);
  const to = from + barTicks(pattern.meter);
  return strokesOf(pattern)
    .filter(({ at }) => at >= from && at < to)
    .map((stroke) => ({ ...stroke, at: stroke.at - from }));
};
