/** A machine that MIDI goes to, and that may start and stop us. */
export type Port = {
  readonly id: string;
  readonly name: string;
  /** @param at by the page's clock (ms) */
  readonly send: (bytes: readonly number[], at: number) => void;
  /**
   * What comes back from it, and when by the page's clock (ms).
   *
   * @returns how to stop listening
   */
  readonly listen: (heard: (bytes: ArrayLike<number>, at: number) => void) => () => void;
};
