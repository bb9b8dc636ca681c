import { compile } from '../../song/timeline';
import { type Independent, openIndependent, worstOf } from '../musicxml/testing';
import { playingOrder } from './jumps';
import type { Measure } from './measures';
import { songFromMusicXml } from './musicXml';

/** Scores as other programs write them, for what no file of ours has. */

let independent: Independent;
beforeAll(async () => {
  independent = await openIndependent();
});

const read = (xml: string) => {
  const answer = songFromMusicXml(xml, 'file');
  if (!answer.ok) throw new Error(answer.problem.message);
  return answer.value;
};
const barsOf = (xml: string) => compile(read(xml).map).bars;
const starts = (xml: string) => barsOf(xml).map(({ startSeconds }) => startSeconds);
/** From the first full bar on. */
const from = (times: readonly number[], first = 0) =>
  times.slice(first).map((time) => time - times[first]!);

const note = (quarters: number) =>
  `<note><pitch><step>C</step><octave>5</octave></pitch><duration>${quarters * 8}</duration></note>`;
const fourFour =
  '<attributes><divisions>8</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';
const tempo = (perMinute: number, offset = 0) =>
  `<direction><direction-type><words>${perMinute}</words></direction-type>${offset ? `<offset sound="yes">${offset}</offset>` : ''}<sound tempo="${perMinute}"/></direction>`;
const measure = (inside: string, attributes = '') => `<measure ${attributes}>${inside}</measure>`;
const score = (...parts: readonly string[]) =>
  `<score-partwise version="4.0"><part-list>${parts
    .map(
      (_, at) =>
        `<score-part id="P${at}"><part-name>${at ? 'Bass' : 'Drums'}</part-name></score-part>`,
    )
    .join(
      '',
    )}</part-list>${parts.map((one, at) => `<part id="P${at}">${one}</part>`).join('')}</score-partwise>`;

const full = measure(note(1).repeat(4));

// Against verovio (npm), which gives whole milliseconds. A tempo that begins within a measure it takes for
// the whole measure: that is worked out by hand below.
test.each([
  ['a pickup', measure(fourFour + tempo(90) + note(1), 'implicit="yes"') + full + full, 1],
  [
    'a measure that a repeat splits',
    measure(fourFour + tempo(100) + note(1).repeat(4)) +
      measure(note(1).repeat(3)) +
      measure(note(1), 'implicit="yes"') +
      full,
    0,
  ],
  [
    'a measure of five beats in four',
    measure(fourFour + tempo(100) + note(1).repeat(4)) + measure(note(1).repeat(5)) + full,
    0,
  ],
])('%s: bar lines to the millisecond', (_, measures, first) => {
  const xml = score(measures);
  const theirs = from(independent(xml), first);
  expect(theirs.length).toBeGreaterThan(1);
  expect(worstOf(from(starts(xml)), theirs)).toBeLessThanOrEqual(0.001);
});

test('the beats of a short first measure are the pickup, counted in, and no bar', () => {
  const xml = score(measure(fourFour + note(2), 'number="0"') + full + full);
  const { map, guessed } = read(xml);
  expect(map.start).toMatchObject({ pickup: 2, countIn: 4, firstBar: 1 });
  expect(compile(map).bars).toHaveLength(2);
  expect(guessed).toEqual(['The first measure is short: its 2 beats are the pickup.']);
});

test('a pickup that a repeat or a jump comes back to is a bar of its own', () => {
  const repeated =
    measure(fourFour + note(1), 'implicit="yes"') +
    full +
    measure(
      `${note(1).repeat(3)}<barline location="right"><repeat direction="backward"/></barline>`,
    ) +
    full;
  const { map, guessed } = read(score(repeated));
  expect(map.start).toMatchObject({ pickup: 0, countIn: 0 });
  expect(guessed).toContain('The first measure is 1/4 long: it is a bar of its own.');
  expect(worstOf(starts(score(repeated)), independent(score(repeated)))).toBeLessThanOrEqual(0.001);
});

test('what stands in a pickup and is no bar of the song is said', () => {
  const words = '<direction><direction-type><words>solo</words></direction-type></direction>';
  const { map, guessed } = read(score(measure(fourFour + words + note(1)) + full));
  expect(Object.values(map.cues)).toEqual([]);
  expect(guessed).toContain('What stands in the pickup is left out: “solo”.');
});

test('an offset moves what is printed, and what is heard only where it says so', () => {
  const direction = (offset: string) =>
    `<direction><direction-type><words>faster</words></direction-type>${offset}<sound tempo="60"/></direction>`;
  const first = (offset: string) => {
    const { map } = read(score(measure(fourFour + direction(offset) + note(4)) + full));
    return [map.start.tempo.perMinute, Object.values(map.cues)[0]!.at.ticks];
  };
  expect(first('<offset>16</offset>')).toEqual([60, 40_320]);
  // Half of the measure at 120, half at 60.
  expect(first('<offset sound="yes">16</offset>')).toEqual([80, 40_320]);
});

test('a tempo at the end of a measure holds from the next one on', () => {
  const xml = score(measure(fourFour + note(4) + tempo(60)) + full + full);
  expect(starts(xml)).toEqual([0, 2, 6]);
  expect(read(xml).guessed).toEqual([]);
});

test('a measure is as long as what is in any of its parts', () => {
  const xml = score(
    measure(fourFour + note(1).repeat(4)) + measure(note(1)),
    measure(fourFour + note(4)) + measure(note(3)),
  );
  expect(barsOf(xml).map(({ meter }) => meter.numerator)).toEqual([4, 3]);
  expect(read(xml).guessed).toEqual([
    'Measure 2 is 3/4 long, not 4/4: it was taken as long as it is.',
  ]);
});

test('tempos, names, repeats and jumps are read from every part', () => {
  const said =
    measure(
      `${fourFour}${tempo(60)}<direction><direction-type><rehearsal>Verse</rehearsal></direction-type></direction>${note(4)}`,
    ) +
    measure(`${note(4)}<barline location="right"><repeat direction="backward"/></barline>`) +
    measure(`${note(4)}<sound dacapo="yes"/>`);
  const bare = measure(fourFour + note(1).repeat(4)) + full + full;
  const xml = score(bare, said);
  const { map } = read(xml);
  expect(map.start.tempo.perMinute).toBe(60);
  expect(Object.values(map.sections)[0]?.name).toBe('Verse');
  // Verse twice, the third measure, and all of it once more.
  expect(compile(map).bars).toHaveLength(2 + 2 + 1 + 3);
});

test('a tempo within a measure goes on behind it, and is said', () => {
  const xml = score(measure(fourFour + tempo(120) + note(2) + tempo(60) + note(2)) + full + full);
  // 2 beats of 0.5 s and 2 of 1 s, then 4 of 1 s.
  expect(starts(xml)).toEqual([0, expect.closeTo(3, 3), expect.closeTo(7, 3)]);
  expect(read(xml).guessed[0]).toMatch(/changes within measure 1: it has the mean/);
});

test('an offset moves a tempo, and a metronome of two values is worked out', () => {
  // Eight divisions: a quarter later.
  expect(starts(score(measure(fourFour + tempo(60, 8) + note(4)) + full))[1]).toBeCloseTo(3.5, 3);
  const modulation =
    '<direction><direction-type><metronome><beat-unit>quarter</beat-unit><beat-unit-dot/><beat-unit>quarter</beat-unit></metronome></direction-type></direction>';
  const xml = score(measure(fourFour + tempo(90) + note(4)) + measure(modulation + note(4)) + full);
  // What was a dotted quarter is a quarter now: 60 a minute.
  expect(from(starts(xml), 1)[1]).toBeCloseTo(4, 3);
});

test('a score by measures is the same as by parts', () => {
  const xml = score(measure(fourFour + tempo(90) + note(4)) + full);
  const [head = '', body = ''] = xml.split('</part-list>');
  const timewise = `${head.replace('score-partwise', 'score-timewise')}</part-list>${body
    .replace('<part id="P0">', '')
    .replace('</part></score-partwise>', '</score-timewise>')
    .replaceAll(/<measure >/g, '<measure><part id="P0">')
    .replaceAll('</measure>', '</part></measure>')}`;
  expect(read(timewise).map).toEqual(read(xml).map);
});

const SIGNS: Readonly<Record<string, Partial<Measure>>> = {
  '{': { forward: true },
  '}': { backward: 2 },
  1: { endingStart: [1] },
  2: { endingStart: [2], endingStop: true },
  ']': { endingStop: true },
};
const JUMPS = {
  S: { segno: true },
  O: { coda: true },
  o: { toCoda: true },
  f: { fine: true },
  c: { back: 'start' as const },
  s: { back: 'segno' as const },
};
const NO_JUMPS = { segno: false, coda: false, toCoda: false, fine: false, back: undefined };

/** Measures by their letters, each with its signs behind it: `A{` begins a repeat. */
const written = (text: string): Measure[] =>
  [...text.matchAll(/[A-NP-RT-Z][^A-NP-RT-Z]*/g)].map(([signs]) => {
    const own = [...signs].slice(1);
    return {
      meter: { numerator: 4, denominator: 4 },
      tempo: 120,
      name: undefined,
      forward: false,
      backward: undefined,
      endingStart: undefined,
      endingStop: false,
      cues: [],
      hits: [],
      ...Object.assign({}, ...own.map((sign) => SIGNS[sign] ?? {})),
      jumps: {
        ...NO_JUMPS,
        ...Object.assign({}, ...own.map((sign) => JUMPS[sign as keyof typeof JUMPS] ?? {})),
      },
    };
  });

// How a reader follows the signs, played through by hand. Common practice, no source.
test.each([
  ['repeat', 'AB{CD}E', 'ABCDBCDE'],
  ['repeat from the beginning', 'AB}C', 'ABABC'],
  ['endings', 'A{BC1]}D2E', 'ABCABDE'],
  ['D.C. al Fine', 'AfBCc', 'ABCA'],
  ['D.S. al Coda', 'ABSCoDsEO', 'ABCDBCE'],
  ['D.C. with a repeat, not taken again', 'A{B}Cc', 'ABABCABC'],
  ['D.S. and later D.C.', 'ASBsCc', 'ABABCABC'],
])('%s: %s is played %s', (_, text, played) => {
  const measures = written(text);
  const letters = [...text].filter((letter) => /[A-NP-RT-Z]/.test(letter));
  expect(
    playingOrder(measures)
      .map((index) => letters[index])
      .join(''),
  ).toBe(played);
});
