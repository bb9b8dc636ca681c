import { apart } from './lexicon';
import { evened, folded, tokensOf } from './tokens';

const texts = (text: string) => tokensOf(evened(text)).map((token) => token.text);

test('words, numbers and marks are told apart where nothing stands between', () => {
  expect(texts('V1 8x2')).toEqual(['V', '1', '8', 'x', '2']);
  expect(texts('0:16–0:48 intro(4)')).toEqual(['0:16', '-', '0:48', 'intro', '(', '4', ')']);
  expect(texts('6/8 ♩=96,5 A’')).toEqual(['6/8', '♩', '=', '96,5', "A'"]);
});

test('a clock is seconds, a number what it says', () => {
  const values = tokensOf('1:12 96,5 eight').map(({ value }) => value);
  expect(values).toEqual([72, 96.5, Number.NaN]);
});

test('every token stands where it says', () => {
  const text = evened('Verse “big” — 16 bars');
  for (const { at, end, text: token } of tokensOf(text)) expect(text.slice(at, end)).toBe(token);
});

test('words are compared without accents, capitals and apostrophes', () => {
  expect(['Brücke', 'REFRÃO', "Intro's", 'Straße'].map(folded)).toEqual([
    'brucke',
    'refrao',
    'intros',
    'strasse',
  ]);
});

// Optimal string alignment: values from memory of the definition, worked out by hand.
test.each([
  ['chorus', 'chorus', 0],
  ['chrous', 'chorus', 1],
  ['chorrus', 'chorus', 1],
  ['bridg', 'bridge', 1],
  ['vesre', 'verse', 1],
  ['ca', 'abc', 3],
])('%s and %s are %d slips apart', (a, b, slips) => {
  expect(apart(a, b, 3)).toBe(slips);
  expect(apart(b, a, 3)).toBe(slips);
});
