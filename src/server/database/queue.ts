import 'server-only';
import { Refusal } from './refusal';

/**
 * Work that waits its turn: so much at once, so much waiting behind it, and beyond that a clear no.
 */
export type Queue = {
  /** Runs work when it is its turn. @throws Refusal `unavailable` where too many wait, or too long */
  readonly run: <T>(work: () => Promise<T>) => Promise<T>;
  /** Whether one more would be refused. */
  readonly isFull: () => boolean;
  /** How many run. */
  readonly running: () => number;
  /** How many wait. */
  readonly waiting: () => number;
};

export type QueueLimits = {
  readonly atOnce: number;
  readonly waiting: number;
  /** The longest that anybody waits, in milliseconds. */
  readonly patience: number;
};

/** Seconds after which somebody who was refused may come back. */
export const COME_BACK_AFTER = 2;

export const createQueue = ({ atOnce, waiting, patience }: QueueLimits): Queue => {
  let running = 0;
  const line: (() => void)[] = [];

  const turn = (): Promise<void> => {
    if (running < atOnce) {
      running++;
      return Promise.resolve();
    }
    if (line.length >= waiting) return Promise.reject(busy());
    return new Promise((resolve, reject) => {
      const enter = () => {
        clearTimeout(timer);
        resolve();
      };
      const timer = setTimeout(() => {
        line.splice(line.indexOf(enter), 1);
        reject(busy());
      }, patience);
      line.push(enter);
    });
  };

  /** The place that becomes free is handed on, so that nobody slips in before those who wait. */
  const leave = () => {
    const next = line.shift();
    if (next) next();
    else running--;
  };

  return {
    run: async (work) => {
      await turn();
      try {
        return await work();
      } finally {
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
