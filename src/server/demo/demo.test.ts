import { parseDocument } from '@/core/base/document';
import {
  differenceFrom,
  type Independent,
  openIndependent,
  roundingOf,
} from '@/core/files/musicxml/testing';
import { entrySchema } from '@/core/practice/log';
import { roadMapKind } from '@/core/song/roadmap';
import { compile } from '@/core/song/timeline';
import { parseShorthand, printShorthand } from '@/core/text/shorthand';
import { threeWeeks } from './practice';
import { LOFT_STREET_SONGS, SALTREACH_SONGS } from './songs';

let independent: Independent;
beforeAll(async () => {
  independent = await openIndependent();
}, 60_000);

const songs = [...SALTREACH_SONGS, ...LOFT_STREET_SONGS].flatMap(({ title, arrangements }) =>
  arrangements.map(([name, map]) => [`${title}, ${name}`, map] as const),
);

test('the demo has the songs that its scenario asks for', () => {
  expect(songs.length).toBeGreaterThanOrEqual(18);
});

test.each(songs)('%s: valid, and its text reads back to the same', (_, map) => {
  expect(parseDocument(roadMapKind, map).ok).toBe(true);
  let count = 0;
  const text = printShorthand(map);
  const { map: again, problems } = parseShorthand(text, () => `n${++count}`);
  expect(problems).toEqual([]);
  expect(printShorthand(again)).toBe(text);
  expect(compile(again).bars).toEqual(compile(map).bars);
});

test.each(songs)('%s: an independent program unrolls and times it alike', (_, map) => {
  expect(differenceFrom(independent, map)).toBeLessThan(roundingOf(map));
});

test('three weeks of practice: valid entries of the past, the same each time, faster at the end', () => {
  const practised = SALTREACH_SONGS.map(({ title, arrangements }) => ({
    arrangement: title,
    title,
    map: arrangements[0]![1],
  }));
  const today = new Date('2026-11-27T12:00:00Z');
  const rows = threeWeeks(11, practised, today);
  expect(threeWeeks(11, practised, today)).toEqual(rows);
  expect(rows.length).toBeGreaterThan(30);
  expect(new Set(rows.map(({ id }) => id)).size).toBe(rows.length);
  for (const { at, song, body } of rows) {
    expect(entrySchema.safeParse({ at: at.toISOString(), song, what: body }).error).toBeUndefined();
    expect(at.getTime()).toBeLessThan(today.getTime());
    expect(at.getTime()).toBeGreaterThan(today.getTime() - 22 * 24 * 3600_000);
  }
});
