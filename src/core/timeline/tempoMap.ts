import type { RampShape, RoadMap, Section, TempoChange } from '../roadmap';
import {
  barTicks,
  beatTicks,
  elapsed,
  type Meter,
  type Rate,
  rate,
  rateOf,
  type Seconds,
  type Stretch,
  seconds,
  type Ticks,
  ticks,
} from '../time';
import type { TempoSegment } from './types';

/** A section with the meter that holds in it and the ticks of all its times. */
export type Laid = { readonly section: Section; readonly meter: Meter; readonly length: Ticks };

/**
 * The tempo map of sections laid end to end. Neighbouring stretches of one held tempo become one
 * segment, so a song at a single tempo is a single closed formula and nothing is added up bar by
 * bar; where segments do follow one another, their times are added with the rounding carried along.
 */
export const tempoMap = (map: RoadMap, laid: readonly Laid[]): TempoSegment[] => {
  const stretches: Stretch[] = [];
  let speed = rateOf(map.start.tempo);
  for (const { section, meter, length } of laid) {
    stretches.push(...stretchesOf(section.tempo, speed, meter, length));
    speed = stretches.at(-1)!.to;
  }
  return placed(stretches.length > 0 ? joined(stretches) : [hold(speed, ticks(0))]);
};

const stretchesOf = (
  change: TempoChange | null,
  speed: Rate,
  meter: Meter,
  length: Ticks,
): Stretch[] => {
  if (!change) return [hold(speed, length)];
  if (change.kind === 'hold') return [hold(rateOf(change), length)];
  const from = change.from === null ? speed : rateOf({ perMinute: change.from, unit: change.unit });
  const to = rateOf({ perMinute: change.to, unit: change.unit });
  if (change.shape === 'even-per-beat' || change.shape === 'even-per-second') {
    return [{ shape: change.shape, length, from, to }];
  }
  return steps(from, to, length, stepLength(change.shape, meter));
};

const stepLength = (shape: RampShape, meter: Meter): Ticks =>
  shape === 'steps-per-bar' ? barTicks(meter) : beatTicks(meter);

/** Equal steps, the first at the speed it comes from, the last at the one it leads to. */
const steps = (from: Rate, to: Rate, length: Ticks, each: Ticks): Stretch[] => {
  const count = length / each;
  return Array.from({ length: count }, (_, index) =>
    hold(rate(count === 1 ? to : from + ((to - from) * index) / (count - 1)), each),
  );
};

const hold = (speed: Rate, length: Ticks): Stretch => ({
  shape: 'hold',
  length,
  from: speed,
  to: speed,
});

const joined = (stretches: readonly Stretch[]): Stretch[] => {
  const result: Stretch[] = [];
  for (const stretch of stretches) {
    const last = result.at(-1);
    if (last && last.shape === 'hold' && stretch.shape === 'hold' && last.from === stretch.from) {
      result[result.length - 1] = hold(last.from, ticks(last.length + stretch.length));
    } else result.push(stretch);
  }
  return result;
};

/**
 * Where each stretch begins. The sum keeps what rounding dropped (Neumaier 1974, compensated
 * summation), so that the last segment is as exact as the first.
 */
const placed = (stretches: readonly Stretch[]): TempoSegment[] => {
  let at = 0;
  let sum = 0;
  let dropped = 0;
  return stretches.map((stretch) => {
    const segment = { ...stretch, startTicks: ticks(at), startSeconds: seconds(sum + dropped) };
    const term: Seconds = elapsed(stretch, stretch.length);
    const next = sum + term;
    dropped += Math.abs(sum) >= term ? sum - next + term : term - next + sum;
    sum = next;
    at += stretch.length;
    return segment;
  });
};
