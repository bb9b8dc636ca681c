import { CONTINUE, POSITION, START, STOP } from '@/core/playing/clock';
import type { Port } from './port';

/** What a machine can do with us. */
export type Remote = {
  /** From the count-in. */
  readonly start: () => unknown;
  /** From bar 1, without a count-in: whoever leads has counted. */
  readonly startAtBarOne: () => unknown;
  /** Where it stopped, or where the machine says. */
  readonly goOn: () => unknown;
  readonly stop: () => unknown;
  /** @param sixteenths since bar 1 */
  readonly setPosition: (sixteenths: number) => void;
};

/** Starts and stops as a machine says; answers how to stop listening to it. */
export const followRemote = (port: Port, remote: Remote): (() => void) =>
  port.listen(({ 0: status, 1: low = 0, 2: high = 0 }) => {
    if (status === START) remote.start();
    if (status === CONTINUE) remote.goOn();
    if (status === STOP) remote.stop();
    if (status === POSITION) remote.setPosition(low + 128 * high);
  });
