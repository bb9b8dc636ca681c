import { mendShorthand } from './mend';
import { parseShorthand } from './parse';

const GOOD = `song 120, in 4/4, count 4
Intro: 4
Verse: 16; fill last.3
repeat 2:
  Chorus: 8
end
Out: 2`;

const mended = (typed: string) => mendShorthand(GOOD, typed);

test('of a text with one bad line the others are taken over, and the bad one is as it was', () => {
  const typed = GOOD.replace('Intro: 4', 'Intro: 6').replace('Verse: 16', 'Verse: 16x');
  const { text, problems } = mended(typed) ?? fail();
  expect(text).toBe(GOOD.replace('Intro: 4', 'Intro: 6'));
  expect(problems.map(({ line }) => line)).toEqual([3]);
});

test('a new line that makes no sense is left out; what was typed around it is taken over', () => {
  const typed = GOOD.replace('Out: 2', 'Tag: 3\nBridge: many\nOut: 2');
  const { text } = mended(typed) ?? fail();
  expect(text).toBe(GOOD.replace('Out: 2', 'Tag: 3\n\nOut: 2'));
});

test('several bad lines each wait for themselves', () => {
  const typed = GOOD.replace('Intro: 4', 'Intro: ?')
    .replace('Chorus: 8', 'Chorus: 12')
    .replace('Out: 2', 'Out: two');
  const { text, problems } = mended(typed) ?? fail();
  expect(text).toBe(GOOD.replace('Chorus: 8', 'Chorus: 12'));
  expect(problems.map(({ line }) => line)).toEqual([2, 7]);
});

test('a text without mistakes is taken as it is', () => {
  expect(mended(GOOD)).toEqual({ text: GOOD, problems: [] });
});

test.each([
  ['a repeat that has lost its end', GOOD.replace('end\n', '')],
  ['an end too many', `${GOOD}\nend`],
  ['a text of nonsense', 'x\ny: ?\nz'],
  ['an empty good text', ''],
])('%s: what is taken over never has a problem of its own', (_, typed) => {
  const result = mended(typed);
  if (result) expect(parseShorthand(result.text, () => 'x').problems).toEqual([]);
});

const fail = (): never => {
  throw new Error('Nothing of it could be taken over.');
};
