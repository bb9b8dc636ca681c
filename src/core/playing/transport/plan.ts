import { type Seconds, seconds } from '../../music/time';
import type { Program } from '../../song/set';
import type { Loop, Move } from './moves';
import type { Pause } from './pauses';

/**
 * A plan is a list of segments, one after the other on the clock. Each says which stretch of the
 * program goes by, when and how fast, and why it ends. What is past stays as it was; what is to come
 * follows from the intent that each segment carries.
 *
 * *Place* is a time of the program, *clock* a time of whatever the sounds are scheduled by; both in
 * seconds.
 */
export type Plan = {
  /** In order, each beginning on the clock where the one before it ends; never empty. */
  readonly segments: readonly [Segment, ...Segment[]];
  /** What the next segment will be called; a name is never given twice. */
  readonly nextId: number;
};

/** Why a segment ends. */
export type Ending =
  /** The program is over. */
  | 'end'
  /** It was told to go on elsewhere. */
  | 'jump'
  /** The end of what is looped, and of a vamp that nobody has left. */
  | 'loop'
  | 'vamp'
  /** Everybody waits: because somebody said so, or for the cue of a fermata. */
  | 'wait'
  | 'fermata'
  /** The cue came before its fermata, which is passed over. */
  | 'cue'
  /** A wait is over. */
  | 'go'
  /** Another rate, program or intent from here on, at the same place. */
  | 'change';

/** What is to happen, as far as it has been decided. */
export type Intent = {
  readonly program: Program;
  /** Seconds of the program in a second of the clock: 1 is as written. */
  readonly rate: number;
  /** Whether vamps and fermatas wait for somebody, rather than last as long as is expected. */
  readonly live: boolean;
  /** Where it was asked to begin, while what leads up to it goes by. */
  readonly aim: Seconds | undefined;
  readonly loop: Looping | undefined;
  readonly jump: Move | undefined;
  /** Where everybody waits. */
  readonly wait: Seconds | undefined;
  /** Vamps that are left and fermatas whose cue has come, by their keys. */
  readonly cued: ReadonlySet<string>;
};

/** A loop under way. */
export type Looping = Loop & {
  /** Which round it is, from 0. */
  readonly round: number;
};

export type Segment = {
  readonly id: number;
  readonly clock: number;
  /** When the next one begins; infinite while nobody knows. */
  readonly ends: number;
  readonly place: Seconds;
  /** Where it ends. */
  readonly until: Seconds;
  /** Seconds of the program in a second of the clock; 0 where everybody waits. */
  readonly rate: number;
  readonly why: Ending;
  /** What holds while it goes by. */
  readonly intent: Intent;
  /** Where everybody waits: where it goes on, and what is waited for. */
  readonly waits: Waiting | undefined;
};

/** Somebody's word is waited for. */
export type Waiting = {
  readonly on: Seconds;
  /** The fermata that is held; nothing where somebody said to wait. */
  readonly pause: Pause | undefined;
};

/**
 * Two places that are closer than this are one, in seconds: sums of floating-point numbers differ
 * by far less, strokes by far more.
 */
export const SAME = 1e-6;

/** The segment that goes by at a time; the first or the last where the time lies outside all. */
export const segmentAt = ({ segments }: Plan, clock: number): Segment =>
  segments.findLast((one) => one.clock <= clock) ?? segments[0];

/**
 * The place at a time of the clock. Before the first segment it is where that begins, after the end
 * where the program ends.
 *
 * @example begun at place 2 and clock 10 at rate 0.5, at clock 14 it is place 4
 */
export const placeAt = (plan: Plan, clock: number): Seconds =>
  placeIn(segmentAt(plan, clock), clock);

/** The place within a segment at a time of the clock. */
export const placeIn = ({ place, until, rate, clock: from }: Segment, clock: number): Seconds =>
  seconds(Math.min(until, place + Math.max(0, clock - from) * rate));

/** The time of the clock at which a segment comes to a place: the inverse of `placeIn`. */
export const clockIn = ({ place, rate, clock }: Segment, at: number): number =>
  rate === 0 ? clock : clock + (at - place) / rate;

/**
 * The time of the clock at which a place is next reached.
 *
 * @param from no earlier than this
 * @returns nothing where the plan, as far as it is laid out, does not come by there
 */
export const clockOf = ({ segments }: Plan, at: Seconds, from: number): number | undefined => {
  for (const segment of segments) {
    const holds = at >= segment.place - SAME && at < segment.until - SAME;
    if (!holds || segment.ends <= from) continue;
    const clock = clockIn(segment, at);
    if (clock >= from - SAME) return clock;
  }
  return undefined;
};

/** Whether the music is over at a time of the clock. */
export const isOver = ({ segments }: Plan, clock: number): boolean => {
  const last = segments.at(-1)!;
  return last.why === 'end' && clock >= last.ends;
};
