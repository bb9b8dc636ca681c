import fc from 'fast-check';
import { rateOf } from '../../music/time';
import { forms, roadMapOf } from '../../testing';
import { barAtTime, barsInTime, compile, placeInSong, secondsAt } from '.';

const at100 = { tempo: { perMinute: 100, unit: 'quarter' as const } };

test('2:41 in a song at 100 in 4/4 whose bar 1 is at 0:00 lies in bar 68', () => {
  const timeline = compile(roadMapOf([{ name: 'Verse', bars: 100 }], at100));
  expect(barAtTime(timeline, 0, 161)).toMatchObject({ played: 68, name: 'Verse' });
  expect(barAtTime(timeline, 0, 161)?.beat).toBeCloseTo(4 / 3, 6);
});

test('before bar 1 and after the end is nowhere', () => {
  const timeline = compile(roadMapOf([{ bars: 2 }]));
  expect(barAtTime(timeline, 10, 9)).toBeUndefined();
  expect(barAtTime(timeline, 0, 4.1)).toBeUndefined();
});

test('41.7 s at 92 in 4/4 are 16 bars, a little short', () => {
  const speed = rateOf({ perMinute: 92, unit: 'quarter' });
  const { bars, off } = barsInTime(41.7, { numerator: 4, denominator: 4 }, speed);
  expect(bars).toBe(16);
  // Sixteen bars of 4/4 at 92 last 16 · 4 · 60/92 = 41.739… s.
  expect(off).toBeCloseTo(41.7 - (16 * 4 * 60) / 92, 9);
});

test('any bar of any form is found again at its time, repeats and holds included', () => {
  fc.assert(
    fc.property(forms, fc.double({ min: 0, max: 1, noNaN: true }), (map, share) => {
      const timeline = compile(map);
      const played = 1 + Math.floor(share * (timeline.bars.length - 1));
      const place = placeInSong(timeline, `bar ${played}`);
      if (!place.ok) throw new Error(place.problem.message);
      const time = secondsAt(timeline.tempo, place.value) + 7.5;
      expect(barAtTime(timeline, 7.5, time)).toMatchObject({ played });
    }),
  );
});
