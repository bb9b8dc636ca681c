import fc from 'fast-check';
import { cutText, isPlainText, plainText, withPlainText } from './plainText';

test('what was stored before texts had to be plain is read as plain, and the rest is shared', () => {
  const whole = { a: [1, 'Verse'], b: { c: null } };
  expect(withPlainText(whole)).toBe(whole);
  const read = withPlainText({ ...whole, d: ['two\nlines', { e: 'tab\t' }] }) as typeof whole;
  expect(read).toEqual({ ...whole, d: ['two lines', { e: 'tab ' }] });
  expect(read.a).toBe(whole.a);
});

test('what PostgreSQL cannot store is no plain text', () => {
  for (const text of ['a\u0000', '\ud83e', 'a\udd41b', 'two\nlines', 'tab\there', '\u0085'])
    expect([text, isPlainText(text), isPlainText(plainText(text))]).toEqual([text, false, true]);
  for (const text of ['', 'Verse', '🥁', 'فاصل', 'e\u0301', '\u202e'])
    expect([isPlainText(text), plainText(text)]).toEqual([true, text]);
});

// Clusters by Unicode Standard Annex 29: a family, a flag and a letter with its accent are one each.
test('a cut never halves what a reader takes for one letter', () => {
  expect(cutText('ab👨‍👩‍👧c', 4)).toBe('ab');
  expect(cutText('ab👨‍👩‍👧c', 7)).toBe('ab👨‍👩‍👧');
  expect(cutText('a🇳🇴b', 2)).toBe('a');
  expect(cutText('ae\u0301', 2)).toBe('a');
  expect(cutText('x'.repeat(300), 120)).toHaveLength(120);
  expect(cutText('🥁'.repeat(300), 120)).toBe('🥁'.repeat(120));
});

test('a cut text is plain, fits, and is cut no further', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'binary', maxLength: 80 }),
      fc.integer({ min: 0, max: 40 }),
      (text, most) => {
        const cut = cutText(text, most);
        expect(isPlainText(cut)).toBe(true);
        expect([...cut].length).toBeLessThanOrEqual(most);
        expect(cutText(cut, most)).toBe(cut);
      },
    ),
    { numRuns: 500 },
  );
});
