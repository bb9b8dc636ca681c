import { seconds, TICKS_PER_QUARTER, ticks } from '../../music/time';
import type { PlacedSong, Program } from '../../song/set';
import { secondsAt, ticksAt } from '../../song/timeline';
import { AT_START, type Cursor, due, type Plan, type Timed } from '../transport';

export const CLOCK = 0xf8;
export const START = 0xfa;
export const CONTINUE = 0xfb;
export const STOP = 0xfc;
export const POSITION = 0xf2;

const CLOCK_TICKS = TICKS_PER_QUARTER / 24;
const CLOCKS_A_SIXTEENTH = 6;
/** A song position has 14 bits. */
const LAST_POSITION = 0x3fff;

/** A message and when it is due, in seconds of the clock. */
export type Message = { readonly clock: number; readonly bytes: readonly number[] };

/** What a machine that follows has been told. */
export type ClockState = {
  readonly cursor: Cursor;
  /** The last clock: of which song, and which of it, 0 being that of bar 1. */
  readonly last: { readonly song: string; readonly count: number } | undefined;
  /** Whether it runs, or waits for the next sixteenth to go on from. */
  readonly runs: boolean;
};

export const UNTOLD: ClockState = { cursor: AT_START, last: undefined, runs: false };

/** A clock of a song, or its end. */
type Pulse = Timed & { readonly song: string; readonly count: number | 'end' };

const known = new WeakMap<Program, readonly Pulse[]>();

/** Every clock of a program: each song’s from its count-in on, up to its end. */
const pulsesOf = (program: Program): readonly Pulse[] => {
  const pulses = known.get(program) ?? program.songs.flatMap(pulsesOfSong);
  known.set(program, pulses);
  return pulses;
};

const pulsesOfSong = ({ id: song, timeline, barOne, start, end }: PlacedSong): Pulse[] => {
  const first = ticksAt(timeline.tempo, seconds(start - barOne)) / CLOCK_TICKS;
  const pulses: Pulse[] = [];
  for (let count = Math.ceil(first - 1e-6); count < timeline.ticks / CLOCK_TICKS - 1e-6; count++) {
    const at = secondsAt(timeline.tempo, ticks(count * CLOCK_TICKS));
    pulses.push({ time: barOne + at, song, count });
  }
  return [...pulses, { time: end, song, count: 'end' }];
};

/**
 * What a machine that runs along is to be sent up to a time of the clock. Each song’s clock runs from
 * its count-in on; it starts with bar 1 and stops at its end. As long as clock follows clock, through
 * other rates, waits and edits elsewhere, it gets clocks and nothing else. After a leap it is stopped,
 * told its position and goes on from the next sixteenth, which is all that a position can name.
 *
 * @param late clocks of before this time are not made up for
 */
export const clockDue = (
  plan: Plan,
  told: ClockState,
  until: number,
  late = Number.NEGATIVE_INFINITY,
): { readonly messages: readonly Message[]; readonly told: ClockState } => {
  const { due: pulses, cursor } = due(
    plan,
    ({ intent }) => pulsesOf(intent.program),
    told.cursor,
    until,
  );
  const messages: Message[] = [];
  let { last, runs } = told;
  for (const { item, clock } of pulses) {
    if (clock < late) continue;
    const { song, count } = item;
    const send = (...bytes: number[]) => messages.push({ clock, bytes });
    if (count === 'end') {
      if (runs) send(STOP);
      [last, runs] = [undefined, false];
      continue;
    }
    const follows = last?.song === song && last.count + 1 === count;
    if (runs && !follows) {
      send(STOP);
      runs = false;
    }
    if (!runs && count >= 0 && count % CLOCKS_A_SIXTEENTH === 0) {
      send(...position(count / CLOCKS_A_SIXTEENTH));
      send(count === 0 ? START : CONTINUE);
      runs = true;
    }
    send(CLOCK);
    last = { song, count };
  }
  return { messages, told: { cursor, last, runs } };
};

const position = (sixteenths: number): number[] => {
  const value = Math.min(LAST_POSITION, Math.round(sixteenths));
  return [POSITION, value & 0x7f, value >> 7];
};
