import {
  barTicks,
  beatTicks,
  elapsed,
  type Rate,
  rate,
  rateAt,
  rateOf,
  type Seconds,
  type Stretch,
  seconds,
  type Ticks,
  ticks,
} from '../../music/time';
import type { RampShape, RoadMap, TempoChange, TimeChange } from '../roadmap';
import type { LaidBar, LaidPass } from './layOut';
import type { TempoSegment } from './types';

/** Time that stands still before a position. */
export type Pause = { readonly at: Ticks; readonly seconds: number };

/**
 * The tempo map of passes laid end to end. Neighbouring stretches of one held tempo become one
 * segment, so a song at a single tempo is a single closed formula and nothing is added up bar by
 * bar; where segments do follow one another, their times are added with the rounding carried along.
 *
 * @param pauses in order of position
 */
export const tempoMap = (
  map: RoadMap,
  passes: readonly LaidPass[],
  pauses: readonly Pause[],
): TempoSegment[] => {
  const stretches: Stretch[] = [];
  for (let index = 0; index < passes.length; ) {
    const visit = visitFrom(passes, index);
    for (const stretch of visitStretches(visit)) stretches.push(stretch);
    index += visit.length;
  }
  const row = stretches.length > 0 ? joined(stretches) : [hold(rateOf(map.start.tempo), ticks(0))];
  return placed(cut(row, pauses), pauses);
};

/** A section with all its times in a row. */
const visitFrom = (passes: readonly LaidPass[], index: number): LaidPass[] => {
  const { section, time } = passes[index]!;
  return passes.slice(index, index + section.times - time + 1);
};

/** Something that sets the speed: from where to where, in ticks of the song. */
type Order = {
  readonly from: number;
  readonly to: number;
  readonly change: TempoChange | null;
};

const visitStretches = (visit: readonly LaidPass[]): Stretch[] => {
  const [first, last] = [visit[0]!, visit.at(-1)!];
  const end = last.startTicks + last.length;
  const orders = visit.some(changesTempo)
    ? visit.flatMap(passOrders)
    : [{ from: first.startTicks, to: end, change: first.resolved.tempo }];
  const bars = () => visit.flatMap((pass) => pass.bars);
  let speed = first.entering;
  return orders.flatMap((order, index) => {
    const stop = Math.min(order.to, orders[index + 1]?.from ?? end);
    // A pass that sets no tempo of its own starts as the section did.
    const startsPass = visit.some(({ startTicks }) => startTicks === order.from);
    const before = startsPass && order.change === null ? first.entering : speed;
    const stretches = stretchesOf(order.change, before, bars, order.from, stop);
    speed = stretches.at(-1)?.to ?? before;
    const rest = (orders[index + 1]?.from ?? end) - stop;
    return rest > 0 ? [...stretches, hold(speed, ticks(rest))] : stretches;
  });
};

const changesTempo = ({ timeChanges, resolved, section }: LaidPass): boolean =>
  timeChanges.some(({ tempo }) => tempo) || resolved.tempo !== section.tempo;

/** What sets the speed within one pass: the section, then its changes of tempo. */
const passOrders = ({ timeChanges, resolved, bars, startTicks, length }: LaidPass): Order[] => {
  const end = startTicks + length;
  const turned = timeChanges
    .filter(({ tempo, bar }) => tempo && bar <= bars.length)
    .sort((a, b) => a.bar - b.bar)
    .map((timeChange) => ({
      from: bars[timeChange.bar - 1]!.startTicks as number,
      to: timeChangeEnd(timeChange, bars, end),
      change: timeChange.tempo,
    }));
  return turned[0]?.from === startTicks
    ? turned
    : [{ from: startTicks, to: end, change: resolved.tempo }, ...turned];
};

const timeChangeEnd = ({ toBar }: TimeChange, bars: readonly LaidBar[], end: number): number =>
  toBar === null ? end : (bars[toBar]?.startTicks ?? end);

const stretchesOf = (
  change: TempoChange | null,
  speed: Rate,
  bars: () => readonly LaidBar[],
  start: number,
  stop: number,
): Stretch[] => {
  const length = ticks(stop - start);
  if (length <= 0) return [];
  if (!change) return [hold(speed, length)];
  if (change.kind === 'held') return [hold(rateOf(change), length)];
  const from = change.from === null ? speed : rateOf({ perMinute: change.from, unit: change.unit });
  const to = rateOf({ perMinute: change.to, unit: change.unit });
  if (change.shape === 'even-per-beat' || change.shape === 'even-per-second') {
    return [{ shape: change.shape, length, from, to }];
  }
  return steps(from, to, stepLengths(change.shape, bars(), start, stop));
};

/** The bars, or the beats, that lie between two positions. */
const stepLengths = (
  shape: RampShape,
  bars: readonly LaidBar[],
  start: number,
  stop: number,
): Ticks[] =>
  bars
    .filter(({ startTicks }) => startTicks >= start && startTicks < stop)
    .flatMap(({ meter }) =>
      shape === 'steps-per-bar'
        ? [barTicks(meter)]
        : Array<Ticks>(meter.numerator).fill(beatTicks(meter)),
    );

/** Equal steps of speed, the first at the one it comes from, the last at the one it leads to. */
const steps = (from: Rate, to: Rate, lengths: readonly Ticks[]): Stretch[] =>
  lengths.map((length, index) =>
    hold(
      rate(lengths.length === 1 ? to : from + ((to - from) * index) / (lengths.length - 1)),
      length,
    ),
  );

const hold = (speed: Rate, length: Ticks): Stretch => ({
  shape: 'held',
  length,
  from: speed,
  to: speed,
});

const joined = (stretches: readonly Stretch[]): Stretch[] => {
  const result: Stretch[] = [];
  for (const stretch of stretches) {
    const last = result.at(-1);
    if (last && last.shape === 'held' && stretch.shape === 'held' && last.from === stretch.from) {
      result[result.length - 1] = hold(last.from, ticks(last.length + stretch.length));
    } else result.push(stretch);
  }
  return result;
};

/** Cuts stretches in two where time stands still, so that each pause lies between two of them. */
const cut = (stretches: readonly Stretch[], pauses: readonly Pause[]): Stretch[] => {
  if (pauses.length === 0) return [...stretches];
  const result: Stretch[] = [];
  let at = 0;
  for (const stretch of stretches) {
    let rest = stretch;
    for (const { at: stop } of pauses) {
      const into = stop - at;
      if (into <= 0 || into >= rest.length) continue;
      const middle = rateAt(rest, ticks(into));
      result.push({ ...rest, length: ticks(into), to: middle });
      rest = { ...rest, length: ticks(rest.length - into), from: middle };
      at = stop;
    }
    result.push(rest);
    at += rest.length;
  }
  return result;
};

/**
 * Where each stretch begins, after what time stands still before it. The sum keeps what rounding
 * dropped (Neumaier 1974, compensated summation), so that the last segment is as exact as the first.
 */
const placed = (stretches: readonly Stretch[], pauses: readonly Pause[]): TempoSegment[] => {
  let [at, sum, dropped, pause] = [0, 0, 0, 0];
  const add = (term: number) => {
    const next = sum + term;
    dropped += Math.abs(sum) >= term ? sum - next + term : term - next + sum;
    sum = next;
  };
  const waitHere = () => {
    for (let here = pauses[pause]; here && here.at <= at; here = pauses[++pause]) add(here.seconds);
  };
  const segments = stretches.map((stretch): TempoSegment => {
    waitHere();
    const startSeconds = seconds(sum + dropped);
    const term: Seconds = elapsed(stretch, stretch.length);
    add(term);
    const { shape, length, from, to } = stretch;
    const segment = { shape, length, from, to, startTicks: ticks(at), startSeconds };
    at += stretch.length;
    return segment;
  });
  const last = segments.at(-1)!;
  const before = sum + dropped;
  waitHere();
  if (sum + dropped === before) return segments;
  // A pause at the very end: nothing follows it but the end itself.
  return [
    ...segments,
    { ...hold(last.to, ticks(0)), startTicks: ticks(at), startSeconds: seconds(sum + dropped) },
  ];
};
