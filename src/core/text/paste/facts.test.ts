import { STRAIGHT } from '../../song/roadmap';
import { extract, type Fact } from './facts';

const facts: readonly (readonly [text: string, fact: Fact])[] = [
  // How long, in every way that bands write it. Common practice, no source.
  ['8', { bars: 8 }],
  ['8 bars', { bars: 8 }],
  ['16 measures', { bars: 16 }],
  ['12 mm.', { bars: 12 }],
  ['8b', { bars: 8 }],
  ['(8)', { bars: 8 }],
  ['(8 bars)', { bars: 8 }],
  ['for 8 bars', { bars: 8 }],
  ['eight bars', { bars: 8 }],
  ['4+3', { bars: 7 }],
  ['4+4+2 bars', { bars: 10 }],
  ['4 counts of 8', { bars: 8 }],
  // How often.
  ['8 x2', { bars: 8, times: 2 }],
  ['8 bars x 2', { bars: 8, times: 2 }],
  ['8 × 2', { bars: 8, times: 2 }],
  ['2 x 8 bars', { bars: 8, times: 2 }],
  ['8 bars, twice', { bars: 8, times: 2 }],
  ['4 bars, 3 times', { bars: 4, times: 3 }],
  ['4 bars, play three times', { bars: 4, times: 3 }],
  ['x4', { times: 4 }],
  ['2x', { times: 2 }],
  // Meter, tempo, the recording's clock, the count.
  ['6/8', { meter: { numerator: 6, denominator: 8 } }],
  ['time signature 3/4', { meter: { numerator: 3, denominator: 4 } }],
  ['126 bpm', { tempo: { perMinute: 126, unit: 'quarter' } }],
  ['tempo: 92', { tempo: { perMinute: 92, unit: 'quarter' } }],
  ['@ 100', { tempo: { perMinute: 100, unit: 'quarter' } }],
  ['q=137', { tempo: { perMinute: 137, unit: 'quarter' } }],
  ['dotted quarter = 72', { tempo: { perMinute: 72, unit: 'dotted-quarter' } }],
  ['crotchet = 96.5', { tempo: { perMinute: 96.5, unit: 'quarter' } }],
  ['1:12', { inRecording: 72 }],
  ['count-in 6', { countIn: 6 }],
  ['count off four', { countIn: 4 }],
  // How it is played.
  ['half-time feel', { feel: { ...STRAIGHT, backbeat: 'half-time' } }],
  ['double time', { feel: { ...STRAIGHT, backbeat: 'double-time' } }],
  ['swung quavers', { feel: { ...STRAIGHT, swing: { of: 'eighths', ratio: 2 } } }],
  ['train beat', { feel: { ...STRAIGHT, style: 'train beat' } }],
  [
    'half time shuffle',
    {
      feel: { backbeat: 'half-time', swing: { of: 'eighths', ratio: 2 }, style: 'shuffle' },
    },
  ],
  ['open hats', { timekeeper: 'open' }],
  ['hi-hat half-open', { timekeeper: 'half-open' }],
  ['on the ride', { timekeeper: 'ride' }],
  ['no drums', { tacet: true }],
  ['drums lay out', { tacet: true }],
  ['until the nod', { vamp: { cue: 'the nod' } }],
  ['on cue', { vamp: { cue: 'on cue' } }],
  ['pp', { level: { from: 1, to: 1 } }],
  ['mezzo-forte', { level: { from: 3, to: 3 } }],
];

test.each(facts)('“%s” is read whole', (text, fact) => {
  expect(extract(text)).toEqual({ fact, guesses: expect.anything(), rest: '' });
});

const guesses: readonly (readonly [text: string, fact: Fact, guess: RegExp])[] = [
  ['rit.', { ramp: 'slower' }, /How much slower is not said/],
  ['gets faster', { ramp: 'faster' }, /How much faster is not said/],
  ['hold last note', { hold: 3 }, /3 s was taken/],
  ['big fill into chorus', { fill: 'big fill into chorus' }, /last bar was taken/],
  ['building', { level: { from: 3, to: 5 } }, /level 3 to 5 was taken/],
  ['fade out', { level: { from: 3, to: 1 } }, /level 3 to 1 was taken/],
  ['all out', { level: { from: 5, to: 5 } }, /“all out” was taken as level 5/],
  ['quiet', { level: { from: 2, to: 2 } }, /“quiet” was taken as level 2/],
  ['loud', { level: { from: 4, to: 4 } }, /“loud” was taken as level 4/],
];

test.each(guesses)('“%s” is a guess, and says so', (text, fact, guess) => {
  const found = extract(text);
  expect(found.fact).toEqual(fact);
  expect(found.guesses).toHaveLength(1);
  expect(found.guesses[0]).toMatch(guess);
});

test('what is said twice is taken once, and the second stays as words', () => {
  expect(extract('8 bars or 16 bars')).toMatchObject({ fact: { bars: 8 }, rest: 'or 16' });
});

test.each(['wait for Odile', '2nd guitar only', 'capo 50%'])(
  '“%s” gives no number of bars',
  (text) => {
    expect(extract(text).fact.bars).toBeUndefined();
  },
);

test('a tempo that nobody plays is no tempo', () => {
  expect(extract('tempo 900').fact.tempo).toBeUndefined();
});
