import {
  beatTicks,
  elapsed,
  type Meter,
  TICKS_PER_QUARTER,
  type Ticks,
  ticks,
} from '../../music/time';
import type { PlacedSong, Program } from '../../song/set';
import { barAtTicks, type PlacedFermata } from '../../song/timeline';
import type { Span } from './tempoTrack';

/** Ticks a quarter in the files that Ebrant writes. */
export const DIVISION = 960;

/** Our ticks in one tick of the file. */
const FINER = TICKS_PER_QUARTER / DIVISION;

/** Ramps are written as one tempo for so much of the music, each ending at the exact time. */
export const RAMP_STEPS = {
  quarter: TICKS_PER_QUARTER,
  sixteenth: TICKS_PER_QUARTER / 4,
  'sixty-fourth': TICKS_PER_QUARTER / 16,
} as const;

export type RampStep = keyof typeof RAMP_STEPS;

export const fileTicks = (length: number): number => Math.round(length / FINER);

/** A fermata as the file has it: beats that are put in before its place. */
export type FileFermata = {
  readonly fermata: PlacedFermata;
  readonly ticks: number;
  readonly beats: number;
};

/** A song with its place in the file's ticks. */
export type LaidOutSong = {
  readonly song: PlacedSong;
  /** Where the gap before it, its lead and its bar 1 begin, and where it ends. */
  readonly gapStart: number;
  readonly start: number;
  readonly barOne: number;
  readonly end: number;
  readonly fermatas: readonly FileFermata[];
  /** Where a position of the song comes to lie; what is held before it has gone by. */
  readonly at: (position: Ticks) => number;
};

/**
 * Where songs lie in the file. A gap becomes whole bars of 4/4 at the tempo that fills it exactly; a
 * hold becomes beats of its bar, slow enough to fill it.
 */
export const layOut = (program: Program): LaidOutSong[] => {
  let at = 0;
  let time = 0;
  return program.songs.map((song) => {
    const start = at + gapBars(song.start - time) * GAP_BAR;
    const barOne = start + countInBeats(song) * fileTicks(beatTicks(song.timeline.countIn.meter));
    const fermatas = song.timeline.fermatas.map((fermata) => fileFermata(song, fermata));
    const place = (position: Ticks) =>
      barOne +
      fileTicks(position) +
      fermatas.reduce((sum, one) => sum + (one.fermata.ticks <= position ? one.ticks : 0), 0);
    const laid = {
      song,
      gapStart: at,
      start,
      barOne,
      end: place(song.timeline.ticks),
      fermatas,
      at: place,
    };
    at = laid.end;
    time = song.end;
    return laid;
  });
};

const GAP_BAR = 4 * DIVISION;
const LONGEST_GAP_BAR = 8;
/** A file says at most 16.7 s a quarter. */
const LONGEST_QUARTER = 16;

/** Bars of 4/4 for a gap, none longer than eight seconds. */
const gapBars = (gap: number): number => (gap > 1e-9 ? Math.ceil(gap / LONGEST_GAP_BAR) : 0);

/** Whole quarters, and whole beats of the bar. */
const fileFermata = ({ timeline }: PlacedSong, fermata: PlacedFermata): FileFermata => {
  const { denominator } = heldMeter(timeline, fermata);
  const quarters = Math.max(1, 4 / denominator);
  const count = Math.ceil(fermata.seconds / (LONGEST_QUARTER * quarters)) * quarters;
  return { fermata, ticks: count * DIVISION, beats: (count * denominator) / 4 };
};

/** The meter that goes by up to where time stands still. */
const heldMeter = (timeline: PlacedSong['timeline'], fermata: PlacedFermata): Meter =>
  barAtTicks(timeline, fermata.ticks - 1)?.meter ?? timeline.countIn.meter;

export const countInBeats = ({ timeline: { countIn }, counted }: PlacedSong): number =>
  countIn.pickup + (counted ? countIn.beats : 0);

const micro = (time: number): number => time * 1e6;

/** The stretches of the file between which its clock is to meet an exact time. */
export const spansOf = (laid: LaidOutSong, ramps: RampStep): Span[] => {
  const { song } = laid;
  const spans: Span[] = [];
  if (laid.start > laid.gapStart) {
    spans.push({ ticks: laid.start - laid.gapStart, end: micro(song.start), held: true });
  }
  if (laid.barOne > laid.start) {
    spans.push({ ticks: laid.barOne - laid.start, end: micro(song.barOne), held: true });
  }
  return [...spans, ...songSpans(laid, RAMP_STEPS[ramps])];
};

const songSpans = (
  { song: { timeline, barOne }, fermatas }: LaidOutSong,
  rampStep: number,
): Span[] =>
  timeline.tempo.flatMap((segment) => {
    const before = fermatas
      .filter(({ fermata }) => fermata.ticks === segment.startTicks)
      .map(({ fermata, ticks: length }) => ({
        ticks: length,
        end: micro(barOne + fermata.startSeconds + fermata.seconds),
        held: true,
      }));
    const held = segment.shape === 'held';
    const step = held ? segment.length : rampStep;
    const spans: Span[] = [];
    for (let from = 0; from < segment.length; from += step) {
      const to = Math.min(segment.length, from + step);
      const end = segment.startSeconds + elapsed(segment, ticks(to));
      spans.push({ ticks: fileTicks(to - from), end: micro(barOne + end), held });
    }
    return [...before, ...spans];
  });

/**
 * By how much a file is off within the steps of its ramps, in seconds: at the end of each step it is
 * exact, in its middle furthest off.
 */
export const rampError = ({ songs }: Program, ramps: RampStep): number => {
  const step = RAMP_STEPS[ramps];
  let worst = 0;
  for (const { timeline } of songs) {
    for (const segment of timeline.tempo) {
      if (segment.shape === 'held') continue;
      for (let from = 0; from < segment.length; from += step) {
        const to = Math.min(segment.length, from + step);
        const time = (at: number): number => elapsed(segment, ticks(at));
        const middle = time((from + to) / 2);
        worst = Math.max(worst, Math.abs(middle - (time(from) + time(to)) / 2));
      }
    }
  }
  return worst;
};
