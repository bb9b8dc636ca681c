import { roadMapFrom } from '../../text/shorthand/from';
import { compile, placeInSection, placeInSong, placeInSongText, writtenMeters } from '.';

// At 120 in 4/4 a bar lasts two seconds and a beat 20,160 ticks.
const map = roadMapFrom('song 120, in 4/4, count 4\nVerse: 4\nChorus: 4, x 2\nOut: 2, in 3/4');
const timeline = compile(map);
const bar = 80_640;

test.each([
  ['5', 4 * bar],
  ['bar 5.2&', 4 * bar + 1.5 * 20_160],
  ['13.3', 12 * bar + 2 * 20_160],
  ['0:08', 4 * bar],
  // The nearest quarter of a beat to 8.3 s is 8.25 s.
  ['0:08.3', 4 * bar + 0.5 * 20_160],
])('“%s” is %d ticks from bar 1', (text, at) => {
  expect(placeInSong(timeline, text)).toEqual({ ok: true, value: at });
});

test.each([
  ['15', 'There is no bar 15; the song has bars 1 to 14.'],
  ['0', 'There is no bar 0; the song has bars 1 to 14.'],
  ['13.4', 'A bar of 3/4 has beats 1 to 3.'],
  ['5:00', 'The song does not sound at 5:00.'],
  ['soon', 'Type a bar of the song like 36.2& (bar 36, the and of 2), or a time like 1:12.4.'],
])('“%s” is refused: %s', (text, message) => {
  expect(placeInSong(timeline, text)).toMatchObject({ ok: false, problem: { message } });
});

const chorus = Object.values(map.sections).find(({ name }) => name === 'Chorus')!.id;
const inside = {
  timeline,
  section: chorus,
  meterAt: writtenMeters(map).get(chorus)!,
  offset: 1.5,
};

test.each([
  ['3.2&', { bar: 3, ticks: 30_240 }],
  ['last.4', { bar: -1, ticks: 60_480 }],
  // The chorus begins with bar 5 of the song, and again with bar 9.
  ['song 7.2&', { bar: 3, ticks: 30_240 }],
  ['song 11.2&', { bar: 3, ticks: 30_240 }],
  ['0:09.5', { bar: 1, ticks: 0 }],
])('in the chorus “%s” is bar and beat of the section', (text, position) => {
  expect(placeInSection(text, inside)).toEqual({ ok: true, value: position });
});

test('a place in another section is refused by its name', () => {
  expect(placeInSection('song 2', inside)).toMatchObject({
    problem: { message: 'Bar 2 of the song lies in “Verse”.' },
  });
});

test('a place of a section is said by the bars of the song and by the clock', () => {
  expect(placeInSongText(inside, { bar: 3, ticks: 30_240 })).toBe('bar 7.2&, 0:14.3');
  expect(placeInSongText(inside, { bar: 0, ticks: 0 })).toBe('bar 4.1, 0:07.5');
  const first = { ...inside, section: timeline.passages[0]!.section };
  expect(placeInSongText(first, { bar: 0, ticks: 0 })).toBe('');
});
