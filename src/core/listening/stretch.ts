/** Pieces overlap by this long (s); each is looked for this far (s) around where it is due. */
const HOP = 0.02;
const SEARCH = 0.01;
/** Every so many samples are compared, first at every so many places. */
const COARSE = 4;

/** Gives samples of a recording as it is played at another speed: `count` of them from sample `first` on. */
export type Stretched = (first: number, count: number) => Float32Array;

/**
 * A recording slower or faster at its own pitch, from a place on: pieces of it are laid over one another where
 * they agree best (Verhelst and Roelands 1993, “An overlap-add technique based on waveform similarity”). What
 * was worked out is kept, so that one piece after the other is all of one cast.
 *
 * @param samples one channel
 * @param from where it begins, in seconds; may lie before the recording, which is silence
 * @param rate seconds of the recording in a second: 0.4 to 1.5
 */
export const stretched = (
  samples: Float32Array,
  sampleRate: number,
  from: number,
  rate: number,
): Stretched => {
  const start = Math.round(from * sampleRate);
  if (rate === 1) return (first, count) => cut(samples, start + first, count);
  const hop = Math.round(HOP * sampleRate);
  const search = Math.round(SEARCH * sampleRate);
  // The middle of a piece, where it is loudest, sounds when it is due.
  const due = (piece: number) => start + Math.round((piece + 1) * hop * rate) - hop;
  const places = [due(0)];
  const placeOf = (piece: number): number => {
    while (places.length <= piece) {
      // The piece goes on best where it is like what followed the one before.
      const goesOn = places.at(-1)! + hop;
      places.push(bestNear(samples, due(places.length), search, goesOn, hop));
    }
    return places[piece]!;
  };
  return (first, count) => {
    const result = new Float32Array(count);
    const lowest = Math.max(0, Math.floor(first / hop) - 1);
    for (let piece = lowest; piece * hop < first + count; piece++) {
      const place = placeOf(piece);
      for (let at = 0; at < 2 * hop; at++) {
        const into = piece * hop + at - first;
        if (into < 0 || into >= count) continue;
        // Two windows that overlap by half come to 1; nothing comes before the first.
        const isAlone = piece === 0 && at < hop;
        const window = isAlone ? 1 : 0.5 - 0.5 * Math.cos((Math.PI * at) / hop);
        result[into]! += window * (samples[place + at] ?? 0);
      }
    }
    return result;
  };
};

const cut = (samples: Float32Array, first: number, count: number): Float32Array => {
  const result = new Float32Array(count);
  const from = Math.max(0, first);
  const to = Math.min(samples.length, first + count);
  if (to > from) result.set(samples.subarray(from, to), from - first);
  return result;
};

/** The place within reach where a recording is most like it is at another. */
const bestNear = (
  samples: Float32Array,
  due: number,
  search: number,
  like: number,
  length: number,
): number => {
  const likeness = (place: number): number => {
    let [sum, power] = [0, 1e-9];
    for (let at = 0; at < length; at += COARSE) {
      const value = samples[place + at] ?? 0;
      sum += value * (samples[like + at] ?? 0);
      power += value * value;
    }
    return sum / Math.sqrt(power);
  };
  const best = (from: number, to: number, step: number) => {
    let [place, most] = [due, Number.NEGATIVE_INFINITY];
    for (let at = from; at <= to; at += step) {
      const value = likeness(at);
      if (value > most) [place, most] = [at, value];
    }
    return place;
  };
  const about = best(due - search, due + search, COARSE);
  return best(about - COARSE + 1, about + COARSE - 1, 1);
};
