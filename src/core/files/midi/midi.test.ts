import { Midi } from '@tonejs/midi';
import fc from 'fast-check';
import { NO_OVERRIDES } from '../../music/click';
import { TICKS_PER_QUARTER } from '../../music/time';
import { program, STRAIGHT_ON, soloProgram, soundingClicks } from '../../song/set';
import { compile } from '../../song/timeline';
import { forms, quarter, roadMapOf, roadMaps } from '../../testing';
import {
  DIVISION,
  exportMidi,
  type MidiEvent,
  type MidiFile,
  readMidi,
  type Timed,
  writeMidi,
} from '.';

const hex = (bytes: Uint8Array) => Buffer.from(bytes).toString('hex');
const fileOf = (...events: Timed[]): MidiFile => ({
  format: 1,
  division: 960,
  tracks: [{ events, end: 960 }],
});
const at0 = (event: MidiEvent): Timed => ({ ticks: 0, event });

// Standard MIDI Files 1.0, RP-001, MIDI Manufacturers Association: Set Tempo, Time Signature,
// Marker, Cue Point and Lyric.
test.each<[string, MidiEvent, string]>([
  ['120 a minute', { type: 'tempo', microseconds: 500_000 }, 'ff510307a120'],
  [
    '6/8 with a click a dotted quarter',
    { type: 'meter', numerator: 6, denominator: 8, clocks: 36 },
    'ff580406032408',
  ],
  ['a marker', { type: 'text', kind: 'marker', text: 'Verse' }, 'ff06055665727365'],
  ['a lyric', { type: 'text', kind: 'lyric', text: 'la' }, 'ff05026c61'],
  ['a cue point', { type: 'text', kind: 'cue-point', text: 'go' }, 'ff0702676f'],
  ['a note on channel 10', { type: 'note-on', channel: 9, key: 76, velocity: 112 }, '994c70'],
])('%s is written as the standard says', (_, event, bytes) => {
  expect(hex(writeMidi(fileOf(at0(event))))).toContain(bytes);
});

// Set Tempo from the same standard: microseconds a quarter, rounded.
test.each([
  [120, 500_000],
  [92, 652_174],
  [100, 600_000],
  [126, 476_190],
  [137, 437_956],
])('a song at %i starts with %i µs a quarter', (perMinute, microseconds) => {
  const map = roadMapOf([{ bars: 8, tempo: quarter(perMinute) }]);
  const [conductor] = exportMidi('Song', soloProgram('Song', compile(map))).tracks;
  expect(
    conductor!.events.filter(({ event }) => event.type === 'tempo').map(({ event }) => event),
  ).toEqual([{ type: 'tempo', microseconds }]);
});

const events: fc.Arbitrary<MidiEvent> = fc.oneof(
  fc
    .integer({ min: 1, max: 0xff_ffff })
    .map((microseconds) => ({ type: 'tempo' as const, microseconds })),
  fc.record({
    type: fc.constant('meter' as const),
    numerator: fc.integer({ min: 1, max: 255 }),
    denominator: fc.constantFrom(1, 2, 4, 8, 16, 32),
    clocks: fc.integer({ min: 0, max: 255 }),
  }),
  fc.record({
    type: fc.constant('text' as const),
    kind: fc.constantFrom('marker' as const, 'lyric' as const, 'track-name' as const),
    text: fc.string({ unit: 'grapheme', maxLength: 200 }),
  }),
  fc.record({
    type: fc.constantFrom('note-on' as const, 'note-off' as const),
    channel: fc.integer({ min: 0, max: 15 }),
    key: fc.integer({ min: 0, max: 127 }),
    velocity: fc.integer({ min: 1, max: 127 }),
  }),
  fc.constantFrom<MidiEvent>(
    { type: 'other', bytes: [0xc9, 5] },
    { type: 'other', bytes: [0xb9, 7, 100] },
    { type: 'other', bytes: [0xf0, 3, 1, 2, 0xf7] },
    { type: 'other', bytes: [0xff, 0x7f, 2, 1, 2] },
  ),
);

const files: fc.Arbitrary<MidiFile> = fc.record({
  format: fc.constant(1 as const),
  division: fc.integer({ min: 1, max: 0x7fff }),
  tracks: fc.array(
    fc
      .array(fc.tuple(fc.integer({ min: 0, max: 300_000 }), events), { maxLength: 20 })
      .map((list) => {
        let ticks = 0;
        const timed = list.map(([gap, event]) => {
          ticks += gap;
          return { ticks, event };
        });
        return { events: timed, end: ticks + 10 };
      }),
    { minLength: 1, maxLength: 4 },
  ),
});

test('what is written is read back the same', () => {
  fc.assert(
    fc.property(files, (file) =>
      expect(readMidi(writeMidi(file))).toEqual({ ok: true, value: file }),
    ),
  );
});

test('a file cut short anywhere, or of any other bytes, is refused with the place', () => {
  const whole = writeMidi(exportMidi('S', soloProgram('S', compile(roadMapOf([{ bars: 2 }])))));
  for (let length = 0; length < whole.length; length++) {
    const result = readMidi(whole.subarray(0, length));
    expect(result.ok ? '' : result.problem.place).toMatch(/^MIDI file, byte \d+$/);
  }
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) =>
      expect(readMidi(bytes).ok).toBe(false),
    ),
  );
});

test('running status, and a note-on of velocity 0 as a note-off, are understood', () => {
  const track = [0, 0x99, 76, 100, 10, 76, 0, 0, 0xff, 0x2f, 0];
  const bytes = [
    ...Buffer.from('MThd'),
    0,
    0,
    0,
    6,
    0,
    0,
    0,
    1,
    3,
    0xc0,
    ...Buffer.from('MTrk'),
    0,
    0,
    0,
    track.length,
    ...track,
  ];
  const result = readMidi(Uint8Array.from(bytes));
  expect(result.ok && result.value.tracks[0]?.events.map(({ event }) => event.type)).toEqual([
    'note-on',
    'note-off',
  ]);
});

/** Click times as an independent reader understands the file. */
const independent = (file: MidiFile) => {
  const midi = new Midi(writeMidi(file));
  return { midi, notes: midi.tracks.flatMap((track) => track.notes) };
};

test('over three hours at 137 an independent reader finds every click within one tick', () => {
  const bars = Math.ceil((3 * 3600 * 137) / 60 / 4);
  const map = roadMapOf(
    [2000, 2000, 2000, bars - 6000].map((count) => ({ bars: count })),
    { tempo: { perMinute: 137, unit: 'quarter' } },
  );
  const timeline = compile(map);
  const file = exportMidi('Long', soloProgram('Long', timeline));
  const { notes } = independent(file);
  const tick = 60 / 137 / DIVISION;
  expect(notes).toHaveLength(timeline.clicks.length);
  const worst = notes.reduce(
    (most, note, index) =>
      Math.max(
        most,
        Math.abs(note.time - (timeline.clicks[index]!.seconds + timeline.countIn.seconds)),
      ),
    0,
  );
  expect(timeline.seconds).toBeGreaterThan(3 * 3600 - 2);
  expect(worst).toBeLessThan(tick);
  const tempos = file.tracks[0]!.events.filter(({ event }) => event.type === 'tempo');
  expect(tempos.length).toBeLessThan(150);
});

test('any song: an independent reader finds every click where the timeline has it', () => {
  fc.assert(
    fc.property(roadMaps, (map) => {
      const timeline = compile(map);
      const { notes } = independent(exportMidi('Song', soloProgram('Song', timeline)));
      expect(notes).toHaveLength(timeline.clicks.length);
      notes.forEach((note, index) => {
        expect(
          Math.abs(note.time - timeline.countIn.seconds - timeline.clicks[index]!.seconds),
        ).toBeLessThan(0.0005);
      });
    }),
    { numRuns: 60 },
  );
});

test('with repeats, time changes and fermatas an independent reader finds every click at its time', () => {
  fc.assert(
    fc.property(forms, (map) => {
      const timeline = compile(map);
      const file = exportMidi('Song', soloProgram('Song', timeline));
      const { notes } = independent(file);
      expect(notes).toHaveLength(timeline.clicks.length);
      const worst = notes.reduce(
        (most, note, index) =>
          Math.max(
            most,
            Math.abs(note.time - timeline.countIn.seconds - timeline.clicks[index]!.seconds),
          ),
        0,
      );
      expect(worst).toBeLessThan(0.0005);
    }),
    { numRuns: 60 },
  );
});

test('a fermata is beats of its bar that last as long, and every later bar begins on a bar line', () => {
  const map = roadMapOf(
    [{ id: 'a', bars: 4 }],
    { countIn: 0 },
    {
      fermatas: [
        {
          id: 'h',
          section: 'a',
          at: { bar: 2, ticks: 3 * TICKS_PER_QUARTER },
          seconds: 20,
        },
      ],
    },
  );
  const { events } = exportMidi('S', soloProgram('S', compile(map))).tracks[0]!;
  const meters = events.flatMap(({ ticks, event }) =>
    event.type === 'meter' ? [[ticks / 960, event.numerator]] : [],
  );
  expect(meters).toEqual([
    [0, 4],
    [4, 6],
    [10, 4],
  ]);
});

test('a set with gaps and a segue keeps every song at its time', () => {
  const map = (perMinute: number) =>
    compile(
      roadMapOf(
        [
          { name: 'A', bars: 12 },
          { name: 'B', bars: 7, times: 2 },
        ],
        { tempo: { perMinute, unit: 'quarter' }, countIn: 6 },
      ),
    );
  const joined = program([
    { title: 'One', timeline: map(137), gap: { kind: 'seconds', seconds: 12.5 } },
    { title: 'Two', timeline: map(93), gap: STRAIGHT_ON },
    { title: 'Three', timeline: map(171), gap: STRAIGHT_ON },
  ]);
  const { notes, midi } = independent(exportMidi('Set', joined));
  const due = joined.songs.flatMap((song) =>
    soundingClicks(song).map((click) => song.barOne + click.seconds),
  );
  expect(notes).toHaveLength(due.length);
  notes.forEach((note, index) => {
    expect(Math.abs(note.time - due[index]!)).toBeLessThan(0.0003);
  });
  expect(midi.header.meta.filter(({ type }) => type === 'marker').map(({ text }) => text)).toEqual([
    'One: count-in',
    'A',
    'B 1/2',
    'B 2/2',
    'Two: count-in',
    'A',
    'B 1/2',
    'B 2/2',
    'A',
    'B 1/2',
    'B 2/2',
  ]);
});

test('a count of six in 4/4 is a bar of two and a bar of four before bar 1', () => {
  const file = exportMidi('S', soloProgram('S', compile(roadMapOf([{ bars: 4 }], { countIn: 6 }))));
  const meters = file.tracks[0]!.events.filter(({ event }) => event.type === 'meter');
  expect(
    meters.map(({ ticks, event }) => [ticks, event.type === 'meter' && event.numerator]),
  ).toEqual([
    [0, 2],
    [2 * 960, 4],
  ]);
});

test('the metronome of 6/8 clicks in dotted quarters, that of 7/8 in eighths', () => {
  const clocks = (numerator: number) => {
    const map = roadMapOf([{ bars: 1 }], { countIn: 0, meter: { numerator, denominator: 8 } });
    const found = exportMidi('S', soloProgram('S', compile(map))).tracks[0]!.events.find(
      ({ event }) => event.type === 'meter',
    );
    return found?.event.type === 'meter' && found.event.clocks;
  };
  expect([clocks(6), clocks(7)]).toEqual([36, 12]);
});

test('clicks are on channel 10 and their notes never overlap', () => {
  const map = roadMapOf([
    { bars: 4, tempo: quarter(400), meter: { numerator: 4, denominator: 4 } },
  ]);
  const [, clicks] = exportMidi('S', soloProgram('S', compile(map))).tracks;
  const notes = clicks!.events.filter(({ event }) => event.type.startsWith('note'));
  expect(notes.map(({ event }) => event.type)).toEqual(
    notes.map((_, index) => (index % 2 ? 'note-off' : 'note-on')),
  );
  expect(notes.every(({ event }) => 'channel' in event && event.channel === 9)).toBe(true);
});

// The middle of a step: the closed form of the ramp against the straight line through its ends.
test('ramps are as fine as is wanted, and the file says by how much it is off', () => {
  const map = roadMapOf([
    {
      bars: 4,
      tempo: { kind: 'ramp', shape: 'even-per-beat', from: 60, to: 120, unit: 'quarter' },
    },
  ]);
  const song = soloProgram('Ramp', compile(map));
  const said = (ramps: 'quarter' | 'sixteenth' | 'sixty-fourth') => {
    const [first] = exportMidi('Ramp', song, { click: true, ramps }).tracks;
    const text = first!.events.flatMap(({ event }) =>
      event.type === 'text' && event.kind === 'text' ? [event.text] : [],
    )[0]!;
    return Number(/([\d.]+) ms off/.exec(text)![1]);
  };
  // Steepest at its beginning: from 60 up by 3.75 a quarter.
  const at = (quarter: number) => (60 / 3.75) * Math.log(1 + (3.75 * quarter) / 60);
  const off = (step: number) => 1000 * Math.abs(at(step / 2) - at(step) / 2);
  expect(said('quarter')).toBeCloseTo(off(1), 2);
  expect(said('sixteenth')).toBeCloseTo(off(1 / 4), 2);
  expect(said('sixty-fourth')).toBeLessThan(0.1);
  const count = (ramps: 'quarter' | 'sixty-fourth') =>
    exportMidi('Ramp', song, { click: true, ramps }).tracks[0]!.events.filter(
      ({ event }) => event.type === 'tempo',
    ).length;
  expect(count('sixty-fourth')).toBeGreaterThan(15 * count('quarter') - 20);
});

test('format 0 holds the same in one track, as an independent reader finds', () => {
  const song = soloProgram('One', compile(roadMapOf([{ bars: 2 }, { bars: 3 }])));
  const [many, one] = ([1, 0] as const).map((format) => {
    const file = exportMidi('One', song, { click: true, format });
    return { file, heard: new Midi(writeMidi(file)) };
  }) as [{ file: MidiFile; heard: Midi }, { file: MidiFile; heard: Midi }];
  expect(one.file).toMatchObject({ format: 0, tracks: [expect.anything()] });
  const times = ({ heard }: { heard: Midi }) =>
    heard.tracks.flatMap(({ notes }) => notes.map(({ time }) => time)).sort((a, b) => a - b);
  expect(times(one)).toEqual(times(many));
  expect(times(one)).toHaveLength(24);
});

test('a click 20 dB softer has a tenth of the amplitude where velocity squared is amplitude', () => {
  const velocity = (level: number) => {
    const map = roadMapOf([{ bars: 1 }], { countIn: 0 });
    const click = { ...NO_OVERRIDES, atPulse: { sound: 'block' as const, level, pan: 0 } };
    const { tracks } = exportMidi('S', soloProgram('S', compile({ ...map, click })));
    const notes = tracks[1]!.events.flatMap(({ event }) =>
      event.type === 'note-on' ? [event.velocity] : [],
    );
    return notes[1];
  };
  expect(velocity(0)).toBe(112);
  // Sound level goes with 40 log10 of the value, as General MIDI has it for volume (from memory).
  expect(velocity(-20)).toBe(Math.round(112 / Math.sqrt(10)));
});

test('a longer header is passed over, and text in other letters is read', () => {
  const latin = [0, 0xff, 0x06, 4, 0x43, 0xf4, 0x74, 0xe9];
  // カウント, in Shift-JIS (JIS X 0208).
  const japanese = [0, 0xff, 0x06, 8, 0x83, 0x4a, 0x83, 0x45, 0x83, 0x93, 0x83, 0x67];
  const track = [...latin, ...japanese, 0, 0xff, 0x2f, 0];
  const header = [0, 0, 0, 8, 0, 0, 0, 1, 1, 0xe0, 7, 7];
  const chunk = [...Buffer.from('MTrk'), 0, 0, 0, track.length, ...track];
  const read = readMidi(Uint8Array.from([...Buffer.from('MThd'), ...header, ...chunk]));
  if (!read.ok) throw new Error(read.problem.message);
  expect(read.value.tracks[0]?.events.map(({ event }) => event)).toMatchObject([
    { kind: 'marker', text: 'Côté' },
    { kind: 'marker', text: 'カウント' },
  ]);
});
