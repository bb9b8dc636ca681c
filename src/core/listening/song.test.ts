import { playedByBand } from '../playing/band';
import { compile, type Timeline } from '../song/timeline';
import { roadMapFrom } from '../text/shorthand';
import {
  type Beat,
  beatsOf,
  coloursOf,
  type Expected,
  fingerprintOf,
  formHeard,
  LONGEST_FINGERPRINT,
  likenessTo,
  type Onsets,
  onsetsOf,
  partingsOf,
  periodsOf,
  type Spectrum,
  spectrumOf,
  struckHeard,
} from '.';
import { found } from './testing';

// A whole song, played by the made-up band: how it was made is the truth.
const RATE = 22_050;
const SOURCE = `song 120, in 4/4, count 4
groove Rock = hh 8ths, sn 2 4, bd 1 3 3&
groove Ride = rd 8ths, sn 2 4, bd 1 1& 3
Intro: 4, groove Rock, level 2
Verse: 8, groove Rock
Chorus: 7, groove Ride, level 5
Verse: 8, groove Rock
Chorus: 7, groove Ride, level 5
Out: 4, groove Rock, level 2`;

const timeline = compile(roadMapFrom(SOURCE));
const takeOf = (seed: number) =>
  playedByBand(roadMapFrom(SOURCE), timeline, {
    seed,
    sampleRate: RATE,
    drift: 0.008,
    speedsUp: 0.02,
  });
const take = takeOf(5);
const barTimes = [...timeline.bars.map(({ startSeconds }) => startSeconds), timeline.seconds].map(
  take.timeAt,
);
const heard = (samples: Float32Array): { spectrum: Spectrum; onsets: Onsets } => {
  const spectrum = spectrumOf(samples, RATE)!;
  return { spectrum, onsets: onsetsOf(spectrum) };
};
const { spectrum, onsets } = heard(take.samples);

const louder = (samples: Float32Array, by: number) => samples.map((value) => value * by);
const later = (samples: Float32Array, seconds: number) => {
  const result = new Float32Array(samples.length + Math.round(seconds * RATE));
  result.set(samples, Math.round(seconds * RATE));
  return result;
};
/** As a cheap copy has it: 8 bit and dull. */
const spoilt = (samples: Float32Array) =>
  samples.map(
    (value, at) => Math.round(32 * (value + (samples[at - 1] ?? 0) + (samples[at + 1] ?? 0))) / 96,
  );

describe('another copy of a recording', () => {
  const excerpt = take.samples.subarray(0, 30 * RATE);
  const own = heard(excerpt).onsets.all;
  const print = fingerprintOf(own);

  test('is known by its fingerprint, which is short and holds no sound', () => {
    expect(print.length).toBeLessThanOrEqual(LONGEST_FINGERPRINT);
    expect(print).toMatch(/^[0-9a-z]+$/);
    expect(likenessTo(print, own)).toEqual({
      isSame: true,
      share: expect.any(Number),
      later: 0,
    });
  });

  test.each([
    ['begins later', later(excerpt, 3.456), 3.456],
    ['begins earlier', excerpt.subarray(Math.round(5.2 * RATE)), -5.2],
    ['is quieter and later', louder(later(excerpt, 0.731), 0.2), 0.731],
    ['is of 8 bit and dull', spoilt(excerpt), 0],
  ])('that %s is lined up within 5 ms', (_, samples, by) => {
    const likeness = likenessTo(print, heard(samples).onsets.all);
    expect(likeness.isSame).toBe(true);
    expect(Math.abs(likeness.later - by)).toBeLessThan(0.005);
  });

  test('is told from another take of the song, from silence and from noise', () => {
    for (const samples of [takeOf(6).samples.subarray(0, 30 * RATE), new Float32Array(RATE * 5)])
      expect(likenessTo(print, heard(samples).onsets.all).isSame).toBe(false);
    expect(likenessTo('', own).isSame).toBe(false);
    expect(fingerprintOf(new Float32Array(500))).toBe('');
  });
});

test('the form is suggested: where sections begin, and which of them are alike', () => {
  const form = formHeard(coloursOf(spectrum), barTimes);
  const begins = form.slice(1).map(({ from }) => barTimes[from]!);
  const truth = timeline.passages.slice(1).map(({ startSeconds }) => take.timeAt(startSeconds));
  expect(found(begins, truth, 3)).toBeGreaterThan(0.85);
  expect(found(begins, truth, 0.5)).toBeGreaterThan(0.7);
  const kindAt = (bar: number) => form.find(({ from, to }) => bar >= from && bar < to)!.kind;
  // The middles of both verses and both choruses.
  expect(kindAt(8)).toBe(kindAt(23));
  expect(kindAt(15)).toBe(kindAt(30));
  expect(kindAt(8)).not.toBe(kindAt(15));
  expect(formHeard(coloursOf(spectrum), barTimes.slice(0, 3))).toEqual([]);
});

test('strokes are heard where they are: bass drum on 1, 3 and its and, snare on 2 and 4, hats on eighths', () => {
  const places = Array.from({ length: 16 }, (_, place) => place / 16);
  // The verse, bars 5 to 12.
  const { bass, snare, hats } = struckHeard(onsets, barTimes.slice(4, 13), places);
  const strongest = (values: readonly number[], count: number) =>
    values
      .map((value, place) => ({ value, place }))
      .sort((a, b) => b.value - a.value)
      .slice(0, count)
      .map(({ place }) => place)
      .sort((a, b) => a - b);
  expect(strongest(bass, 3)).toEqual([0, 8, 10]);
  const struck = (values: readonly number[]) =>
    values.flatMap((value, place) => (value >= 0.5 ? place : []));
  // The bass guitar is low, too: only what is surest is the bass drum.
  expect([struck(snare), struck(hats)]).toEqual([
    [4, 12],
    [0, 2, 4, 6, 8, 10, 12, 14],
  ]);
  for (const value of [...bass, ...snare, ...hats]) {
    expect(value).toBeGreaterThanOrEqual(0);
    expect(value).toBeLessThanOrEqual(1);
  }
});

describe('a map beside the recording', () => {
  const beats: readonly Beat[] = beatsOf(onsets, periodsOf(onsets.all, { about: 0.5 }), {
    about: 0.5,
  });
  const changes = timeline.passages.slice(1).map(({ startSeconds }) => take.timeAt(startSeconds));

  const expectedOf = ({ passages, tempo }: Timeline): Expected[] =>
    passages.map(({ name, firstPlayed, bars, seconds }) => ({
      name,
      bar: firstPlayed,
      bars,
      beats: 4 * bars,
      beatsInBar: 4,
      beat: seconds / (4 * bars),
      goesOn: tempo.length === 0,
    }));
  const partings = (source: string, more: Partial<Expected>[] = [], barOne = barTimes[0]!) =>
    partingsOf(
      expectedOf(compile(roadMapFrom(source))).map((one, index) => ({ ...one, ...more[index] })),
      barOne,
      beats,
      beats.flatMap((_, index) => (index % 4 === 0 ? index : [])),
      changes,
    );

  test('that fits parts with it nowhere but in the tempo that it gains', () => {
    expect(partings(SOURCE).filter(({ kind }) => kind !== 'tempo')).toEqual([]);
  });

  test('with a bar too many tells where, and what is before it', () => {
    const lengths = partings(SOURCE.replace('Chorus: 7', 'Chorus: 8')).filter(
      ({ kind }) => kind === 'length',
    );
    expect(lengths).toEqual([
      { kind: 'length', bar: 21, name: 'Verse', before: 'Chorus', beats: 4, beatsInBar: 4 },
    ]);
  });

  test('with a bar too few does so too, but not where only one place would say so', () => {
    expect(partings(SOURCE.replace('Intro: 4', 'Intro: 3'))).toContainEqual({
      kind: 'length',
      bar: 4,
      name: 'Verse',
      before: 'Intro',
      beats: -4,
      beatsInBar: 4,
    });
    const once = SOURCE.replace('Intro: 4', 'Intro: 3').replace('Verse: 8', 'Verse: 9');
    expect(partings(once).filter(({ kind }) => kind === 'length')).toEqual([]);
  });

  test('goes by its marks where there are some', () => {
    const marks = timeline.passages.map(({ startSeconds }) => ({
      marked: take.timeAt(startSeconds),
      goesOn: true,
    }));
    const lengths = partings(SOURCE.replace('Intro: 4', 'Intro: 5'), marks).filter(
      ({ kind }) => kind === 'length',
    );
    expect(lengths).toMatchObject([{ bar: 6, before: 'Intro', beats: 4 }]);
  });

  test('tells bar 1 beside the beat, another tempo, half as fast, and an end that comes too early', () => {
    expect(partings(SOURCE, [], barTimes[0]! - 0.12)).toContainEqual({
      kind: 'offset',
      by: expect.closeTo(0.12, 2),
    });
    // Two beats late, which every section says.
    expect(partings(SOURCE, [], barTimes[0]! + 0.9)).toContainEqual({
      kind: 'offset',
      by: expect.closeTo(-0.9, 1),
    });
    // Before the music begins nobody can have meant it.
    expect(partings(SOURCE, [], 0)).toContainEqual({
      kind: 'offset',
      by: expect.closeTo(beats[0]!.time, 2),
    });
    expect(partings(SOURCE.replace('song 120', 'song 112'))).toContainEqual(
      expect.objectContaining({ kind: 'tempo', bar: 1, ratio: expect.closeTo(1.08, 1) }),
    );
    expect(partings(SOURCE.replace('song 120', 'song 60'))).toEqual([
      expect.objectContaining({
        kind: 'tempo',
        from: 'Intro',
        to: 'Out',
        ratio: expect.closeTo(2, 1),
      }),
    ]);
    const short = SOURCE.replace(/\nVerse: 8.*\nChorus: 7.*\nOut: 4.*$/, '');
    expect(partings(short)).toContainEqual({ kind: 'end', by: expect.any(Number) });
    expect(partingsOf([], 0, beats, [], [])).toEqual([]);
  });
});
