import { mulberry } from '../../base/random';

/** How steadily a band without a click plays. */
export type Steadiness = {
  /** By which share its tempo wavers: 0.006 as good players do. */
  readonly drift: number;
  /** By which share it is faster at the end than at the beginning. */
  readonly speedsUp: number;
};

/** The tempo is worked out so often, in seconds. */
const STEP = 0.1;
/** It wavers in waves that last about so long, in seconds. */
const WAVES = [11, 27, 61] as const;

/**
 * When what is due at a time is played by people: tempos that waver slowly, and get faster or not.
 *
 * @param length how long it is by the map, in seconds
 * @returns the time (s) at which it is played, from 0 on; before 0 and past the end as at the edge
 */
export const drifting = (
  length: number,
  { drift, speedsUp }: Steadiness,
  seed: number,
): ((due: number) => number) => {
  const random = mulberry(seed);
  const waves = WAVES.map((period) => ({
    period: period * (0.8 + 0.4 * random()),
    phase: 2 * Math.PI * random(),
  }));
  const paceAt = (due: number) =>
    (1 +
      (drift / WAVES.length) *
        waves.reduce(
          (sum, { period, phase }) => sum + Math.sin((2 * Math.PI * due) / period + phase),
          0,
        )) *
    (1 + (speedsUp * due) / length);
  const times = [0];
  for (let index = 0; index * STEP < length; index++)
    times.push(times[index]! + STEP / paceAt((index + 0.5) * STEP));
  return (due) => {
    const place = due / STEP;
    const low = Math.max(0, Math.min(times.length - 2, Math.floor(place)));
    return times[low]! + (place - low) * (times[low + 1]! - times[low]!);
  };
};
