import { writtenMeters } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { marksOf } from './marks';

const marks = (text: string, bars: number) => {
  const map = roadMapFrom(text);
  const section = Object.keys(map.sections)[0]!;
  return marksOf(map, section, bars, writtenMeters(map).get(section)!);
};
const BEAT = 20_160;

test('a fill over a bar line has a piece in each bar, its words in the first', () => {
  const [fill] = marks('A: 4; fill 2.3 to 4.2 "toms"', 4);
  expect(fill?.spans).toMatchObject([
    { bar: 2, from: 2 * BEAT, to: 4 * BEAT, first: true },
    { bar: 3, from: 0, to: 4 * BEAT, first: false },
    { bar: 4, from: 0, to: BEAT, first: false },
  ]);
  expect(fill).toMatchObject({ kind: 'fill', label: 'toms', start: { bar: 2, ticks: 2 * BEAT } });
});

test('places counted from the end stand in the last bars; those that are not there nowhere', () => {
  expect(marks('A: 4; hit last.4; cue 9.1 listen "x"', 4)).toMatchObject([
    { kind: 'hit', start: { bar: 4, ticks: 3 * BEAT } },
  ]);
});

test('marks whose words would lie over one another get rows of their own', () => {
  const labels = marks('A: 8; cue 1.1 listen "accordion alone"; hit 1.3; fill 5.1 to 6.1', 8);
  expect(labels.map(({ row }) => row)).toEqual([0, 1, 0]);
});

test('a mark for some passes says so, one to be checked by ear asks', () => {
  const labels = marks('A: 4, x 3; cue 1.1 watch "nod" check on last; fermata end 3 s on 1', 4);
  expect(labels.map(({ label }) => label)).toEqual(['nod? (last)', 'fermata 3 s (1)']);
});

test('what comes again is drawn each time, with all its words the first', () => {
  const [hit] = marks('A: 8; hit 1.3 every 2 bars to bar 5 plays crash "horns"', 8);
  expect(hit?.label).toBe('hit (crash) horns, every 2 bars to bar 5');
  expect(hit?.spans.map(({ bar, again }) => [bar, again])).toEqual([
    [1, false],
    [3, true],
    [5, true],
  ]);
});

test('a fill is as long as its pattern, or to the bar line; what leads in stands in the bar before', () => {
  const two = 'fill Long = sn 1 | sn 1\n';
  const spans = (text: string) =>
    marks(text, 4)[0]?.spans.map(({ bar, from, to }) => [bar, from / BEAT, (to ?? 0) / BEAT]);
  expect(spans('A: 4; fill 2.3')).toEqual([[2, 2, 4]]);
  expect(spans(`${two}A: 4; fill 2.1 plays "Long"`)).toEqual([
    [2, 0, 4],
    [3, 0, 4],
  ]);
  expect(spans(`${two}A: 4; fill 2.3 plays "Long"`)).toEqual([
    [2, 2, 4],
    [3, 0, 4],
  ]);
  expect(spans('A: 4; fill 3.3 to end')).toEqual([
    [3, 2, 4],
    [4, 0, 4],
  ]);
  expect(spans('A: 4; fill 0.3 to 1.2')).toEqual([
    [0, 2, 4],
    [1, 0, 1],
  ]);
});

test('a change of groove is named by what is played, an accent is one', () => {
  const labels = marks(
    'groove Bell = rd 8ths\nA: 4; from 2.1 groove "Bell" to 3.1; from 3.1 simile; hit 4.4 plays accent',
    4,
  );
  expect(labels.map(({ kind, label }) => `${kind}: ${label}`)).toEqual([
    'groove: Bell',
    'groove: in the same manner',
    'hit: accent',
  ]);
});
