import type { Beat } from './beats';
import type { Onsets } from './onsets';
import { FRAMES } from './spectrum';

/** What speaks for a first beat: the bass drum, a new harmony, a crash. */
const WEIGHTS = { low: 0.5, change: 1, all: 0.3 } as const;
/** What it costs to count on from another beat than was due: dozens of bars’ worth, and more among beats that are sure. */
const SLIP = 60;
const SURE_SLIP = 120;
/** What it costs to go over to a bar of another length: one or two bars’ worth. */
const TURN = 3;
/** What a mark or a tap that says “first beat” is worth. */
const SAID = 1000;
/** So near (s) to what is said a beat is the one that is meant. */
const NEAR = 0.15;
/** How far around a beat (frames) its strength is looked for. */
const REACH = 4;

/**
 * First beats, for meters that are known: of all ways to count on from bar to bar the one that finds the
 * most on its first beats (a bar pointer in the sense of Whiteley, Cemgil and Godsill 2006, with beats for
 * its places). It counts anew, or goes over to another meter, only where much speaks for that.
 *
 * @param lengths how many beats a bar has, by the beat that was tracked; each 1 to 32. More than one where
 *   the meter changes, in no order
 * @param said times (s) of first beats that are known
 * @returns which beats are first beats, by index
 */
export const firstBeatsOf = (
  beats: readonly Beat[],
  onsets: Onsets,
  lengths: readonly number[],
  said: readonly number[] = [],
): number[] => {
  if (beats.length === 0) return [];
  const evidence = evidenceOf(beats, onsets, said);
  // A state is a beat of a bar of one length; each of its first beats is due after any last one.
  const places = lengths.flatMap((length) =>
    Array.from({ length }, (_, beat) => ({ length, beat })),
  );
  const lasts = places.flatMap(({ length, beat }, state) => (beat === length - 1 ? [state] : []));
  if (places.length === 0) return [];
  let best = Float32Array.from(places, ({ beat }) => (beat === 0 ? evidence[0]! : 0));
  const backs: Int16Array[] = [];
  for (let index = 1; index < beats.length; index++) {
    const sure = Math.min(...beats.slice(Math.max(0, index - 2), index + 1).map(confidenceOf));
    const slip = SLIP + SURE_SLIP * sure;
    const next = new Float32Array(places.length);
    const back = new Int16Array(places.length);
    const leader = best.indexOf(Math.max(...best));
    places.forEach(({ length, beat }, state) => {
      let [from, most] = [state - 1, best[state - 1]!];
      if (beat === 0) {
        from = state + length - 1;
        most = best[from]!;
        for (const last of lasts)
          if (best[last]! - TURN > most) [from, most] = [last, best[last]! - TURN];
        if (best[leader]! - slip > most) [from, most] = [leader, best[leader]! - slip];
      }
      back[state] = from;
      next[state] = most + (beat === 0 ? evidence[index]! : 0);
    });
    backs.push(back);
    best = next;
  }
  let state = best.indexOf(Math.max(...best));
  const states = [state];
  for (const back of backs.reverse()) {
    state = back[state]!;
    states.push(state);
  }
  return states.reverse().flatMap((one, index) => (places[one]!.beat === 0 ? [index] : []));
};

const confidenceOf = ({ confidence }: Beat): number => confidence;

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
