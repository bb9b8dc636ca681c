import { STRAIGHT } from '../../../song/roadmap';
import { lineOf, readingsOf } from '.';
import type { Manner } from './step';

const read = (text: string, manner: Manner = 'plain', letters = false) =>
  readingsOf(lineOf(text, letters), manner)[0]!;
const forms = (text: string, manner: Manner = 'plain', letters = false) =>
  read(text, manner, letters).sections.map(
    ({ name, bars, times }) => `${name} ${bars ?? '?'}${times ? ` x${times}` : ''}`,
  );

// How long and how often, in the ways that bands write it. Common practice, no source.
test.each([
  ['8', 'Verse 8'],
  ['8 bars', 'Verse 8'],
  ['16 measures', 'Verse 16'],
  ['12 mm.', 'Verse 12'],
  ['8b', 'Verse 8'],
  ['(8)', 'Verse 8'],
  ['(8 bars)', 'Verse 8'],
  ['for 8 bars', 'Verse 8'],
  ['eight bars', 'Verse 8'],
  ['is 8', 'Verse 8'],
  ['= 8', 'Verse 8'],
  ['4+3', 'Verse 7'],
  ['8 + 8', 'Verse 16'],
  ['4+4+2 bars', 'Verse 10'],
  ['12 (3x4)', 'Verse 12'],
  ['4 counts of 8', 'Verse 8'],
  ['8 Takte', 'Verse 8'],
  ['8 compases', 'Verse 8'],
  ['8 mesures', 'Verse 8'],
  ['8 compassos', 'Verse 8'],
  ['8 x2', 'Verse 8 x2'],
  ['8 bars x 2', 'Verse 8 x2'],
  ['8 × 2', 'Verse 8 x2'],
  ['2 x 8 bars', 'Verse 8 x2'],
  ['4x6', 'Verse 6 x4'],
  ['4x2', 'Verse 4 x2'],
  ['2 x3', 'Verse 2 x3'],
  ['8 bars, twice', 'Verse 8 x2'],
  ['4 bars, 3 times', 'Verse 4 x3'],
  ['4 bars, play three times', 'Verse 4 x3'],
  ['8 Takte, 2 mal', 'Verse 8 x2'],
  ['8 (rpt)', 'Verse 8 x2'],
  ['x4', 'Verse ? x4'],
  ['2x', 'Verse ? x2'],
  ['1 16', 'Verse 1 16'],
  ['two: 16', 'Verse 2 16'],
  ['2 (16 bars)', 'Verse 2 16'],
])('“Verse %s” is %s', (text, form) => {
  expect(forms(`Verse ${text}`)).toEqual([form]);
});

test.each([
  ['Intro', 'Intro ?'],
  ['INTRODUCTION 8', 'Intro 8'],
  ['v1', 'Verse 1 ?'],
  ['V16', 'Verse 16'],
  ['2nd verse 8', 'Verse 2 8'],
  ['2. Strophe 8', 'Verse 2 8'],
  ['the last chorus 8', 'Last chorus 8'],
  ['letzter Refrain 8', 'Last chorus 8'],
  ['ch2 8', 'Chorus 2 8'],
  ['pre chorus 4', 'Pre-chorus 4'],
  ['Pré-refrão 4', 'Pre-chorus 4'],
  ['middle 8 8', 'Middle eight 8'],
  ['double chorus 16', 'Double chorus 16'],
  ['gtr solo 16', 'Guitar solo 16'],
  ['sax solo 16', 'Sax solo 16'],
  ['t/a 2', 'Turnaround 2'],
  ['out 4', 'Outro 4'],
  ['end4', 'Ending 4'],
  ['8 bar guitar solo', 'Guitar solo 8'],
  ['bars 9-24 verse', 'Verse 16'],
  ['25-32 bridge', 'Bridge 8'],
  ['0:16-0:48 verse 16', 'Verse 16'],
  ['drum groove 8', 'Drum groove 8'],
  ['Part 12 - 8 bars', 'Part 12 8'],
  ['Section 3: 16', 'Section 3 16'],
])('“%s” is %s', (text, form) => {
  expect(forms(text)).toEqual([form]);
});

test.each([
  'Vicar reads',
  'introvert',
  'everyone',
  '8 bars',
  'wait for Odile',
  '2nd guitar only',
  'can you bring the 14 inch snare and 2 cymbals?',
  'bus leaves at 6 sharp',
  'Out on the water the lanterns are low',
])('“%s” is no section', (text) => {
  expect(forms(text)).toEqual([]);
});

test.each([
  ['chrous 8', 'Chorus 8'],
  ['vesre 8', 'Verse 8'],
  ['Interlud 8', 'Interlude 8'],
  ['Chooorus 8', 'Chorus 8'],
  ['pre chrous 4', 'Pre-chorus 4'],
])('“%s” is a slip of the finger', (text, form) => {
  expect(forms(text)).toEqual([form]);
});

test('a word that differs in more than a slip is another word', () => {
  expect(forms('course 8')).not.toEqual(['Chorus 8']);
  expect(forms('reverse 8')).not.toEqual(['Verse 8']);
});

test('a number means another thing in another manner', () => {
  expect(forms('Verse 2')).toEqual(['Verse 2 ?']);
  expect(forms('Verse 4')).toEqual(['Verse 4']);
  expect(forms('Verse 4', 'counted')).toEqual(['Verse 4 ?']);
  expect(forms('4 intro 16 verse 8 chorus', 'before')).toEqual(['Intro 4', 'Verse 16', 'Chorus 8']);
});

test('a chain has a section for each of its links, however they are joined', () => {
  const chain = ['Intro 4', 'Verse 16', 'Chorus 8'];
  for (const text of [
    'intro 4 verse 16 chorus 8',
    'Flow: I4 + V16 + C8',
    'Intro (4) / Verse (16) / Chorus (8)',
    'Intro 4 > Verse 16 > Chorus 8',
    'intro is 4, then straight to verse 16 and chorus 8',
  ])
    expect(forms(text)).toEqual(chain);
  expect(forms('V C V C')).toEqual(['Verse ?', 'Chorus ?', 'Verse ?', 'Chorus ?']);
});

test('where sections are letters B is one of them', () => {
  expect(forms('A 16, B 8', 'plain', true)).toEqual(['A 16', 'B 8']);
  expect(forms('B 8')).toEqual(['Bridge 8']);
  expect(forms('AABA, 8 bars each', 'plain', true)).toEqual(['A 8', 'A 8', 'B 8', 'A 8']);
});

test('what is only pointed at is no section', () => {
  expect(forms('Verse 16, big fill into chorus')).toEqual(['Verse 16']);
  expect(forms('half time till V2')).toEqual([]);
});

test('what else a line may say comes behind', () => {
  const readings = readingsOf(lineOf('CHORUS x 8', false), 'plain');
  expect(readings.map(({ sections: [one] }) => [one?.bars, one?.times])).toEqual([
    [8, undefined],
    [undefined, 8],
  ]);
});

// How it is played. Common practice, no source.
test.each([
  ['half-time feel', { feel: { ...STRAIGHT, backbeat: 'half-time' } }],
  ['double time', { feel: { ...STRAIGHT, backbeat: 'double-time' } }],
  ['swung quavers', { feel: { ...STRAIGHT, swing: { of: 'eighths', ratio: 2 } } }],
  ['train beat', { feel: { ...STRAIGHT, style: 'train beat' } }],
  [
    'half time shuffle',
    { feel: { backbeat: 'half-time', swing: { of: 'eighths', ratio: 2 }, style: 'shuffle' } },
  ],
  ['open hats', { timekeeper: 'open' }],
  ['hi-hat half-open', { timekeeper: 'half-open' }],
  ['on the ride', { timekeeper: 'ride' }],
  ['no drums', { tacet: true }],
  ['ohne Schlagzeug', { tacet: true }],
  ['sin batería', { tacet: true }],
  ['until the nod', { vamp: { cue: 'the nod' } }],
  ['till the nod from Odile', { vamp: { cue: 'the nod from Odile' } }],
  ['on cue', { vamp: { cue: 'on cue' } }],
  ['pp', { level: { from: 1, to: 1 } }],
  ['mezzo-forte', { level: { from: 3, to: 3 } }],
  ['hold 4 seconds', { hold: 4 }],
])('“%s” is read whole, and nothing is guessed', (text, fact) => {
  const { sections, guesses } = read(`Verse 8 ${text}`);
  expect(sections).toEqual([{ name: 'Verse', bars: 8, words: '', ...fact }]);
  expect(guesses).toEqual([]);
});

test.each([
  ['rit.', { ramp: 'slower' }, /How much slower is not said/],
  ['gets faster', { ramp: 'faster' }, /How much faster is not said/],
  ['hold last note', { hold: 3 }, /3 s was taken/],
  ['big fill into chorus', { fill: 'big fill into chorus' }, /last bar was taken/],
  ['building', { level: { from: 3, to: 5 } }, /level 3 to 5 was taken/],
  ['fade out', { level: { from: 3, to: 1 } }, /level 3 to 1 was taken/],
  ['all out', { level: { from: 5, to: 5 } }, /“all out” was taken as level 5/],
  ['quiet', { level: { from: 2, to: 2 } }, /“quiet” was taken as level 2/],
  ['loud', { level: { from: 4, to: 4 } }, /“loud” was taken as level 4/],
])('“%s” is a guess, and says so', (text, fact, guess) => {
  const { sections, guesses } = read(`Verse 8 ${text}`);
  expect(sections[0]).toMatchObject(fact);
  expect(guesses).toEqual([expect.stringMatching(guess)]);
});

test.each([
  ['126 bpm', 126, 'quarter'],
  ['tempo: 92', 92, 'quarter'],
  ['@ 100', 100, 'quarter'],
  ['q=137', 137, 'quarter'],
  ['♩ = 108', 108, 'quarter'],
  ['half note = 110', 110, 'half'],
  ['dotted quarter = 72', 72, 'dotted-quarter'],
  ['dotted quarter 60', 60, 'dotted-quarter'],
  ['crotchet = 96.5', 96.5, 'quarter'],
  ['110 click, feels like 55', 110, 'quarter'],
  ['72-76 bpm', 74, 'quarter'],
])('“%s” is a tempo of %d', (text, perMinute, unit) => {
  expect(read(text).song).toEqual({ tempo: { perMinute, unit } });
});

test.each([
  ['6/8', 6, 8],
  ['time signature 3/4', 3, 4],
  ['seven eight', 7, 8],
  ['slow waltz in three', 3, 4],
])('“%s” is a meter of %d/%d', (text, numerator, denominator) => {
  expect(read(text).song.meter).toEqual({ numerator, denominator });
});

test('a tempo that nobody plays is no tempo', () => {
  expect(read('tempo 900').song).toEqual({});
});

test('little words belong to what they lead to or end: none turns it round', () => {
  const words = (text: string) => read(text).sections[0]?.words;
  expect(words('C down 8 no crash')).toBe('no crash');
  expect(words('Intro 8 drums only')).toBe('drums only');
  expect(words('Verse 12 (yes 12!)')).toBe('');
});

test('what is said of drums is no outro, a number before a name leads to it, a beat is no length', () => {
  expect(forms('Bridge 16, drums out first 8, build 2nd 8')).toEqual(['Bridge 16']);
  expect(forms('head 12, head again, 3 choruses of solo')).not.toContain('Head 3');
  expect(forms('Ende auf der 1')).toEqual(['Ending ?']);
  expect(forms('End: ring out')).toEqual(['Ending ?']);
  expect(
    forms('Tag last line x3, hold. drums: 3 bar lead into B3? parking round the back'),
  ).toEqual(['Tag ? x3']);
});

test('no drums for a part of a section is not no drums', () => {
  const { sections } = read('Verse 16 no drums till bar 9');
  expect(sections).toEqual([{ name: 'Verse', bars: 16, words: 'no drums till bar 9' }]);
});

test('what nobody plays yet is left aside, and said to be', () => {
  expect(read('74bpm click, feels like half time till V2')).toMatchObject({
    song: { tempo: { perMinute: 74, unit: 'quarter' } },
    left: 'feels like half time till V2',
  });
  expect(read('keep fills on 2+4').song).toEqual({});
});

test('what is not understood stays together as words', () => {
  expect(read('Bridge 7 !!!').sections[0]?.words).toBe('!!!');
  expect(read('Verse 16, watch the stop in bar 15').sections[0]?.words).toBe(
    'watch the stop in bar 15',
  );
});

test('what happens in a section is a section of its own only with a length', () => {
  expect(forms('B 8 x3, all in - DROP, C down 8')).toEqual(['Bridge 8 x3', 'Chorus 8']);
  expect(forms('B 8, Drop 16, C 8')).toEqual(['Bridge 8', 'Drop 16', 'Chorus 8']);
});
