import { type ClockState, clockDue, STOP, UNTOLD } from '@/core/playing/clock';
import { unfold } from '@/core/playing/transport';
import type { Player } from '../player';
import type { Port } from './port';

/** How often (ms) messages are sent, and how far ahead of their time (s). */
const EVERY = 25;
const AHEAD = 0.08;
/** What was sent is not taken back: nothing changes before it. */
const SETTLED = AHEAD + 0.02;
/**
 * After a stall the clocks that were missed are sent at once, so that a machine keeps its count; where
 * more than this (s) were missed, it is stopped and told its place instead.
 */
const CATCH_UP = 0.25;

/**
 * Sends the clock of what is played to a machine, by the audio clock.
 *
 * @returns how to stop
 */
export const sendClock = (
  port: Port,
  player: Pick<Player, 'view' | 'settleAhead'>,
): (() => void) => {
  let told: ClockState = UNTOLD;
  player.settleAhead(SETTLED);
  const tick = () => {
    const seen = player.view();
    if (!seen) return;
    const until = seen.clock + AHEAD;
    const next = clockDue(unfold(seen.plan, until), told, until, seen.clock - CATCH_UP);
    told = next.told;
    for (const { clock, bytes } of next.messages)
      port.send(bytes, Math.max(performance.now(), seen.pageTime(clock)));
  };
  const timer = setInterval(tick, EVERY);
  tick();
  return () => {
    clearInterval(timer);
    player.settleAhead(undefined);
    port.send([STOP], performance.now());
  };
};
