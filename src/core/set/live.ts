import { type Seconds, seconds } from '../time';
import type { Program } from './program';

/** Where live the band waits for somebody, in the time of the program and in order. */
export type Waits = {
  /** The last expected time of each vamp: it goes round until somebody leaves it. */
  readonly vamps: readonly { readonly from: Seconds; readonly to: Seconds }[];
  /** Holds until a cue: time stands still at a place, and goes on at another. */
  readonly holds: readonly { readonly at: Seconds; readonly on: Seconds }[];
};

/**
 * What in a file lasts as long as is expected, and live until the cue.
 *
 * @example a vamp of 4 bars played 3 times: its third time is what goes round
 */
export const waitsOf = ({ songs }: Program): Waits => ({
  vamps: songs.flatMap(({ barOne, timeline }) =>
    timeline.passages
      .filter(({ vamp, time, times }) => vamp !== undefined && time === times)
      .map(({ startSeconds, seconds: length }) => ({
        from: seconds(barOne + startSeconds),
        to: seconds(barOne + startSeconds + length),
      })),
  ),
  holds: songs.flatMap(({ barOne, timeline }) =>
    timeline.holds
      .filter(({ cue }) => cue !== '')
      .map(({ startSeconds, seconds: length }) => ({
        at: seconds(barOne + startSeconds),
        on: seconds(barOne + startSeconds + length),
      })),
  ),
});
