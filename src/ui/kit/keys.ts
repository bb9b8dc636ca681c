import type { Touch, VoiceId } from '@/core/music/kit';

/** One key a stroke: pressed at a column it puts that voice there, or takes it away. */
export const VOICE_KEYS: Readonly<Record<string, VoiceId>> = {
  b: 'bass',
  s: 'snare',
  h: 'hihat',
  r: 'ride',
  c: 'crash',
  v: 'crash2',
  n: 'china',
  y: 'splash',
  k: 'cowbell',
  t: 'tambourine',
  p: 'pedal',
  '1': 'highTom',
  '2': 'middleTom',
  '3': 'floorTom',
  '4': 'floorTom2',
};

/** Held while a stroke is made, or pressed on one that is there. */
export const TOUCH_KEYS: Readonly<Record<string, readonly [touch: Touch, words: string]>> = {
  a: [{ field: 'force', value: 'accent' }, 'accent'],
  g: [{ field: 'force', value: 'ghost' }, 'ghost note'],
  x: [{ field: 'how', value: 1 }, 'half-open hat, cross-stick, bell, splash by foot'],
  o: [{ field: 'how', value: 2 }, 'open hat, rim shot, edge'],
  f: [{ field: 'ornament', value: 'flam' }, 'flam'],
  d: [{ field: 'ornament', value: 'drag' }, 'drag'],
  u: [{ field: 'ornament', value: 'ruff' }, 'four-stroke ruff'],
  z: [{ field: 'ornament', value: 'buzz' }, 'buzz'],
  w: [{ field: 'ornament', value: 'roll' }, 'open roll'],
  q: [{ field: 'after', value: 'choke' }, 'choke'],
  l: [{ field: 'after', value: 'ring' }, 'let ring'],
  e: [{ field: 'shoulder', value: true }, 'shoulder of the stick'],
  ',': [{ field: 'hand', value: 'L' }, 'left'],
  '.': [{ field: 'hand', value: 'R' }, 'right'],
  m: [{ field: 'hand', value: 'B' }, 'both hands'],
};

/** Fills the row of the cursor: into so many parts of each pulse. Nought empties it. */
export const FILL_KEYS: Readonly<Record<string, number>> = {
  '5': 1,
  '8': 2,
  '9': 3,
  '6': 4,
  '0': 0,
};

export const keyOfVoice = (voice: VoiceId): string =>
  Object.keys(VOICE_KEYS).find((key) => VOICE_KEYS[key] === voice) ?? '';
