import fc from 'fast-check';
import { apply } from '../../base/document';
import { type RoadMap, roadMapKind } from '../../song/roadmap';
import { forms } from '../../testing';
import { parseShorthand, printShorthand } from '../../text/shorthand';
import { aligned, difference, differencesInWords } from '.';

const song = (text: string, prefix = 'n'): RoadMap => {
  let count = 0;
  const { map, problems } = parseShorthand(text, () => `${prefix}${++count}`);
  expect(problems).toEqual([]);
  return map;
};
const words = (a: string, b: string) => differencesInWords(song(a), song(b, 'm'));

test('what differs between two arrangements is said in the order of the song', () => {
  expect(
    words(
      'song 120, in 4/4, count 4\nIntro: 8\nVerse: 16\nChorus: 8; fill last.3 "toms"\nBreak: 4\nOut: 4',
      'song 112, in 4/4, count 4\nIntro: 4\nVerse: 16, level 2\nChorus: 8; fill last.4 "snare"\nOut: 4\nTag: 2',
    ),
  ).toEqual([
    'Tempo quarter = 112 in place of quarter = 120.',
    '34 bars and 1:13 in place of 40 and 1:20.',
    '“Intro”: 4 in place of 8.',
    '“Verse”: also level 2.',
    '“Chorus”: with the fill at last.4 “snare”.',
    '“Chorus”: without the fill at last.3 “toms”.',
    '“Tag” is new: 2.',
    'Without “Break” (4).',
  ]);
});

test('what a text cannot say stays: taps, the fingerprint, what was dismissed', () => {
  const map: RoadMap = {
    ...song('A: 8'),
    taps: { t1: { id: 't1', time: 1.5, isFirst: true } },
    dismissed: { d1: { id: 'd1' } },
  };
  const from = { ...map, start: { ...map.start, fingerprint: '0000z' } };
  const to = aligned(from, song('A: 9', 'm'));
  const after = apply(roadMapKind, from, difference(from, to));
  expect(after.ok && after.value.document).toMatchObject({
    start: { fingerprint: '0000z' },
    taps: from.taps,
    dismissed: from.dismissed,
  });
  expect(difference(from, to)).toHaveLength(1);
});

test('a renamed section stays itself, and parts are compared by name', () => {
  expect(words('part Groove = 8\nA: part Groove', 'part Groove = 12\nVerse: part Groove')).toEqual([
    '12 bars and 0:24 in place of 8 and 0:16.',
    'The part “Groove”: 12 in place of 8.',
    '“Verse” in place of “A”.',
  ]);
});

test('a section that has moved stays itself, with all that belongs to it', () => {
  const before = song('A: 8\nB: 16; fill last.3 "toms"\nC: 8\nD: 4');
  const after = aligned(before, song('A: 8\nC: 8\nD: 4\nB: 12; fill last.3 "toms"', 'm'));
  expect(Object.keys(after.sections).sort()).toEqual(Object.keys(before.sections).sort());
  const [, b] = Object.values(before.sections);
  expect(after.sections[b!.id]).toMatchObject({ name: 'B', bars: 12 });
  expect(Object.keys(after.fills)).toEqual(Object.keys(before.fills));
});
test('cues, hits and holds are said in words', () => {
  expect(
    words(
      'A: 8; cue 5.1 listen "horns" warn 2 bars; no-crash 1.1',
      'A: 8; fermata last.4 2 s "nod"; from 5.1 level 4',
    ),
  ).toEqual([
    '8 bars and 0:18 in place of 8 and 0:16.',
    '“A”: with from 5.1 level 4.',
    '“A”: with the fermata at last.4 2 s “nod”.',
    '“A”: without the no crash at 1.1.',
    '“A”: without the cue at 5.1 “horns”.',
  ]);
});

test('equal maps have nothing between them', () => {
  const text = 'part G = 8\nrepeat 2:\nA: part G; cue 1.1 listen "x"\nending 1:\nB: 2\nend';
  expect(words(text, text)).toEqual([]);
});

test('the difference makes any map into any other, and keeps what is the same', () => {
  fc.assert(
    fc.property(forms, forms, (from, other) => {
      const to = aligned(from, other);
      const result = apply(roadMapKind, from, difference(from, to));
      expect(result.ok).toBe(true);
      if (result.ok) expect(result.value.document).toEqual(to);
      expect(difference(from, aligned(from, from))).toEqual([]);
    }),
    { numRuns: 150 },
  );
});

test('what is new is not taken for what the other map calls by its id', () => {
  const from = song('A: 8\nrepeat 2:\nB: 4\nend\nrepeat 2:\nC: 4\nend');
  // The first repeat comes to lie around the second: their ids change places.
  const other = song('repeat 2:\nB: 4\nrepeat 2:\nC: 4\nend\nend\nA: 8');
  const to = aligned(from, other);
  const result = apply(roadMapKind, from, difference(from, to));
  expect(result).toMatchObject({ ok: true, value: { document: to } });
});

test('typing on in a text keeps the sections as they are: one field is one operation', () => {
  const map = song('Intro: 8\nVerse: 16; fill last.3\nChorus: 8');
  const typed = song(printShorthand(map).replace('Verse: 16', 'Verse: 12'), 'm');
  expect(difference(map, aligned(map, typed))).toEqual([
    { type: 'set', in: 'sections', id: expect.any(String), fields: { bars: 12 } },
  ]);
});

test('a click that is changed in text is one operation of the song and of each section', () => {
  const map = song('A: 8\nB: 4');
  const typed = song('click pulses off\nA: 8; click divide 2\nB: 4', 'm');
  const wanted = aligned(map, typed);
  expect(difference(map, wanted).map(({ in: where }) => where)).toEqual(['click', 'sections']);
  const applied = apply(roadMapKind, map, difference(map, wanted));
  if (!applied.ok) throw new Error(applied.problem.message);
  expect(applied.value.document.click.pulses).toBe('off');
  expect(differencesInWords(map, wanted)).toEqual(['Another click.', '“A” clicks differently.']);
});
