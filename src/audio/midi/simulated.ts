import { type Heard, hear, SILENT } from '@/core/clock';
import type { Port } from './ports';

/**
 * A machine that ships with Ebrant, for want of a real one: it follows the clock that it is sent, tells
 * what it makes of it, and has a start and a stop button of its own.
 */
type Simulated = Port & {
  /** What it knows now. */
  readonly state: () => Heard;
  /** Its own buttons. */
  readonly press: (status: number) => void;
};

const createSimulated = (): Simulated => {
  let heard = SILENT;
  let waiting: { readonly bytes: readonly number[]; readonly at: number }[] = [];
  const listeners = new Set<(bytes: ArrayLike<number>) => void>();
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
    press: (status) => {
      for (const listener of listeners) listener([status]);
    },
  };
};

export const simulatedDevice = createSimulated();
