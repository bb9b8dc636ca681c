import {
  barTicks,
  type Meter,
  type Rate,
  rateOf,
  seconds,
  type Ticks,
  ticks,
} from '../../music/time';
import {
  detailsBySection,
  type FormNode,
  formOf,
  fromFirst,
  type LevelRange,
  NO_DETAILS,
  onPass,
  type Pass,
  type Resolved,
  type RoadMap,
  resolve,
  type Section,
  type SectionDetails,
  type TimeChange,
  unroll,
} from '../roadmap';
import type { PlayedBar } from './types';

/** A played bar that is laid in place; its number on the page and its time are filled in later. */
export type LaidBar = { -readonly [Key in keyof PlayedBar]: PlayedBar[Key] };

/** One time through a section with its bars in place. */
export type LaidPass = Pass & {
  readonly resolved: Resolved;
  readonly details: SectionDetails;
  readonly timeChanges: readonly TimeChange[];
  readonly bars: readonly LaidBar[];
  readonly firstPlayed: number;
  readonly startTicks: Ticks;
  readonly length: Ticks;
  /** The speed that the map says holds where the section begins. */
  readonly entering: Rate;
};

export type LaidOutSong = {
  readonly passes: readonly LaidPass[];
  /** The sections as they stand on the page, each with its bars there. */
  readonly written: ReadonlyMap<string, { readonly first: number; readonly bars: number }>;
  /** The meter that holds at bar 1. */
  readonly meter: Meter;
};

/**
 * Unrolls a road map and puts every bar in its place. What meter and tempo hold where a section
 * begins is what the page says above it, on every pass: a repeat goes back to how it began, and each
 * ending follows the body.
 */
export const layOut = (map: RoadMap): LaidOutSong => {
  const form = formOf(map);
  const details = detailsBySection(map);
  const states = enteringStates(map, form, details);
  const plain = new Map<string, Resolved>();
  let at = 0;
  let played = map.start.firstBar;
  const longest = new Map<string, number>();
  const passes = unroll(form).map((pass, index): LaidPass => {
    const { section } = pass;
    const own = details.get(section.id) ?? NO_DETAILS;
    const varied = onPass(own.variations, pass.pass, pass.of);
    const resolved =
      varied.length > 0 ? resolve(map, section, varied) : plainOf(plain, map, section);
    const timeChanges = onPass(own.timeChanges, pass.pass, pass.of);
    const state = states.get(section.id)!;
    const bars = barsFrom(
      at,
      played,
      index,
      resolved.bars,
      section.meter ?? state.meter,
      timeChanges,
    );
    const last = bars.at(-1)!;
    const end = last.startTicks + barTicks(last.meter);
    // Written out: a spread here costs more than all the rest.
    const laid = {
      section,
      pass: pass.pass,
      of: pass.of,
      time: pass.time,
      trail: pass.trail,
      resolved,
      details: own,
      timeChanges,
      bars,
      firstPlayed: played,
      startTicks: ticks(at),
      length: ticks(end - at),
      entering: state.speed,
    };
    at = end;
    played += bars.length;
    longest.set(section.id, Math.max(longest.get(section.id) ?? 0, resolved.bars));
    return laid;
  });
  const meter = passes[0]?.bars[0]?.meter ?? map.start.meter;
  return { passes, written: writtenPlaces(map, form, longest), meter };
};

const plainOf = (known: Map<string, Resolved>, map: RoadMap, section: Section): Resolved => {
  const found = known.get(section.id) ?? resolve(map, section);
  known.set(section.id, found);
  return found;
};

const barsFrom = (
  start: number,
  played: number,
  passage: number,
  count: number,
  meter: Meter,
  timeChanges: readonly TimeChange[],
): LaidBar[] => {
  const bars: LaidBar[] = [];
  let [at, current] = [start, meter];
  let length = barTicks(meter);
  for (let bar = 1; bar <= count; bar++) {
    const turned =
      timeChanges.length > 0
        ? timeChanges.find((one) => one.bar === bar && one.meter)?.meter
        : null;
    if (turned) {
      current = turned;
      length = barTicks(turned);
    }
    bars.push({
      played: played + bar - 1,
      written: 0,
      passage,
      meter: current,
      startTicks: ticks(at),
      // Not yet known; no whole number, so that the engine stores it as a fraction from the start.
      startSeconds: seconds(Number.NaN),
    });
    at += length;
  }
  return bars;
};

/** What the page says holds where something begins. */
export type State = { readonly meter: Meter; readonly speed: Rate };

/**
 * The meter and speed with which each section begins, by the page: down the rows, where every ending
 * starts from the end of the body, and what follows a repeat starts from its last ending.
 */
const enteringStates = (
  map: RoadMap,
  form: readonly FormNode[],
  details: ReadonlyMap<string, SectionDetails>,
): ReadonlyMap<string, State> => {
  const states = new Map<string, State>();
  const walk = (nodes: readonly FormNode[], from: State): State =>
    nodes.reduce((state, node) => {
      if (node.kind === 'section') {
        states.set(node.section.id, state);
        return leaving(node.section, details.get(node.section.id) ?? NO_DETAILS, state);
      }
      const body = walk(node.body, state);
      const ends = node.endings.map((ending) => walk(ending.body, body));
      return ends.at(-1) ?? body;
    }, from);
  walk(form, { meter: map.start.meter, speed: rateOf(map.start.tempo) });
  return states;
};

const leaving = (section: Section, { timeChanges }: SectionDetails, state: State): State => {
  let meter = section.meter ?? state.meter;
  let speed = arriving(section.tempo, state.speed);
  if (timeChanges.length === 0) return { meter, speed };
  for (const timeChange of [...timeChanges].sort((a, b) => a.bar - b.bar)) {
    meter = timeChange.meter ?? meter;
    speed = arriving(timeChange.tempo, speed);
  }
  return { meter, speed };
};

const arriving = (change: Section['tempo'], speed: Rate): Rate => {
  if (!change) return speed;
  return rateOf({
    perMinute: change.kind === 'held' ? change.perMinute : change.to,
    unit: change.unit,
  });
};

const writtenPlaces = (
  map: RoadMap,
  form: readonly FormNode[],
  longest: ReadonlyMap<string, number>,
): LaidOutSong['written'] => {
  const places = new Map<string, { first: number; bars: number }>();
  let next = map.start.firstBar;
  const walk = (nodes: readonly FormNode[]) => {
    for (const node of nodes) {
      if (node.kind === 'section') {
        const bars = longest.get(node.section.id) ?? resolve(map, node.section).bars;
        places.set(node.section.id, { first: next, bars });
        next += bars;
        continue;
      }
      walk(node.body);
      for (const { body } of node.endings) walk(body);
    }
  };
  walk(form);
  return places;
};

/** The level of a pass: a crescendo leads over all the times of a section in a row. */
export const levelOf = ({ resolved, section, time }: LaidPass): LevelOfPass => {
  const { from, to }: LevelRange = resolved.level;
  const at = (share: number) => from + (to - from) * share;
  return { from: at((time - 1) / section.times), to: at(time / section.times) };
};

export type LevelOfPass = { readonly from: number; readonly to: number };

/**
 * The meter of each bar of a section by the page, for placing what stands in it. A bar is counted
 * from 1, or back from the last as -1.
 */
export type MeterAt = (bar: number) => Meter;

/** For each section the meters of its bars as written. */
export const writtenMeters = (map: RoadMap): ReadonlyMap<string, MeterAt> => {
  const details = detailsBySection(map);
  const states = enteringStates(map, formOf(map), details);
  return new Map(
    [...states].map(([id, state]) => {
      const section = map.sections[id]!;
      const timeChanges = (details.get(id) ?? NO_DETAILS).timeChanges
        .filter(({ meter }) => meter)
        .sort((a, b) => a.bar - b.bar);
      const { bars } = resolve(map, section);
      const first = section.meter ?? state.meter;
      const at: MeterAt = (bar) => {
        const counted = bar === 0 ? 1 : fromFirst(bar, bars);
        return timeChanges.findLast((timeChange) => timeChange.bar <= counted)?.meter ?? first;
      };
      return [id, at];
    }),
  );
};
