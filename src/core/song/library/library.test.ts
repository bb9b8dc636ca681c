import { apply, parseDocument } from '../../base/document';
import { generateFill, newPattern } from '../../music/kit';
import { FOUR_FOUR, typed } from '../../music/kit/testing';
import { blankLibrary, found, libraryKind } from '.';

const patterns = {
  a: { ...typed('hh 8ths, sn >2 >4, bd 1 3'), id: 'a', name: 'Quay rock' },
  b: {
    ...typed('t1 3 3e 3& 3a, ft 4', { kind: 'fill', beats: 2 }),
    id: 'b',
    name: 'Round',
    // Sixteenths from hand to hand at 240: eight a second in each.
    learntAt: { perMinute: 240, unit: 'quarter' as const },
  },
  c: {
    ...typed('sn 16ths', { kind: 'fill' }),
    id: 'c',
    name: 'Snare only',
    words: 'from the quay',
  },
  d: { ...typed('hh quarters'), id: 'd', name: 'Rock, easier', of: 'a' },
};
const names = (search: Parameters<typeof found>[1]) => found(patterns, search).map(({ id }) => id);

test('a library is searched by words, kind, length, voices and difficulty', () => {
  expect(names({})).toEqual(['a', 'b', 'c', 'd']);
  expect(names({ words: 'QUAY' })).toEqual(['a', 'c']);
  expect(names({ words: 'rock easier' })).toEqual(['d']);
  expect(names({ kind: 'fill' })).toEqual(['b', 'c']);
  expect(names({ beats: 2 })).toEqual(['b']);
  expect(names({ voices: ['highTom', 'floorTom'] })).toEqual(['b']);
  expect(names({ hardest: 1 })).toEqual(['a', 'c', 'd']);
});

test('patterns are put in, changed and taken out by operations, and undone', () => {
  const value = { ...newPattern('x', FOUR_FOUR, { name: 'New' }), order: 'a0' };
  const put = apply(libraryKind, blankLibrary(), [
    { type: 'insert', in: 'patterns', id: 'x', value },
  ]);
  if (!put.ok) throw new Error(put.problem.message);
  const changed = apply(libraryKind, put.value.document, [
    { type: 'set', in: 'patterns', id: 'x', fields: { bass: [{ at: 0 }] } },
  ]);
  if (!changed.ok) throw new Error(changed.problem.message);
  expect(changed.value.document.patterns.x?.bass).toEqual([{ at: 0 }]);
  expect(apply(libraryKind, changed.value.document, changed.value.inverse)).toMatchObject({
    value: { document: put.value.document },
  });
});

test('what no kit can play is refused with its place', () => {
  const value = {
    ...generateFill(
      3,
      {
        school: 'free',
        meter: FOUR_FOUR,
        beats: 4,
        uses: [],
        voices: ['snare'],
        sticking: 'natural',
        lands: 'crash',
      },
      'x',
    ),
    order: 'a0',
    bass: [{ at: -1 }],
  };
  const put = apply(libraryKind, blankLibrary(), [
    { type: 'insert', in: 'patterns', id: 'x', value },
  ]);
  expect(put).toMatchObject({
    ok: false,
    problem: {
      place: 'Pattern “Free fill 3”, bass, 0, at',
      message: expect.stringMatching(/whole number of ticks/),
    },
  });
  expect(parseDocument(libraryKind, { format: 'other' }).ok).toBe(false);
});
