import type { Placed, Program } from '../set';
import { seconds, TICKS_PER_QUARTER, ticks } from '../time';
import { secondsAt, ticksAt } from '../timeline';

export const CLOCK = 0xf8;
export const START = 0xfa;
export const CONTINUE = 0xfb;
export const STOP = 0xfc;
export const POSITION = 0xf2;

const CLOCK_TICKS = TICKS_PER_QUARTER / 24;
const CLOCKS_A_SIXTEENTH = 6;
/** A song position has 14 bits. */
const LAST_POSITION = 0x3fff;

/** A message and when it is due, in seconds of the program. */
export type Message = { readonly time: number; readonly bytes: readonly number[] };

/**
 * The clock of a program from a time of it: each song’s own from its count-in on, its start at bar 1,
 * its stop at its end. Where time stands still, so does the clock; from the middle of a song a machine
 * is told its position and goes on from the next sixteenth.
 *
 * @param from in seconds of the program
 * @returns in order of time
 */
export const clockOf = ({ songs }: Program, from: number): Message[] =>
  songs.filter(({ end }) => end > from).flatMap((song) => songClock(song, from));

const songClock = (song: Placed, from: number): Message[] => {
  const { timeline, barOne, start, end } = song;
  const timeOf = (clock: number) => barOne + secondsAt(timeline.tempo, ticks(clock * CLOCK_TICKS));
  const first = Math.max(from, start);
  let clock = Math.ceil(ticksAt(timeline.tempo, seconds(first - barOne)) / CLOCK_TICKS - 1e-6);
  const messages: Message[] = [];
  const last = timeline.ticks / CLOCK_TICKS;
  // In the middle of a song: on from the next sixteenth, which a position can name.
  const resumes = clock > 0 ? Math.ceil(clock / CLOCKS_A_SIXTEENTH) * CLOCKS_A_SIXTEENTH : 0;
  for (; clock < last - 1e-6; clock++) {
    const time = timeOf(clock);
    if (clock === resumes) {
      messages.push({ time, bytes: position(clock / CLOCKS_A_SIXTEENTH) });
      messages.push({ time, bytes: [clock === 0 ? START : CONTINUE] });
    }
    messages.push({ time, bytes: [CLOCK] });
  }
  messages.push({ time: end, bytes: [STOP] });
  return messages;
};

const position = (sixteenths: number): number[] => {
  const value = Math.min(LAST_POSITION, Math.round(sixteenths));
  return [POSITION, value & 0x7f, value >> 7];
};
