import { tapTempo } from '@/core/music/time';
import { COLUMNS } from './edits';
import { tapWords } from './useTap';

const read = (column: keyof typeof COLUMNS, text: string) => COLUMNS[column](text, 'quarter');

test('an emptied field of a row goes back to what the part says', () => {
  for (const column of ['bars', 'level', 'feel'] as const)
    expect(read(column, ' ')).toEqual({ ok: true, value: null });
  expect(read('tempo', '')).toEqual({ ok: true, value: null });
});

test('a row reads what a drummer types', () => {
  expect(read('bars', '7')).toEqual({ ok: true, value: 7 });
  expect(read('level', '2 > 4')).toEqual({ ok: true, value: { from: 2, to: 4 } });
  expect(read('meter', '7/8 2+2+3')).toMatchObject({ ok: true, value: { numerator: 7 } });
});

test.each([
  ['level', '6'],
  ['tempo', 'fast'],
  ['meter', '4'],
] as const)('a %s of “%s” is refused with a sentence', (column, text) => {
  const result = read(column, text);
  expect(result.ok).toBe(false);
  if (!result.ok) expect(result.problem.message).toMatch(/^[A-Z].*\.$/);
});

test('taps are told as a tempo with how sure it is', () => {
  // The line through these taps has its own test beside the core; here it is put in words.
  const taps = [0.012, 0.508, 0.996, 1.503, 2.001, 2.497, 3.01, 3.502];
  expect(tapWords(tapTempo(taps)!)).toMatch(/^120\.2 ± 0\.2, 8 taps, even to \d+ ms$/);
  // A touch between two beats is none of them.
  expect(tapWords(tapTempo([...taps, 4.002, 4.25, 4.502])!)).toMatch(/\d left out/);
});
