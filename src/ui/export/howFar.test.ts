import { howFarWords, share } from './howFar';
import type { Coming } from './receive';

test.each<[Coming | undefined, string, number | undefined]>([
  [undefined, 'asked for', undefined],
  [{ kind: 'waiting', before: 0, seconds: 3 }, 'next, about 3 s', undefined],
  [{ kind: 'waiting', before: 1, seconds: 5 }, '1 file before it, about 5 s', undefined],
  [{ kind: 'waiting', before: 2, seconds: 9 }, '2 files before it, about 9 s', undefined],
  [{ kind: 'begun' }, 'begun', undefined],
  [{ kind: 'put', done: 3, of: 40 }, 'song 4 of 40', 0.075],
  [{ kind: 'made', name: 'a', type: 'b', bytes: 119_540_000 }, 'being made, 119.5 MB', undefined],
  [
    { kind: 'coming', received: 30_000_000, bytes: 120_000_000, seconds: 28 },
    '30.0 of 120.0 MB, about 28 s more',
    0.25,
  ],
])('%j', (coming, words, part) => {
  expect(howFarWords(coming)).toBe(words);
  expect(share(coming)).toBe(part);
});
