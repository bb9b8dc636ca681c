import type { ClickKind, ClickSound, FullClickSettings } from '../../music/click';
import type { Meter, Seconds, Stretch, Ticks } from '../../music/time';
import type {
  Cue,
  DynamicsChange,
  Feel,
  Fill,
  GrooveChange,
  Hit,
  Snares,
  Sticks,
  Timekeeper,
} from '../roadmap';

/** A stretch of the tempo map with where it begins. Zero is the first beat of bar 1. */
export type TempoSegment = Stretch & {
  readonly startTicks: Ticks;
  readonly startSeconds: Seconds;
};

/** One bar as it goes by. */
export type PlayedBar = {
  /** Its number, with repeats unrolled; the first has that of the road map’s first bar. */
  readonly played: number;
  /** Its number by the page, with repeats folded. */
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
  /** Which time the section is played in the song, from 1, and of how many. */
  readonly pass: number;
  readonly passes: number;
  /** Which of its times in a row, from 1, and of how many. */
  readonly time: number;
  readonly times: number;
  /** The repeats around it, outermost first, by id, each with its pass and how many it has. */
  readonly trail: readonly {
    readonly repeat: string;
    readonly pass: number;
    readonly of: number;
  }[];
  readonly firstPlayed: number;
  readonly firstWritten: number;
  readonly bars: number;
  /** The meter of its first bar; bars carry their own. */
  readonly meter: Meter;
  readonly part: string | undefined;
  readonly phrase: number;
  readonly feel: Feel;
  readonly timekeeper: Timekeeper | null;
  readonly sticks: Sticks;
  readonly snares: Snares;
  /** The pattern that is played, by id; changes of groove within it stand among the details. */
  readonly groove: string | undefined;
  /** Level at its beginning and its end, 1 to 5; between the whole numbers within a crescendo. */
  readonly level: { readonly from: number; readonly to: number };
  readonly click: boolean;
  /** What its click is like, with all who have a say. */
  readonly clickSettings: FullClickSettings;
  readonly tacet: boolean;
  /** The cue that ends a vamp; undefined where it is none. */
  readonly vamp: string | undefined;
  readonly startTicks: Ticks;
  readonly ticks: Ticks;
  readonly startSeconds: Seconds;
  /** Up to the next passage, holds included. */
  readonly seconds: Seconds;
};

export type Click = {
  readonly kind: ClickKind;
  /** How it sounds. */
  readonly clickSound: ClickSound;
  readonly ticks: Ticks;
  readonly seconds: Seconds;
};

type Placed = {
  /** Which of the timeline's passages it stands in. */
  readonly passage: number;
  readonly startTicks: Ticks;
  readonly startSeconds: Seconds;
  readonly endTicks: Ticks;
  readonly endSeconds: Seconds;
};

/** A detail of a section as it comes by on one pass. */
export type PlacedDetail = Placed &
  (
    | { readonly kind: 'fill'; readonly detail: Fill }
    | { readonly kind: 'hit'; readonly detail: Hit }
    | { readonly kind: 'groove'; readonly detail: GrooveChange }
    | { readonly kind: 'dynamics'; readonly detail: DynamicsChange }
    | { readonly kind: 'cue'; readonly detail: Cue }
  );

/** Time that stands still just before a position. */
export type PlacedFermata = {
  readonly id: string;
  readonly passage: number;
  readonly ticks: Ticks;
  /** When it begins and how long it lasts. */
  readonly startSeconds: Seconds;
  readonly seconds: Seconds;
  readonly cue: string;
};

/** What sounds before bar 1: count-in, then pickup. It ends at tick 0. */
export type CountIn = {
  readonly beats: number;
  readonly pickup: number;
  readonly ticks: Ticks;
  readonly seconds: Seconds;
  readonly meter: Meter;
};

/** A road map compiled: every played bar and click with its exact position and its time. */
export type Timeline = {
  readonly countIn: CountIn;
  readonly tempo: readonly TempoSegment[];
  readonly passages: readonly Passage[];
  readonly bars: readonly PlayedBar[];
  readonly clicks: readonly Click[];
  readonly details: readonly PlacedDetail[];
  readonly fermatas: readonly PlacedFermata[];
  /** The sections as they stand on the page: first written bar and how many. */
  readonly written: ReadonlyMap<string, { readonly first: number; readonly bars: number }>;
  /** From bar 1 to the end of the last bar. */
  readonly ticks: Ticks;
  readonly seconds: Seconds;
};
