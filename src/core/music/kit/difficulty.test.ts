import { TICKS_PER_QUARTER } from '../time';
import {
  addedBy,
  difficultyOf,
  figuresOf,
  loadsOf,
  ROLL_RATE,
  STARTING_POINTS,
  startFrom,
  stick,
  strainsOf,
} from '.';
import { typed } from './testing';

const at = (perMinute: number) => 60 / perMinute / TICKS_PER_QUARTER;
const hard = (text: string, perMinute: number, clean = {}) => {
  const pattern = typed(text);
  return difficultyOf(pattern, stick(pattern), at(perMinute), clean);
};

// Strokes a second worked out by hand: sixteenths of one foot at 280 are 280 · 4 / 60 = 18.7.
test.each([
  ['hh quarters, sn 2 4', 120, 1],
  ['hh 8ths, sn 2 4, bd 1 3', 120, 1],
  // 8ths of one hand at 160 are 5.3 a second.
  ['hh 8ths, sn 2 4, bd 1 3', 160, 2],
  ['bd 16ths', 280, 5],
  // Doubles of one hand at 12 a second, alone: 0.7 · 12 = 8.4.
  ['sn 1:R 1e:R', 180, 4],
  ['bd 1 1e', 60, 2],
  ['hh 8ths, sn (1a) 2 4', 90, 2],
  ['sn 1, t1 2, ft 3:f', 60, 3],
])('%s at %d is step %d', (text, tempo, step) => {
  expect(hard(text, tempo).step).toBe(step);
});

test('the step goes by what the player has logged, and says so', () => {
  expect(hard('bd 8ths', 120)).toEqual({
    step: 2,
    why: 'The right foot plays 4 strokes a second (over 2.5, up to 4).',
  });
  const logged = (clean: number) => hard('bd 8ths', 120, { 'right foot': clean });
  expect(logged(8).step).toBe(1);
  expect(logged(3.9)).toEqual({
    step: 5,
    why: 'The right foot plays 4 strokes a second (you have logged 3.9 as clean).',
  });
  expect(hard('sn (1) 2, t1 3, ft 4', 60).why).toBe(
    'It asks for ghost notes or ornaments, 3 surfaces.',
  );
});

test('faster is never easier', () => {
  for (const point of STARTING_POINTS) {
    const pattern = { ...startFrom(point, 'p'), order: 'a0' };
    const steps = [60, 90, 120, 160, 220, 300].map(
      (tempo) => difficultyOf(pattern, stick(pattern), at(tempo)).step,
    );
    expect([...steps].sort((a, b) => a - b)).toEqual(steps);
  }
});

// International Drum Rudiments, Percussive Arts Society, 20, 31 and 30; from memory.
test('a flam is a grace note of the other hand, a drag two of it, a ruff three from hand to hand', () => {
  const by = (ornament: 'flam' | 'drag' | 'ruff') =>
    addedBy({ ornament, hand: 'R' })
      .map(({ hand }) => hand)
      .join('');
  expect([by('flam'), by('drag'), by('ruff')]).toEqual(['L', 'LL', 'LRL']);
  expect(addedBy({ ornament: 'drag', hand: 'L' }).map(({ bounced }) => bounced)).toEqual([
    false,
    true,
  ]);
  expect(addedBy({ ornament: 'buzz', hand: 'R' })).toEqual([]);
});

test('an open roll goes on in doubles up to what follows', () => {
  const rolled = addedBy({ ornament: 'roll', hand: 'R' }, 0.5);
  expect(rolled.map(({ offset }) => offset * ROLL_RATE)).toEqual([1, 2, 3, 4, 5, 6, 7]);
  expect(`R${rolled.map(({ hand }) => hand).join('')}`).toBe('RRLLRRLL');
});

test('loads count the strokes of ornaments, and speeds the motions', () => {
  // Half a second of roll at 120: eight strokes of which four are struck, then the quarter on 2.
  const pattern = typed('sn 1:wR 2:R');
  const loads = loadsOf(pattern, stick(pattern), at(120));
  expect(loads.map(({ limb, strokes }) => [limb, strokes])).toEqual([
    ['right hand', 5],
    ['left hand', 4],
  ]);
  // The right hand strikes at 0, 0.25 and 0.5 s.
  expect(loads[0]?.peak).toBeCloseTo(4, 6);
  const flam = typed('sn 2:fR 4:fR');
  expect(loadsOf(flam, stick(flam), at(120)).map(({ strokes }) => strokes)).toEqual([2, 2]);
  expect(figuresOf(pattern, stick(pattern), at(120)).run).toMatchObject({ limb: 'right hand' });
});

test('a drag or a ruff beside the hat has no hand left for it, and that is said', () => {
  for (const [letter, name] of [
    ['d', 'drag'],
    ['u', 'ruff'],
  ]) {
    const pattern = typed(`hh 8ths, sn 2:${letter} 4`);
    const said = strainsOf(pattern, stick(pattern), at(90), false).map(({ sentence }) => sentence);
    expect(said).toContain(`A ${name} takes both hands, and one of them is on the hi-hat.`);
  }
});
