import fc from 'fast-check';
import { TICKS_PER_QUARTER } from '../time';
import {
  difficultyOf,
  divisionOf,
  easierWays,
  figuresOf,
  handOn,
  loadsOf,
  newPattern,
  type Pattern,
  patternSchema,
  STARTING_POINTS,
  shifted,
  stick,
  strokesOf,
  troublesOf,
  VOICES,
  written,
} from '.';
import { FOUR_FOUR, patterns, typed } from './testing';

/** Seconds a tick at so many quarters a minute. */
const at = (perMinute: number) => 60 / perMinute / TICKS_PER_QUARTER;
const figures = (text: string, perMinute = 120) => {
  const pattern = typed(text);
  return figuresOf(pattern, stick(pattern), at(perMinute));
};

const stepAt = (pattern: Pattern, perMinute: number) =>
  difficultyOf(pattern, stick(pattern), at(perMinute)).step;

test('the fastest run is told by limb, length and strokes a second', () => {
  // Three sixteenths of the foot at 120 are 8 a second.
  expect(figures('hh quarters, bd 1 1e 1& 3').run).toEqual({
    limb: 'right foot',
    strokes: 3,
    perSecond: expect.closeTo(8, 9),
  });
  expect(figures('hh 8ths').run).toMatchObject({ limb: 'right hand', strokes: 8 });
});

test('independence is what falls together, what falls alone, and how many ways feet lie to hands', () => {
  expect(figures('hh 8ths, sn 2 4, bd 1 3')).toMatchObject({ together: 4, alone: 4, offsets: 1 });
  expect(figures('hh 8ths, sn 2 4, bd 1 2a 3e')).toMatchObject({
    together: 3,
    alone: 7,
    offsets: 2,
  });
});

test('the spread is from the softest to the loudest stroke in decibels', () => {
  expect(figures('sn 1 2 3').spread).toBe(0);
  // Accents sound at 1.3 of a plain stroke, ghost notes at 0.35: 20 log10(1.3 / 0.35) dB.
  expect(figures('sn >1 (2) 3').spread).toBeCloseTo(11.3975, 4);
});

test('moves between surfaces are counted, with the time there is for the shortest', () => {
  const { moves } = figures('sn 1:R, t1 1e:R, ft 2:R');
  expect(moves.count).toBe(2);
  expect(moves.shortest).toBeCloseTo(0.125, 9);
  expect(figures('hh 8ths').moves).toEqual({ count: 0, shortest: undefined });
});

test('every easier way lowers a figure, raises none, and says what it leaves out', () => {
  let offered = 0;
  for (const text of [
    'hh 16ths, sn >2 (2a) >4, bd 1 2a 3',
    'rd 8ths, sn >2 4:f, bd 1 1e 2& 3',
    'sn (1) (1e) >1& (1a), bd quarters',
  ]) {
    const pattern = typed(text);
    const peak = (one: Pattern) =>
      Math.max(...loadsOf(one, stick(one), at(120)).map((load) => load.peak));
    for (const { change, leavesOut } of easierWays(pattern)) {
      const easier = { ...pattern, ...change };
      expect(leavesOut).toMatch(/^Leaves out .*\.$/);
      expect(peak(easier)).toBeLessThanOrEqual(peak(pattern) + 1e-9);
      expect(strokesOf(easier).length).toBeLessThanOrEqual(strokesOf(pattern).length);
      expect(stepAt(easier, 120)).toBeLessThanOrEqual(stepAt(pattern, 120));
      offered++;
    }
  }
  expect(offered).toBeGreaterThan(8);
  expect(easierWays(typed('bd 1'))).toEqual([]);
});

test('the one kick that is hard is dropped by name', () => {
  const ways = easierWays(typed('hh 8ths, sn >2 >4, bd 1 2a 3'));
  const foot = ways.find(({ name }) => name === 'foot on the eighths');
  expect(foot?.leavesOut).toBe('Leaves out one stroke of the foot between the eighths.');
  expect(foot?.change.bass).toEqual([{ at: 0 }, { at: 2 * TICKS_PER_QUARTER }]);
});

test('any easier version of any pattern is a pattern', () => {
  fc.assert(
    fc.property(patterns, (pattern) => {
      for (const { change } of easierWays(pattern))
        expect(patternSchema.safeParse({ ...pattern, ...change }).error).toBeUndefined();
    }),
  );
});

const troubles = (text: string, perMinute = 120) => {
  const pattern = typed(text);
  return troublesOf(pattern, stick(pattern), at(perMinute)).map(({ sentence }) => sentence);
};

test.each([
  [
    'hh 1, sn 1, t1 1',
    'Bar 1, 1: hi-hat, high tom, snare are more than two hands can strike at once.',
  ],
  ['sn 2e:R, t1 2e:R', 'Bar 1, 2 e: one hand cannot strike high tom, snare at once.'],
  ['bd 3:B', 'Bar 1, 3: both feet cannot be on the pedal of the bass drum.'],
  ['bd 1 | hf 2&:B', 'Bar 2, 2 &: both feet cannot be on the pedal of the hi-hat by foot.'],
  ['hh 1:B, sn 1', 'Bar 1, 1: hi-hat, snare are more than two hands can strike at once.'],
])('%s cannot be played, and says where', (text, sentence) => {
  expect(troubles(text)).toEqual([sentence]);
});

test('two surfaces far apart within 20 ms are too much for one hand', () => {
  // A sixty-fourth at 240 lasts 15.6 ms.
  expect(troubles('hh 1:R, ft 1+1/16:R', 240)[0]).toMatch(
    /16 ms are too short from hi-hat to floor tom/,
  );
  expect(troubles('hh 1:R, ft 1+1/16:R', 60)).toEqual([]);
  expect(troubles('hh 1:R, ft 1+1/16:L', 240)).toEqual([]);
});

test('all starting points can be played', () => {
  for (const { typed: text, meter } of STARTING_POINTS) {
    const pattern = typed(text, { meter });
    expect(troublesOf(pattern, stick(pattern), at(120))).toEqual([]);
  }
});

test('a pattern is straight, in triplets, or mixed', () => {
  expect(divisionOf(typed('hh 16ths, sn 2'))).toBe('straight');
  expect(divisionOf(typed('hh 1 1+2/3 2 2+2/3'))).toBe('triplets');
  expect(divisionOf(typed('hh 8ths, sn 4+1/3'))).toBe('mixed');
});

// International Drum Rudiments, Percussive Arts Society; from memory.
test.each([
  ['single paradiddle', 'sn 1:R 1e:L 1&:R 1a:R 2:L 2e:R 2&:L 2a:L', 'RLRRLRLL'],
  ['double stroke open roll', 'sn 1:R 1e:R 1&:L 1a:L', 'RRLL'],
  ['seven-stroke roll', 'sn 1:R 1+1/8:R 1e:L 1+3/8:L 1&:R 1+5/8:R 1a:L', 'RRLLRRL'],
  ['single stroke four', 'sn 1:R 1+1/3:L 1+2/3:R 2:L', 'RLRL'],
  ['single stroke roll', 'sn 16ths', 'RLRLRLRLRLRLRLRL'],
])('the %s keeps its hands', (_, text, hands) => {
  const rudiment = typed(text, { kind: 'fill', sticking: 'alternating' });
  expect(
    stick(rudiment)
      .map(({ hand }) => hand)
      .join(''),
  ).toBe(hands);
});

test('the mirror of a mirrored sticking is the sticking', () => {
  const other = { R: 'L', L: 'R', B: 'B' } as const;
  fc.assert(
    fc.property(patterns, (pattern) => {
      const bare = written('hh 8ths, sn 2 4', newPattern('p', FOUR_FOUR));
      const free = { ...pattern, ...bare, meter: FOUR_FOUR, beats: 4 } as Pattern;
      const right = stick(free);
      const left = stick(free, { hand: 'left', places: {}, pedals: 1 });
      expect(left.map(({ hand }) => hand)).toEqual(right.map(({ hand }) => other[hand]));
    }),
  );
});

// General MIDI Level 1, percussion on channel 10; from memory.
test('every voice has its General MIDI key', () => {
  const keys = Object.fromEntries(
    VOICES.flatMap(({ id, articulations }) =>
      articulations.map((one) => [`${id} ${one.id}`, one.key]),
    ),
  );
  expect(keys).toMatchObject({
    'bass struck': 36,
    'snare cross-stick': 37,
    'snare head': 38,
    'hihat closed': 42,
    'pedal pedal': 44,
    'hihat open': 46,
    'crash struck': 49,
    'crash2 struck': 57,
    'ride bow': 51,
    'ride bell': 53,
    'ride edge': 59,
    'china struck': 52,
    'splash struck': 55,
    'tambourine struck': 54,
    'cowbell struck': 56,
  });
  const toms = ['floorTom2', 'floorTom', 'middleTom', 'highTom'].map((id) => keys[`${id} struck`]!);
  expect([...toms].sort((a, b) => a - b)).toEqual(toms);
  expect(toms.every((key) => [41, 43, 45, 47, 48, 50].includes(key))).toBe(true);
});

// Weinberg, Guide to Standardized Drumset Notation, Percussive Arts Society 1998; from memory. Spaces
// of a treble staff from the bottom are f/4, a/4, c/5, e/5; its top line is f/5.
test('every drum lies on the staff where the guide has it', () => {
  const staff = Object.fromEntries(VOICES.map(({ id, staff: line }) => [id, line]));
  expect(staff).toMatchObject({
    bass: 'f/4',
    floorTom: 'a/4',
    snare: 'c/5',
    highTom: 'e/5',
    ride: 'f/5',
    hihat: 'g/5',
    crash: 'a/5',
    pedal: 'd/4',
  });
  expect(new Set(Object.values(staff)).size).toBe(VOICES.length);
});

test('shifting and moving the hand lose no stroke that fits', () => {
  const groove = typed('hh 8ths, sn 2 4, bd 1 3');
  expect(strokesOf({ ...groove, ...handOn(groove, 'ride') })).toHaveLength(12);
  expect(strokesOf({ ...groove, ...shifted(groove, TICKS_PER_QUARTER / 4) })).toHaveLength(12);
});
