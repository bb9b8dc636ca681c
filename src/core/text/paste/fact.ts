import type { Meter, NoteValue } from '../../music/time';
import type { Feel, LevelRange, Timekeeper } from '../../song/roadmap';

/** What a piece of text says about a section, or about the song. */
export type Fact = {
  readonly bars?: number;
  readonly times?: number;
  readonly level?: LevelRange;
  readonly feel?: Feel;
  readonly timekeeper?: Timekeeper;
  readonly meter?: Meter;
  readonly tempo?: { readonly perMinute: number; readonly unit: NoteValue };
  /** Slower or faster on the way. */
  readonly ramp?: 'slower' | 'faster';
  readonly tacet?: boolean;
  readonly vamp?: { readonly cue: string };
  readonly fill?: string;
  /** Seconds that the last note is held. */
  readonly hold?: number;
  /** Beats. */
  readonly countIn?: number;
  /** When it begins in a recording, in seconds. */
  readonly inRecording?: number;
};
