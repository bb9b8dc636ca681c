import {
  CLOCK,
  follow,
  hear,
  quartersHeard,
  SILENT,
  START,
  STOP,
  tempoHeard,
} from '@/core/playing/clock';
import type { Player } from '../player';
import type { Port } from './port';
import type { Remote } from './remote';

/** How often it is corrected: every so many clocks. */
const EVERY = 24;

/**
 * Lets a machine's clock lead: it starts and stops us, and the music goes at its tempo and place.
 *
 * @returns how to stop
 */
export const followClock = (
  port: Port,
  player: Pick<Player, 'view' | 'step'>,
  remote: Remote,
): (() => void) => {
  let heard = SILENT;
  return port.listen((bytes, at) => {
    const wasRunning = heard.running;
    heard = hear(heard, bytes, at);
    if (heard.running && !wasRunning) bytes[0] === START ? remote.startAtBarOne() : remote.goOn();
    if (bytes[0] === STOP) remote.stop();
    const perMinute = tempoHeard(heard);
    const view = player.view();
    if (bytes[0] !== CLOCK || !heard.running || !perMinute || !view) return;
    if (heard.clocks % EVERY !== 1) return;
    const clock = view.clock + (at - performance.now()) / 1000;
    const leading = { clock, quarters: quartersHeard(heard), perMinute };
    player.step((plan, now) => follow(plan, now, leading));
  });
};
