import type { Feel } from '../roadmap';
import type { Meter, Seconds, Stretch, Ticks } from '../time';

/** A stretch of the tempo map with where it begins. Zero is the first beat of bar 1. */
export type TempoSegment = Stretch & {
  readonly startTicks: Ticks;
  readonly startSeconds: Seconds;
};

/** One bar as it goes by. */
export type PlayedBar = {
  /** Counted with repeats unrolled, from 1. */
  readonly played: number;
  /** Counted with repeats folded, from 1. */
  readonly written: number;
  /** Which of the timeline's passages it belongs to. */
  readonly passage: number;
  readonly meter: Meter;
  readonly startTicks: Ticks;
  readonly startSeconds: Seconds;
};

/** One pass through a section. */
export type Passage = {
  readonly section: string;
  readonly name: string;
  /** Which time through, from 1, and of how many. */
  readonly pass: number;
  readonly passes: number;
  readonly firstPlayed: number;
  readonly firstWritten: number;
  readonly bars: number;
  readonly meter: Meter;
  readonly feel: Feel;
  /** Level at its beginning and its end, 1 to 5; between the whole numbers within a crescendo. */
  readonly level: { readonly from: number; readonly to: number };
  readonly click: boolean;
  readonly startTicks: Ticks;
  readonly ticks: Ticks;
  readonly startSeconds: Seconds;
  readonly seconds: Seconds;
};

export type ClickKind = 'count' | 'bar' | 'group' | 'pulse';

export type Click = {
  readonly kind: ClickKind;
  readonly ticks: Ticks;
  readonly seconds: Seconds;
};

/** What sounds before bar 1: count-in, then pickup. It ends at tick 0. */
export type Lead = {
  readonly countIn: number;
  readonly pickup: number;
  readonly ticks: Ticks;
  readonly seconds: Seconds;
  readonly meter: Meter;
};

/** A road map compiled: every played bar and click with its exact position and its time. */
export type Timeline = {
  readonly lead: Lead;
  readonly tempo: readonly TempoSegment[];
  readonly passages: readonly Passage[];
  readonly bars: readonly PlayedBar[];
  readonly clicks: readonly Click[];
  /** From bar 1 to the end of the last bar. */
  readonly ticks: Ticks;
  readonly seconds: Seconds;
};
