import { mulberry } from '../../base/random';
import { USUAL_LAYOUT } from '../../music/kit';
import { seconds } from '../../music/time';
import { perform } from '../../playing/performance';
import { begin, unfold } from '../../playing/transport';
import { soloProgram } from '../../song/set';
import { compile } from '../../song/timeline';
import { roadMapFrom } from '../../text/shorthand';
import {
  barNumberAt,
  dueIn,
  isClean,
  type Judged,
  LABELS,
  type Ladder,
  lateWords,
  type Matching,
  matched,
  notesOf,
  piecesOf,
  playedBy,
  type RoundPiece,
  roundPlayed,
  roundsAhead,
  roundWords,
  rungAfter,
  type SimulatedDrummer,
  type StrokeAt,
  spreadOf,
  stretchOf,
  timingOf,
  upTo,
  type Verdict,
} from '.';

const at = (...times: number[]): StrokeAt[] => times.map((time) => ({ time }));
const LADDER: Ladder = { kind: 'up', from: 72, to: 80, step: 4, rounds: 2, trusts: true };
const verdicts = (letters: string): Verdict[] =>
  [...letters].map((letter) => ({ c: 'clean', b: 'broken' })[letter] as Verdict);
/** Rounds at the tempo that the ladder had for them. */
const judged = (ladder: Ladder, letters: string) => {
  const rounds: Judged[] = [];
  for (const verdict of verdicts(letters))
    rounds.push({ perMinute: rungAfter(ladder, rounds).perMinute, verdict });
  return rounds;
};
const tempos = (asked: Partial<Ladder>, letters: string) => {
  const ladder = { ...LADDER, ...asked };
  return [...letters, ''].map(
    (_, round) => rungAfter(ladder, judged(ladder, letters.slice(0, round))).perMinute,
  );
};

describe('ladders', () => {
  // Worked by hand.
  test('up after so many clean rounds, back after a broken one, never beyond either end', () => {
    expect(tempos({}, 'cccccc')).toEqual([72, 72, 76, 76, 80, 80, 80]);
    expect(tempos({}, 'cccbcc')).toEqual([72, 72, 76, 76, 72, 72, 76]);
    expect(tempos({}, 'bb')).toEqual([72, 72, 72]);
    expect(tempos({ to: 79 }, 'ccccc')).toEqual([72, 72, 76, 76, 79, 79]);
    // A tempo that was broken is begun again.
    expect(tempos({ rounds: 3 }, 'ccbccc')).toEqual([72, 72, 72, 72, 72, 72, 76]);
  });

  test('two up and one down, and slow, fast, target', () => {
    const single = { rounds: 1, from: 60, to: 72, step: 4 } as const;
    expect(tempos({ ...single, kind: 'two-up-one-down' }, 'ccccccc')).toEqual([
      60, 64, 68, 64, 68, 72, 72, 72,
    ]);
    expect(tempos({ ...single, kind: 'slow-fast-target' }, 'cccbc')).toEqual([
      60, 76, 72, 72, 76, 72,
    ]);
  });

  test('what nobody judged counts where the ladder trusts, else it stays', () => {
    expect(tempos({}, '....')).toEqual([72, 72, 76, 76, 80]);
    expect(tempos({ trusts: false }, '..c.c')).toEqual([72, 72, 72, 72, 72, 76]);
  });

  test('it is done once the tempo it leads to was clean for all its rounds', () => {
    const rung = (letters: string) => rungAfter(LADDER, judged(LADDER, letters));
    expect(rung('c')).toEqual({ perMinute: 72, clean: 1, isDone: false });
    expect(rung('cc')).toMatchObject({ perMinute: 76, clean: 0, isDone: false });
    expect(rung('ccccc')).toMatchObject({ perMinute: 80, clean: 1, isDone: false });
    expect(rung('cccccc')).toMatchObject({ perMinute: 80, isDone: true });
    expect(rung('ccb')).toMatchObject({ perMinute: 72, clean: 0, isDone: false });
  });

  test('rounds ahead are as they were judged, then as they are hoped for', () => {
    expect(roundsAhead(LADDER, judged(LADDER, 'ccb'), 7)).toEqual([72, 72, 76, 72, 72, 76, 76]);
    const wary = { ...LADDER, trusts: false };
    expect(roundsAhead(wary, judged(wary, 'cc'), 5)).toEqual([72, 72, 76, 76, 76]);
  });

  test('a round that had begun before its tempo was decided counts for what it was', () => {
    const single = { ...LADDER, rounds: 1 };
    const clean = (perMinute: number): Judged => ({ perMinute, verdict: 'clean' });
    expect(roundsAhead(single, [clean(72), clean(72), clean(76)], 4)).toEqual([72, 76, 76, 80]);
    expect(rungAfter(single, [clean(72), clean(80)]).perMinute).toBe(80);
    expect(rungAfter(single, [clean(72), { perMinute: 72, verdict: 'broken' }]).perMinute).toBe(72);
  });
});

/** All ways to pair, tried out: the most that strokes can be near one another. */
const bestByHand = (
  expected: readonly StrokeAt[],
  played: readonly StrokeAt[],
  farthest: number,
) => {
  const from = (e: number, p: number): number => {
    if (e === expected.length || p === played.length) return 0;
    const near = farthest - Math.abs(expected[e]!.time - played[p]!.time);
    const paired = near >= 0 ? near + from(e + 1, p + 1) : Number.NEGATIVE_INFINITY;
    return Math.max(paired, from(e + 1, p), from(e, p + 1));
  };
  return from(0, 0);
};

describe('matching', () => {
  test('each stroke once, in order, and as near as can be: beside all ways tried out', () => {
    const random = mulberry(4);
    for (let round = 0; round < 300; round++) {
      const times = () =>
        at(...Array.from({ length: Math.floor(random() * 8) }, () => random()).sort());
      const [expected, played] = [times(), times()];
      const { pairs, missing, extra } = matched(expected, played, 0.15);
      const near = pairs.reduce(
        (sum, pair) =>
          sum + 0.15 - Math.abs(expected[pair.expected]!.time - played[pair.played]!.time),
        0,
      );
      expect(near).toBeCloseTo(bestByHand(expected, played, 0.15), 9);
      for (const side of ['expected', 'played'] as const) {
        const indexes = pairs.map((pair) => pair[side]);
        expect(indexes).toEqual([...new Set(indexes)].sort((a, b) => a - b));
      }
      expect(pairs.length + missing.length).toBe(expected.length);
      expect(pairs.length + extra.length).toBe(played.length);
    }
  });

  test('a stroke of another voice is another stroke; one whose voice nobody knows may be any', () => {
    const expected = [
      { time: 1, voice: 'snare' },
      { time: 1.02, voice: 'bass' },
    ];
    const swapped = [
      { time: 1, voice: 'bass' },
      { time: 1.03, voice: 'snare' },
    ];
    expect(matched(expected, swapped).pairs).toEqual([
      { expected: 0, played: 1 },
      { expected: 1, played: 0 },
    ]);
    expect(matched(expected, at(1)).pairs).toEqual([{ expected: 0, played: 0 }]);
    expect(matched(expected, [{ time: 1, voice: 'ride' }])).toMatchObject({
      pairs: [],
      missing: [0, 1],
      extra: [0],
    });
  });

  test('nothing expected, nothing played, and thousands of strokes at once', () => {
    const nothing: Matching = { pairs: [], missing: [], extra: [] };
    expect(matched([], [])).toEqual(nothing);
    expect(matched(at(1), [])).toEqual({ ...nothing, missing: [0] });
    expect(matched([], at(1))).toEqual({ ...nothing, extra: [0] });
    const many = at(...Array.from({ length: 2000 }, (_, index) => index / 2000));
    expect(matched(many, many).pairs).toHaveLength(2000);
  });
});

const sixteenths = (count: number) =>
  Array.from({ length: count }, (_, index) => ({
    time: 2 + index * 0.125,
    voice: index % 4 === 0 ? 'bass' : 'hihat',
  }));
const DRUMMER: SimulatedDrummer = {
  seed: 3,
  late: 0,
  spread: 0,
  rushes: 0,
  misses: 0,
  doubles: 0,
};
const heard = (drummer: Partial<SimulatedDrummer>, count = 5000) => {
  const expected = sixteenths(count);
  const played = playedBy({ ...DRUMMER, ...drummer }, expected);
  return { played, timing: timingOf(expected, played, matched(expected, played)) };
};

describe('timing', () => {
  test('mean and spread of a simulated drummer come back within a millisecond', () => {
    for (const [late, spread] of [
      [0.012, 0.006],
      [-0.015, 0.008],
      [0, 0.002],
    ] as const) {
      const { timing } = heard({ late, spread });
      expect(Math.abs(timing.all.mean - late)).toBeLessThan(0.001);
      expect(Math.abs(timing.all.spread - spread)).toBeLessThan(0.001);
      expect(timing).toMatchObject({ missing: 0, extra: 0, expected: 5000 });
    }
  });

  test('what is left out and what is struck twice is counted exactly', () => {
    const { played, timing } = heard({ misses: 0.03, doubles: 0.02, spread: 0.004 });
    // A stroke that bounced comes 60 ms behind another one of its voice.
    const doubles = played.filter(
      ({ time, voice }, index) =>
        index > 0 &&
        [1, 2].some((back) => {
          const before = played[index - back];
          return before && before.voice === voice && Math.abs(time - before.time - 0.06) < 1e-9;
        }),
    ).length;
    expect(doubles).toBeGreaterThan(50);
    expect(timing.extra).toBe(doubles);
    expect(timing.missing).toBe(5000 - (played.length - doubles));
    expect(timing.missing).toBeGreaterThan(100);
  });

  test('who gets faster by a hundredth is told so within a tenth of one per cent', () => {
    for (const rushes of [0.012, -0.008]) {
      // Two bars of sixteenths: by then a hundredth is less off than strokes may be.
      const { timing } = heard({ rushes, spread: 0.001 }, 32);
      expect(Math.abs(timing.faster! - rushes)).toBeLessThan(0.001);
    }
    expect(heard({}, 5).timing.faster).toBeUndefined();
  });

  test('all strokes later moves the mean and nothing else', () => {
    const expected = sixteenths(400);
    const played = playedBy({ ...DRUMMER, spread: 0.008 }, expected);
    const later = played.map((stroke) => ({ ...stroke, time: stroke.time + 0.01 }));
    const [one, other] = [played, later].map((strokes) =>
      timingOf(expected, strokes, matched(expected, strokes)),
    );
    expect(other!.all.mean - one!.all.mean).toBeCloseTo(0.01, 9);
    expect(other!.all.spread).toBeCloseTo(one!.all.spread, 9);
    expect(other!.faster).toBeCloseTo(one!.faster!, 9);
  });

  test('voices are told apart: the kick behind the hats', () => {
    const expected = sixteenths(64);
    const played = expected.map(({ time, voice }) => ({
      time: time + (voice === 'bass' ? 0.02 : -0.005),
      voice,
    }));
    const { by } = timingOf(expected, played, matched(expected, played));
    expect(by.get('bass')?.mean).toBeCloseTo(0.02, 9);
    expect(by.get('hihat')).toMatchObject({ count: 48 });
    expect(by.get('hihat')?.mean).toBeCloseTo(-0.005, 9);
  });

  test('a mean of none, of one, and of some worked by hand', () => {
    expect(spreadOf([])).toEqual({ count: 0, mean: 0, spread: 0 });
    expect(spreadOf([0.3])).toEqual({ count: 1, mean: 0.3, spread: 0 });
    const { mean, spread } = spreadOf([2, 4, 4, 4, 5, 5, 7, 9]);
    expect(mean).toBe(5);
    expect(spread).toBeCloseTo(Math.sqrt(32 / 7), 12);
  });

  test('clean is even and complete; of what nobody played nothing is said', () => {
    expect(isClean(heard({ spread: 0.01 }, 64).timing)).toBe(true);
    // Late on the mean is how somebody plays; uneven is not clean.
    expect(isClean(heard({ spread: 0.008, late: 0.02 }, 64).timing)).toBe(true);
    expect(
      isClean(heard({ spread: 0.02, late: 0 }, 640).timing, { wrong: 0.05, spread: 0.015 }),
    ).toBe(false);
    expect(isClean(heard({ misses: 0.2 }, 64).timing)).toBe(false);
    expect(isClean(heard({ doubles: 0.2 }, 64).timing)).toBe(false);
    expect(isClean(heard({ misses: 1 }, 64).timing)).toBeUndefined();
    expect(isClean(timingOf([], at(1), matched([], at(1))))).toBeUndefined();
  });
});

describe('rounds', () => {
  // At 120 in 4/4 the count lasts 2 s and every bar as long.
  const song = soloProgram(
    'Song',
    compile(roadMapFrom('song 120, in 4/4, count 4\nA: 4\nB: 4\nC: 4')),
  );
  const [placed] = song.songs;

  test('a passage has the bars around it that there are', () => {
    const stretch = (first: number, last: number, before: number, after: number) => {
      const { from, to } = stretchOf(placed!, { first, last }, before, after);
      return [from, to];
    };
    expect(stretch(5, 8, 1, 1)).toEqual([8, 20]);
    expect(stretch(5, 8, 0, 0)).toEqual([10, 18]);
    expect(stretch(1, 4, 4, 2)).toEqual([2, 14]);
    expect(stretch(9, 12, 0, 4)).toEqual([18, 26]);
  });

  test('a place of the program is so far into a bar', () => {
    expect(barNumberAt(placed!, 2)).toBe(1);
    expect(barNumberAt(placed!, 11)).toBe(5.5);
    expect(barNumberAt(placed!, 25)).toBe(12.5);
    expect(barNumberAt(soloProgram('Nothing', compile(roadMapFrom('song 120'))).songs[0]!, 1)).toBe(
      0,
    );
  });

  test('pieces are what has begun of the loop; notes are due in each round at its rate', () => {
    const loop = { from: seconds(2), to: seconds(6), name: 'A', rates: [0.5, 1, 1] };
    const plan = unfold(
      begin({ program: song, place: seconds(2), rate: 1, live: false, loop }, 100),
      130,
    );
    expect(piecesOf(plan, 'another', 130)).toEqual([]);
    const pieces = piecesOf(plan, 'A', 109);
    // 8 s at a half, then 4 s.
    expect(pieces.map(({ round, clock, ends, rate }) => [round, clock, ends, rate])).toEqual([
      [0, 100, 108, 0.5],
      [1, 108, 112, 1],
    ]);
    const notes = [
      { place: 3, voice: 'snare' },
      { place: 5, voice: 'bass' },
      { place: 6, voice: 'crash' },
    ];
    expect(dueIn(pieces, notes)).toEqual([
      { time: 102, place: 3, voice: 'snare' },
      { time: 106, place: 5, voice: 'bass' },
      { time: 109, place: 3, voice: 'snare' },
      { time: 111, place: 5, voice: 'bass' },
    ]);
  });

  const piece: RoundPiece = {
    id: 1,
    round: 0,
    clock: 100,
    ends: 104,
    place: 2,
    until: 6,
    rate: 1,
  };
  const notes = [2, 3, 4, 5].map((place) => ({ place, voice: 'snare' }));
  const struck = (...times: number[]) => times.map((time) => ({ time, voice: 'snare' }));

  test('a round is judged by its own strokes; one before the bar line is left to the next', () => {
    const { played, met, left } = roundPlayed(
      [piece],
      notes,
      struck(100.01, 101.01, 101.5, 102.01, 103.97),
    );
    expect(played).toMatchObject({ expected: 4, missing: 1, extra: 1 });
    expect(played.all.mean).toBeCloseTo(0.01, 9);
    expect(left).toEqual(struck(103.97));
    expect(met).toEqual(
      [2, 3, 4].map((place) => ({ place, voice: 'snare', late: expect.closeTo(0.01, 9) })),
    );
  });

  test('shortly before its end a round is judged as far as it has gone by', () => {
    const soFar = upTo(piece, 103.04);
    expect(soFar).toMatchObject({
      ends: expect.closeTo(102.99, 9),
      until: expect.closeTo(4.99, 9),
    });
    expect(roundPlayed([soFar], notes, struck(100, 101, 102)).played).toMatchObject({
      expected: 3,
      missing: 0,
    });
    expect(upTo(piece, 110)).toEqual(piece);
  });

  test('what a device is late by is taken off', () => {
    const { played } = roundPlayed([piece], notes, struck(100.1, 101.1, 102.1, 103.1), 0.1);
    expect(played).toMatchObject({ missing: 0, extra: 0 });
    expect(played.all.mean).toBeCloseTo(0, 9);
  });

  test('with one key, strokes at one time are one', () => {
    const both = [...notes, ...notes.map(({ place }) => ({ place, voice: 'hihat' }))];
    const { played } = roundPlayed([piece], both, at(100, 101, 102, 103));
    expect(played).toMatchObject({ expected: 4, missing: 0, extra: 0 });
  });

  test('in words: what is wrong, how late and how even, then what stands out', () => {
    const nameOf = (voice: string) => voice.toUpperCase();
    const words = (strokes: readonly StrokeAt[], error = 0) =>
      roundWords(roundPlayed([piece], notes, strokes).played, error, nameOf);
    expect(words(struck(100, 101, 102, 103))).toEqual(['On the beat, even to 0 ms.']);
    expect(words(struck(100.02, 101.02, 101.5, 102.02, 103.02))).toEqual([
      'Of 4 strokes 1 too many.',
      '20 ms late, even to 0 ms.',
    ]);
    // What the device cannot tell is not said.
    expect(words(struck(100.02, 101.02, 102.02, 103.02), 0.03)).toEqual([
      'On the beat, even to 30 ms.',
    ]);
    expect(words(struck(100))).toEqual(['Of 4 strokes 3 missing.']);
    expect(words([])).toEqual(['Nothing was struck.']);
    expect(roundWords(roundPlayed([piece], [], at(100)).played, 0, nameOf)).toEqual([
      'Nothing is written to be struck here.',
    ]);
    const rushed = heard({ rushes: 0.012 }, 32).timing;
    expect(roundWords(rushed, 0, nameOf)).toContain('1.2 % faster by its end.');
    const kickLate = sixteenths(64).map(({ time, voice }) => ({
      time: time + (voice === 'bass' ? 0.024 : 0),
      voice,
    }));
    const split = timingOf(sixteenths(64), kickLate, matched(sixteenths(64), kickLate));
    expect(roundWords(split, 0, nameOf)).toEqual([
      'On the beat, even to 10 ms.',
      'BASS 24 ms late.',
    ]);
    expect(lateWords({ count: 4, mean: -0.0151, spread: 0 }, 0.01)).toBe('15 ms early');
  });
});

describe('kinds of strokes', () => {
  const map = roadMapFrom(
    [
      'song 120, in 4/4, count 4',
      'click silence 1 on 1 off',
      'groove Eight = hh 8ths, sn 2 4, bd 1 3',
      'Verse: 4, groove Eight',
    ].join('\n'),
  );
  const timeline = compile(map);
  const song = soloProgram('Granary', timeline).songs[0]!;
  const notes = notesOf(song, perform(map, timeline, USUAL_LAYOUT));

  test('on the beat and between, in fills and hits, and where the click is silent', () => {
    const count = (label: string) =>
      notes.filter(({ labels = [] }) => labels.includes(label)).length;
    // A bar has four eighths on the beats, with two of the snare and two of the bass, and four between.
    expect([count(LABELS.on), count(LABELS.between)]).toEqual([4 * 8, 4 * 4]);
    // Of four bars every other one is silent.
    expect(count(LABELS.silent)).toBe(2 * 12);
    expect([count(LABELS.fill), count(LABELS.hit)]).toEqual([0, 0]);
    expect(notes[0]!.place).toBeCloseTo(song.barOne, 9);
  });

  test('strokes between the beats that come late are told apart', () => {
    const piece = {
      id: 1,
      round: 0,
      clock: 100,
      ends: 108,
      place: song.barOne,
      until: song.barOne + 8,
      rate: 1,
    };
    const played = notes.map(({ place, voice, labels = [] }) => ({
      time: 100 + place - song.barOne + (labels.includes(LABELS.between) ? 0.03 : 0),
      voice,
    }));
    const { by } = roundPlayed([piece], notes, played).played;
    expect(by.get(LABELS.between)).toMatchObject({ count: 16, mean: expect.closeTo(0.03, 9) });
    expect(by.get(LABELS.on)!.mean).toBeCloseTo(0, 9);
    const words = roundWords(roundPlayed([piece], notes, played).played, 0, (name) => name);
    expect(words.at(-1)).toBe('Strokes between the beats 30 ms late.');
  });
});
