import { lastAtOrBefore } from '../../base/search';
import { elapsed } from './ramp';
import { rateOf } from './tempo';
import { TICKS_PER_QUARTER, ticks } from './ticks';

/**
 * Tempos read off a clock. A workstation writes hundreds of tiny tempo changes; a drummer reads a few.
 * What is found here meets every place of the clock within a tolerance, and says by how much it is
 * off at worst.
 */

/** A place of the clock: how many quarters have gone by, and when that is (s). */
export type ClockPoint = { readonly quarters: number; readonly seconds: number };

/** A tempo that holds from one bar line to another, or ramps. */
export type Fitted = {
  /** Bars, counted from 0; the tempo ends where `to` begins. */
  readonly from: number;
  readonly to: number;
  /** Quarters a minute at both ends; alike where it is held. */
  readonly start: number;
  readonly end: number;
  readonly shape: 'held' | 'even-per-beat' | 'even-per-second';
};

export type Fit = {
  readonly tempos: readonly Fitted[];
  /** The largest difference from the clock, in seconds. */
  readonly worst: number;
};

export const SLOWEST_QUARTERS = 5;
export const FASTEST_QUARTERS = 1600;

/** The clock to be met. */
export type Clock = {
  /** Bar lines, the end of the last bar among them. */
  readonly bars: readonly ClockPoint[];
  /** Other places where the clock changes its speed, in order. */
  readonly between: readonly ClockPoint[];
  /** Quarters in the unit that each bar is counted in: 1, or 1.5 in dotted time. */
  readonly units: readonly number[];
};

/**
 * The fewest tempos, roundest first, that meet a clock. Held tempos reach as far as one can
 * (the cone of Williams 1978, “Computer graphics and image processing”); rows of ever faster or
 * slower bars become ramps where a ramp meets them.
 *
 * @param starts bars, counted from 0, where a tempo has to begin anew, as sections do
 * @param tolerance in seconds
 */
export const fitTempos = (clock: Clock, starts: readonly number[], tolerance: number): Fit => {
  const tempos: Fitted[] = [];
  let worst = 0;
  let at = clock.bars[0]?.seconds ?? 0;
  const end = clock.bars.length - 1;
  const inside = starts.filter((start) => start > 0 && start < end);
  const bounds = [...new Set([0, ...inside, end])].sort((a, b) => a - b);
  for (let index = 0; index + 1 < bounds.length; index++) {
    const part = fitStretch(
      clock,
      bounds[index]!,
      bounds[index + 1]!,
      at,
      tolerance,
      tempos.at(-1),
    );
    tempos.push(...part.tempos);
    at = part.at;
    worst = Math.max(worst, part.worst);
  }
  return { tempos, worst };
};

type Part = { readonly tempos: readonly Fitted[]; readonly at: number; readonly worst: number };

/** From one bar to another, beginning at the time to which what came before it has led. */
const fitStretch = (
  clock: Clock,
  from: number,
  to: number,
  at: number,
  tolerance: number,
  before: Fitted | undefined,
): Part => {
  const held = holds(clock, from, to, at, tolerance, before);
  if (held.tempos.length < 3) return held;
  const whole = rampOver(clock, from, to, at, tolerance);
  if (whole) return whole;
  return withRamps(clock, held, at, tolerance);
};

/** Held tempos only. */
const holds = (
  clock: Clock,
  from: number,
  to: number,
  begin: number,
  tolerance: number,
  before: Fitted | undefined,
): Part => {
  const tempos: Fitted[] = [];
  let [at, worst] = [begin, 0];
  for (let first = from; first < to; ) {
    const { end, low, high } = reach(clock, first, to, at, tolerance);
    const last = tempos.at(-1) ?? before;
    const tempo = roundest(60 / high, 60 / low, clock.units[first]!, last?.end);
    tempos.push({ from: first, to: end, start: tempo, end: tempo, shape: 'held' });
    const timeOf = (point: ClockPoint) =>
      at + ((point.quarters - clock.bars[first]!.quarters) * 60) / tempo;
    worst = Math.max(worst, worstIn(clock, first, end, timeOf));
    at = timeOf(clock.bars[end]!);
    first = end;
  }
  return { tempos, at, worst };
};

/** How far one held tempo can reach, and the seconds a quarter between which it lies. */
const reach = (clock: Clock, first: number, to: number, at: number, tolerance: number) => {
  const origin = clock.bars[first]!;
  let [low, high] = [60 / FASTEST_QUARTERS, 60 / SLOWEST_QUARTERS];
  let found: { end: number; low: number; high: number } | undefined;
  for (let end = first + 1; end <= to; end++) {
    for (const { quarters, seconds } of pointsOfBar(clock, end - 1)) {
      const gone = quarters - origin.quarters;
      low = Math.max(low, (seconds - tolerance - at) / gone);
      high = Math.min(high, (seconds + tolerance - at) / gone);
    }
    if (low > high) break;
    found = { end, low, high };
  }
  if (found) return found;
  // No held tempo meets this bar: one that ends with it.
  const next = clock.bars[first + 1]!;
  const exact = Math.min(
    60 / SLOWEST_QUARTERS,
    Math.max(60 / FASTEST_QUARTERS, (next.seconds - at) / (next.quarters - origin.quarters)),
  );
  return { end: first + 1, low: exact, high: exact };
};

/** The places of the clock within a bar and at its end. */
const pointsOfBar = ({ bars, between }: Clock, bar: number): ClockPoint[] => {
  const [from, to] = [bars[bar]!, bars[bar + 1]!];
  const points: ClockPoint[] = [];
  const first = lastAtOrBefore(between, from.quarters, ({ quarters }) => quarters) + 1;
  for (let index = first; index < between.length; index++) {
    if (between[index]!.quarters >= to.quarters) break;
    points.push(between[index]!);
  }
  points.push(to);
  return points;
};

const worstIn = (
  clock: Clock,
  from: number,
  to: number,
  timeOf: (point: ClockPoint) => number,
): number => {
  let worst = 0;
  for (let bar = from; bar < to; bar++) {
    for (const point of pointsOfBar(clock, bar)) {
      worst = Math.max(worst, Math.abs(timeOf(point) - point.seconds));
    }
  }
  return worst;
};

/**
 * The roundest tempo between two: the one so far, else with as few decimals as can be, the nearest
 * to the middle. In units of a bar's pulse, answered in quarters.
 */
const roundest = (low: number, high: number, unit: number, sofar: number | undefined): number => {
  if (sofar !== undefined && sofar >= low && sofar <= high) return sofar;
  const middle = (low + high) / 2 / unit;
  for (const steps of [1, 2, 10, 100, 1000]) {
    const tempo = Math.round(middle * steps) / steps;
    if (tempo * unit >= low && tempo * unit <= high) return tempo * unit;
  }
  return (Math.round(middle * 1000) / 1000) * unit;
};

const SHAPES = ['even-per-beat', 'even-per-second'] as const;

/** A ramp from one bar line to another, where one meets the clock. */
const rampOver = (
  clock: Clock,
  from: number,
  to: number,
  at: number,
  tolerance: number,
): Part | undefined => {
  const [first, last] = [clock.bars[from]!, clock.bars[to]!];
  const quarters = last.quarters - first.quarters;
  const unit = clock.units[from]!;
  for (const digits of [1, 10, 1000]) {
    for (const shape of SHAPES) {
      const ends = rampEnds(clock, from, to, at, shape);
      if (!ends) continue;
      const [start, end] = ends.map(
        (tempo) => (Math.round((tempo / unit) * digits) / digits) * unit,
      ) as [number, number];
      if (start === end || Math.min(start, end) < SLOWEST_QUARTERS) continue;
      const timeOf = (point: ClockPoint) =>
        at + secondsInto(shape, point.quarters - first.quarters, quarters, start, end);
      const worst = worstIn(clock, from, to, timeOf);
      if (worst > tolerance) continue;
      return { tempos: [{ from, to, start, end, shape }], at: timeOf(last), worst };
    }
  }
  return undefined;
};

/** Seconds after some of the quarters of a ramp from one tempo in quarters to another. */
const secondsInto = (
  shape: (typeof SHAPES)[number],
  gone: number,
  all: number,
  start: number,
  end: number,
): number =>
  elapsed(
    {
      shape,
      length: ticks(all * TICKS_PER_QUARTER),
      from: rateOf({ perMinute: start, unit: 'quarter' }),
      to: rateOf({ perMinute: end, unit: 'quarter' }),
    },
    ticks(gone * TICKS_PER_QUARTER),
  );

/**
 * Where a ramp that lasts as long as the clock says begins and ends: its first half tells by how
 * much it changes.
 */
const rampEnds = (
  clock: Clock,
  from: number,
  to: number,
  at: number,
  shape: (typeof SHAPES)[number],
): [number, number] | undefined => {
  const [first, last] = [clock.bars[from]!, clock.bars[to]!];
  const all = last.quarters - first.quarters;
  const lasts = last.seconds - at;
  const middle = clock.bars[Math.round((from + to) / 2)]!;
  const [half, halfLasts] = [middle.quarters - first.quarters, middle.seconds - at];
  if (half <= 0 || half >= all || lasts <= 0) return undefined;
  // For each ratio of end to start there is one start by which the whole lasts as long as it should.
  const startFor = (ratio: number) => secondsInto(shape, all, all, 1, ratio) / lasts;
  const halfFor = (ratio: number) => secondsInto(shape, half, all, 1, ratio) / startFor(ratio);
  let [low, high] = [Math.log(1 / 8), Math.log(8)];
  for (let step = 0; step < 60; step++) {
    const ratio = (low + high) / 2;
    // The more it speeds up, the more of the time the first half takes.
    if (halfFor(Math.exp(ratio)) < halfLasts) low = ratio;
    else high = ratio;
  }
  const ratio = Math.exp((low + high) / 2);
  const start = startFor(ratio);
  return Number.isFinite(start) ? [start, start * ratio] : undefined;
};

/** A row that is no ramp is tried again from its next tempos, but not from each of a thousand. */
const MOST_TRIES = 3;
/** A ramp makes held tempos of at most so many bars. */
const STEP = 2;

/** Rows of three and more short tempos that only rise or only fall, as ramps where one meets them. */
const withRamps = (clock: Clock, held: Part, begin: number, tolerance: number): Part => {
  const tempos: Fitted[] = [];
  let [at, worst] = [begin, 0];
  let failed = { end: 0, times: 0 };
  for (let index = 0; index < held.tempos.length; ) {
    const end = rowEnd(held.tempos, index);
    const [first, last] = [held.tempos[index]!, held.tempos[end - 1]!];
    const worthwhile = end - index >= 3 && (failed.end !== end || failed.times < MOST_TRIES);
    const ramp = worthwhile ? rampOver(clock, first.from, last.to, at, tolerance) : undefined;
    if (!ramp) failed = { end, times: failed.end === end ? failed.times + 1 : 1 };
    const part = ramp ?? holds(clock, first.from, first.to, at, tolerance, tempos.at(-1));
    tempos.push(...part.tempos);
    at = part.at;
    worst = Math.max(worst, part.worst);
    index = ramp ? end : index + 1;
  }
  return { tempos, at, worst };
};

const rowEnd = (tempos: readonly Fitted[], from: number): number => {
  const isStep = (index: number) => {
    const tempo = tempos[index];
    return tempo !== undefined && tempo.to - tempo.from <= STEP;
  };
  if (!isStep(from) || !isStep(from + 1)) return from + 1;
  const rises = tempos[from + 1]!.start > tempos[from]!.start;
  let end = from + 1;
  while (isStep(end) && tempos[end]!.start > tempos[end - 1]!.start === rises) end++;
  return end;
};
