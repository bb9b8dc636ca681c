import { type Placed, type Program, soundingClicks } from '../set';
import { barTicks, beatTicks, type Meter, pulsesOf, TICKS_PER_QUARTER, ticks } from '../time';
import { type ClickKind, type Passage, secondsAt, type Timeline } from '../timeline';
import type { MidiFile, Timed } from './events';
import { type Span, tempoEvents } from './tempoTrack';

/** Ticks a quarter in the files that Ebrant writes. */
export const DIVISION = 960;

/** Our ticks in one tick of the file. */
const FINER = TICKS_PER_QUARTER / DIVISION;

/** Ramps are written as one tempo a sixteenth, each ending at the exact time. */
const RAMP_STEP = TICKS_PER_QUARTER / 4;

/** Channel 10, counted from 0. */
const DRUMS = 9;

/**
 * The keys of the clicks: high and low wood block and side stick of the General MIDI Level 1
 * percussion map (MIDI Manufacturers Association; numbers from memory), with how hard they are hit.
 */
const STROKES: Readonly<Record<ClickKind, { key: number; velocity: number }>> = {
  bar: { key: 76, velocity: 112 },
  group: { key: 76, velocity: 92 },
  pulse: { key: 77, velocity: 84 },
  count: { key: 37, velocity: 100 },
};

/** Short enough to end before the next thirty-second begins. */
const STROKE_TICKS = 60;

/**
 * A program as a MIDI file of format 1: a first track with tempo, meters and section markers, a
 * second with the clicks on channel 10. A gap becomes whole bars of 4/4 at the tempo that fills it
 * exactly, so that the next song begins on a bar line of the file.
 */
export const exportMidi = (title: string, program: Program): MidiFile => {
  const songs = laidOut(program);
  const conductor: Timed[] = [];
  const clicks: Timed[] = [];
  const spans: Span[] = [];
  for (const song of songs) {
    conductor.push(...meterEvents(song), ...markers(song));
    clicks.push(...strokes(song));
    spans.push(...spansOf(song));
  }
  const end = songs.at(-1)?.end ?? 0;
  const head: Timed[] = [{ ticks: 0, event: { type: 'text', kind: 'track-name', text: title } }];
  return {
    format: 1,
    division: DIVISION,
    tracks: [
      { events: sorted([...head, ...tempoEvents(spans, DIVISION), ...conductor]), end },
      {
        events: sorted([
          { ticks: 0, event: { type: 'text', kind: 'track-name', text: 'Click' } },
          ...clicks,
        ]),
        end,
      },
    ],
  };
};

/** A song with its place in the file's ticks. */
type Laid = {
  readonly song: Placed;
  /** Where the gap before it, its lead and its bar 1 begin, and where it ends. */
  readonly gapStart: number;
  readonly gapSeconds: number;
  readonly start: number;
  readonly barOne: number;
  readonly end: number;
};

const laidOut = (program: Program): Laid[] => {
  let at = 0;
  let time = 0;
  return program.songs.map((song) => {
    const gapSeconds = song.start - time;
    const start = at + gapBars(gapSeconds) * GAP_BAR;
    const barOne = start + leadBeats(song) * fileTicks(beatTicks(song.timeline.lead.meter));
    const laid = {
      song,
      gapStart: at,
      gapSeconds,
      start,
      barOne,
      end: barOne + fileTicks(song.timeline.ticks),
    };
    at = laid.end;
    time = song.end;
    return laid;
  });
};

const fileTicks = (length: number): number => Math.round(length / FINER);

const GAP_BAR = 4 * DIVISION;
const LONGEST_GAP_BAR = 8;

/** Bars of 4/4 for a gap, none longer than eight seconds. */
const gapBars = (gap: number): number => (gap > 1e-9 ? Math.ceil(gap / LONGEST_GAP_BAR) : 0);

const leadBeats = ({ timeline: { lead }, counted }: Placed): number =>
  lead.pickup + (counted ? lead.countIn : 0);

const micro = (time: number): number => time * 1e6;

const spansOf = (laid: Laid): Span[] => {
  const { song } = laid;
  const spans: Span[] = [];
  if (laid.start > laid.gapStart) {
    spans.push({ ticks: laid.start - laid.gapStart, end: micro(song.start), held: true });
  }
  if (laid.barOne > laid.start) {
    spans.push({ ticks: laid.barOne - laid.start, end: micro(song.barOne), held: true });
  }
  return [...spans, ...songSpans(song)];
};

const songSpans = ({ timeline, barOne }: Placed): Span[] =>
  timeline.tempo.flatMap((segment) => {
    const held = segment.shape === 'hold';
    const step = held ? segment.length : RAMP_STEP;
    const spans: Span[] = [];
    for (let from = 0; from < segment.length; from += step) {
      const to = Math.min(segment.length, from + step);
      const end = secondsAt(timeline.tempo, ticks(segment.startTicks + to));
      spans.push({ ticks: fileTicks(to - from), end: micro(barOne + end), held });
    }
    return spans;
  });

/** A meter where it changes; before bar 1 a shorter bar takes what is left of the count. */
const meterEvents = ({ song, gapStart, start, barOne }: Laid): Timed[] => {
  const { lead, passages } = song.timeline;
  const events: Timed[] = [];
  if (start > gapStart) events.push(meterAt(gapStart, { numerator: 4, denominator: 4 }));
  const short = leadBeats(song) % lead.meter.numerator;
  if (short > 0) {
    events.push(meterAt(start, { numerator: short, denominator: lead.meter.denominator }));
  }
  const full = start + short * fileTicks(beatTicks(lead.meter));
  if (full < barOne) events.push(meterAt(full, lead.meter));
  let last = full < barOne ? lead.meter : undefined;
  for (const { meter, startTicks } of passages) {
    if (!last || !sameBar(meter, last)) events.push(meterAt(barOne + fileTicks(startTicks), meter));
    last = meter;
  }
  return events;
};

const sameBar = (a: Meter, b: Meter): boolean =>
  a.numerator === b.numerator && a.denominator === b.denominator;

const meterAt = (at: number, meter: Meter): Timed => ({
  ticks: at,
  event: {
    type: 'meter',
    numerator: meter.numerator,
    denominator: meter.denominator,
    clocks: metronomeClocks(meter),
  },
});

/** MIDI clocks a metronome click: the pulse where all are alike (36 in 6/8), else the beat. */
const metronomeClocks = (meter: Meter): number => {
  const offsets = [...pulsesOf(meter).map(({ offset }) => offset as number), barTicks(meter)];
  const first = offsets[1]!;
  const even = offsets.every((offset, index) => offset === index * first);
  return Math.max(1, Math.round(((even ? first : beatTicks(meter)) * 24) / TICKS_PER_QUARTER));
};

const markers = ({ song, start, barOne }: Laid): Timed[] => [
  ...(barOne > start
    ? [marker(start, `${song.title}: ${song.counted ? 'count-in' : 'pickup'}`)]
    : []),
  ...song.timeline.passages.map((passage) =>
    marker(barOne + fileTicks(passage.startTicks), passageName(passage)),
  ),
];

const marker = (at: number, text: string): Timed => ({
  ticks: at,
  event: { type: 'text', kind: 'marker', text },
});

/** `Chorus`, or `Chorus 2/3` where it is played several times. */
const passageName = ({ name, pass, passes }: Passage): string =>
  passes > 1 ? `${name} ${pass}/${passes}` : name;

const strokes = ({ song, barOne }: Laid): Timed[] =>
  soundingClicks(song).flatMap(({ kind, ticks: position }: Timeline['clicks'][number]) => {
    const at = barOne + fileTicks(position);
    const { key, velocity } = STROKES[kind];
    return [
      { ticks: at, event: { type: 'note-on', channel: DRUMS, key, velocity } },
      { ticks: at + STROKE_TICKS, event: { type: 'note-off', channel: DRUMS, key, velocity: 0 } },
    ] satisfies Timed[];
  });

/** By time; what stands first stays first among equals. */
const sorted = (events: readonly Timed[]): Timed[] => [...events].sort((a, b) => a.ticks - b.ticks);
