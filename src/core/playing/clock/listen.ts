import { CLOCK, CONTINUE, POSITION, START, STOP } from './send';

/** What a machine that follows a clock knows. Times in milliseconds. */
export type Heard = {
  readonly running: boolean;
  /** Clocks since the song began. */
  readonly clocks: number;
  /** When the last clocks came, the latest last. */
  readonly times: readonly number[];
};

export const SILENT: Heard = { running: false, clocks: 0, times: [] };

/** So many clocks are measured by: two quarters. */
const WINDOW = 48;
/** After so long without a clock (ms) what was measured before says nothing. */
const LOST = 1000;

/** What is known after a message. */
export const hear = (heard: Heard, bytes: ArrayLike<number>, time: number): Heard => {
  switch (bytes[0]) {
    case CLOCK:
      return {
        running: heard.running,
        clocks: heard.running ? heard.clocks + 1 : heard.clocks,
        times: [...fresh(heard, time), time].slice(-WINDOW - 1),
      };
    case START:
      return { ...heard, running: true, clocks: 0 };
    case CONTINUE:
      return { ...heard, running: true };
    case STOP:
      return { ...heard, running: false, times: [] };
    case POSITION:
      return { ...heard, clocks: 6 * ((bytes[1] ?? 0) + 128 * (bytes[2] ?? 0)) };
    default:
      return heard;
  }
};

const fresh = ({ times }: Heard, time: number): readonly number[] =>
  time - (times.at(-1) ?? Number.NEGATIVE_INFINITY) > LOST ? [] : times;

/** Quarters a minute over the last clocks; nothing before there are enough. */
export const tempoHeard = ({ times }: Heard): number | undefined => {
  const [first, last] = [times[0], times.at(-1)];
  if (times.length < 7 || first === undefined || last === undefined || last <= first)
    return undefined;
  return (60_000 * (times.length - 1)) / 24 / (last - first);
};

/** By how much a clock is off an even row of the last ones at worst, in milliseconds. */
export const jitterHeard = ({ times }: Heard): number | undefined => {
  const [first, last] = [times[0], times.at(-1)];
  if (times.length < 7 || first === undefined || last === undefined) return undefined;
  const step = (last - first) / (times.length - 1);
  return times.reduce((most, time, at) => Math.max(most, Math.abs(time - first - at * step)), 0);
};

/** Quarters since the song began, the first being 0. */
export const quartersHeard = ({ clocks }: Heard): number => Math.max(0, clocks - 1) / 24;
