import { compile } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { NEW_MARKS } from '../song/ruler/newMarks';
import { CHAPTERS } from './chapters';

const parts = CHAPTERS.flatMap((chapter) => chapter.parts);

test('every example of the guide is read as it stands', () => {
  const examples = parts.flatMap((part) => (part.kind === 'example' ? [part.text] : []));
  expect(examples).toHaveLength(1);
  for (const text of examples)
    expect(compile(roadMapFrom(text)).bars).toHaveLength(8 + 2 * (16 + 7) + 10 + 4);
});

test('chapters have places of their own, and what somebody may type to find them', () => {
  expect(new Set(CHAPTERS.map(({ id }) => id)).size).toBe(CHAPTERS.length);
  for (const { id, title, words, parts: own } of CHAPTERS) {
    expect(id).toMatch(/^[a-z-]+$/);
    expect(title.length).toBeGreaterThan(5);
    expect(words.split(' ').length).toBeGreaterThan(4);
    expect(own.length).toBeGreaterThan(0);
  }
});

test('the letters of the ruler that the guide names are those of the ruler', () => {
  const chapter = CHAPTERS.find(({ id }) => id === 'places');
  const named = chapter?.parts.flatMap((part) =>
    part.kind === 'keys' ? part.keys.flatMap(([keys]) => keys.toLowerCase().split(', ')) : [],
  );
  expect(named?.toSorted()).toEqual(NEW_MARKS.map(({ key }) => key).toSorted());
});
