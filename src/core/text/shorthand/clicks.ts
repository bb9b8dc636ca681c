import { fail, ok, type Result } from '../../base/result';
import {
  CLICK_SETTINGS_FIELDS,
  type ClickSettings,
  type ClickSettingsField,
  type ClickSound,
  clickSettingsSchema,
  type FullClickSettings,
  NO_OVERRIDES,
  type Silence,
} from '../../music/click';
import { cut, type Piece, trimmed } from './text';

/**
 * Click settings as text: `click pulses half, divide 2, 3 over 2, silence 6 on 2 off, at bar block -2 dB
 * left 0.5, say names on, ahead 2`. Only what is said there stands there.
 */
export const clickText = (settings: ClickSettings): string | undefined => {
  const items = CLICK_SETTINGS_FIELDS.flatMap((field) => {
    const value = settings[field];
    return value === null || value === undefined ? [] : [itemText(field, value)];
  });
  return items.length > 0 ? `click ${items.join(', ')}` : undefined;
};

const itemText = <F extends ClickSettingsField>(field: F, value: FullClickSettings[F]): string => {
  const { words, print } = ITEMS[field];
  return [words, print(value as never)].filter(Boolean).join(' ');
};

/** Reads what stands behind `click`; a problem at its item. */
export const readClick = (piece: Piece): Result<ClickSettings> & { at?: Piece } => {
  const said: Record<string, unknown> = {};
  for (const item of cut(piece, ',').map(trimmed)) {
    const read = readItem(item.text);
    if (!read) return { ...fail('invalid', '', HELP), at: item };
    if (read.field in said) return { ...fail('invalid', '', 'This is said twice.'), at: item };
    const parsed = clickSettingsSchema.safeParse({ [read.field]: read.value });
    if (!parsed.success)
      return { ...fail('invalid', '', parsed.error.issues[0]!.message), at: item };
    said[read.field] = read.value;
  }
  return ok({ ...NO_OVERRIDES, ...said });
};

const readItem = (text: string): { field: ClickSettingsField; value: unknown } | undefined => {
  for (const field of BY_WORDS) {
    const { words, read } = ITEMS[field];
    if (words && !text.toLowerCase().startsWith(`${words} `)) continue;
    const value = read(text.slice(words ? words.length + 1 : 0).trim());
    if (value !== undefined) return { field, value };
  }
  return undefined;
};

type Item<T> = {
  /** What it begins with; nothing where its own words tell. */
  readonly words: string;
  readonly print: (value: T) => string;
  /** Nothing where the words are none of its own. */
  readonly read: (text: string) => T | undefined;
};

const word = <T extends string>(words: string): Item<T> => ({
  words,
  print: (value) => value,
  read: (text) => text.toLowerCase() as T,
});

const count = (words: string, unit = ''): Item<number> => ({
  words,
  print: (value) => `${value}${unit && ` ${unit}`}`,
  read: (text) => numberIn(unit ? text.replace(new RegExp(`\\s*${unit}$`, 'i'), '') : text),
});

const onOff = (words: string): Item<boolean> => ({
  words,
  print: (value) => (value ? 'on' : 'off'),
  read: (text) => (text === 'on' ? true : text === 'off' ? false : undefined),
});

const numberIn = (text: string): number | undefined =>
  /^-?\d+(?:\.\d+)?(?:e-?\d+)?$/i.test(text) ? Number(text) : undefined;

const side = (pan: number): string =>
  pan === 0 ? '' : pan < 0 ? ` left ${-pan}` : ` right ${pan}`;

const LOUD = /^(-?[\d.]+(?:e-?\d+)?) dB(?: (left|right) ([\d.]+(?:e-?\d+)?))?$/i;

const readLoud = (text: string) => {
  const [, level, way, pan] = LOUD.exec(text) ?? [];
  if (level === undefined) return undefined;
  return { level: Number(level), pan: Number(pan ?? 0) * (way?.toLowerCase() === 'left' ? -1 : 1) };
};

const sound = (words: string): Item<ClickSound> => ({
  words: `at ${words}`,
  print: (value) => `${value.sound} ${value.level} dB${side(value.pan)}`,
  read: (text) => {
    const [name = '', ...rest] = text.split(/\s+/);
    const loud = readLoud(rest.join(' '));
    return loud && { sound: name.toLowerCase() as ClickSound['sound'], ...loud };
  },
});

const silence: Item<Silence> = {
  words: 'silence',
  print: (value) => {
    switch (value.kind) {
      case 'bars':
        return `${value.on} on ${value.off} off`;
      case 'chance':
        return `${value.percent}% seed ${value.seed}`;
      default:
        return value.kind;
    }
  },
  read: (text) => {
    const bars = /^(\d+) on (\d+) off$/i.exec(text);
    if (bars) return { kind: 'bars', on: Number(bars[1]), off: Number(bars[2]) };
    const chance = /^(\d+) ?%(?: seed (\d+))?$/i.exec(text);
    if (chance) return { kind: 'chance', percent: Number(chance[1]), seed: Number(chance[2] ?? 0) };
    return text === 'never' || text === 'downbeats' ? { kind: text } : undefined;
  },
};

const ITEMS: { readonly [F in ClickSettingsField]: Item<FullClickSettings[F]> } = {
  pulses: word('pulses'),
  accents: word('accents'),
  divide: count('divide'),
  divideBelow: count('divide below'),
  polyrhythm: {
    words: '',
    print: ({ notes, pulses }) => `${notes} over ${pulses}`,
    read: (text) => {
      const [, notes, pulses] = /^(\d+) over (\d+)$/i.exec(text) ?? [];
      return notes === undefined ? undefined : { notes: Number(notes), pulses: Number(pulses) };
    },
  },
  silence,
  tacet: onOff('tacet'),
  soft: count('soft', 'dB'),
  countIn: word('count'),
  atCount: sound('count'),
  atBar: sound('bar'),
  atGroup: sound('group'),
  atPulse: sound('pulse'),
  atDivision: sound('division'),
  atPolyrhythm: sound('polyrhythm'),
  sayNames: onOff('say names'),
  sayCount: onOff('say count'),
  sayLast: onOff('say last'),
  sayCues: onOff('say cues'),
  ahead: count('ahead'),
  voice: word('voice'),
  atSpeech: {
    words: 'at speech',
    print: ({ level, pan }) => `${level} dB${side(pan)}`,
    read: readLoud,
  },
};

/** Longer words first: `divide below` before `divide`. */
const BY_WORDS: readonly ClickSettingsField[] = [...CLICK_SETTINGS_FIELDS].sort(
  (a, b) => ITEMS[b].words.length - ITEMS[a].words.length,
);

const HELP =
  'Of the click can be said pulses, accents, divide, divide below, 3 over 2, silence, tacet on or off, soft, count, at (count, bar, group, pulse, division, polyrhythm or speech), say (names, count, last or cues) on or off, ahead and voice.';
