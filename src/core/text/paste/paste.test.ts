import fc from 'fast-check';
import { parseDocument } from '../../base/document';
import { roadMapKind, sectionsOf } from '../../song/roadmap';
import { type Decision, mapFromPasted, readPasted } from '.';
import { LOTS, samples } from './corpus';

let count = 0;
const newId = () => `n${++count}`;
const one = (text: string) => readPasted(text).lines[0]!;
const forms = (text: string) =>
  readPasted(text).lines.map(({ sections }) =>
    sections.map(({ name, bars }) => `${name} ${bars}`).join(', '),
  );

test('what is not understood in a section’s line becomes a cue, marked as a guess', () => {
  const line = one('Bridge 7 !!!');
  expect(line).toMatchObject({ status: 'guessed', sections: [{ bars: 7, words: '!!!' }] });
  const map = mapFromPasted([line], new Map(), newId);
  expect(Object.values(map.cues)[0]).toMatchObject({ kind: 'remember', words: '!!!' });
});

test('a length that is not said is filled from its name, before or behind, and marked', () => {
  const { lines } = readPasted('Chorus\nVerse 12\nChorus 6\nVerse\nBridge');
  expect(lines.map(({ sections }) => sections[0]?.bars)).toEqual([6, 12, 6, 12, 8]);
  expect(lines[0]?.guesses[0]).toContain('6 bars were taken, as elsewhere');
  expect(lines[4]?.guesses[0]).toContain('8 bars were taken');
  expect(lines.map(({ status }) => status)).toEqual([
    'guessed',
    'understood',
    'understood',
    'guessed',
    'guessed',
  ]);
});

test('numbers over the words of a song count its verses', () => {
  expect(forms('Verse 1\nRopes on the quay\nChorus\nAll of the lights\nVerse 2\nRain')).toEqual([
    'Verse 1 8',
    '',
    'Chorus 8',
    '',
    'Verse 2 8',
    '',
  ]);
});

test('chords between bar lines say how long a section is', () => {
  expect(forms('Intro\n| G | D | Em | C |\nVerse 1\n| G | G |\n| D | D |')).toEqual([
    'Intro 4',
    '',
    'Verse 1 4',
    '',
    '',
  ]);
});

test('first bars, and times at a tempo, say how long sections are', () => {
  expect(forms('Bar 1 intro\nBar 9 verse\nBar 25 chorus (8 bars)')).toEqual([
    'Intro 8',
    'Verse 16',
    'Chorus 8',
  ]);
  // Beats of 0.5 s: bars of 2 s.
  expect(forms('120 bpm\n0:00 Intro\n0:16 Verse\n0:48 End')).toEqual([
    '',
    'Intro 8',
    'Verse 16',
    'Ending 8',
  ]);
});

test('lengths may stand in a line of their own', () => {
  expect(forms('Form: V C V C B\nV=16, C=8, B=12')).toEqual([
    'Verse 16, Chorus 8, Verse 16, Chorus 8, Bridge 12',
    '',
  ]);
  expect(forms('Intro, Verse, Chorus\n(4, 16, 8)')).toEqual(['Intro 4, Verse 16, Chorus 8', '']);
});

test('names and lengths may stand in turn, each in a line', () => {
  const { lines } = readPasted('Intro\n8\nVerse\n16 bars');
  expect(lines.map(({ sections: [section] }) => section?.bars)).toEqual([
    8,
    undefined,
    16,
    undefined,
  ]);
  expect(lines.map(({ status }) => status)).not.toContain('not understood');
});

test('what is played once more is written out, and said to be', () => {
  const { lines } = readPasted('Intro 4\nVerse 16\nfrom the top\nOut 4');
  expect(lines[2]).toMatchObject({
    status: 'guessed',
    sections: [{ name: 'Intro' }, { name: 'Verse' }],
    guesses: ['What is played again was written out: Intro, Verse.'],
  });
  expect(forms('Verse 8 (sign)\nChorus 8, to coda\nSolo 8\nD.S. al coda\nCoda 4')[3]).toBe(
    'Verse 8, Chorus 8',
  );
  expect(one('D.S.').status).toBe('guessed');
});

test('a total is compared with what stands above it', () => {
  const said = (total: number) => readPasted(`Intro 4\nVerse 16\nTotal ${total} bars`).lines[2];
  expect(said(20)?.guesses).toEqual(['The sections above come to 20 bars, as it says.']);
  expect(said(24)?.guesses).toEqual(['The sections above come to 20 bars; this says 24.']);
  expect(said(24)?.sections).toEqual([]);
});

test('tempo, meter and count of the song are taken from their lines', () => {
  const { lines } = readPasted('tempo: 132 bpm\n7/8\n2 bar count\nDance 8');
  const map = mapFromPasted(lines, new Map(), newId);
  expect(map.start).toMatchObject({
    tempo: { perMinute: 132, unit: 'quarter' },
    meter: { numerator: 7, denominator: 8 },
    countIn: 14,
  });
});

test('times, speakers, reply marks, bullets and numbers of lists stand in front of a line', () => {
  const wanted = ['Intro 8', 'Verse 16'];
  expect(forms('[21:04] Odile: intro 8\n[21:05] Tamsin Rook: verse 16')).toEqual(wanted);
  expect(forms('12/10, 09:14 - Wren: intro 8\n12/10, 09:15 - Wren: verse 16')).toEqual(wanted);
  expect(forms('> > intro 8\n> verse 16')).toEqual(wanted);
  expect(forms('1) intro 8\n2) verse 16')).toEqual(wanted);
  expect(forms('• intro – 8\n◦ verse – 16')).toEqual(wanted);
  // Nobody speaks: sections that nobody knows.
  expect(forms('Dance: 8\nRiff: 4\nDance: 16')).toEqual(['Dance 8', 'Riff 4', 'Dance 16']);
  expect(forms('A: 8 (2x)\nB: 8\nA: 4')).toEqual(['A 8', 'B 8', 'A 4']);
  // No list: a second verse.
  expect(forms('Refrain 8\n2. Strophe 16')).toEqual(['Chorus 8', 'Verse 2 16']);
});

test('two songs are two, each with its title', () => {
  const { songs } = readPasted('Granary (126)\nIntro 8\nVerse 16\n\nSail Loft, 3/4\nA 16\nB 16');
  expect(songs).toEqual([
    { title: 'Granary', from: 1, to: 4 },
    { title: 'Sail Loft', from: 5, to: 7 },
  ]);
  const [said] = readPasted('Granary (126), half time\nV 8\nC 8\n\nSail Loft\nA 8\nB 8').songs;
  expect(said?.title).toBe('Granary');
  expect(readPasted('Granary (126)\nIntro 8\nVerse 16').songs).toHaveLength(1);
});

test('a line may be read in its second way, left out, or be a cue or a section', () => {
  const { lines } = readPasted('Intro 4\nCHORUS x 8\nthanks, see you on Saturday');
  expect(lines[1]?.second?.sections).toMatchObject([{ name: 'Chorus', times: 8 }]);
  expect(lines[2]?.status).toBe('not understood');
  const read = (line: number, decision: Decision) =>
    mapFromPasted(lines, new Map([[line, decision]]), newId);
  const rows = (line: number, decision: Decision) =>
    sectionsOf(read(line, decision)).map(({ name, bars, times }) => [name, bars, times]);
  const [intro, chorus] = [
    ['Intro', 4, 1],
    ['Chorus', 8, 1],
  ];
  expect(rows(2, 'first')).toEqual([intro, chorus]);
  expect(rows(2, 'second')).toEqual([intro, ['Chorus', 8, 8]]);
  expect(rows(2, 'leave out')).toEqual([intro]);
  expect(rows(3, 'section')).toEqual([intro, chorus, ['thanks, see you on Saturday', 8, 1]]);
  expect(Object.values(read(3, 'cue').cues)[0]?.words).toBe('thanks, see you on Saturday');
});

test('five megabytes, a binary file and one endless line are refused in a sentence', () => {
  expect(readPasted('Verse 16\n'.repeat(600_000)).problem).toMatch(/too much/);
  expect(readPasted('\u0000\u0001\u0002PNG').problem).toMatch(/not text/);
  // Long lines take no longer than they are long.
  const endless = readPasted(`Verse 16\n${'la '.repeat(70_000)}\n${' '.repeat(70_000)}x`);
  expect(endless.lines[1]).toMatchObject({ status: 'not understood' });
  expect(endless.lines[2]).toMatchObject({ status: 'not understood', guesses: [] });
  expect(endless.lines[0]?.sections).toHaveLength(1);
  expect(readPasted('Verse 16\n'.repeat(2001)).problem).toBe(
    'Only the first 2000 lines were read.',
  );
});

test('4,000 texts of any kind become valid maps and lose no line', () => {
  const words = fc.constantFrom(
    ...(Object.keys(LOTS) as (keyof typeof LOTS)[])
      .flatMap(samples)
      .flatMap(({ text }) => text.split(/(?<=\s)/)),
  );
  const text = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 200 }),
    fc.array(words, { maxLength: 40 }).map((list) => list.join('')),
  );
  fc.assert(
    fc.property(text, (pasted) => {
      const { lines, songs, problem } = readPasted(pasted);
      if (problem === undefined) expect(lines).toHaveLength(pasted.split(/\r\n|\n|\r/).length);
      if (lines.length > 0) expect(songs.at(-1)?.to).toBe(lines.length);
      const second = new Map(lines.map(({ line }) => [line, 'second' as const]));
      for (const decisions of [new Map(), second]) {
        const map = mapFromPasted(lines, decisions, newId);
        expect(parseDocument(roadMapKind, map).ok).toBe(true);
      }
    }),
    { numRuns: 4000 },
  );
});
