import { tableRows } from './table';

test('a table with tabs is read by its heading, in any order of columns', () => {
  const rows = tableRows([
    'No.\tBars\tSection\tTempo\tNotes\tRepeats',
    '1\t8\tIntro\t126\tdrums only\t1',
    '2\t16\tVerse\t\tclosed hats\t2',
  ]);
  expect(rows).toEqual([
    '',
    '8 bars - Intro - 126 bpm - drums only',
    '16 bars - Verse - closed hats - x2',
  ]);
});

test('commas and bars part columns as well, and a line under the heading says nothing', () => {
  expect(tableRows(['Part,Length', 'Verse,8'])).toEqual(['', 'Verse - 8 bars']);
  expect(tableRows(['| Section | Measures |', '|---|---|', '| Verse | 8 |'])).toEqual([
    '',
    '',
    'Verse - 8 bars',
  ]);
});

test('what stands above the heading stays as it is', () => {
  expect(tableRows(['Low Tide, in 6/8', 'Section\tBars', 'Verse\t8'])[0]).toBe('Low Tide, in 6/8');
});

test('lines without a heading keep their words; tabs become dashes', () => {
  expect(tableRows(['Verse\t8', 'Chorus, loud\t7\t'])).toEqual(['Verse - 8', 'Chorus, loud - 7']);
});

test('a cell that is more than a number keeps its words', () => {
  expect(tableRows(['Section\tBars\tTempo', 'Out\t4 or 8\tslower'])[1]).toBe(
    'Out - 4 or 8 - slower',
  );
});
