import { type Feel, type LevelRange, STRAIGHT, type Timekeeper } from '../../../song/roadmap';
import type { Fact } from '../fact';

/** What is said of how a section is played, and what had to be guessed with it. Common practice, no source. */
export type Said = { readonly fact: Fact; readonly guess?: (words: string) => string };

const all = (phrases: string, said: Said): Record<string, Said> =>
  Object.fromEntries(phrases.split(', ').map((phrase) => [phrase, said]));

const feel = (phrases: string, more: Partial<Feel>) =>
  all(phrases, { fact: { feel: { ...STRAIGHT, ...more } } });

const styles = (phrases: string): Record<string, Said> =>
  Object.fromEntries(
    phrases.split(', ').map((style) => [style, { fact: { feel: { ...STRAIGHT, style } } }]),
  );

const level = (phrases: string, from: LevelRange['from'], guess?: Said['guess']) =>
  all(phrases, { fact: { level: { from, to: from } }, ...(guess && { guess }) });

const taken = (step: number) => (words: string) => `“${words}” was taken as level ${step}.`;

const hats = (timekeeper: Timekeeper) =>
  all(
    `${timekeeper} hats, ${timekeeper} hat, ${timekeeper} hi hats, ${timekeeper} hi hat, hats ${timekeeper}, hat ${timekeeper}, hi hat ${timekeeper}, hi hats ${timekeeper}`.replaceAll(
      'half-open',
      'half open',
    ),
    { fact: { timekeeper } },
  );

const SWUNG = { of: 'eighths', ratio: 2 } as const;

export const PLAYING: Readonly<Record<string, Said>> = {
  ...feel('half time, halftime, half time feel, in half time', { backbeat: 'half-time' }),
  ...feel('double time, doubletime, double time feel', { backbeat: 'double-time' }),
  ...feel('swing, swung, swing feel, swung eighths, swung quavers, swung 8ths', { swing: SWUNG }),
  ...feel('shuffle, shuffle feel', { swing: SWUNG, style: 'shuffle' }),
  ...styles('train beat, one drop, four on the floor, four to the floor, bossa, bossa nova, samba'),
  ...styles('waltz, ska, reggae, disco, motown, cross stick, rim click'),
  ...all(
    'no drums, drums out, drums tacet, drum tacet, drums rest, tacet, without drums, no kit, drums lay out, lay out, ohne schlagzeug, sans batterie, sin bateria, sem bateria',
    { fact: { tacet: true } },
  ),
  ...hats('closed'),
  ...hats('half-open'),
  ...hats('open'),
  ...hats('pedal'),
  ...all('on ride, on the ride, ride', { fact: { timekeeper: 'ride' } }),
  ...all('on crash, on the crash', { fact: { timekeeper: 'crash' } }),
  ...all('on cue, open vamp, open ended, ad lib, open on cue', {
    fact: { vamp: { cue: 'on cue' } },
  }),
  ...all(
    'rit, ritard, ritardando, rall, rallentando, slow down, slows down, slowing, slowing down, poco rit, molto rit, big rit, with rit, w rit, w ritard, con ritardando, com ritardando, langsamer werdend, langsamer, ralentir, mas lento',
    {
      fact: { ramp: 'slower' },
      guess: () => 'How much slower is not said; a fifth slower was taken.',
    },
  ),
  ...all(
    'accel, accelerando, speed up, speeds up, speeding up, gets faster, get faster, schneller werdend',
    {
      fact: { ramp: 'faster' },
      guess: () => 'How much faster is not said; a fifth faster was taken.',
    },
  ),
  ...all('build, builds, building, cresc, crescendo, grow, grows, growing, swell, swells', {
    fact: { level: { from: 3, to: 5 } },
    guess: () => 'How far it builds is not said; level 3 to 5 was taken.',
  }),
  ...all(
    'dim, diminuendo, decresc, fade, fades, fade out, fades out, die down, dies down, dies away',
    {
      fact: { level: { from: 3, to: 1 } },
      guess: () => 'How far it falls is not said; level 3 to 1 was taken.',
    },
  ),
  ...level('pp, pianissimo, very soft, very quiet, barely there', 1),
  ...level('p, mp, mezzo piano', 2),
  ...level('mf, mezzo forte', 3),
  ...level('ff, fortissimo', 5),
  ...level(
    'soft, softly, quiet, quietly, low, gentle, down, leise, doux, plus doux, suave',
    2,
    taken(2),
  ),
  ...level('f, forte, loud, big, strong, laut, fuerte, forte', 4, taken(4)),
  ...level(
    'all out, full band, full on, full blast, full tilt, huge, massive, very loud, all in',
    5,
    taken(5),
  ),
};

/** Before what a repeated section waits for: `till the nod`. */
export const UNTIL: ReadonlySet<string> = new Set(['until', 'till', 'til', 'bis', 'hasta']);

/** What it may wait for. */
export const CUES: ReadonlySet<string> = new Set([
  ...['cue', 'nod', 'sign', 'signal', 'ready', 'cues', 'nods', 'signs'],
]);

/** What begins a fill's words, and what may stand before and behind them. */
export const FILLS: ReadonlySet<string> = new Set(['fill', 'fills', 'fill in']);

export const HOLDS: ReadonlySet<string> = new Set(['hold', 'fermata', 'hold it']);
