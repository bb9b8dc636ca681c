import { geometryOf, HEIGHTS } from './geometry';

test.each([
  [HEIGHTS.least, true, true],
  [HEIGHTS.small, true, false],
  [HEIGHTS.small, false, true],
  [259, true, true],
  [260, true, true],
  [HEIGHTS.large, false, false],
  [HEIGHTS.most, true, true],
])(
  'at %i px, pinned %s, with repeats %s, nothing lies over anything else',
  (height, pinned, repeats) => {
    const at = geometryOf(height, pinned, repeats);
    const down = [...at.pins].reverse();
    down.push(at.tempoHigh, at.tempo, at.feel, at.ground - at.level, at.ground, at.bar, at.name);
    for (let index = 1; index < down.length; index++)
      expect(down[index]!).toBeGreaterThan(down[index - 1]!);
    // Two rows of names, and the brackets under them.
    expect(at.name + at.row).toBeLessThanOrEqual(repeats ? at.passes - 8 : height);
    expect(at.level).toBeGreaterThanOrEqual(20);
    // The words of a cue are 13 px high.
    expect(Math.min(...at.pins, 99)).toBeGreaterThanOrEqual(12);
  },
);

test('what is won in height is the ground’s', () => {
  const [low, high] = [geometryOf(280, true, false), geometryOf(380, true, false)];
  expect(high.level - low.level).toBe(100);
});
