import { rateOf } from '../../music/time';
import { roadMapOf } from '../../testing';
import { answer, compile } from '.';

const tempo = { perMinute: 100, unit: 'quarter' as const };
const meter = { numerator: 4, denominator: 4 } as const;
const song = (offset = 0) => ({
  timeline: compile(
    roadMapOf(
      [
        { id: 'a', name: 'Verse', bars: 60 },
        { id: 'b', name: 'Chorus', bars: 40 },
      ],
      { tempo },
    ),
  ),
  offset,
  meter,
  speed: rateOf(tempo),
});

test('a time of the recording is answered with bar, beat and section', () => {
  expect(answer('2:41', song())).toEqual({
    sentence: 'Bar 68, beat 1.33, bar 8 of Chorus',
    section: 'b',
    time: 161,
  });
  expect(answer(' 0:03.2 ', song(3.2))?.sentence).toBe('Bar 1, beat 1, Verse');
});

test('a bar, with or without its beat, is answered with its time', () => {
  // Bar 68 begins after 67 bars of 2.4 s; its third beat 1.2 s later.
  expect(answer('68', song())).toEqual({
    sentence: '2:40.8, bar 8 of Chorus',
    section: 'b',
    time: expect.closeTo(160.8, 6),
  });
  expect(answer('bar 68.3', song(3.2))?.sentence).toBe('2:45.2, bar 8 of Chorus');
  // Half a beat of 0.6 s on.
  expect(answer('68.3&', song())?.sentence).toBe('2:42.3, bar 8 of Chorus');
});

test('a length by stopwatch is answered with the nearest bars, and how far they are off', () => {
  expect(answer('38.7 s', song())?.sentence).toBe('16 bars, 0.30 s over');
  expect(answer('2.4 sec', song())?.sentence).toBe('1 bar, exactly');
  expect(answer('19 seconds', song())?.sentence).toBe('8 bars, 0.20 s short');
});

test.each([
  ['0:02', 'Before bar 1'],
  ['9:00', 'After the last bar'],
  ['bar 101', 'There is no bar 101; the song has bars 1 to 100.'],
  ['68.9', 'A bar of 4/4 has beats 1 to 4.'],
  ['0 s', 'A length of more than no time'],
  ['soon', 'A time like 2:41, a bar like 68.3&, or 41.7 s'],
  ['99999999999999', 'A time like 2:41, a bar like 68.3&, or 41.7 s'],
])('%s is answered in a sentence: %s', (text, sentence) => {
  expect(answer(text, song(3))).toEqual({ sentence });
});

test('nothing asked is nothing answered', () => {
  expect(answer('  ', song())).toBeUndefined();
});
