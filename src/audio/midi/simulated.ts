import { CLOCK, type Heard, hear, SILENT, START, STOP } from '@/core/playing/clock';
import type { Port } from './port';

/**
 * A machine that ships with Ebrant, for want of a real one: it follows the clock that it is sent, tells
 * what it makes of it, and has a start and a stop button of its own.
 */
type Simulated = Port & {
  /** What it knows now. */
  readonly state: () => Heard;
  /** Its own buttons. */
  readonly press: (status: number) => void;
  /** Sends a clock of its own, in quarters a minute; no longer where left out. */
  readonly lead: (perMinute: number | undefined) => void;
};

const createSimulated = (): Simulated => {
  let heard = SILENT;
  let waiting: { readonly bytes: readonly number[]; readonly at: number }[] = [];
  let leading: ReturnType<typeof setInterval> | undefined;
  const listeners = new Set<(bytes: ArrayLike<number>, at: number) => void>();
  const tell = (bytes: readonly number[], at: number) => {
    for (const listener of listeners) listener(bytes, at);
  };
  return {
    id: 'simulated',
    name: 'Simulated device',
    send: (bytes, at) => {
      waiting.push({ bytes, at });
    },
    listen: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    state: () => {
      const now = performance.now();
      for (const { bytes, at } of waiting) if (at <= now) heard = hear(heard, bytes, at);
      waiting = waiting.filter(({ at }) => at > now);
      return heard;
    },
    press: (status) => tell([status], performance.now()),
    lead: (perMinute) => {
      clearInterval(leading);
      if (perMinute === undefined) return tell([STOP], performance.now());
      let next = performance.now();
      tell([START], next);
      leading = setInterval(() => {
        for (; next <= performance.now(); next += 60_000 / perMinute / 24) tell([CLOCK], next);
      }, 5);
    },
  };
};

export const simulatedDevice = createSimulated();
