import { edited } from '../../testing';
import { roadMapFrom } from '../../text/shorthand';
import { formOf, type RoadMap, writtenOrder } from '../roadmap';
import { compile } from '../timeline';
import { markedSections, takeHeard } from '.';

let made = 0;
const newId = () => `n${++made}`;
const song = roadMapFrom;
const heard = (map: RoadMap, bars: readonly number[], end: number) =>
  markedSections(map, compile(map), end).map((one, index) => ({ ...one, bars: bars[index]! }));

test('one tempo is taken where it brings every section to its mark, in the roundest number', () => {
  // 127.3: a bar lasts 1.88531 s; marks 10 ms beside.
  const bar = 240 / 127.3;
  const map = song(
    `song 100, in 4/4, count 4, recording 0:02\nA: 8, recorded 0:02\nB: 8, recorded 0:${(2 + 8 * bar + 0.01).toFixed(3)}\nC: 8, recorded 0:${(2 + 15 * bar - 0.01).toFixed(3)}`,
  );
  const taken = edited(map, takeHeard(map, heard(map, [8, 7, 4], 2 + 19 * bar), newId));
  expect(taken.start.tempo).toEqual({ perMinute: 127.3, unit: 'quarter' });
  const { bars, seconds } = compile(taken);
  expect(bars).toHaveLength(19);
  expect(seconds).toBeCloseTo(19 * bar, 6);
  expect(Object.values(taken.sections).map(({ tempo }) => tempo)).toEqual([null, null, null]);
});

test('a song that speeds up gets a tempo for each section, so that each begins near its mark', () => {
  const map = song(
    'song 100, in 6/8, count 6, recording 0:10\nA: 8, recorded 0:10\nB: 8, recorded 0:30\nC: 8, recorded 0:48',
  );
  const taken = edited(map, takeHeard(map, heard(map, [8, 8, 8], 64), newId));
  // Eight bars of 6/8 in 20 s: 16 dotted quarters, 48 a minute.
  expect(taken.start.tempo).toEqual({ perMinute: 48, unit: 'dotted-quarter' });
  expect(compile(taken).passages.map(({ startSeconds }) => startSeconds)).toEqual([
    0,
    expect.closeTo(20, 3),
    // In the roundest number that comes within 30 ms.
    expect.closeTo(38, 1),
  ]);
  expect(takeHeard(map, [], newId)).toEqual([]);
});

/** Bar lines of a section whose quarters last as told, from a time on. */
const barsOf = (bars: number, from: number, quarter: (bar: number) => number): number[] => {
  const times = [from];
  for (let bar = 0; bar < bars; bar++) times.push(times[bar]! + 4 * quarter(bar));
  return times;
};

test('within a section that drifts every bar line is kept within 30 ms, by ramps or few steps', () => {
  // From 100 to 112 over 16 bars, then held, then a step within the section.
  const first = barsOf(16, 1, (bar) => 60 / (100.375 + bar * 0.75));
  const second = barsOf(8, first.at(-1)!, (bar) => 60 / (bar < 4 ? 112 : 90));
  const map = song(
    `song 80, in 4/4, count 4, recording 0:01\nA: 8, recorded 0:01; bar 3 tempo 200; bar 4 in 3/4 tempo 90\nB: 8, recorded 0:20`,
  );
  const [a, b] = writtenOrder(formOf(map)).map(({ id }) => id);
  const meter = { numerator: 4, denominator: 4 } as const;
  const told = (id: string, times: readonly number[]) => ({
    id,
    meter,
    bars: times.length - 1,
    from: times[0]!,
    to: times.at(-1)!,
    barTimes: times.slice(1, -1),
  });
  const taken = edited(map, takeHeard(map, [told(a!, first), told(b!, second)], newId));
  // The meter that stood in a bar stays: it is taken out to compare.
  const plain = { ...taken, timeChanges: withoutMeters(taken.timeChanges) };
  const { bars } = compile(plain);
  const wanted = [...first.slice(0, -1), ...second.slice(0, -1)];
  const off = bars.map(({ startSeconds }, bar) => Math.abs(startSeconds + 1 - wanted[bar]!));
  expect(bars).toHaveLength(24);
  expect(Math.max(...off)).toBeLessThan(0.0301);
  expect(Object.values(taken.timeChanges).filter(({ tempo }) => tempo).length).toBeLessThan(8);
  expect(Object.values(taken.timeChanges).filter(({ meter: own }) => own)).toMatchObject([
    { bar: 4, tempo: null },
  ]);
});

const withoutMeters = (changes: RoadMap['timeChanges']): RoadMap['timeChanges'] =>
  Object.fromEntries(Object.entries(changes).filter(([, { tempo }]) => tempo !== null));

test('a section whose forerunner was not heard says its own tempo', () => {
  const map = song(
    'song 100, in 4/4, count 4, recording 0:00\nA: 8\nB: 8, recorded 0:20\nC: 8, recorded 0:36',
  );
  const taken = edited(map, takeHeard(map, heard(map, [8, 8], 52), newId));
  expect(taken.start.tempo.perMinute).toBe(100);
  expect(writtenOrder(formOf(taken)).map(({ tempo }) => tempo)).toEqual([
    null,
    { kind: 'held', perMinute: 120, unit: 'quarter' },
    null,
  ]);
});

test('who wants the beat of the recording itself gets it within 5 ms, who wants few tempos fewer', () => {
  const waver = (bar: number) => 0.5 + 0.012 * Math.sin(bar);
  const times = barsOf(16, 2, waver);
  const map = song('song 120, in 4/4, count 4, recording 0:02\nA: 16, recorded 0:02');
  const [marked] = markedSections(map, compile(map), times.at(-1)!);
  const taken = (within: number) =>
    edited(
      map,
      takeHeard(map, [{ ...marked!, bars: 16, barTimes: times.slice(1, -1) }], newId, within),
    );
  const worst = (one: RoadMap) =>
    Math.max(
      ...compile(one).bars.map(({ startSeconds }, bar) => Math.abs(2 + startSeconds - times[bar]!)),
    );
  expect(worst(taken(0.005))).toBeLessThanOrEqual(0.006);
  expect(worst(taken(0.06))).toBeLessThanOrEqual(0.061);
  const count = (one: RoadMap) => Object.keys(one.timeChanges).length;
  expect(count(taken(0.06))).toBeLessThan(count(taken(0.005)));
});
