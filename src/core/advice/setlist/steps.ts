import { listed, plural } from '../../base/words';
import { groupsOf, type Meter, meterText } from '../../music/time';
import type { Feel } from '../../song/roadmap';
import type { Gap } from '../../song/set';
import { named } from '../saying';
import { busyInBoth, type Edge, type SongFacts } from './facts';

/** What it takes to go from one song into the next. */
export type Step = {
  readonly kind: 'tempo' | 'meter' | 'feel' | 'key' | 'limb' | 'count' | 'change';
  /** How hard it is; see `COSTS`. */
  readonly cost: number;
  /** In a few words, to stand between two songs. */
  readonly words: string;
  /** Where it is so hard that it is worth a remark. */
  readonly remark?: {
    readonly sentence: string;
    /** The gap after the first of the two that would mend it. */
    readonly gap?: Gap;
  };
};

/**
 * What a step costs (common practice, no source): a tempo twice as fast or half as fast is the measure
 * of the others.
 */
export const COSTS = {
  octave: 10,
  meter: 3,
  swing: 2,
  backbeat: 1,
  /** For each step on the circle of fifths. */
  fifth: 0.5,
  /** For each limb that gets no rest between two songs. */
  limb: 4,
  /** For each slow song that is at least the third in a row. */
  slow: 6,
} as const;

/** Tempos closer than this are the same. */
const SAME = 1.02;
/** From here on a tempo is a jump that is worth a word where there is little time. */
const JUMP = 1.5;
/** So close one slips into the other. */
const NEARLY = 1.1;
/** Seconds after a loud end within which a count is lost in it (common practice, no source). */
const RINGING = 4;
const LOUD = 4;
/** Seconds in which a limb recovers, something is taken up, a tempo is forgotten (common practice). */
const RECOVERED = 30;
const TO_CHANGE = 20;
const FORGOTTEN = 15;

type Pair = {
  readonly before: SongFacts;
  readonly after: SongFacts;
  readonly straightOn: boolean;
  /** Seconds between them. */
  readonly pause: number;
};

/**
 * What it takes to go from one song into another with the gap that comes after the first.
 *
 * @example from 84 straight into 168 is a step of one octave: cost 10
 */
export const stepsBetween = (before: SongFacts, after: SongFacts): Step[] => {
  const { gap } = before;
  const straightOn = gap.kind === 'straight-on';
  const pair = { before, after, straightOn, pause: straightOn ? 0 : gap.seconds };
  return [tempo, meter, feel, key, limb, count, change].flatMap((look) => look(pair) ?? []);
};

const whole = (perMinute: number): string => String(Math.round(perMinute));
const gapOf = (seconds: number): Gap => ({ kind: 'seconds', seconds });
const quoted = ({ title }: SongFacts): string => named(title);
const withPause = (seconds: number): string =>
  seconds === 0 ? 'without a pause' : `with ${plural(seconds, 'second')} between`;

const ratioOf = (before: Edge, after: Edge): number => {
  const slower = Math.min(before.pulse, after.pulse);
  return slower > 0 ? Math.max(before.pulse, after.pulse) / slower : 1;
};

const tempo = ({ before, after, straightOn, pause }: Pair): Step | undefined => {
  const [from, to] = [before.ends.pulse, after.begins.pulse];
  const ratio = ratioOf(before.ends, after.begins);
  if (ratio < SAME) return undefined;
  const step = {
    kind: 'tempo',
    cost: COSTS.octave * Math.log2(ratio),
    words: `${whole(from)} to ${whole(to)}`,
  } as const;
  if (straightOn)
    return {
      ...step,
      remark: {
        sentence: `${quoted(after)} goes straight on at ${whole(to)} after ${whole(from)}: nobody counts the new tempo.`,
        gap: gapOf(10),
      },
    };
  if (ratio < JUMP || pause >= FORGOTTEN) return step;
  return {
    ...step,
    remark: {
      sentence: `${quoted(before)} ends at ${whole(from)}, ${quoted(after)} begins at ${whole(to)}, ${withPause(pause)}: the old tempo is still in the body.`,
      gap: gapOf(FORGOTTEN),
    },
  };
};

/** Compound, uneven or simple, and how many beats: what one has to count. */
const kindOf = (meter: Meter): string =>
  `${meter.numerator}/${meter.denominator} ${groupsOf(meter).join('+')}`;

const meter = ({ before, after, straightOn }: Pair): Step | undefined => {
  const [from, to] = [before.ends.meter, after.begins.meter];
  if (kindOf(from) === kindOf(to)) return undefined;
  return {
    kind: 'meter',
    cost: COSTS.meter,
    words: `${meterText(from)} to ${meterText(to)}`,
    ...(straightOn && {
      remark: {
        sentence: `${quoted(after)} goes straight on in ${meterText(to)} after ${meterText(from)}: nobody counts it in.`,
        gap: gapOf(10),
      },
    }),
  };
};

const isSwung = ({ swing }: Feel): boolean => swing !== null && swing.ratio > 1;
const subdivision = (feel: Feel): string =>
  feel.swing && isSwung(feel) ? `swung ${feel.swing.of}` : 'straight';
const backbeat = (feel: Feel): string => (feel.backbeat === 'normal' ? '' : feel.backbeat);
const feelWords = (feel: Feel): string =>
  [subdivision(feel), backbeat(feel)].filter(Boolean).join(', ');

const feel = ({ before, after, straightOn }: Pair): Step | undefined => {
  const [from, to] = [before.ends.feel, after.begins.feel];
  const swings = subdivision(from) !== subdivision(to);
  const moves = from.backbeat !== to.backbeat;
  if (!swings && !moves) return undefined;
  const step = {
    kind: 'feel',
    cost: (swings ? COSTS.swing : 0) + (moves ? COSTS.backbeat : 0),
    words: `${feelWords(from)} to ${feelWords(to)}`,
  } as const;
  const slips = isSwung(from) !== isSwung(to) && ratioOf(before.ends, after.begins) < NEARLY;
  if (!slips && !(straightOn && swings)) return step;
  const ending = `${quoted(before)} ends ${subdivision(from)}, ${quoted(after)} begins ${subdivision(to)}`;
  return {
    ...step,
    remark: {
      sentence: slips
        ? `${ending}, at nearly the same tempo: the one slips into the other.`
        : `${ending}, straight on.`,
    },
  };
};

const FIFTHS = 'FCGDAEB';

/** Where a key stands on the circle of fifths, sharps upwards; a minor key where its relative major is. */
const onCircle = (text: string): number | undefined => {
  const read = /^([A-G])\s*(#|♯|b|♭|sharp|flat)?\s*(m|min|minor)?(?![a-z])/i.exec(text);
  const letter = read?.[1]?.toUpperCase();
  if (!letter) return undefined;
  const sign = read?.[2]?.toLowerCase() ?? '';
  const shift = ['#', '♯', 'sharp'].includes(sign) ? 7 : sign === '' ? 0 : -7;
  return FIFTHS.indexOf(letter) + shift + (read?.[3] ? -3 : 0);
};

/**
 * Steps on the circle of fifths between two keys, 0 to 6; nothing where one is not known.
 *
 * @example fifthsBetween('C', 'G') // => 1
 * @example fifthsBetween('A minor', 'C') // => 0
 * @example fifthsBetween('B flat', 'E') // => 6
 */
export const fifthsBetween = (a: string, b: string): number | undefined => {
  const [from, to] = [onCircle(a), onCircle(b)];
  if (from === undefined || to === undefined) return undefined;
  const around = (((to - from) % 12) + 12) % 12;
  return Math.min(around, 12 - around);
};

const key = ({ before, after, straightOn }: Pair): Step | undefined => {
  const steps = fifthsBetween(before.key, after.key);
  if (!steps) return undefined;
  return {
    kind: 'key',
    cost: COSTS.fifth * steps,
    words: `${before.key} to ${after.key}`,
    ...(straightOn && {
      remark: {
        sentence: `${quoted(after)} goes straight on in ${after.key} after ${before.key}.`,
      },
    }),
  };
};

const limb = ({ before, after, pause }: Pair): Step | undefined => {
  const limbs = pause < RECOVERED ? busyInBoth(before, after) : [];
  if (limbs.length === 0) return undefined;
  const figures = (song: SongFacts) =>
    limbs.map((one) => whole(song.busy.get(one) ?? 0)).join(' and ');
  return {
    kind: 'limb',
    cost: COSTS.limb * limbs.length,
    words: `${listed(limbs)} busy in both`,
    remark: {
      sentence: `The ${listed(limbs)} ${limbs.length === 1 ? 'has' : 'have'} ${figures(before)} strokes a minute in ${quoted(before)} and ${figures(after)} in ${quoted(after)}, ${withPause(pause)}.`,
      gap: gapOf(RECOVERED),
    },
  };
};

const count = ({ before, after, straightOn, pause }: Pair): Step | undefined =>
  !straightOn && after.counted && before.ends.level >= LOUD && pause < RINGING
    ? {
        kind: 'count',
        cost: 0,
        words: 'the count may be lost',
        remark: {
          sentence: `${quoted(before)} ends loud, and the count of ${quoted(after)} begins ${pause === 0 ? 'at once' : `after ${plural(pause, 'second')}`}: it may not be heard.`,
          gap: gapOf(8),
        },
      }
    : undefined;

/** What the hands have to take up, or the snares, where nobody has written a word of it. */
const inHand = ({ before, after }: Pair): string | undefined => {
  const [from, to] = [before.ends, after.begins];
  if (from.sticks !== to.sticks) return to.sticks;
  return from.snares === to.snares ? undefined : `snares ${to.snares}`;
};

const change = (pair: Pair): Step | undefined => {
  const { before, after, pause } = pair;
  const words = after.change ?? inHand(pair);
  return words !== undefined && pause < TO_CHANGE
    ? {
        kind: 'change',
        cost: 0,
        words,
        remark: {
          sentence: `Before ${quoted(after)}: “${words}”. ${pause === 0 ? `${quoted(before)} leaves no time for it.` : `There ${pause === 1 ? 'is' : 'are'} ${plural(pause, 'second')} for it.`}`,
          gap: gapOf(TO_CHANGE),
        },
      }
    : undefined;
};
