import { type FileFormatId, formatsFor, noSuchFile } from '.';

test('a song has no file of each song, a set no chart of its own, and that is said', () => {
  expect(formatsFor('song', 'heard').map(({ id }) => id)).toEqual(['midi', 'wav', 'stems']);
  expect(formatsFor('set', 'heard').map(({ id }) => id)).toEqual(['midi', 'wav', 'songs', 'stems']);
  expect(formatsFor('set', 'read').map(({ id }) => id)).toEqual(['csv', 'text', 'json']);
  expect(noSuchFile('song', 'musicxml', true)).toBeUndefined();
  expect(noSuchFile('set', 'musicxml', true)).toBe(
    'A set does not go out as Chart (MusicXML); a song does.',
  );
});

test('without bars only words go out, and the whole document', () => {
  const refused = formatsFor('song', 'heard')
    .concat(formatsFor('song', 'read'))
    .filter(({ id }) => noSuchFile('song', id as FileFormatId, false));
  expect(refused.map(({ id }) => id)).toEqual(['midi', 'wav', 'stems', 'csv', 'musicxml']);
});
