import 'server-only';
import { Refusal } from './refusal';

/**
 * Work that waits its turn: so much at once, so much waiting behind it, and beyond that a clear no.
 */
export type Queue = {
  /**
   * Runs work when it is its turn.
   *
   * @throws Refusal `unavailable` where too many wait, or too long; the signal's reason where who waited
   * has gone before it was their turn
   */
  readonly run: <T>(work: () => Promise<T>, wait?: Wait) => Promise<T>;
  /** Whether one more would be refused. */
  readonly isFull: () => boolean;
  /** How many run. */
  readonly running: () => number;
  /** How many wait. */
  readonly waiting: () => number;
};

/** Somebody in the line. */
export type Wait = {
  /** Aborts when they go. */
  readonly signal: AbortSignal;
  /** Told anew whenever the line moves: how many are before them, and for about how long (s). */
  readonly onWait: (before: number, seconds: number) => void;
};

export type QueueLimits = {
  readonly atOnce: number;
  readonly waiting: number;
  /** The longest that anybody waits, in milliseconds. */
  readonly patience: number;
};

/** Seconds after which somebody who was refused may come back. */
export const COME_BACK_AFTER = 2;

/** What the length of the last work counts among those before it. */
const WEIGHT = 0.3;

export const createQueue = ({ atOnce, waiting, patience }: QueueLimits): Queue => {
  let running = 0;
  /** How long work took of late (s). */
  let typical = 1;
  const line: { readonly enter: () => void; readonly wait?: Wait }[] = [];

  const tellLine = () => {
    for (const [before, { wait }] of line.entries())
      wait?.onWait(before, Math.ceil(((before + 1) * typical) / atOnce));
  };

  const turn = (wait?: Wait): Promise<void> => {
    if (running < atOnce) {
      running++;
      return Promise.resolve();
    }
    if (line.length >= waiting) return Promise.reject(busy());
    return new Promise((resolve, reject) => {
      const settle = () => {
        clearTimeout(timer);
        wait?.signal.removeEventListener('abort', goes);
      };
      const leaveLine = (reason: unknown) => {
        settle();
        line.splice(line.indexOf(place), 1);
        tellLine();
        reject(reason);
      };
      const goes = () => leaveLine(wait?.signal.reason);
      const timer = setTimeout(() => leaveLine(busy()), patience);
      const place = {
        enter: () => {
          settle();
          resolve();
        },
        ...(wait && { wait }),
      };
      line.push(place);
      wait?.signal.addEventListener('abort', goes);
      tellLine();
    });
  };

  /** The place that becomes free is handed on, so that nobody slips in before those who wait. */
  const leave = () => {
    const next = line.shift();
    if (next) next.enter();
    else running--;
    tellLine();
  };

  return {
    run: async (work, wait) => {
      wait?.signal.throwIfAborted();
      await turn(wait);
      const began = performance.now();
      try {
        return await work();
      } finally {
        typical += WEIGHT * ((performance.now() - began) / 1000 - typical);
        leave();
      }
    },
    isFull: () => running >= atOnce && line.length >= waiting,
    running: () => running,
    waiting: () => line.length,
  };
};

const busy = () =>
  new Refusal({
    code: 'unavailable',
    place: '',
    message: 'Too many ask at once. Nothing is lost; it is tried again in a moment.',
  });
