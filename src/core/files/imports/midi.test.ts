import { parseDocument } from '../../base/document';
import { USUAL_LAYOUT } from '../../music/kit';
import { type Meter, meterText } from '../../music/time';
import { perform } from '../../playing/performance';
import { type RoadMap, roadMapKind } from '../../song/roadmap';
import { soloProgram } from '../../song/set';
import { compile } from '../../song/timeline';
import { parseShorthand } from '../../text/shorthand';
import { exportMidi, type MidiEvent, writeMidi } from '../midi';
import { songFromMidi } from './midi';

let made = 0;
const song = (text: string): RoadMap => {
  const { map, problems } = parseShorthand(text, (where) => `${where}${++made}`);
  expect(problems).toEqual([]);
  return map;
};

/** A song exported as MIDI, with its drums, and read again. */
const back = (map: RoadMap, tolerance = 0.002) => {
  const timeline = compile(map);
  const drums = [perform(map, timeline, USUAL_LAYOUT)];
  const file = exportMidi('Song', soloProgram('Song', timeline), { click: true, drums });
  const read = songFromMidi(writeMidi(file), 'file', tolerance);
  if (!read.ok) throw new Error(read.problem.message);
  expect(parseDocument(roadMapKind, read.value.map)).toMatchObject({ ok: true });
  return { ...read.value, timeline, again: compile(read.value.map) };
};

const meterOf = ({ numerator, denominator }: Meter) => meterText({ numerator, denominator });

test.each([
  ['a ramp', 'song 100, in 4/4, count 4\nA: 8\nB: 8, tempo > 160\nC: 4'],
  ['repeats and endings', 'repeat 3:\nVerse: 4\nending 1 2:\nTurn: 5\nending 3:\nOut: 2\nend'],
  [
    'fermatas',
    'Verse: 8; fermata 5.1 3 s "nod"; fermata last.3 2.5 s\nOut: 2; fermata end 4 s\nEnd: 1',
  ],
  ['two fermatas at one place', 'Verse: 8; fermata 5.1 3 s "nod"; fermata 5.1 2 s\nOut: 2'],
  ['timeChanges', 'Verse: 8; bar 5 in 3/4 tempo 96; bar 7 in 4/4\nOut: 2'],
  ['odd meters', 'song 132, in 7/8, count 7\nRiff: 4, x 2\nWaltz: 8, in 6/8\nBells: 4, in 5/4'],
  ['a straight ramp in time', 'A: 4\nB: 12, tempo > 60 by time\nC: 2'],
  ['steps', 'song 90, in 4/4, count 4\nA: 8, tempo > 120 bar steps\nB: 2'],
])('%s: every bar, meter, time and name comes back', (_, text) => {
  const { timeline, again } = back(song(text));
  expect(again.bars.map(({ meter }) => meterOf(meter))).toEqual(
    timeline.bars.map(({ meter }) => meterOf(meter)),
  );
  const off = again.bars.map(({ startSeconds }, index) =>
    Math.abs(startSeconds - timeline.bars[index]!.startSeconds),
  );
  expect(Math.max(...off)).toBeLessThan(0.003);
  expect(Math.abs(again.seconds - timeline.seconds)).toBeLessThan(0.003);
  expect(again.passages.map(({ name }) => name)).toEqual(timeline.passages.map(({ name }) => name));
  expect(again.fermatas.map(({ seconds }) => seconds)).toEqual(
    timeline.fermatas.map(({ seconds }) => seconds),
  );
});

test('tempos come back as they were written, ramps as ramps', () => {
  const { map } = back(
    song(
      'song 96, in 4/4, count 4\nA: 8\nB: 16, tempo 96 > 144\nC: 4, tempo 137.5\nD: 6, in 6/8, tempo q. 72',
    ),
  );
  expect(map.start.tempo).toEqual({ perMinute: 96, unit: 'quarter' });
  expect(Object.values(map.sections).map(({ tempo }) => tempo)).toEqual([
    null,
    { kind: 'ramp', shape: 'even-per-beat', from: 96, to: 144, unit: 'quarter' },
    { kind: 'held', perMinute: 137.5, unit: 'quarter' },
    { kind: 'held', perMinute: 72, unit: 'dotted-quarter' },
  ]);
});

test('the count-in, the cues and the groove come back too', () => {
  const { map, found, guessed, left } = back(
    song(
      'song 120, in 4/4, count 6\ngroove Rock = hh 8ths, sn >2 >4, bd 1 3\nVerse: 8, groove Rock; cue 5.3 listen "guitar"\nOut: 2',
    ),
  );
  expect(map.start).toMatchObject({ countIn: 6, pickup: 0 });
  expect(Object.values(map.cues)).toMatchObject([
    { at: { bar: 5, ticks: 40_320 }, words: 'guitar' },
  ]);
  const [groove] = Object.values(map.patterns);
  expect(groove).toMatchObject({ name: 'Verse groove', beats: 4 });
  expect(groove!.hihat).toHaveLength(8);
  expect(groove!.bass.map(({ at }) => at)).toEqual([0, 40_320]);
  expect(groove!.snare.map(({ at }) => at)).toEqual([20_160, 60_480]);
  expect(found[0]).toBe('10 bars in 2 sections, in 4/4.');
  expect(guessed).toEqual(['What comes before “Verse” is a count-in of 6 beats.']);
  expect(left).toEqual(['The click’s own notes: Ebrant makes its click itself.']);
});

test('a fill and a swing come back as they are played', () => {
  const { map, found, left } = back(
    song(
      'song 120, in 4/4, count 4\ngroove Rock = hh 8ths, sn 2 4, bd 1 3\nfill Down, 2 beats, leading = t1 3 3e 3& 3a, ft 4 4e 4& 4a\nVerse: 8, groove Rock, feel swung eighths 1.6; fill 7.3 plays Down\nOut: 8, groove Rock, feel swung eighths 1.6',
    ),
  );
  expect(left).toEqual(['The click’s own notes: Ebrant makes its click itself.']);
  expect(found).toContain('1 fill.');
  const [fill] = Object.values(map.fills);
  expect(fill).toMatchObject({ from: { bar: 7, ticks: 40_320 }, to: null, lands: 'crash' });
  const { highTom, floorTom } = map.patterns[fill!.pattern!]!;
  expect([highTom, floorTom].map((row) => row.map(({ at }) => at))).toEqual([
    [0, 5040, 10_080, 15_120],
    [20_160, 25_200, 30_240, 35_280],
  ]);
  expect(Object.values(map.sections).map(({ feel }) => feel?.swing)).toEqual([
    { of: 'eighths', ratio: 1.6 },
    { of: 'eighths', ratio: 1.6 },
  ]);
});

/** A file of one track: events at ticks, 480 to a quarter. */
const fileOf = (events: readonly (readonly [ticks: number, event: MidiEvent])[], end: number) => {
  const timed = events.map(([ticks, event]) => ({ ticks, event }));
  return writeMidi({ format: 0, division: 480, tracks: [{ events: timed, end }] });
};
const meter = (numerator: number, denominator = 4): MidiEvent => ({
  type: 'meter',
  numerator,
  denominator,
  clocks: 24,
});
const marker = (text: string): MidiEvent => ({ type: 'text', kind: 'marker', text });
const opened = (events: Parameters<typeof fileOf>[0], bars: number) => {
  const read = songFromMidi(fileOf(events, bars * 1920), 'file', 0.005);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
};
const namesOf = ({ map }: { map: RoadMap }) =>
  compile(map).passages.map(({ name, bars }) => `${name} ${bars}`);

test('a meter a tick beside its bar line adds no bar, and is put on it', () => {
  for (const beside of [-1, 1, 3]) {
    const { map, guessed } = opened(
      [
        [0, meter(4)],
        [4 * 1920 + beside, meter(3)],
      ],
      7,
    );
    const { bars } = compile(map);
    expect(bars.map(({ meter: { numerator } }) => numerator)).toEqual([4, 4, 4, 4, 3, 3, 3, 3]);
    expect(guessed).toContainEqual(expect.stringMatching(/bar 5 stands beside its bar line/));
  }
});

test('a meter in the middle of a bar cuts it short, to what is there', () => {
  const { map, found } = opened(
    [
      [0, meter(4)],
      [1920 + 960, meter(3)],
    ],
    4,
  );
  expect(compile(map).bars.map(({ meter: { numerator } }) => numerator)).toEqual([
    4, 2, 3, 3, 3, 3,
  ]);
  expect(found[1]).toMatch(/at most 0\.0 ms off/);
});

test('what is said to be off is taken from the map itself', () => {
  // A bar cut by a triplet is no bar of any meter: it becomes thirty-seconds, and lines lie beside.
  const { guessed, found } = opened(
    [
      [0, meter(4)],
      [1920 + 320, meter(4)],
    ],
    3,
  );
  expect(guessed).toContain('Bar lines come up to 21 ms beside those of the file.');
  // 20 of 480 ticks at 120 a minute.
  expect(found[1]).toMatch(/at most 20\.8 ms off/);
});

test('a name keeps its fraction unless all of them are there; two names in a bar are both kept', () => {
  const at = (bar: number, text: string) => [bar * 1920, marker(text)] as const;
  expect(namesOf(opened([at(0, 'Verse 1/2'), at(2, 'Out')], 4))).toEqual(['Verse 1/2 2', 'Out 2']);
  expect(namesOf(opened([at(0, 'Verse 1/2'), at(2, 'Verse 2/2')], 4))).toEqual([
    'Verse 2',
    'Verse 2',
  ]);
  const both = opened([at(0, 'Verse'), [480, marker('B')], at(2, 'Out')], 4);
  expect(namesOf(both)).toEqual(['Verse / B 2', 'Out 2']);
  expect(both.guessed).toContain('“Verse” and “B” begin in one bar: they are one section.');
  const counted = opened([at(0, 'Count in'), at(1, 'Verse')], 4);
  expect(counted.map.start.countIn).toBe(4);
});
