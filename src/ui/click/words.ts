import {
  type ClickKind,
  type ClickSound,
  type FullClickSettings,
  SOUND_NAMES,
  TIMBRES,
} from '@/core/music/click';

/** What a drummer calls the fields of a click design, and what can be chosen in them. */

export const LABELS: Readonly<Record<Exclude<keyof FullClickSettings, 'atSpeech'>, string>> = {
  pulses: 'Click on',
  accents: 'Accents',
  divide: 'Divide each pulse',
  divideBelow: 'Divide by itself',
  polyrhythm: 'Polyrhythm',
  silence: 'Bars left out',
  tacet: 'Where the drums rest',
  soft: 'In soft sections',
  countIn: 'Count-in',
  sayNames: 'Names of sections',
  sayCount: 'Count in',
  sayLast: 'Bars and times left',
  sayCues: 'Cues',
  ahead: 'Names come',
  voice: 'Voice',
  atCount: 'Counting in',
  atBar: 'First beat',
  atGroup: 'Group of beats',
  atPulse: 'Other pulses',
  atDivision: 'Between pulses',
  atPolyrhythm: 'Polyrhythm',
};

/** The kinds of click, in the order they are met. */
export const KINDS = [
  ['atCount', LABELS.atCount, 'count'],
  ['atBar', LABELS.atBar, 'bar'],
  ['atGroup', LABELS.atGroup, 'group'],
  ['atPulse', LABELS.atPulse, 'pulse'],
  ['atDivision', LABELS.atDivision, 'division'],
  ['atPolyrhythm', LABELS.atPolyrhythm, 'polyrhythm'],
] as const satisfies readonly (readonly [keyof FullClickSettings, string, ClickKind])[];

type Choices<F extends keyof FullClickSettings> = readonly (readonly [
  FullClickSettings[F],
  string,
])[];

const yesNo = (yes: string, no: string): readonly (readonly [boolean, string])[] => [
  [true, yes],
  [false, no],
];

export const CHOICES = {
  pulses: [
    ['every', 'every pulse'],
    ['beats', 'every beat of the meter'],
    ['half', 'one and three'],
    ['off', 'two and four'],
    ['downbeats', 'the first beat'],
    ['double', 'twice as fast'],
  ] satisfies Choices<'pulses'>,
  accents: [
    ['groups', 'bars and groups'],
    ['bars', 'bars'],
    ['none', 'none'],
  ] satisfies Choices<'accents'>,
  divide: [
    [1, 'not divided'],
    [2, 'in two'],
    [3, 'in three'],
    [4, 'in four'],
  ] satisfies Choices<'divide'>,
  divideBelow: [
    [0, 'never'],
    ...[50, 60, 70, 80, 90, 100].map((tempo) => [tempo, `slower than ${tempo}`] as const),
  ] satisfies Choices<'divideBelow'>,
  tacet: yesNo('click goes on', 'click rests too'),
  soft: [
    [0, 'as loud as ever'],
    [2, '2 dB softer a level'],
    [4, '4 dB softer a level'],
    [6, '6 dB softer a level'],
  ] satisfies Choices<'soft'>,
  countIn: [
    ['every', 'every pulse'],
    ['halves', 'every other, then every'],
  ] satisfies Choices<'countIn'>,
  sayNames: yesNo('spoken', 'not spoken'),
  sayCount: yesNo('spoken numbers', 'no numbers'),
  sayLast: yesNo('spoken', 'not spoken'),
  sayCues: yesNo('spoken', 'not spoken'),
  ahead: [
    [1, '1 bar ahead'],
    [2, '2 bars ahead'],
    [4, '4 bars ahead'],
  ] satisfies Choices<'ahead'>,
  voice: [
    ['british', 'British'],
    ['american', 'American'],
  ] satisfies Choices<'voice'>,
} as const;

export const SOUNDS: readonly (readonly [ClickSound['sound'], string])[] = [
  ...SOUND_NAMES.map((name) => [name, TIMBRES[name].words] as const),
  ['none', 'silent'],
];

export const LEVELS: readonly (readonly [number, string])[] = [
  0, -2, -4, -6, -8, -10, -14, -18, -24,
].map((level) => [level, level === 0 ? '0 dB' : `−${-level} dB`] as const);

export const SIDES: readonly (readonly [number, string])[] = [
  [-1, 'left'],
  [-0.5, 'half left'],
  [0, 'middle'],
  [0.5, 'half right'],
  [1, 'right'],
];
