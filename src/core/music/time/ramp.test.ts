import fc from 'fast-check';
import { elapsed, type Rate, rateAt, type Shape, type Stretch, seconds, ticks, travelled } from '.';

const stretch = (shape: Shape, from: number, to: number, length: number): Stretch => ({
  shape,
  from: from as Rate,
  to: to as Rate,
  length: ticks(length),
});

const shapes = fc.constantFrom<Shape>('held', 'even-per-beat', 'even-per-second');
const speed = fc.double({ min: 20_000, max: 130_000, noNaN: true });

// The definitions themselves, summed up in small steps, against the closed forms.
test('a ramp lasts as long as its speed summed up says', () => {
  fc.assert(
    fc.property(shapes, speed, speed, (shape, from, to) => {
      const ramp = stretch(shape, from, shape === 'held' ? from : to, 80_640);
      const steps = 4000;
      let sum = 0;
      for (let step = 0; step < steps; step++)
        sum += 80_640 / steps / rateAt(ramp, ticks(((step + 0.5) * 80_640) / steps));
      expect(sum / elapsed(ramp, ticks(80_640))).toBeCloseTo(1, 5);
    }),
    { numRuns: 60 },
  );
});

test('even per beat is half-way in speed at half the way, even per second at half the time', () => {
  const beat = stretch('even-per-beat', 30_000, 50_000, 80_640);
  expect(rateAt(beat, ticks(40_320))).toBeCloseTo(40_000, 6);
  const even = stretch('even-per-second', 30_000, 50_000, 80_640);
  const half = seconds(elapsed(even, ticks(80_640)) / 2);
  expect(rateAt(even, travelled(even, half))).toBeCloseTo(40_000, 6);
  // A steadily growing speed is its mean over the whole time.
  expect(elapsed(even, ticks(80_640))).toBeCloseTo(80_640 / 40_000, 9);
});

test('where nothing changes it is a held tempo, whatever its shape', () => {
  for (const shape of ['held', 'even-per-beat', 'even-per-second'] as const) {
    const ramp = stretch(shape, 40_000, 40_000, 80_640);
    expect(elapsed(ramp, ticks(20_000))).toBe(0.5);
    expect(travelled(ramp, seconds(0.5))).toBe(20_000);
    expect(rateAt(ramp, ticks(20_000))).toBe(40_000);
  }
  expect(elapsed(stretch('even-per-beat', 30_000, 50_000, 80_640), ticks(0))).toBe(0);
});

test('place and time are inverse', () => {
  fc.assert(
    fc.property(
      shapes,
      speed,
      speed,
      fc.double({ min: 0, max: 1, noNaN: true }),
      (shape, from, to, share) => {
        const ramp = stretch(shape, from, to, 80_640);
        const place = ticks(share * 80_640);
        expect(travelled(ramp, elapsed(ramp, place))).toBeCloseTo(place, 3);
      },
    ),
  );
});
