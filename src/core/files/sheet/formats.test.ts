import { formatsFor, noSuchFile } from '.';

test('a song has no file of each song, a set no chart of its own, and that is said', () => {
  expect(formatsFor('song', 'heard').map(({ id }) => id)).toEqual(['midi', 'wav', 'stems']);
  expect(formatsFor('set', 'heard').map(({ id }) => id)).toEqual(['midi', 'wav', 'songs', 'stems']);
  expect(formatsFor('set', 'read').map(({ id }) => id)).toEqual(['csv', 'text', 'json']);
  expect(noSuchFile('song', 'musicxml')).toBeUndefined();
  expect(noSuchFile('set', 'musicxml')).toBe(
    'A set does not go out as Chart (MusicXML); a song does.',
  );
});
