import type { Beat } from './beats';
import type { Onsets } from './onsets';
import { FRAMES } from './spectrum';

/** What speaks for a first beat: the bass drum, a new harmony, a crash. */
const WEIGHTS = { low: 0.5, change: 1, all: 0.3 } as const;
/** What it costs to count on from another beat than was due: several bars’ worth. */
const SLIP = 40;
/** What a mark or a tap that says “first beat” is worth. */
const SAID = 1000;
/** So near (s) to what is said a beat is the one that is meant. */
const NEAR = 0.15;
/** How far around a beat (frames) its strength is looked for. */
const REACH = 4;

/**
 * First beats, for a meter that is known: of all ways to count on from bar to bar the one that finds the
 * most on its first beats (a bar pointer in the sense of Whiteley, Cemgil and Godsill 2006, with beats for
 * its places). It counts anew only where much speaks for that.
 *
 * @param beatsInBar how many beats a bar has, by the beat that was tracked; 1 to 32
 * @param said times (s) of first beats that are known
 * @returns which beats are first beats, by index
 */
export const firstBeatsOf = (
  beats: readonly Beat[],
  onsets: Onsets,
  beatsInBar: number,
  said: readonly number[] = [],
): number[] => {
  const count = beats.length;
  if (count === 0 || beatsInBar < 1) return [];
  const evidence = evidenceOf(beats, onsets, said);
  // State s: beat s of its bar, from 0.
  let best = new Float32Array(beatsInBar);
  best[0] = evidence[0]!;
  const backs: Int8Array[] = [];
  for (let beat = 1; beat < count; beat++) {
    const next = new Float32Array(beatsInBar);
    const back = new Int8Array(beatsInBar);
    const leader = best.indexOf(Math.max(...best));
    for (let state = 0; state < beatsInBar; state++) {
      const due = (state + beatsInBar - 1) % beatsInBar;
      const slips = state === 0 && best[leader]! - SLIP > best[due]!;
      back[state] = slips ? leader : due;
      next[state] =
        (slips ? best[leader]! - SLIP : best[due]!) + (state === 0 ? evidence[beat]! : 0);
    }
    backs.push(back);
    best = next;
  }
  let state = best.indexOf(Math.max(...best));
  const states = [state];
  for (const back of backs.reverse()) {
    state = back[state]!;
    states.push(state);
  }
  states.reverse();
  return states.flatMap((one, index) => (one === 0 ? [index] : []));
};

const evidenceOf = (
  beats: readonly Beat[],
  { all, low, change }: Onsets,
  said: readonly number[],
): Float32Array => {
  const strongest = (values: Float32Array) =>
    standard(beats.map(({ time }) => largestNear(values, Math.round(time * FRAMES))));
  const [bass, harmony, whole] = [strongest(low), strongest(change), strongest(all)];
  return Float32Array.from(beats, ({ time }, index) => {
    const heard =
      WEIGHTS.low * bass[index]! + WEIGHTS.change * harmony[index]! + WEIGHTS.all * whole[index]!;
    const isSaid = said.some(
      (one) => nearest(beats, one) === index && Math.abs(one - time) <= NEAR,
    );
    return heard + (isSaid ? SAID : 0);
  });
};

const nearest = (beats: readonly Beat[], time: number): number =>
  beats.reduce(
    (best, one, index) =>
      Math.abs(one.time - time) < Math.abs(beats[best]!.time - time) ? index : best,
    0,
  );

const largestNear = (values: Float32Array, frame: number): number => {
  let most = 0;
  for (let at = frame - REACH; at <= frame + REACH; at++) most = Math.max(most, values[at] ?? 0);
  return most;
};

/** With a mean of 0 and a deviation of 1, nothing beyond 3. */
const standard = (values: readonly number[]): number[] => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const deviation = Math.sqrt(
    values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length,
  );
  return values.map((value) => Math.max(-3, Math.min(3, (value - mean) / (deviation || 1))));
};
