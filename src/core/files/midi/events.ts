/** What can stand in a track, as far as Ebrant writes and understands it. */
export type MidiEvent =
  | { readonly type: 'tempo'; readonly microseconds: number }
  | {
      readonly type: 'meter';
      readonly numerator: number;
      readonly denominator: number;
      /** MIDI clocks (24 a quarter) in a click of the metronome. */
      readonly clocks: number;
    }
  | { readonly type: 'text'; readonly kind: TextKind; readonly text: string }
  | {
      readonly type: 'note-on';
      readonly channel: number;
      readonly key: number;
      readonly velocity: number;
    }
  | {
      readonly type: 'note-off';
      readonly channel: number;
      readonly key: number;
      readonly velocity: number;
    }
  /** Anything else, kept as its bytes: status, then data. */
  | { readonly type: 'other'; readonly bytes: readonly number[] };

/** Meta events that carry text, with their numbers. */
export const TEXT_KINDS = {
  text: 0x01,
  copyright: 0x02,
  'track-name': 0x03,
  instrument: 0x04,
  lyric: 0x05,
  marker: 0x06,
  'cue-point': 0x07,
} as const;

export type TextKind = keyof typeof TEXT_KINDS;

export type Timed = { readonly ticks: number; readonly event: MidiEvent };

export type MidiTrack = {
  /** In order of ticks. */
  readonly events: readonly Timed[];
  /** Where the end of the track lies. */
  readonly end: number;
};

export type MidiFile = {
  readonly format: 0 | 1;
  /** Ticks a quarter, 1 to 32767. */
  readonly division: number;
  readonly tracks: readonly MidiTrack[];
};

export const META = 0xff;
export const META_END = 0x2f;
export const META_TEMPO = 0x51;
export const META_METER = 0x58;
/** Microseconds a quarter are written in 24 bits. */
export const MOST_MICROSECONDS = 0xff_ffff;
