import fc from 'fast-check';
import { TICKS_PER_QUARTER } from '../time';
import {
  apart,
  costOf,
  costWords,
  type Layout,
  loadsOf,
  onKit,
  type Player,
  RIGHT_HANDED,
  SCHOOLS,
  type School,
  STARTING_POINTS,
  standIn,
  startFrom,
  stick,
  strainsOf,
  strokesOf,
  troublesOf,
  USUAL_LAYOUT,
  voiceOf,
} from '.';
import { patterns, typed } from './testing';

const fill = (text: string, sticking: School = 'alternating', beats = 4) =>
  typed(text, { kind: 'fill', beats, sticking });
const LEFT_HANDED: Player = { hand: 'left', places: {}, pedals: 1 };
const hands = (pattern: Parameters<typeof stick>[0], player?: Player) =>
  stick(pattern, player)
    .filter(({ voice }) => voiceOf(voice).limb === 'hand')
    .map(({ hand }) => hand)
    .join('');
/** Seconds a tick at so many quarters a minute. */
const at = (perMinute: number) => 60 / perMinute / TICKS_PER_QUARTER;

test('alternating is hand after hand, whatever is left out', () => {
  expect(hands(fill('sn 16ths'))).toBe('RLRLRLRLRLRLRLRL');
  expect(hands(fill('sn 1 1& 1a 2'))).toBe('RLRL');
});

test('natural sticking keeps the subdivision in one hand', () => {
  expect(hands(fill('sn 1 1& 1a 2', 'natural'))).toBe('RRLR');
  expect(hands(fill('sn 1 1e 1a 2e 2&', 'natural'))).toBe('RLLLR');
  expect(hands(fill('sn triplets', 'natural'))).toBe('RLRLRLRLRLRL');
});

test('the leading hand is free for the crash: the last stroke is the other hand’s', () => {
  expect(hands(fill('sn 4 4e 4&', 'leading', 1))).toBe('LRL');
  expect(hands(fill('sn 16ths', 'leading'))).toBe('RLRLRLRLRLRLRLRL');
});

// International Drum Rudiments, Percussive Arts Society; from memory.
test('given hands are kept, so that a paradiddle stays one', () => {
  const paradiddle = 'sn 1:R 1e:L 1&:R 1a:R 2:L 2e:R 2&:L 2a:L';
  expect(hands(fill(paradiddle))).toBe('RLRRLRLL');
  expect(hands(fill('sn 1:L 1e 1& 1a'))).toBe('LRLR');
});

test('a left-handed kit mirrors what is worked out, never what is given', () => {
  expect(hands(fill('sn 1 1e 1& 1a'), LEFT_HANDED)).toBe('LRLR');
  expect(hands(fill('sn 1:R 1e:R'), LEFT_HANDED)).toBe('RR');
});

test('in a groove the leading hand keeps the cymbal and the other the snare', () => {
  const groove = typed('hh 1 1& 2 2&, sn (1a) 2');
  const played = stick(groove);
  expect(played.filter(({ voice }) => voice === 'hihat').every(({ hand }) => hand === 'R')).toBe(
    true,
  );
  expect(played.filter(({ voice }) => voice === 'snare').every(({ hand }) => hand === 'L')).toBe(
    true,
  );
});

const groove = (text: string, sticking: School = 'natural') =>
  typed(text, { kind: 'groove', sticking });

test('sixteenths on the hat are shared, and the right hand comes down for the backbeat', () => {
  const beat = 'hh 1 1e 1& 1a 2e 2& 2a 3 3e 3& 3a 4e 4& 4a, sn >2 >4, bd 1 3';
  for (const school of ['natural', 'alternating'] as const)
    expect(hands(groove(beat, school))).toBe('RLRLRLRLRLRLRLRL');
  // The leading hand alone: fourteen on the hat, the other on the backbeats.
  expect(hands(groove(beat, 'leading'))).toBe('RRRRLRRRRRRRLRRR');
});

test('eighths on the hat stay in one hand, unless they are to go hand after hand', () => {
  const beat = 'hh 8ths, sn >2 >4, bd 1 3';
  // At 2 and 4 the hat is named first.
  expect(hands(groove(beat))).toBe('RRRLRRRRLR');
  expect(hands(groove(beat, 'leading'))).toBe('RRRLRRRRLR');
  expect(hands(groove(beat, 'alternating'))).toBe('RLRLLRLRLL');
});

test('a tom that keeps time is the right hand’s, the snare the left one’s, each tom on its side', () => {
  const played = stick(groove('ft 8ths, sn >2 >4, bd 1 3, t1 4&'));
  const of = (voice: string) =>
    [...new Set(played.filter((one) => one.voice === voice).map(({ hand }) => hand))].join();
  expect([of('floorTom'), of('snare'), of('highTom')]).toEqual(['R', 'L', 'L']);
  expect(strainsOf(groove('ft 8ths, sn 2 4, t1 4&'), played, at(120), false)).toEqual([]);
});

test('the ride is kept by one hand however close its strokes: the other does not reach it', () => {
  expect(hands(groove('rd 16ths'))).toBe('R'.repeat(16));
  expect(hands(groove('rd 16ths', 'alternating'))).toBe('RL'.repeat(8));
});

test('a hand that is given turns round what follows it, up to the next gap, and nothing before', () => {
  expect(hands(groove('hh 1 1e 1&:L 1a 2 3 3e 3& 3a'))).toBe('RLLRLRLRL');
});

test('two at once: the cymbal over a drum that the left reaches, else each hand on its side', () => {
  const both = (text: string) => {
    const [one, two] = stick(fill(text));
    return `${one?.voice} ${one?.hand}, ${two?.voice} ${two?.hand}`;
  };
  expect(both('hh 1, sn 1')).toBe('hihat R, snare L');
  expect(both('cr 1, sn 1')).toBe('crash R, snare L');
  expect(both('hh 1, ft 1')).toBe('hihat L, floorTom R');
  expect(both('t1 1, ft 1')).toBe('highTom L, floorTom R');
  expect(both('t1 1, sn 1')).toBe('highTom R, snare L');
});

test('no starting point asks for hands that cross or for a flam beside another stroke', () => {
  for (const point of STARTING_POINTS)
    for (const sticking of SCHOOLS) {
      const { name } = point;
      const one = { ...startFrom(point, 'p'), order: 'a0', sticking };
      const kinds = strainsOf(one, stick(one), at(60), false).map(({ kind }) => kind);
      expect([name, sticking, kinds.filter((kind) => kind !== 'double')]).toEqual([
        name,
        sticking,
        [],
      ]);
    }
});

test('a flam beside another stroke has no hand left', () => {
  const flam = groove('hh 1 2, sn 2:f');
  expect(strainsOf(flam, stick(flam), at(90), false)).toMatchObject([
    { kind: 'flam', sentence: 'A flam takes both hands, and one of them is on the hi-hat.' },
  ]);
  const alone = groove('hh 1 3, sn 2:f');
  expect(strainsOf(alone, stick(alone), at(90), false)).toEqual([]);
});

test('what a sticking costs is told: strokes, the closest pair of one hand, moves', () => {
  const beat = groove('hh 16ths, sn 2 4', 'leading');
  // Sixteenths at quarter = 100 are 150 ms apart.
  expect(costWords(costOf(stick(beat), at(100)))).toBe(
    'Right hand 16 strokes, left 2; closest in one hand 150 ms (right); 0 moves between surfaces.',
  );
  const shared = groove('hh 1 1e 1& 1a 2e 2& 2a, sn 2');
  expect(costOf(stick(shared), at(100))).toMatchObject({ right: 4, left: 4, moves: 2 });
});

test('every stroke gets a limb, and none is lost or moved', () => {
  fc.assert(
    fc.property(patterns, fc.boolean(), (pattern, left) => {
      const played = stick(pattern, left ? LEFT_HANDED : undefined);
      const bare = played.map(({ voice, at: place }) => `${place} ${voice}`).sort();
      expect(bare).toEqual(
        strokesOf(pattern)
          .map(({ voice, at: place }) => `${place} ${voice}`)
          .sort(),
      );
      for (const { hand: given, voice, at: place } of strokesOf(pattern)) {
        if (given)
          expect(played.find((one) => one.voice === voice && one.at === place)?.hand).toBe(given);
      }
    }),
  );
});

test('a left hand right of the right one is a crossing', () => {
  const round = fill('sn 1:R 1e:L 1&:R 1a:L, ft 2:L');
  const strains = strainsOf(round, stick(round), at(90), false);
  expect(strains.map(({ kind }) => kind)).toEqual(['crossing']);
  expect(strains[0]?.sentence).toBe(
    'The left hand on the floor tom crosses the right on the snare.',
  );
});

test('two strokes of a hand are a double at speed only where they are fast', () => {
  const pair = fill('sn 1:R 1e:R 2:L');
  expect(strainsOf(pair, stick(pair), at(90), false)).toEqual([]);
  // Sixteenths at quarter = 140 are 60 / 140 / 4 s = 107 ms apart.
  expect(strainsOf(pair, stick(pair), at(140), false)[0]).toMatchObject({
    kind: 'double',
    sentence: 'The right hand plays twice in 107 ms.',
  });
});

test('a leading hand that plays just before the crash is late for it', () => {
  const late = fill('sn 4 4e 4& 4a:R', 'alternating', 1);
  expect(strainsOf(late, stick(late), at(150), true).at(-1)?.kind).toBe('late');
  const free = fill('sn 4 4e 4& 4a', 'leading', 1);
  expect(strainsOf(free, stick(free), at(150), true)).toEqual([]);
  expect(strainsOf(late, stick(late), at(150), false).map(({ kind }) => kind)).toEqual(['double']);
});

test('eighths with one hand at quarter = 137 are 274 strokes a minute', () => {
  const groove = typed('hh 8ths, sn 2 4, bd 1 3');
  const loads = loadsOf(groove, stick(groove), at(137));
  const right = loads.find(({ limb }) => limb === 'right hand')!;
  expect(right.perSecond * 60).toBeCloseTo(274, 9);
  expect(right.peak * 60).toBeCloseTo(274, 9);
  expect(loads.find(({ limb }) => limb === 'left foot')).toBeUndefined();
});

test('sixteenths at quarter = 91 are 6.0667 strokes a second, 164.8352 ms apart', () => {
  const groove = typed('hh 16ths', { kind: 'groove' });
  const all = loadsOf(groove, stick({ ...groove, sticking: 'alternating' }), at(91));
  expect(all.reduce((sum, { perSecond }) => sum + perSecond, 0)).toBeCloseTo(6.0667, 4);
  expect(1000 / all.reduce((sum, { perSecond }) => sum + perSecond, 0)).toBeCloseTo(164.8352, 4);
});

test('the pattern goes round: the gap over the bar line counts', () => {
  const groove = typed('bd 1 4a');
  // From 4a to the next 1 is a sixteenth: 8 strokes a second at 120.
  expect(loadsOf(groove, stick(groove), at(120))[0]?.peak).toBeCloseTo(8, 9);
});

test('a voice that is missing goes where the player says, else where it usually goes', () => {
  expect(standIn(USUAL_LAYOUT, 'floorTom2')).toBe('floorTom');
  expect(standIn(USUAL_LAYOUT, 'snare')).toBe('snare');
  const bare: Layout = {
    ...USUAL_LAYOUT,
    missing: ['china', 'crash', 'crash2'],
    instead: { crash: 'splash' },
  };
  expect(standIn(bare, 'china')).toBe('splash');
  const ring: Layout = { ...USUAL_LAYOUT, missing: ['ride', 'hihat'], instead: { hihat: 'ride' } };
  expect(standIn(ring, 'ride')).toBeUndefined();
});

test('two strokes that meet on one drum are one, and the pattern keeps its own', () => {
  const pattern = typed('ft 1, f2 1 2');
  const played = onKit(USUAL_LAYOUT, strokesOf(pattern));
  expect(played.map(({ voice, at: place }) => [voice, place / TICKS_PER_QUARTER])).toEqual([
    ['floorTom', 0],
    ['floorTom', 1],
  ]);
  expect(pattern.floorTom2).toHaveLength(2);
});

// What stands where changes what the hands do; common practice, no source.
test('a floor tom on the left is the other hand’s, and one on the right the leading one’s', () => {
  const roll = typed('hh quarters, ft 2 4');
  const onTwo = (player?: Player) =>
    Object.fromEntries(
      stick(roll, player)
        .filter(({ at: place }) => place === TICKS_PER_QUARTER)
        .map(({ voice, hand }) => [voice, hand]),
    );
  expect(onTwo()).toEqual({ hihat: 'L', floorTom: 'R' });
  const leftTom: Player = { ...RIGHT_HANDED, places: { floorTom: 0, hihat: 2 } };
  expect(onTwo(leftTom)).toEqual({ hihat: 'R', floorTom: 'L' });
});

test('a left-handed player on a right-handed kit leads on the hat without crossing', () => {
  const open: Player = { ...LEFT_HANDED, places: { hihat: 0, snare: 2, ride: 6, floorTom: 6 } };
  const rock = typed('hh 8ths, sn 2 4, bd 1 3');
  expect(hands(rock, open)).toBe('LLLRLLLLRL');
  expect(strainsOf(rock, stick(rock, open), at(100), false, open)).toEqual([]);
});

test('one hand comes in time from what stands close by, not from what stands far', () => {
  // Both with the right hand, a sixty-fourth at 240 apart: 16 ms.
  const quick = typed('sn 1:R, ft 1+1/16:R');
  const trouble = (player: Player) =>
    troublesOf(quick, stick(quick, player), at(240), player).map(({ sentence }) => sentence);
  expect(trouble(RIGHT_HANDED)).toEqual([
    'Bar 1, 1 ·: 16 ms are too short from snare to floor tom with one hand.',
  ]);
  expect(trouble({ ...RIGHT_HANDED, places: { snare: 3, floorTom: 4 } })).toEqual([]);
  expect(apart(RIGHT_HANDED, 'snare', 'floorTom')).toBe(4);
});

test('two pedals share sixteenths of the bass drum, unless the hats need the other foot', () => {
  const feet = (text: string, pedals: 1 | 2) =>
    stick(typed(text), { ...RIGHT_HANDED, pedals })
      .filter(({ voice }) => voice === 'bass')
      .map(({ hand }) => hand)
      .join('');
  expect(feet('bd 1 1e 1& 1a 3', 1)).toBe('RRRRR');
  expect(feet('bd 1 1e 1& 1a 3', 2)).toBe('RLRLR');
  expect(feet('bd quarters', 2)).toBe('RRRR');
  expect(feet('bd 1 1e 1& 1a, hf 1e', 2)).toBe('RRLR');
});
