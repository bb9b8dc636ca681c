import { compile, levelsOf } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { groundPaths, levelFinder, phrasePaths } from './groundPaths';
import { laneLabels, pinLabels } from './labels';
import { stretchesOf } from './stretches';

const timeline = (text: string) => compile(roadMapFrom(text));
/** A pixel a second, level 5 at 525 over the ground. */
const SCALE = { perSecond: 1, left: 0, height: 525, ground: 600 };

test('the ground has one shape a level, and a slope takes the nearest level’s colour', () => {
  const { levels } = groundPaths(SCALE, timeline('A: 8, level 2\nB: 8, level 2 > 4'), false);
  expect(levels.map(({ level }) => level)).toEqual([2, 3, 4]);
  // Level 2 reaches from bar 1 to a quarter of the slope.
  expect(levels[0]!.path).toBe('M0 600V375L16 375V600ZM16 600V375L20 325V600Z');
});

test('rests are a dashed line and no ground, stops and holds are cut to the ground', () => {
  const paths = groundPaths(
    SCALE,
    timeline('A: 4\nRest: 4, tacet\nB: 4; stop 2.1; fermata last.1 5 s'),
    false,
  );
  expect(paths.tacet).toBe('M8 598H16');
  expect(paths.levels).toHaveLength(1);
  expect(paths.levels[0]!.path.match(/M/g)).toHaveLength(2);
  expect(paths.notches).toBe('M18 599h3V73h-3ZM22 599h5V73h-5Z');
});

test('a fill is a wedge that rises to where it lands, never too thin to see', () => {
  const { fills } = groundPaths(SCALE, timeline('A: 4, level 4; fill last.3'), false);
  expect(fills).toBe('M1 600L8 175V600Z');
  expect(groundPaths(SCALE, timeline('A: 4, level 4; fill last.3'), true).fills).toBe(
    'M5 600L8 175V600Z',
  );
});

test('a vamp ends in a broken edge, once', () => {
  const { vamps } = groundPaths(SCALE, timeline('A: 4, x 3, vamp "nod"\nB: 4'), false);
  expect(vamps.match(/M/g)).toHaveLength(1);
  expect(vamps).toMatch(/^M24 600l-5 /);
});

test('a change of level inside a section bends the ground there', () => {
  const song = timeline('A: 8, level 2; from 5.1 level 4 > 5 to 7.1');
  expect(levelsOf(song).map(({ start, end, from, to }) => [start, end, from, to])).toEqual([
    [0, 8, 2, 2],
    [8, 12, 4, 5],
    [12, 16, 5, 5],
  ]);
  const levelAt = levelFinder(levelsOf(song));
  expect([1, 8, 10, 15].map(levelAt)).toEqual([2, 2, 4.5, 5]);
});

test('a section is drawn once for its times in a row, and again on every pass of a repeat', () => {
  const stretches = stretchesOf(timeline('repeat 2:\nA: 7, x 2\nB: 4\nend'));
  expect(stretches.map(({ name, bars, firstPlayed }) => `${name} ${bars} ${firstPlayed}`)).toEqual([
    'A 2×(4+3) 1',
    'B 4 15',
    'A 2×(4+3) 19',
    'B 4 33',
  ]);
});

test('phrases narrower than can be told apart get no lines', () => {
  const song = timeline('A: 16');
  expect(phrasePaths(SCALE, song).phrases.match(/M/g)).toHaveLength(3);
  expect(phrasePaths({ ...SCALE, perSecond: 0.5 }, song).phrases).toBe('');
});

const at = (...places: (readonly [number, string])[]) => places.map(([x, text]) => ({ x, text }));

test('names that would run into each other take the next row, or are cut short', () => {
  const labels = laneLabels(at([0, 'Intro'], [20, 'Verse'], [40, 'Chorus']), 10, 2, 200);
  expect(labels.map((label) => label?.row)).toEqual([0, 1, 0]);
  expect(labels[0]?.text).toBe('Intro');
  expect(laneLabels(at([0, 'Introduction'], [40, 'Verse']), 10, 1, 200)[0]?.text).toBe('Intr…');
});

test('no stalk of a cue runs through the words of another', () => {
  const labels = pinLabels(at([0, 'a long cue here'], [50, 'b'], [300, 'c']), 10, 2, 400);
  // The first reaches over the second, so it stands higher than that one's stalk.
  expect(labels.map((label) => label?.row)).toEqual([1, 0, 0]);
  const crowded = pinLabels(
    at([0, 'a long cue here'], [10, 'another one'], [20, 'third']),
    10,
    1,
    400,
  );
  expect(crowded.map((label) => label?.text)).toEqual([undefined, undefined, 'third']);
});
