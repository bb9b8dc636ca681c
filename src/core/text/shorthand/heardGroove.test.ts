import { strokesOf } from '../../music/kit';
import { grooveHeard, placesInBar } from '.';

const FOUR = { numerator: 4, denominator: 4 } as const;
const SIX = { numerator: 6, denominator: 8 } as const;
const newId = () => 'heard';
/** Sure where told, a little elsewhere. */
const at = (count: number, sure: readonly number[]) =>
  Array.from({ length: count }, (_, place) => (sure.includes(place) ? 0.9 : 0.2));

test('places are counted in four, in three where eighths swing, and in halves of eighths', () => {
  const texts = (places: ReturnType<typeof placesInBar>) => places.map(({ text }) => text);
  expect(texts(placesInBar(FOUR, false)).slice(3, 7)).toEqual(['1a', '2', '2e', '2&']);
  expect(texts(placesInBar(FOUR, true)).slice(0, 4)).toEqual(['1', '1+1/3', '1+2/3', '2']);
  expect(texts(placesInBar(SIX, true)).slice(0, 4)).toEqual(['1', '1&', '2', '2&']);
  expect(
    placesInBar(FOUR, false)
      .map(({ ticks }) => ticks)
      .slice(0, 3),
  ).toEqual([0, 5040, 10_080]);
  expect(placesInBar(SIX, false)).toHaveLength(12);
  expect(
    placesInBar(FOUR, false)
      .map(({ count }) => count)
      .slice(0, 5),
  ).toEqual(['1', 'e', '&', 'a', '2']);
});

test('what is likely is written as a groove under any name, in its meter', () => {
  const groove = grooveHeard(
    'Heard in “Verse, fast”',
    FOUR,
    placesInBar(FOUR, false),
    { bass: at(16, [0, 8, 10]), snare: at(16, [4, 12]), hats: at(16, []) },
    newId,
  )!;
  expect(groove).toMatchObject({ name: 'Heard in “Verse, fast”', kind: 'groove', meter: FOUR });
  const struck = (voice: string) =>
    strokesOf(groove).flatMap((stroke) => (stroke.voice === voice ? stroke.at : []));
  expect(struck('bass')).toEqual([0, 40_320, 50_400]);
  expect(struck('snare')).toEqual([20_160, 60_480]);
  expect(struck('hihat')).toEqual([]);
  const swung = grooveHeard(
    'Swung',
    FOUR,
    placesInBar(FOUR, true),
    { bass: at(12, [0]), snare: at(12, []), hats: at(12, [0, 2, 3]) },
    newId,
  )!;
  expect(strokesOf(swung).flatMap(({ at, voice }) => (voice === 'hihat' ? at : []))).toEqual([
    0, 13_440, 20_160,
  ]);
});

test('too little is no groove', () => {
  const nothing = at(16, []);
  const places = placesInBar(FOUR, false);
  expect(
    grooveHeard('Nothing', FOUR, places, { bass: nothing, snare: nothing, hats: nothing }, newId),
  ).toBeUndefined();
});
