import { mulberry, type Random } from '../../base/random';
import { barTicks, pulsesOf, TICKS_PER_QUARTER, ticks } from '../../music/time';
import type { RoadMap } from '../../song/roadmap';
import { type Passage, type PlayedBar, secondsAt, type Timeline } from '../../song/timeline';
import { perform } from '../performance';
import { renderDrum, type Sounding, soundsOf } from '../sound';
import { drifting, type Steadiness } from './drift';
import { addNote, type Envelope, type Sounded, type Tone, toneOf } from './instruments';

/** A song as a made-up band plays it: drums, bass, chords and a lead, none of them to a click. */
export type Take = {
  /** One channel, from −1 to 1. */
  readonly samples: Float32Array<ArrayBuffer>;
  readonly sampleRate: number;
  /** When what stands at a time (s) from bar 1 is heard in it, in seconds. */
  readonly timeAt: (seconds: number) => number;
};

export type HowPlayed = Steadiness & {
  readonly seed: number;
  readonly sampleRate: number;
};

/** Silence before bar 1 where the map says nothing of it, and what rings after the end, in seconds. */
const BEFORE = 2.5;
const AFTER = 2.5;
/** A note of the lead fills so much of its eighth. */
const HELD = 0.9;
/** A player is early or late by up to so much, in seconds. */
const LOOSE = 0.006;

/** Semitones above the key note of the major scale, and the degrees that chords stand on. */
const SCALE = [0, 2, 4, 5, 7, 9, 11] as const;
const DEGREES = [0, 3, 4, 5, 1, 2] as const;

/** How loud the kit is against the others. */
const DRUMS = 0.5;

export type Instrument = {
  readonly part: 'bass' | 'lead' | 'chords';
  readonly tone: Tone;
  readonly envelope: Envelope;
};
const BASS: Instrument = {
  part: 'bass',
  tone: toneOf([1, 0.5, 0.25, 0.1]),
  envelope: { attack: 0.006, decay: 0.5, release: 0.03 },
};
const LEAD: Instrument = {
  part: 'lead',
  tone: toneOf([1, 0.1, 0.5, 0.05, 0.3, 0.02, 0.15]),
  envelope: { attack: 0.02, decay: 1.2, release: 0.05 },
};
/** Chords are softer or brighter from section to section. */
const CHORDS: readonly Instrument[] = [
  { part: 'chords', tone: toneOf([1, 0.3, 0.1]), envelope: { attack: 0.05, release: 0.12 } },
  {
    part: 'chords',
    tone: toneOf([1, 0.8, 0.6, 0.5, 0.4, 0.3]),
    envelope: { attack: 0.01, decay: 0.8, release: 0.05 },
  },
  {
    part: 'chords',
    tone: toneOf([1, 0, 0.6, 0, 0.4, 0, 0.25]),
    envelope: { attack: 0.03, release: 0.08 },
  },
];

/** What a made-up band plays, in the time of its recording. */
export type Played = {
  readonly strokes: readonly Sounding[];
  readonly notes: readonly (Sounded & { readonly instrument: Instrument })[];
  /** When what stands at a time (s) from bar 1 is heard in it, in seconds. */
  readonly timeAt: (seconds: number) => number;
  readonly seconds: number;
};

/**
 * What a made-up band plays of a song: the drums of the map, and music in which sections of one name are alike.
 * The same seed makes the same notes.
 */
export const bandPlays = (
  map: RoadMap,
  timeline: Timeline,
  { seed, ...steadiness }: Omit<HowPlayed, 'sampleRate'>,
): Played => {
  const random = mulberry(seed);
  const played = drifting(timeline.seconds, steadiness, seed);
  const before = map.start.recording || BEFORE;
  const timeAt = (seconds: number) => before + played(seconds);
  const loosely = (seconds: number) => timeAt(seconds) + (2 * random() - 1) * LOOSE;
  const strokes = soundsOf(perform(map, timeline)).map((stroke) => ({
    ...stroke,
    at: loosely(stroke.at),
    until: stroke.until && timeAt(stroke.until),
  }));
  const styles = new Map<string, Style>();
  const key = Math.floor(random() * 12);
  const notes = timeline.passages.flatMap((passage) => {
    const style = styles.get(passage.name) ?? styleOf(seed + styles.size + 1, key);
    styles.set(passage.name, style);
    return notesIn(timeline, passage, style).map((note) => {
      const at = loosely(note.at);
      return { ...note, at, length: timeAt(note.at + note.length) - at };
    });
  });
  return { strokes, notes, timeAt, seconds: timeAt(timeline.seconds) + AFTER };
};

/** A recording of what a made-up band plays, for demonstrations and tests. */
export const playedByBand = (map: RoadMap, timeline: Timeline, how: HowPlayed): Take => {
  const { sampleRate } = how;
  const { strokes, notes, timeAt, seconds } = bandPlays(map, timeline, how);
  const samples = new Float32Array(Math.ceil(seconds * sampleRate));
  const sounds = new Map<string, Float32Array>();
  for (const { sound, gain, at, until } of strokes) {
    const made = sounds.get(sound) ?? renderDrum(sound, sampleRate);
    sounds.set(sound, made);
    const from = Math.round(at * sampleRate);
    const cut = until === undefined ? made.length : Math.round(until * sampleRate) - from;
    addSound(samples, made.subarray(0, Math.max(0, cut)), from, DRUMS * gain);
  }
  for (const { instrument, ...note } of notes)
    addNote(samples, sampleRate, instrument.tone, instrument.envelope, note);
  return { samples: limited(samples), sampleRate, timeAt };
};

/** What one kind of section sounds like. */
type Style = {
  /** Chords, bar by bar, as roots and notes in semitones above A4. */
  readonly chords: readonly (readonly number[])[];
  readonly instrument: Instrument;
  /** Eighths of two bars on which the lead plays, with the note of the scale. */
  readonly melody: readonly (number | undefined)[];
  /** Pulses of the bar on which the bass plays again. */
  readonly isBusy: boolean;
};

const styleOf = (seed: number, key: number): Style => {
  const random = mulberry(seed);
  const pick = <Value>(values: readonly Value[]): Value =>
    values[Math.floor(random() * values.length)]!;
  const note = (degree: number) => key + SCALE[degree % 7]! + 12 * Math.floor(degree / 7);
  const roots = [pick(DEGREES), pick(DEGREES), pick(DEGREES), pick(DEGREES)];
  return {
    chords: roots.map((root) => [0, 2, 4].map((third) => note(root + third) - 24)),
    instrument: pick(CHORDS),
    melody: melodyOf(random, note),
    isBusy: random() < 0.5,
  };
};

const melodyOf = (random: Random, note: (degree: number) => number): Style['melody'] => {
  let degree = 4;
  return Array.from({ length: 16 }, () => {
    degree = Math.max(0, Math.min(9, degree + Math.round(4 * random() - 2)));
    return random() < 0.45 ? note(degree) - 5 : undefined;
  });
};

type Noted = Played['notes'][number];

const notesIn = (timeline: Timeline, passage: Passage, style: Style): Noted[] =>
  timeline.bars
    .filter((bar) => timeline.passages[bar.passage] === passage)
    .flatMap((bar, index) => notesOfBar(timeline, passage, style, bar, index));

const notesOfBar = (
  { tempo }: Timeline,
  { tacet, level }: Passage,
  style: Style,
  bar: PlayedBar,
  index: number,
): Noted[] => {
  const timeOf = (offset: number) => secondsAt(tempo, ticks(bar.startTicks + offset));
  const whole = barTicks(bar.meter);
  const loud = 0.5 + 0.1 * level.from;
  const chord = style.chords[index % style.chords.length]!;
  const pulses = pulsesOf(bar.meter).map(({ offset }) => offset);
  const span = (from: number, to: number) => ({
    at: timeOf(from),
    length: timeOf(to) - timeOf(from),
  });
  const lead = eighths(whole).flatMap((offset, eighth): Noted[] => {
    const pitch = style.melody[(eighth + 8 * (index % 2)) % style.melody.length];
    return pitch === undefined
      ? []
      : [{ ...span(offset, offset + EIGHTH * HELD), pitch, loud: 0.09 * loud, instrument: LEAD }];
  });
  if (tacet) return lead;
  const bass = pulses.flatMap((offset, pulse): Noted[] => {
    const to = pulses[pulse + 1] ?? whole;
    const low = { pitch: chord[0]! - 12, loud: 0.22 * loud, instrument: BASS };
    return style.isBusy
      ? [
          { ...span(offset, (offset + to) / 2), ...low },
          { ...span((offset + to) / 2, to), ...low },
        ]
      : [{ ...span(offset, to), ...low }];
  });
  const chords = chord.map(
    (pitch): Noted => ({
      ...span(0, whole),
      pitch,
      loud: 0.07 * loud,
      instrument: style.instrument,
    }),
  );
  return [...lead, ...bass, ...chords];
};

/** Where the eighths of a bar of so many ticks begin. */
const eighths = (whole: number): number[] =>
  Array.from({ length: Math.ceil(whole / EIGHTH) }, (_, index) => index * EIGHTH);
const EIGHTH = TICKS_PER_QUARTER / 2;

const addSound = (samples: Float32Array, sound: Float32Array, from: number, gain: number): void => {
  for (let at = Math.max(0, -from); at < sound.length && from + at < samples.length; at++)
    samples[from + at]! += gain * sound[at]!;
};

/** Nothing beyond full scale, and no edges where it would be. */
const limited = (samples: Float32Array<ArrayBuffer>): Float32Array<ArrayBuffer> => {
  for (let at = 0; at < samples.length; at++) samples[at] = Math.tanh(samples[at]!);
  return samples;
};
