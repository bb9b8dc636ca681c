import { compile } from '../../song/timeline';
import { parseShorthand } from '../../text/shorthand';
import { loadsAlong, perform } from '.';

let count = 0;
const loads = (text: string) => {
  const { map } = parseShorthand(text, (where) => `${where}${++count}`);
  const timeline = compile(map);
  return loadsAlong(perform(map, timeline), timeline.seconds);
};

const GROOVE = 'song 120, in 4/4, count 4\ngroove G = hh 8ths, sn 2 4, bd 1 3\n';

test('strokes a minute follow the song: none where the drums rest', () => {
  const all = loads(`${GROOVE}A: 8, groove G\nBreak: 8, groove G, tacet\nB: 8, groove G`);
  const right = all.find(({ limb }) => limb === 'right hand')!;
  // Eighths at 120 are 240 a minute; the song is 48 s long, a figure every two seconds.
  expect(right.perMinute).toHaveLength(25);
  expect(right.perMinute[4]).toBeCloseTo(240, 6);
  expect(right.perMinute[12]).toBe(0);
  expect(right.most).toBeCloseTo(240, 6);
  expect(all.find(({ limb }) => limb === 'left hand')?.most).toBeCloseTo(60, 6);
  expect(all.some(({ limb }) => limb === 'left foot')).toBe(false);
});

test('the longest stretch without a rest is told from its first to its last stroke', () => {
  const all = loads(`${GROOVE}A: 4, groove G\nBreak: 2, tacet\nB: 8, groove G`);
  const right = all.find(({ limb }) => limb === 'right hand')!;
  expect(right.longest?.from).toBeCloseTo(12, 6);
  expect(right.longest?.to).toBeCloseTo(27.75, 6);
});

test('a limb that plays once has no stretch', () => {
  const [only] = loads('song 120, in 4/4, count 4\ngroove G = bd 1\nA: 1, groove G');
  expect(only).toMatchObject({ limb: 'right foot', strokes: 1, longest: undefined });
});

test('the fastest run is of four strokes, so that a flam is none', () => {
  const [right] = loads(
    'song 120, in 4/4, count 4\ngroove G = sn 1:R 1e:R 1&:R 1a:R 3:Rf\nA: 2, groove G',
  );
  // Sixteenths at 120 are eight a second.
  expect(right?.fastest?.perSecond).toBeCloseTo(8, 6);
  expect(right?.fastest?.from).toBeCloseTo(0, 6);
  const [few] = loads('song 120, in 4/4, count 4\ngroove G = bd 1\nA: 3, groove G');
  expect(few?.fastest).toBeUndefined();
});
