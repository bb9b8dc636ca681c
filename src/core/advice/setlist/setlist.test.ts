import fc from 'fast-check';
import { apply } from '../../base/document';
import { LIMBS, type Limb } from '../../music/kit';
import {
  blankSet,
  type Gap,
  joinSet,
  type SetItem,
  type SongInSet,
  STRAIGHT_ON,
  setKind,
} from '../../song/set';
import { compile } from '../../song/timeline';
import { roadMapFrom } from '../../text/shorthand';
import {
  betterOrder,
  COSTS,
  costOf,
  factsOf,
  fifthsBetween,
  type LimbLoad,
  remarksOnSet,
  type SongFacts,
  stepsBetween,
} from '.';

/** Words of songs as they are tried: the shorthand, and what the set says of it. */
type Tried = Partial<Pick<SetItem, 'gap' | 'key' | 'tempo' | 'keeps'>> & {
  readonly text: string;
  readonly loads?: readonly LimbLoad[];
};

const gap = (seconds: number): Gap => ({ kind: 'seconds', seconds });
const TITLES = 'ABCDEFGH';

const joined = (tried: readonly Tried[]): SongInSet[] => {
  const items = tried.map(
    ({ gap: after = gap(20), key = '', tempo = null, keeps = null }, index): SetItem => ({
      id: `i${index}`,
      kind: 'song',
      order: `a${index}`,
      arrangement: `00000000-0000-4000-8000-00000000000${index}`,
      gap: after,
      tempo,
      key,
      cuts: [],
      keeps,
    }),
  );
  const maps = tried.map(({ text }) => roadMapFrom(text));
  return joinSet(
    items,
    (arrangement) => ({
      title: TITLES[Number(arrangement.at(-1))] ?? '',
      map: maps[Number(arrangement.at(-1))]!,
    }),
    compile,
  ).songs as SongInSet[];
};

const facts = (...tried: Tried[]): SongFacts[] =>
  joined(tried).flatMap((song, index) => factsOf(song, tried[index]?.loads) ?? []);

const said = (tried: readonly Tried[], slotMinutes?: number): string[] => {
  const songs = facts(...tried);
  const seconds = songs.reduce(
    (sum, song, index) =>
      sum +
      song.seconds +
      (index < songs.length - 1 && 'seconds' in song.gap ? song.gap.seconds : 0),
    0,
  );
  const slot = slotMinutes === undefined ? undefined : slotMinutes * 60;
  return remarksOnSet({ songs, seconds, slot }).map(({ sentence }) => sentence);
};

const song = (tempo: number, rest = '') => `song ${tempo}, in 4/4, count 4\nVerse: 40${rest}`;
const busy = (limb: Limb, perMinute: number, minutes = 3, without = 180): LimbLoad => ({
  limb,
  strokes: perMinute * minutes,
  longest: { from: 0, to: without },
  fastest: undefined,
});
/** 100 bars of 4/4 at 136: near to three minutes. */
const long = 'song 136, in 4/4, count 4\nVerse: 102';

// Each with a near miss beside it that must stay silent; the thresholds are common practice.
test.each<[string, readonly Tried[], string | undefined]>([
  [
    'a tempo straight on',
    [{ text: song(84), gap: STRAIGHT_ON }, { text: song(96) }],
    '“B” goes straight on at 96 after 84: nobody counts the new tempo.',
  ],
  [
    'the same tempo straight on',
    [{ text: song(96), gap: STRAIGHT_ON }, { text: song(96) }],
    undefined,
  ],
  [
    'nearly the same tempo straight on',
    [{ text: song(96), gap: STRAIGHT_ON }, { text: song(97) }],
    undefined,
  ],
  [
    'a tempo straight on that is taken over',
    [
      { text: song(84), gap: STRAIGHT_ON },
      { text: song(96), tempo: { kind: 'as-before' } },
    ],
    undefined,
  ],
  [
    'twice the tempo after a short gap',
    [{ text: song(84), gap: gap(5) }, { text: song(168) }],
    '“A” ends at 84, “B” begins at 168, with 5 seconds between: the old tempo is still in the body.',
  ],
  [
    'twice the tempo after some time',
    [{ text: song(84), gap: gap(15) }, { text: song(168) }],
    undefined,
  ],
  [
    'a third more after a short gap',
    [{ text: song(84), gap: gap(5) }, { text: song(112) }],
    undefined,
  ],
  [
    'a ramp that has come to the next tempo',
    [
      { text: 'song 80, in 4/4, count 4\nVerse: 8, tempo 80 > 160', gap: gap(5) },
      { text: song(160) },
    ],
    undefined,
  ],
  [
    'a dotted quarter that is as fast as a quarter',
    [{ text: song(90), gap: gap(5) }, { text: 'song q. 90, in 6/8, count 6\nVerse: 8' }],
    undefined,
  ],
  [
    'another meter straight on',
    [{ text: song(100), gap: STRAIGHT_ON }, { text: 'song 100, in 3/4, count 3\nVerse: 8' }],
    '“B” goes straight on in 3/4 after 4/4: nobody counts it in.',
  ],
  [
    'another meter after a count',
    [{ text: song(100), gap: gap(5) }, { text: 'song 100, in 3/4, count 3\nVerse: 8' }],
    undefined,
  ],
  [
    'the meter in which a song ends',
    [
      { text: 'song 100, in 4/4, count 4\nVerse: 8\nOut: 4, in 3/4', gap: STRAIGHT_ON },
      { text: 'song 100, in 3/4, count 3\nVerse: 8' },
    ],
    undefined,
  ],
  [
    'another grouping straight on',
    [
      { text: 'song 100, in 7/8 2+2+3, count 7\nVerse: 8', gap: STRAIGHT_ON },
      { text: 'song 100, in 7/8 3+2+2, count 7\nVerse: 8' },
    ],
    '“B” goes straight on in 7/8 3+2+2 after 7/8 2+2+3: nobody counts it in.',
  ],
  [
    'swung after straight at nearly the same tempo',
    [{ text: song(120) }, { text: song(124, ', feel swung eighths 2:1') }],
    '“A” ends straight, “B” begins swung eighths, at nearly the same tempo: the one slips into the other.',
  ],
  [
    'swung after straight at another tempo',
    [{ text: song(120) }, { text: song(150, ', feel swung eighths 2:1') }],
    undefined,
  ],
  [
    'swung after swung',
    [
      { text: song(120, ', feel swung eighths 2:1') },
      { text: song(124, ', feel swung eighths 2:1') },
    ],
    undefined,
  ],
  [
    'another key straight on',
    [
      { text: song(100), key: 'A', gap: STRAIGHT_ON },
      { text: song(100), key: 'B flat' },
    ],
    '“B” goes straight on in B flat after A.',
  ],
  [
    'a key and its relative straight on',
    [
      { text: song(100), key: 'A minor', gap: STRAIGHT_ON },
      { text: song(100), key: 'C' },
    ],
    undefined,
  ],
  [
    'another key after a gap',
    [
      { text: song(100), key: 'A', gap: gap(8) },
      { text: song(100), key: 'B flat' },
    ],
    undefined,
  ],
  [
    'a key that nobody has said',
    [{ text: song(100), key: 'A', gap: STRAIGHT_ON }, { text: song(100) }],
    undefined,
  ],
  [
    'the same limb busy twice in a row',
    [
      { text: long, gap: gap(10), loads: [busy('right hand', 270)] },
      { text: long, loads: [busy('right hand', 300)] },
    ],
    'The right hand has 270 strokes a minute in “A” and 300 in “B”, with 10 seconds between.',
  ],
  [
    'two limbs busy twice in a row, without a pause',
    [
      { text: long, gap: gap(0), loads: [busy('right hand', 270), busy('right foot', 150)] },
      { text: long, gap: gap(0), loads: [busy('right hand', 300), busy('right foot', 140)] },
    ],
    'The right hand and right foot have 270 and 150 strokes a minute in “A” and 300 and 140 in “B”, without a pause.',
  ],
  [
    'the same limb busy after half a minute',
    [
      { text: long, gap: gap(30), loads: [busy('right hand', 270)] },
      { text: long, loads: [busy('right hand', 300)] },
    ],
    undefined,
  ],
  [
    'another limb busy',
    [
      { text: long, gap: gap(10), loads: [busy('left hand', 270)] },
      { text: long, loads: [busy('right hand', 300)] },
    ],
    undefined,
  ],
  [
    'a limb that rests within the song',
    [
      { text: long, gap: gap(10), loads: [busy('right hand', 270)] },
      { text: long, loads: [busy('right hand', 300, 3, 59)] },
    ],
    undefined,
  ],
  [
    'a limb with little to do',
    [
      { text: long, gap: gap(10), loads: [busy('right hand', 270)] },
      { text: long, loads: [busy('right hand', 200)] },
    ],
    undefined,
  ],
  [
    'a count after a loud end',
    [{ text: song(100, ', level 5'), gap: gap(2) }, { text: song(100) }],
    '“A” ends loud, and the count of “B” begins after 2 seconds: it may not be heard.',
  ],
  [
    'a count at once after a loud end',
    [{ text: song(100, ', level 4'), gap: gap(0) }, { text: song(100) }],
    '“A” ends loud, and the count of “B” begins at once: it may not be heard.',
  ],
  [
    'a count after a loud end that has rung out',
    [{ text: song(100, ', level 5'), gap: gap(4) }, { text: song(100) }],
    undefined,
  ],
  [
    'a count after a quiet end',
    [{ text: song(100, ', level 3'), gap: gap(2) }, { text: song(100) }],
    undefined,
  ],
  [
    'no count after a loud end',
    [
      { text: song(100, ', level 5'), gap: gap(2) },
      { text: 'song 100, in 4/4, count 0\nVerse: 40' },
    ],
    undefined,
  ],
  [
    'brushes to be taken up',
    [{ text: song(100), gap: gap(6) }, { text: song(100, '; cue 1.1 watch "brushes"') }],
    'Before “B”: “brushes”. There are 6 seconds for it.',
  ],
  [
    'a note on the song that has it tuned',
    [
      { text: song(100), gap: gap(6) },
      { text: song(100).replace('\n', ', note "tune the floor tom down"\n') },
    ],
    'Before “B”: “tune the floor tom down”. There are 6 seconds for it.',
  ],
  [
    'another stick in the hand',
    [{ text: song(100), gap: gap(6) }, { text: song(100, ', with brushes') }],
    'Before “B”: “brushes”. There are 6 seconds for it.',
  ],
  [
    'brushes in both songs',
    [{ text: song(100, ', with brushes'), gap: gap(6) }, { text: song(100, ', with brushes') }],
    undefined,
  ],
  [
    'brushes to be taken up with time for it',
    [{ text: song(100), gap: gap(20) }, { text: song(100, '; cue 1.1 watch "brushes"') }],
    undefined,
  ],
  [
    'brushes that come later',
    [{ text: song(100), gap: gap(6) }, { text: song(100, '; cue 9.1 watch "brushes"') }],
    undefined,
  ],
  [
    'a cue in the first bar that is about something else',
    [{ text: song(100), gap: gap(6) }, { text: song(100, '; cue 1.1 watch "bass alone"') }],
    undefined,
  ],
])('%s', (_, tried, sentence) => {
  expect(said(tried)).toEqual(sentence === undefined ? [] : [sentence]);
});

test('three slow songs together are said once, two are not, and half-time is slow', () => {
  const slow = { text: song(70) };
  const half = { text: song(140, ', feel half-time'), gap: gap(20) };
  expect(said([slow, slow])).toEqual([]);
  expect(said([slow, slow, { text: song(76) }])).toEqual([]);
  expect(said([slow, slow, slow, { text: song(100) }])).toEqual([
    '“A”, “B” and “C” are slow and follow one another: 70, 70 and 70 a minute as they are felt.',
  ]);
  expect(said([slow, half, slow]).filter((one) => one.includes('slow'))).toEqual([
    '“A”, “B” and “C” are slow and follow one another: 70, 70 and 70 a minute as they are felt.',
  ]);
});

test('time over a slot is said with the song that would make it fit, and fixed by leaving it out', () => {
  // 40 bars of 4/4 at 120 are 80 s, at 240 40 s; each has a count of four beats before it.
  const tried = [song(120), song(240), song(120), song(120)].map((text) => ({ text }));
  // 82 + 41 + 82 + 82 and three gaps of 20: 347 s.
  expect(said(tried, 6)).toEqual([]);
  const songs = facts(...tried);
  const judge = (slot: number) => remarksOnSet({ songs, seconds: 347, slot });
  expect(judge(342)).toEqual([]);
  expect(judge(341)[0]).toMatchObject({
    sentence: 'The set is 0:06 over its slot. Without “B” it fits.',
    item: 'i1',
  });
  expect(judge(347 - 61)[0]?.sentence).toContain('Without “B” it fits');
  expect(judge(347 - 62)[0]?.sentence).toContain('Without “C” it fits');
  expect(judge(347 - 103)[0]?.sentence).toBe(
    'The set is 1:43 over its slot. No single song that is left out would make it fit.',
  );
  expect(judge(341)[0]?.fix?.operations).toEqual([{ type: 'remove', in: 'items', id: 'i1' }]);
  const pinned = songs.map((one) => ({ ...one, keeps: 'place' as const }));
  expect(remarksOnSet({ songs: pinned, seconds: 347, slot: 341 })[0]?.fix).toBeUndefined();
  // Less than 15 % of the slot may be left, and less than a short song of two and a half minutes.
  expect(judge(496)).toEqual([]);
  expect(judge(497)[0]?.sentence).toBe(
    '2:30 of the slot are left: there is room for another song.',
  );
  const whole = remarksOnSet({ songs, seconds: 3400, slot: 3999 });
  expect(whole).toEqual([]);
  expect(remarksOnSet({ songs, seconds: 3400, slot: 4001 })).toHaveLength(1);
});

test('what is dismissed stays away, and a gap that is offered mends what it was offered for', () => {
  const tried = [{ text: song(84), gap: gap(5) }, { text: song(168) }];
  const songs = facts(...tried);
  const [remark] = remarksOnSet({ songs, seconds: 0, slot: undefined });
  expect(
    remarksOnSet({ songs, seconds: 0, slot: undefined, dismissed: new Set([remark!.id]) }),
  ).toEqual([]);
  const set = {
    ...blankSet('Late set'),
    items: Object.fromEntries(joined(tried).map(({ item }) => [item.id, item])),
  };
  const mended = apply(setKind, set, remark!.fix!.operations);
  expect(mended.ok && mended.value.document.items.i0?.gap).toEqual(gap(15));
  expect(said([{ ...tried[0]!, gap: gap(15) }, tried[1]!])).toEqual([]);
});

// The circle of fifths is common knowledge of harmony; no source.
test.each([
  ['C', 'C', 0],
  ['C', 'G', 1],
  ['F', 'C', 1],
  ['C', 'D', 2],
  ['A', 'B flat', 5],
  ['Bb', 'E', 6],
  ['C', 'F#', 6],
  ['Gb', 'F sharp', 0],
  ['A minor', 'C', 0],
  ['Em', 'G', 0],
  ['c# min', 'E', 0],
  ['B', 'Db', 2],
  ['', 'C', undefined],
  ['H', 'C', undefined],
])('from %s to %s it is %s fifths', (from, to, steps) => {
  expect(fifthsBetween(from, to)).toBe(steps);
  expect(fifthsBetween(to, from)).toBe(steps);
});

test('what a step costs is the sum of what changes', () => {
  const [a, b] = facts(
    { text: song(80), key: 'C' },
    { text: 'song 160, in 3/4, count 3\nVerse: 40, feel half-time + swung eighths 2:1', key: 'D' },
  );
  expect(stepsBetween(a!, b!).map(({ kind, words, cost }) => [kind, words, cost])).toEqual([
    ['tempo', '80 to 160', COSTS.octave],
    ['meter', '4/4 to 3/4', COSTS.meter],
    ['feel', 'straight to swung eighths, half-time', COSTS.swing + COSTS.backbeat],
    ['key', 'C to D', 2 * COSTS.fifth],
  ]);
  expect(costOf([a!, b!])).toBeCloseTo(10 + 3 + 3 + 1, 9);
  expect(stepsBetween(a!, a!)).toEqual([]);
  expect(costOf([])).toBe(0);
});

test('a song without bars is nothing to judge', () => {
  expect(facts({ text: 'song 100, in 4/4, count 4' })).toEqual([]);
  expect(betterOrder([])).toEqual({
    today: { songs: [], cost: 0 },
    best: { songs: [], cost: 0 },
    exact: true,
  });
});

const [plain] = facts({ text: song(100) });

const anySong = fc.record({
  pulse: fc.integer({ min: 60, max: 200 }),
  ends: fc.integer({ min: 60, max: 200 }),
  three: fc.boolean(),
  swung: fc.boolean(),
  key: fc.constantFrom('', 'C', 'A', 'B flat', 'F# minor'),
  felt: fc.integer({ min: 50, max: 110 }),
  busy: fc.subarray([...LIMBS]),
  gap: fc.constantFrom<Gap>(gap(5), gap(40), gap(40), STRAIGHT_ON),
  keeps: fc.constantFrom<SetItem['keeps']>(null, null, null, 'place', 'after'),
});

type AnySong = typeof anySong extends fc.Arbitrary<infer One> ? One : never;

const madeOf = (one: AnySong, index: number): SongFacts => {
  const edge = {
    ...plain!.begins,
    meter: { numerator: one.three ? 3 : 4, denominator: 4 as const },
    feel: {
      ...plain!.begins.feel,
      swing: one.swung ? { of: 'eighths' as const, ratio: 2 } : null,
    },
  };
  return {
    ...plain!,
    id: `i${index}`,
    begins: { ...edge, pulse: one.pulse },
    ends: { ...edge, pulse: one.ends },
    key: one.key,
    felt: one.felt,
    busy: new Map(one.busy.map((limb) => [limb, 300])),
    gap: one.gap,
    keeps: one.keeps,
  };
};

function* permutations<T>(all: readonly T[]): Generator<T[]> {
  if (all.length === 0) yield [];
  for (const [index, one] of all.entries())
    for (const rest of permutations(all.toSpliced(index, 1))) yield [one, ...rest];
}

/** Whether an order keeps to what is pinned, told without blocks. */
const keepsTo = (today: readonly SongFacts[], order: readonly SongFacts[]): boolean =>
  today.every((one, index) => {
    if (one.keeps === 'place' && order[index] !== one) return false;
    const before = today[index - 1];
    const together = before && (one.keeps === 'after' || before.gap.kind === 'straight-on');
    return !together || order[order.indexOf(one) - 1] === before;
  });

test('no order that is allowed is better than the one that is found: all orders of up to five songs, and of eight', () => {
  fc.assert(
    fc.property(fc.array(anySong, { minLength: 1, maxLength: 5 }), (made) => {
      const today = made.map(madeOf);
      const { best, exact } = betterOrder(today);
      expect(exact).toBe(true);
      expect(keepsTo(today, best.songs)).toBe(true);
      expect(best.cost).toBeCloseTo(costOf(best.songs), 9);
      const least = [...permutations(today)]
        .filter((order) => keepsTo(today, order))
        .reduce((low, order) => Math.min(low, costOf(order)), Number.POSITIVE_INFINITY);
      expect(best.cost).toBeCloseTo(least, 9);
    }),
    { numRuns: 100 },
  );
  const eight = fc.sample(anySong, { numRuns: 8, seed: 8 }).map((one, index) => ({
    ...madeOf(one, index),
    gap: gap(5),
    keeps: null,
  }));
  const least = [...permutations(eight)].reduce(
    (low, order) => Math.min(low, costOf(order)),
    Number.POSITIVE_INFINITY,
  );
  expect(betterOrder(eight).best.cost).toBeCloseTo(least, 9);
});

test('with more than fourteen songs the order is no worse than today’s, keeps to the pins, and says so', () => {
  fc.assert(
    fc.property(fc.array(anySong, { minLength: 24, maxLength: 24 }), (made) => {
      const today = made.map(madeOf);
      const { best, today: now, exact } = betterOrder(today);
      const apart = today.filter(
        (one, index) =>
          index === 0 || !(one.keeps === 'after' || today[index - 1]?.gap.kind === 'straight-on'),
      );
      expect(exact).toBe(apart.length <= 14);
      expect(best.cost).toBeLessThanOrEqual(now.cost);
      expect(keepsTo(today, best.songs)).toBe(true);
      expect(new Set(best.songs)).toEqual(new Set(today));
    }),
    { numRuns: 4 },
  );
});

test('a hundred songs are put in a better order too', () => {
  const today = Array.from({ length: 100 }, (_, index) =>
    madeOf(
      { ...fc.sample(anySong, { numRuns: 1, seed: index })[0]!, gap: gap(5), keeps: null },
      index,
    ),
  );
  const { best, today: now, exact } = betterOrder(today);
  expect(exact).toBe(false);
  expect(best.cost).toBeLessThan(now.cost);
});

test('songs that are as good in today’s order stay in it', () => {
  const today = facts({ text: song(100) }, { text: song(100) }, { text: song(100) });
  expect(betterOrder(today).best.songs).toEqual(today);
});
