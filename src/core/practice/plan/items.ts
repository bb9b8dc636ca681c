import type { Day } from './days';
import type { Goal } from './goals';

/** A day that somebody has for practising. */
export type PracticeDay = {
  readonly day: Day;
  /** 0 for none. */
  readonly minutes: number;
  /** Minutes of it that were practised already. */
  readonly done: number;
  /** Without a kit there are pad and listening. */
  readonly hasKit: boolean;
};

/** A song of the sets, in the order it is played. */
export type PlannedSong = {
  readonly arrangement: string;
  readonly title: string;
  /** In seconds. */
  readonly seconds: number;
  /** Whether anything of it is logged. */
  readonly isBegun: boolean;
};

/** How something is practised. */
export type Form =
  | 'warm-up'
  | 'listen'
  | 'layers'
  | 'ladder'
  | 'pad'
  | 'again'
  | 'break'
  | 'play-through';

/** One thing to do. */
export type PlanItem = {
  readonly form: Form;
  readonly minutes: number;
  /** The song and the goal it is about, where it is about one. */
  readonly song?: string;
  readonly goal?: Goal;
  /** From which tempo to which (beats a minute), where it has one. */
  readonly from?: number;
  readonly to?: number;
  /** Why it is there, in a sentence. */
  readonly why: string;
};

export type PlannedDay = PracticeDay & { readonly items: readonly PlanItem[] };
