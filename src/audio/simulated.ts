import type { Output } from './output';
import type { Sound } from './stems';

/** A sound that was started, as the simulated output notes it. */
export type Started = {
  readonly key: string;
  /** When it was started, by the clock, and when it is heard. */
  readonly given: number;
  readonly at: number;
  readonly until: number | undefined;
  taken: boolean;
};

/** Speakers for tests: a clock that is set by hand, and a list of what was started. */
export const simulatedOutput = () => {
  const started: Started[] = [];
  let clock = 100;
  let opening: Promise<void> = Promise.resolve();
  const output: Output = {
    open: () => opening,
    now: () => clock,
    latency: () => 0,
    pageAhead: () => 0,
    prepare: () => undefined,
    start: ({ key }: Sound, at, until) => {
      const one: Started = { key, given: clock, at, until, taken: false };
      started.push(one);
      return () => {
        one.taken = true;
      };
    },
    setLevels: () => undefined,
    setSides: () => undefined,
  };
  return {
    output,
    started,
    /** What is heard in the end, in order. */
    heard: () =>
      started
        .filter(({ taken }) => !taken)
        .map(({ at }) => at)
        .sort((a, b) => a - b),
    advance: (seconds: number) => {
      clock += seconds;
    },
    /** The output opens when that is done. */
    opensAfter: (promise: Promise<void>) => {
      opening = promise;
    },
  };
};
