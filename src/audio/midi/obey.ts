import { CONTINUE, START, STOP } from '@/core/clock';
import type { Port } from './ports';

type Transport = {
  readonly plays: () => boolean;
  /** @param fromTop from the count-in, rather than from the place that is selected */
  readonly start: (fromTop: boolean) => void;
  readonly stop: () => void;
};

/** Starts and stops as a machine says; answers how to stop listening to it. */
export const obey = (port: Port, { plays, start, stop }: Transport): (() => void) =>
  port.listen(({ 0: status }) => {
    if ((status === START || status === CONTINUE) && !plays()) start(status === START);
    if (status === STOP && plays()) stop();
  });
