import type { SongFacts } from './facts';
import { isSlow, TOO_MANY } from './slow';
import { COSTS, stepsBetween } from './steps';

/** An order of songs and what it takes to play them so. */
export type SetOrder = {
  readonly songs: readonly SongFacts[];
  /** The sum of all steps and of slow songs together; see `COSTS`. */
  readonly cost: number;
};

export type BetterOrder = {
  readonly today: SetOrder;
  /** The same as today's where none is better. */
  readonly best: SetOrder;
  /** Whether every order that is allowed was looked at. */
  readonly exact: boolean;
};

/** So many songs, or stretches that stay together, are put in order exactly. */
const MOST_EXACT = 14;

/** Where there are more, so many songs are looked at in other orders: about a second. */
const MOST_LOOKED_AT = 15_000_000;

/** Songs that stay together, in their order; `place` where the first of them has to stand there. */
type Block = { readonly songs: readonly SongFacts[]; readonly place: number | undefined };

/**
 * The order with the least cost of jumps and loads. A song that keeps its place stays where it is; one
 * that stays after another, or that the other goes straight into, moves with it.
 *
 * Exact for up to 14 songs or stretches by dynamic programming over subsets (Held and Karp, A Dynamic
 * Programming Approach to Sequencing Problems, 1962); beyond that by moving and swapping until nothing
 * helps.
 */
export const betterOrder = (songs: readonly SongFacts[]): BetterOrder => {
  const today = { songs, cost: costOf(songs) };
  const blocks = blocksOf(songs);
  const exact = blocks.length <= MOST_EXACT;
  const found = exact ? bySubsets(blocks) : byMoves(blocks);
  const order = found.flatMap((block) => block.songs);
  const cost = costOf(order);
  // Of two that are equally good the one that people know.
  return { today, best: cost < today.cost - 1e-9 ? { songs: order, cost } : today, exact };
};

/**
 * What it takes to play songs in an order.
 *
 * @example one song, or none, costs nothing
 */
export const costOf = (songs: readonly SongFacts[]): number => {
  let [cost, slow] = [0, 0];
  songs.forEach((song, index) => {
    const before = songs[index - 1];
    if (before) cost += stepCost(before, song);
    slow = isSlow(song) ? slow + 1 : 0;
    if (slow >= TOO_MANY) cost += COSTS.slow;
  });
  return cost;
};

const stepCost = (before: SongFacts, after: SongFacts): number =>
  stepsBetween(before, after).reduce((sum, { cost }) => sum + cost, 0);

const blocksOf = (songs: readonly SongFacts[]): Block[] => {
  const blocks: { songs: SongFacts[]; place: number | undefined }[] = [];
  songs.forEach((song, index) => {
    const before = songs[index - 1];
    const together = song.keeps === 'after' || before?.gap.kind === 'straight-on';
    const last = blocks.at(-1);
    if (last && together) {
      // One that keeps its place keeps that of all that moves with it.
      if (song.keeps === 'place') last.place ??= index - last.songs.length;
      last.songs.push(song);
    } else blocks.push({ songs: [song], place: song.keeps === 'place' ? index : undefined });
  });
  return blocks;
};

/** Slow songs in a row at the end of what is played so far, as far as it matters. */
const RUNS = TOO_MANY;

/** What it costs to play a block after another and a run of slow songs, and the run that it leaves. */
type Append = { readonly cost: number; readonly run: number };

const append = (before: SongFacts | undefined, run: number, block: Block): Append => {
  let [cost, slow, last] = [0, run, before];
  for (const song of block.songs) {
    if (last) cost += stepCost(last, song);
    slow = isSlow(song) ? slow + 1 : 0;
    if (slow >= TOO_MANY) cost += COSTS.slow;
    last = song;
  }
  return { cost, run: Math.min(slow, RUNS - 1) };
};

/**
 * All that orders are made of, worked out once.
 *
 * @returns what it costs to play a block after another, or at the beginning, by their indices
 */
const appends = (blocks: readonly Block[]) => {
  const table = [undefined, ...blocks].map((before) =>
    Array.from({ length: RUNS }, (_, run) =>
      blocks.map((next) => append(before?.songs.at(-1), run, next)),
    ),
  );
  return (last: number | undefined, run: number, next: number): Append =>
    table[last === undefined ? 0 : last + 1]![run]![next]!;
};

/** For each set of blocks, the one that is last and the run of slow songs at the end: the least cost. */
const bySubsets = (blocks: readonly Block[]): Block[] => {
  const count = blocks.length;
  if (count === 0) return [];
  const sets = 1 << count;
  const at = (set: number, last: number, run: number) => (set * count + last) * RUNS + run;
  const least = new Float64Array(sets * count * RUNS).fill(Number.POSITIVE_INFINITY);
  const from = new Int32Array(sets * count * RUNS).fill(-1);
  const costs = appends(blocks);
  const placeAfter = placesAfter(blocks);
  const fits = (set: number, next: Block) =>
    next.place === undefined || next.place === placeAfter(set);
  blocks.forEach((block, index) => {
    if (!fits(0, block)) return;
    const { cost, run } = costs(undefined, 0, index);
    least[at(1 << index, index, run)] = cost;
  });
  for (let set = 1; set < sets; set++) {
    for (let last = 0; last < count; last++) {
      for (let run = 0; run < RUNS; run++) {
        const here = at(set, last, run);
        const cost = least[here] ?? Number.POSITIVE_INFINITY;
        if (cost === Number.POSITIVE_INFINITY) continue;
        blocks.forEach((block, next) => {
          if (set & (1 << next) || !fits(set, block)) return;
          const step = costs(last, run, next);
          const there = at(set | (1 << next), next, step.run);
          if (cost + step.cost >= (least[there] ?? 0)) return;
          least[there] = cost + step.cost;
          from[there] = here;
        });
      }
    }
  }
  const ends = Array.from({ length: count * RUNS }, (_, index) => at(sets - 1, 0, 0) + index);
  let end = ends.reduce((best, one) => ((least[one] ?? 0) < (least[best] ?? 0) ? one : best));
  const order: Block[] = [];
  for (; end >= 0; end = from[end] ?? -1) {
    const block = blocks[Math.floor(end / RUNS) % count];
    if (block) order.unshift(block);
  }
  return order;
};

/** How many songs a set of blocks has. */
const placesAfter = (blocks: readonly Block[]) => {
  const counts = new Int32Array(1 << blocks.length);
  for (let set = 1; set < counts.length; set++) {
    const lowest = 31 - Math.clz32(set & -set);
    counts[set] = (counts[set & (set - 1)] ?? 0) + (blocks[lowest]?.songs.length ?? 0);
  }
  return (set: number) => counts[set];
};

/** Moves one block, or swaps two, as long as that helps. */
const byMoves = (blocks: readonly Block[]): Block[] => {
  const costs = appends(blocks);
  const costOfOrder = (order: readonly number[]): number => {
    let [cost, run, at, last]: [number, number, number, number | undefined] = [0, 0, 0, undefined];
    for (const next of order) {
      const { songs, place } = blocks[next]!;
      if (place !== undefined && place !== at) return Number.POSITIVE_INFINITY;
      const step = costs(last, run, next);
      cost += step.cost;
      run = step.run;
      at += songs.length;
      last = next;
    }
    return cost;
  };
  let order = blocks.map((_, index) => index);
  let cost = costOfOrder(order);
  let left = MOST_LOOKED_AT;
  const improved = (): boolean => {
    for (const other of neighbours(order)) {
      left -= order.length;
      const found = costOfOrder(other);
      if (found >= cost - 1e-9) continue;
      [order, cost] = [other, found];
      return true;
    }
    return false;
  };
  while (left > 0 && improved());
  return order.map((index) => blocks[index]!);
};

function* neighbours(order: readonly number[]): Generator<number[]> {
  for (const [from, one] of order.entries()) {
    const others = order.toSpliced(from, 1);
    for (const [to, other] of order.entries()) {
      if (to !== from) yield others.toSpliced(to, 0, one);
      if (to > from) yield order.with(from, other).with(to, one);
    }
  }
}
