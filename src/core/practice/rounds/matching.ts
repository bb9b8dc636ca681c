/** A stroke that is expected or was played. */
export type StrokeAt = {
  /** In seconds. */
  readonly time: number;
  /** What is struck, where that is known. */
  readonly voice?: string | undefined;
};

/** Which strokes belong together, by index. */
export type Matching = {
  readonly pairs: readonly { readonly expected: number; readonly played: number }[];
  /** Expected strokes that nobody played, and strokes that nobody expected. */
  readonly missing: readonly number[];
  readonly extra: readonly number[];
};

/** A stroke further off (s) than this is another one: half of a sixteenth at 150 a minute. */
export const FARTHEST_OFF = 0.05;

/**
 * Which stroke was meant by which: each at most once, in order, of one voice where both are known, so that all
 * of them together are as little off as can be. It is the heaviest increasing chain of pairs (Fredman 1975, for
 * equal weights), each the heavier the nearer its two are.
 *
 * @param expected in order of time
 * @param played in order of time
 * @param farthest so far (s) apart two can be at most
 */
export const matched = (
  expected: readonly StrokeAt[],
  played: readonly StrokeAt[],
  farthest = FARTHEST_OFF,
): Matching => {
  const lanes = new Set([...expected, ...played].map(({ voice }) => voice));
  // Without a voice on one side there is one lane for all.
  const isBlind = [expected, played].some((side) => side.every(({ voice }) => voice === undefined));
  const pairs = isBlind
    ? chain(expected.map(byIndex), played.map(byIndex), farthest)
    : [...lanes].flatMap((lane) => {
        const own = (side: readonly StrokeAt[]) =>
          side.map(byIndex).filter(({ voice }) => voice === lane);
        return chain(own(expected), own(played), farthest);
      });
  const [hit, used] = [
    new Set(pairs.map((pair) => pair.expected)),
    new Set(pairs.map((pair) => pair.played)),
  ];
  return {
    pairs: pairs.sort((a, b) => a.expected - b.expected),
    missing: [...expected.keys()].filter((index) => !hit.has(index)),
    extra: [...played.keys()].filter((index) => !used.has(index)),
  };
};

type Indexed = StrokeAt & { readonly index: number };

const byIndex = (stroke: StrokeAt, index: number): Indexed => ({ ...stroke, index });

/** The best chain that ends with a pair, and the pair before it. */
type Link = {
  readonly expected: number;
  readonly played: number;
  readonly weight: number;
  readonly before: Link | undefined;
};

const chain = (
  expected: readonly Indexed[],
  played: readonly Indexed[],
  farthest: number,
): { expected: number; played: number }[] => {
  const best = heaviestBefore(played.length);
  let first = 0;
  for (const one of expected) {
    while (first < played.length && played[first]!.time < one.time - farthest) first++;
    const links: (readonly [at: number, link: Link])[] = [];
    for (let at = first; at < played.length && played[at]!.time <= one.time + farthest; at++) {
      const before = best.at(at);
      const near = farthest - Math.abs(played[at]!.time - one.time);
      const weight = (before?.weight ?? 0) + near;
      links.push([at, { expected: one.index, played: played[at]!.index, weight, before }]);
    }
    // Entered together, so that one expected stroke is in a chain once.
    for (const [at, link] of links) best.enter(at, link);
  }
  const pairs: { expected: number; played: number }[] = [];
  for (let link = best.at(played.length); link; link = link.before)
    pairs.push({ expected: link.expected, played: link.played });
  return pairs;
};

/** The heaviest link that ends before a place, as a tree of prefixes (Fenwick 1994). */
const heaviestBefore = (size: number) => {
  const tree = new Array<Link | undefined>(size + 1).fill(undefined);
  return {
    at: (place: number): Link | undefined => {
      let most: Link | undefined;
      for (let node = place; node > 0; node -= node & -node) {
        const link = tree[node];
        if (link && link.weight > (most?.weight ?? 0)) most = link;
      }
      return most;
    },
    enter: (place: number, link: Link): void => {
      for (let node = place + 1; node <= size; node += node & -node)
        if (link.weight > (tree[node]?.weight ?? 0)) tree[node] = link;
    },
  };
};
