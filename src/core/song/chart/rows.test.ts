import { roadMapFrom } from '../../text/shorthand';
import { compile } from '../timeline';
import { type ChartRow, chartRows, patternsPlayed, smallTempos } from '.';

const rowsFor = (text: string) => {
  const map = roadMapFrom(text);
  return chartRows(map, compile(map));
};

const sectionOf = (row: ChartRow | undefined) => {
  if (row?.kind !== 'section') throw new Error('not a section');
  return row;
};

const section = (line: string, before = '') =>
  sectionOf(rowsFor(`song 100, in 4/4, count 4\n${before}\n${line}`)[0]);

const said = (line: string, before?: string) =>
  section(line, before).notes.map(({ at, songBar, words }) => `${at} (${songBar}) ${words}`);

const GROOVES = `groove Low = hh 8ths, bd 1
groove High = hh 8ths, sn >2 >4
fill Toms, 2 beats = t1 3, ft 4
part Verse groove = 8, groove Low, timekeeper closed`;

test('a row names the groove it plays: its own, else that of its part; none where the drums rest', () => {
  expect(section('A: 8, part Verse groove', GROOVES).groove).toBe('Low');
  expect(section('A: 8, part Verse groove, groove High', GROOVES).groove).toBe('High');
  expect(section('A: 8, part Verse groove, tacet', GROOVES).groove).toBeUndefined();
  expect(section('A: 8', GROOVES).groove).toBeUndefined();
});

test('the part is named only where no groove is', () => {
  expect(section('A: 8, part P', 'part P = 8, level 2').how).toEqual(['P']);
  expect(section('A: 8, part Verse groove', GROOVES).how).toEqual(['hats closed']);
});

test('what holds all through a section is said in words', () => {
  expect(section('A: 8, timekeeper ride, feel half-time, in 3/4, tempo 92, no click').how).toEqual([
    'half-time',
    'on the ride',
    'in 3/4',
    'tempo 92',
    'no click',
  ]);
  expect(section('A: 8, tacet, timekeeper open').how).toEqual(['no drums']);
});

test('levels are dynamic signs, odd lengths are counted', () => {
  expect(section('A: 7, level 2 > 4')).toMatchObject({
    dynamics: 'p < f',
    counted: '4+3',
    odd: true,
  });
  expect(section('A: 8, level 1')).toMatchObject({ dynamics: 'pp', counted: '8', odd: false });
});

test('what stands in a section comes in the order of its bars, with the bar of the song', () => {
  expect(
    said(
      'A: 8; cue 5.1 listen "fiddle" by "Tam" check; fill 4.3 "into it"; stop 8.3; push 2.4&; from 3.1 level 2; fermata end 2 s',
    ),
  ).toEqual([
    '2.4& (2) push',
    '3.1 (3) level 2 (p)',
    '4.3 (4) fill into it, 2 beats',
    '5.1 (5) listen: fiddle (not sure), from Tam',
    '8.3 (8) stop, 2 beats',
    'end (8) fermata, 2 s',
  ]);
});

test('the bar of the song counts on over the sections before', () => {
  const rows = rowsFor('song 100, in 4/4, count 4\nA: 6\nB: 4; cue last.1 watch "nod"');
  expect(sectionOf(rows[1])).toMatchObject({ bar: 7, notes: [{ at: '4.1', songBar: 10 }] });
});

test('a fill says its name, what it plays, how long it is and where it leads', () => {
  expect(said('A: 4; fill last.3 "round" plays "Toms"', GROOVES)).toEqual([
    '4.3 (4) fill round (Toms), 2 beats',
  ]);
  expect(said('A: 4; fill last.3 "toms" plays "Toms"', GROOVES)).toEqual([
    '4.3 (4) fill toms, 2 beats',
  ]);
  expect(said('A: 4; fill last.3 plays "Toms" lands nothing', GROOVES)).toEqual([
    '4.3 (4) fill Toms, 2 beats, then no crash',
  ]);
  expect(said('A: 4; fill last.1 lands push')).toEqual(['4.1 (4) fill, 1 bar, push into the bar']);
});

test('what holds on some passes only says which; the last bar stays the last where lengths differ', () => {
  const row = section('A: 8, x 2; pass 2: 7, level 4; hit last.1 "horns" on last');
  expect(row.passes).toEqual(['the second time: 7 bars, level 4 (f)']);
  expect(row.notes).toMatchObject([{ at: 'last.1', words: 'hit horns, the last time' }]);
});

test('changes of tempo and meter in a section, and crescendos, say where they lead', () => {
  expect(said('A: 8; bar 3 in 3/4; bar 5 tempo > 80 to 6; from 2.1 level 2 > 4 to 4.1')).toEqual([
    '2.1 (2) level 2 > 4 (p < f), over 2 bars',
    '3.1 (3) 3/4',
    '5.1 (5) tempo > 80, by bar 6',
  ]);
});

test('changes of tempo under a hundredth are left out, and it is said that some are', () => {
  const drifting = roadMapFrom(`song 100, in 4/4, count 4
A: 8, tempo 100.5; bar 3 tempo 99.8; bar 5 in 3/4
repeat 2:
  B: 8, tempo 100
  C: 8, tempo 120
end`);
  const timeline = compile(drifting);
  const rows = chartRows(drifting, timeline).filter((row) => row.kind === 'section');
  // B comes back from 120 the second time.
  expect(rows.map(({ how }) => how)).toEqual([[], ['tempo 100'], ['tempo 120']]);
  expect(rows[0]!.notes.map(({ words }) => words)).toEqual(['3/4']);
  expect(smallTempos(drifting, timeline)).toBe('changes of tempo under 1 % are not listed');
  for (const told of ['A: 8', 'A: 8, tempo 101', 'A: 8, tempo 100', 'A: 8, tempo > 90']) {
    const map = roadMapFrom(`song 100, in 4/4, count 4\n${told}`);
    expect(smallTempos(map, compile(map))).toBe('');
  }
});

test('a repeat says the bars from which it is played, an ending its passes', () => {
  const rows = rowsFor(`song 100, in 4/4, count 4
Intro: 4
repeat 3:
  A: 8
ending 1 2:
  B: 2
ending last:
  C: 1
end`);
  expect(rows.map((row) => (row.kind === 'bracket' ? row.words : row.name))).toEqual([
    'Intro',
    '3 times (played from bar 5, 15 and 25)',
    'A',
    'The first and second time',
    'B',
    'The last time',
    'C',
  ]);
});

test('the patterns of a song: grooves as they come, then fills, each once, none that rests', () => {
  const map = roadMapFrom(`song 100, in 4/4, count 4
${GROOVES}
groove Unused = hh quarters
A: 8, groove High; fill last.3 plays "Toms"
B: 8, part Verse groove; fill last.3 plays "Toms"
C: 8, groove Unused, tacet
A: 8, groove High`);
  expect(patternsPlayed(map, compile(map)).map(({ name }) => name)).toEqual([
    'High',
    'Low',
    'Toms',
  ]);
});
