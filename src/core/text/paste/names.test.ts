import { nameAt, namesByLetters } from './names';

test.each([
  ['Intro', 'Intro'],
  ['INTRODUCTION', 'Intro'],
  ['v1', 'Verse 1'],
  ['Verse two', 'Verse 2'],
  ['2nd verse', 'Verse 2'],
  ['the last chorus', 'Last chorus'],
  ['CH', 'Chorus'],
  ['ch2', 'Chorus 2'],
  ['Pre', 'Pre-chorus'],
  ['pre chorus', 'Pre-chorus'],
  ['middle 8', 'Middle eight'],
  ['double chorus', 'Double chorus'],
  ['gtr solo', 'Guitar solo'],
  ['sax solo', 'Sax solo'],
  ['t/a', 'Turnaround'],
  ['out', 'Outro'],
])('“%s” is called %s', (text, name) => {
  expect(nameAt(text)).toMatchObject({ name, length: text.length });
});

test('a number behind a name is its bars, unless another number follows', () => {
  expect(nameAt('Verse 16')).toMatchObject({ name: 'Verse', length: 'Verse'.length });
  expect(nameAt('Verse 2 16')).toMatchObject({ name: 'Verse 2', length: 'Verse 2'.length });
  expect(nameAt('Verse 2 bars')).toMatchObject({ name: 'Verse' });
});

test('one or two letters may mean something else, and are marked', () => {
  expect(nameAt('v 8')?.short).toBe(true);
  expect(nameAt('verse 8')?.short).toBe(false);
});

test('in a form of letters B is no bridge', () => {
  expect(namesByLetters(['A: 8', 'B: 8'])).toBe(true);
  expect(namesByLetters(['Intro 4', 'B 8'])).toBe(false);
  expect(nameAt('B: 8', true)).toMatchObject({ name: 'B' });
  expect(nameAt('B: 8')).toMatchObject({ name: 'Bridge' });
});

test.each(['Vicar reads', 'introvert', 'everyone', '', '8 bars'])(
  '“%s” begins with no name',
  (text) => {
    expect(nameAt(text)).toBeUndefined();
  },
);
