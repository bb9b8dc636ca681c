import { LIMBS, type Limb } from '../../music/kit';
import { barTicks, type Meter, pulsesOf, type Ticks, ticks } from '../../music/time';
import type { Feel, RoadMap, Snares, Sticks } from '../../song/roadmap';
import type { Gap, SongInSet } from '../../song/set';
import { type Passage, speedAt, type Timeline } from '../../song/timeline';
import { BUSY, type LimbLoad } from '../limbs';

/** How a song begins or ends: what its neighbour has to find, or to leave. */
export type Edge = {
  /** Pulses a minute as they are counted; a feel does not change them. */
  readonly pulse: number;
  readonly meter: Meter;
  readonly feel: Feel;
  /** 1 to 5. */
  readonly level: number;
  /** What the hands hold, and whether the snares are on. */
  readonly sticks: Sticks;
  readonly snares: Snares;
};

/** What a song asks of whoever plays it between two others. */
export type SongFacts = {
  /** The item of the set. */
  readonly id: string;
  readonly title: string;
  readonly begins: Edge;
  readonly ends: Edge;
  /** As the set says it; empty where nobody has. */
  readonly key: string;
  /** Pulses a minute as they are felt, taken over the whole song: half-time halves them. */
  readonly felt: number;
  /** Seconds from its count-in to its end. */
  readonly seconds: number;
  readonly counted: boolean;
  /** What has to be taken up or changed before its bar 1. */
  readonly change: string | undefined;
  /** Strokes a minute of the limbs that it keeps busy. */
  readonly busy: ReadonlyMap<Limb, number>;
  readonly gap: Gap;
  /** Whether it may be put elsewhere. */
  readonly keeps: SongInSet['item']['keeps'];
};

/** A limb loads a song that is busy in it and goes on for so many seconds without a rest of two. */
const WITHOUT_REST = 60;

/** Words by which something else is taken in hand, or tuned. */
const CHANGES =
  /\b(brush(es)?|rods|mallets|sticks down|capo|tun(e|ed|es|ing)|drop d|swap|switch|takes? up|picks? up|puts? down|changes? (to|the|over)|second snare|snares? off)\b/i;

/**
 * @param loads what each limb plays, where a groove is written
 * @returns nothing for a song without bars: there is nothing to judge
 */
export const factsOf = (
  { item, title, map, timeline }: SongInSet,
  loads: readonly LimbLoad[] = [],
): SongFacts | undefined => {
  const first = timeline.passages[0];
  const last = timeline.passages.at(-1);
  if (!first || !last) return undefined;
  const lastMeter = timeline.bars.at(-1)?.meter ?? last.meter;
  return {
    id: item.id,
    title,
    begins: edge(timeline, first, first.meter, ticks(0), first.level.from),
    ends: edge(timeline, last, lastMeter, ticks(timeline.ticks - 1), last.level.to),
    key: item.key.trim(),
    felt: feltPulse(timeline),
    seconds: timeline.countIn.seconds + timeline.seconds,
    counted: map.start.countIn > 0,
    change: changeBefore(map, timeline),
    busy: busyLimbs(loads, timeline.seconds),
    gap: item.gap,
    keeps: item.keeps,
  };
};

const edge = (
  { tempo }: Timeline,
  { feel, sticks, snares }: Passage,
  meter: Meter,
  at: Ticks,
  level: number,
): Edge => ({ pulse: pulse(speedAt(tempo, at) ?? 0, meter), meter, feel, level, sticks, snares });

/** @param speed ticks a second */
const pulse = (speed: number, meter: Meter): number =>
  (speed * 60 * pulsesOf(meter).length) / barTicks(meter);

const FELT = { normal: 1, 'half-time': 0.5, 'double-time': 2 } as const;

/** Pulses over time, as they are felt. */
const feltPulse = ({ bars, passages, seconds }: Timeline): number => {
  const pulses = bars.reduce((sum, { meter, passage }) => {
    const feel = passages[passage]?.feel.backbeat ?? 'normal';
    return sum + pulsesOf(meter).length * FELT[feel];
  }, 0);
  return seconds > 0 ? (pulses * 60) / seconds : 0;
};

/** A cue in the first bar, or a note on the song or on how it begins, that has something taken up. */
const changeBefore = (
  { start, sections }: RoadMap,
  { details, bars, passages }: Timeline,
): string | undefined => {
  const second = bars[1]?.startTicks ?? Number.POSITIVE_INFINITY;
  for (const one of details)
    if (one.kind === 'cue' && one.startTicks < second && CHANGES.test(one.detail.words))
      return one.detail.words;
  const notes = [start.notes, sections[passages[0]?.section ?? '']?.notes ?? ''];
  return notes.find((note) => CHANGES.test(note));
};

const busyLimbs = (loads: readonly LimbLoad[], seconds: number): Map<Limb, number> => {
  const found = new Map<Limb, number>();
  for (const { limb, strokes, longest } of loads) {
    const perMinute = (strokes * 60) / seconds;
    if (perMinute < BUSY[limb] || !longest || longest.to - longest.from < WITHOUT_REST) continue;
    found.set(limb, perMinute);
  }
  return found;
};

/** The limbs that two songs keep busy, in the order of the limbs. */
export const busyInBoth = (before: SongFacts, after: SongFacts): Limb[] =>
  LIMBS.filter((limb) => before.busy.has(limb) && after.busy.has(limb));
