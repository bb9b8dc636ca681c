import fc from 'fast-check';
import { parseDocument } from '../../base/document';
import { roadMapKind, sectionsOf } from '../../song/roadmap';
import { mapFromPasted, readPasted } from '.';
import { FIRST_FORTY, LAST_TWENTY, type Sample } from './corpus';

let count = 0;
const newId = () => `n${++count}`;

type Score = {
  readonly sections: number;
  readonly right: number;
  /** Wrong ones in lines that were not marked. */
  readonly silent: readonly string[];
  readonly wrong: readonly string[];
};

const formOf = (name: string, bars = 8, times = 1) =>
  `${name} ${bars}${times > 1 ? ` x${times}` : ''}`;

/** The longest row of sections that both have (Wagner and Fischer 1974): one lost shifts no others. */
const inBoth = (wanted: readonly string[], read: readonly string[]): Set<number> => {
  const most = Array.from({ length: wanted.length + 1 }, () =>
    Array<number>(read.length + 1).fill(0),
  );
  for (let i = wanted.length - 1; i >= 0; i--) {
    for (let j = read.length - 1; j >= 0; j--) {
      most[i]![j] =
        wanted[i] === read[j]
          ? 1 + most[i + 1]![j + 1]!
          : Math.max(most[i + 1]![j]!, most[i]![j + 1]!);
    }
  }
  const matched = new Set<number>();
  for (let [i, j] = [0, 0]; i < wanted.length && j < read.length; ) {
    if (wanted[i] === read[j]) {
      matched.add(j);
      i++;
      j++;
    } else if (most[i + 1]![j]! >= most[i]![j + 1]!) i++;
    else j++;
  }
  return matched;
};

const score = (samples: readonly Sample[]): Score => {
  let [sections, right] = [0, 0];
  const silent: string[] = [];
  const wrong: string[] = [];
  for (const [text, form] of samples) {
    const read = readPasted(text).lines.flatMap((line) =>
      line.sections.map(({ name, bars, times }) => ({ line, said: formOf(name, bars, times) })),
    );
    const wanted = form.split(', ');
    const matched = inBoth(
      wanted,
      read.map(({ said }) => said),
    );
    sections += wanted.length;
    right += matched.size;
    read.forEach(({ line, said }, index) => {
      if (matched.has(index)) return;
      wrong.push(`${said} in ${JSON.stringify(line.text)}`);
      if (line.status === 'understood') silent.push(said);
    });
  }
  return { sections, right, silent, wrong };
};

test('of the first forty maps nearly every section is understood, and none wrong in silence', () => {
  const { sections, right, silent } = score(FIRST_FORTY);
  expect(FIRST_FORTY).toHaveLength(40);
  expect(silent).toEqual([]);
  expect(right / sections).toBeGreaterThanOrEqual(0.95);
});

test('of the last twenty maps nearly every section is understood, and none wrong in silence', () => {
  const { sections, right, silent } = score(LAST_TWENTY);
  expect(LAST_TWENTY).toHaveLength(20);
  expect(silent).toEqual([]);
  expect(right / sections).toBeGreaterThanOrEqual(0.95);
});

const one = (text: string) => readPasted(text).lines[0]!;

test('what is not understood in a section’s line becomes a cue, marked as a guess', () => {
  const line = one('Bridge 7 !!!');
  expect(line).toMatchObject({ status: 'guessed', sections: [{ bars: 7, words: '!!!' }] });
  const map = mapFromPasted([line], new Map(), newId);
  expect(Object.values(map.cues)[0]).toMatchObject({ kind: 'remember', words: '!!!' });
});

test('a length that is not said is filled and marked', () => {
  const { lines } = readPasted('Verse 12\nChorus\nVerse');
  expect(lines.map(({ sections }) => sections[0]?.bars)).toEqual([12, 8, 12]);
  expect(lines[1]?.guesses[0]).toContain('8 bars were taken');
  expect(lines[2]?.guesses[0]).toContain('12 bars were taken, as before');
});

test('feels, levels, rests, hats, ramps, vamps and times in a recording are read', () => {
  const said = (text: string) => one(text).sections[0];
  expect(said('Chorus 8 half-time')?.feel?.backbeat).toBe('half-time');
  expect(said('Verse 16 shuffle')?.feel).toMatchObject({ style: 'shuffle', swing: { ratio: 2 } });
  expect(said('Break 4 no drums')?.tacet).toBe(true);
  expect(said('Verse 16 hats half-open')?.timekeeper).toBe('half-open');
  expect(said('Out 4 rit.')?.ramp).toBe('slower');
  expect(said('Vamp 4 till the nod')?.vamp?.cue).toBe('the nod');
  expect(said('1:12 Chorus 8')?.inRecording).toBe(72);
  expect(said('Chorus 8 ff')?.level).toEqual({ from: 5, to: 5 });
});

test('tempo, meter and count of the song are taken from their lines', () => {
  const { lines } = readPasted('tempo: 132 bpm\n7/8\ncount in 7\nDance 8');
  const map = mapFromPasted(lines, new Map(), newId);
  expect(map.start).toMatchObject({
    tempo: { perMinute: 132, unit: 'quarter' },
    meter: { numerator: 7, denominator: 8 },
    countIn: 7,
  });
});

test('a line that says nothing about music waits for a decision', () => {
  const { lines } = readPasted('Verse 16\nthanks, see you on Saturday');
  expect(lines[1]?.status).toBe('not understood');
  const names = (decision: 'leave out' | 'section') =>
    sectionsOf(mapFromPasted(lines, new Map([[2, decision]]), newId)).map(({ name }) => name);
  expect(names('leave out')).toEqual(['Verse']);
  expect(names('section')).toEqual(['Verse', 'thanks, see you on Saturday']);
  const kept = mapFromPasted(lines, new Map([[2, 'cue']]), newId);
  expect(Object.values(kept.cues)[0]?.words).toBe('thanks, see you on Saturday');
});

test('five megabytes, a binary file and one endless line are refused in a sentence', () => {
  expect(readPasted('Verse 16\n'.repeat(600_000)).problem).toMatch(/too much/);
  expect(readPasted('\u0000\u0001\u0002PNG').problem).toMatch(/not text/);
  const endless = readPasted(`Verse 16\n${'la '.repeat(70_000)}`);
  expect(endless.lines[1]).toMatchObject({ status: 'not understood' });
  expect(endless.lines[0]?.sections).toHaveLength(1);
});

test('any text becomes a valid map and loses no line', () => {
  const words = fc.constantFrom(
    'Intro',
    'V1',
    '16',
    'x2',
    '(8)',
    'rit',
    '/',
    '-',
    '4/4',
    '🥁',
    'fill',
    '0',
    '999',
    'last',
  );
  const text = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 200 }),
    fc.array(words, { maxLength: 30 }).map((list) => list.join(' ')),
  );
  fc.assert(
    fc.property(text, (pasted) => {
      const { lines, problem } = readPasted(pasted);
      if (problem === undefined) expect(lines).toHaveLength(pasted.split(/\r\n|\n|\r/).length);
      const map = mapFromPasted(lines, new Map(), newId);
      expect(parseDocument(roadMapKind, map).ok).toBe(true);
    }),
    { numRuns: 300 },
  );
});
