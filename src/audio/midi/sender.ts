import { clockOf, type Message, STOP } from '@/core/clock';
import type { Program } from '@/core/set';
import type { View } from '../player';
import type { Port } from './ports';

/** How often (ms) messages are sent, and how far ahead of their time (ms). */
const EVERY = 25;
const AHEAD = 80;
/**
 * A place that is further (s) from where it should be is a jump, which is never shorter than a bar; what
 * is less is an audio device that stalled, after which no clock may be left out.
 */
const JUMP = 0.2;

/**
 * Sends the clock of what is played to a machine, by the audio clock.
 *
 * @param view of what is played now
 * @returns how to stop
 */
export const sendClock = (port: Port, view: () => View | undefined): (() => void) => {
  let program: Program | undefined;
  let messages: readonly Message[] = [];
  let next = 0;
  /** Where the program should be, and when by the page's clock. */
  let expected: { readonly now: number; readonly at: number } | undefined;

  const tick = () => {
    const seen = view();
    if (!seen) return;
    const at = performance.now();
    const should = expected && expected.now + (at - expected.at) / msASecond(seen);
    const jumped = should === undefined || Math.abs(seen.now - should) > JUMP;
    if (jumped || seen.program !== program) {
      program = seen.program;
      messages = clockOf(program, Math.max(0, seen.now));
      next = 0;
    }
    expected = { now: seen.now, at };
    for (let one = messages[next]; one && one.time < seen.until - 1e-6; one = messages[next]) {
      const due = seen.clock(one.time);
      if (due > at + AHEAD) break;
      port.send(one.bytes, Math.max(at, due));
      next++;
    }
  };
  const timer = setInterval(tick, EVERY);
  tick();
  return () => {
    clearInterval(timer);
    port.send([STOP], performance.now());
  };
};

const msASecond = ({ clock }: View): number => clock(1) - clock(0);
