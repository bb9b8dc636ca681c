import { lastAtOrBefore } from '../../base/search';
import { barTicks, beatTicks, type Meter, meterSchema, TICKS_PER_QUARTER } from '../../music/time';
import { MOST_PLAYED_BARS } from '../../song/roadmap';
import { type Held, type Sorted, unheld } from './midiEvents';

/** Bars in the file’s ticks, holds taken out; the end of the last one too. */
export type Bars = {
  readonly starts: readonly number[];
  readonly meters: readonly Meter[];
  readonly guessed: readonly string[];
};

const FOUR_FOUR: Meter = { numerator: 4, denominator: 4 };

export const barsIn = (file: Sorted, held: readonly Held[]): Bars => {
  const { division, meters: changes } = file;
  const lengthOf = (meter: Meter) => (barTicks(meter) * division) / TICKS_PER_QUARTER;
  // A meter that stands this close to a bar line is meant for it: a thirty-second note.
  const near = division / 8;
  const meters: Meter[] = [];
  const starts = [0];
  const guessed: string[] = [];
  let [meter, next, at] = [FOUR_FOUR, 0, 0];
  const { end } = file;
  while (at < end - division / 8 && meters.length <= MOST_PLAYED_BARS) {
    while (next < changes.length && changes[next]!.ticks < at + near) {
      const { ticks } = changes[next]!;
      if (ticks !== at && Math.abs(ticks - at) < near)
        guessed.push(
          `The meter of bar ${meters.length + 1} stands beside its bar line: it was put on it.`,
        );
      meter = meterOf(changes[next++]!, guessed) ?? meter;
    }
    const cut = changes[next]?.ticks ?? Number.POSITIVE_INFINITY;
    const removed = held.reduce(
      (sum, one) => sum + (one.from >= at && one.from < at + lengthOf(meter) ? one.ticks : 0),
      0,
    );
    let length = lengthOf(meter);
    let bar = withoutBeats(meter, removed / ((beatTicks(meter) * division) / TICKS_PER_QUARTER));
    if (cut <= at + length - near) {
      length = cut - at;
      bar = partOf(meter, length, division);
      guessed.push(`The meter changes within bar ${meters.length + 1}: that bar is cut short.`);
    }
    meters.push(bar);
    at += length;
    starts.push(unheld(held, at));
  }
  return { starts, meters, guessed: guessed.slice(0, 20) };
};

const withoutBeats = (meter: Meter, beats: number): Meter =>
  beats > 0 && beats < meter.numerator
    ? { numerator: meter.numerator - Math.round(beats), denominator: meter.denominator }
    : meter;

const meterOf = (
  { numerator, denominator }: { numerator: number; denominator: number },
  guessed: string[],
): Meter | undefined => {
  const read = meterSchema.safeParse({ numerator, denominator });
  if (read.success) return read.data;
  guessed.push(`A meter of ${numerator}/${denominator} is passed over.`);
  return undefined;
};

/** A bar that is cut short, in its own beats or in finer ones; else in the nearest that there are. */
const partOf = (meter: Meter, length: number, division: number): Meter => {
  const ticks = (length * TICKS_PER_QUARTER) / division;
  for (const denominator of [meter.denominator, 8, 16, 32] as const) {
    const numerator = ticks / beatTicks({ denominator });
    if (Number.isInteger(numerator) && numerator >= 1 && numerator <= 32)
      return { numerator, denominator };
  }
  const finest = Math.round(ticks / beatTicks({ denominator: 32 }));
  return { numerator: Math.min(32, Math.max(1, finest)), denominator: 32 };
};

export const nearest = (starts: readonly number[], ticks: number): number => {
  const low = Math.max(
    0,
    lastAtOrBefore(starts, ticks, (start) => start),
  );
  const high = Math.min(low + 1, starts.length - 1);
  return Math.abs(starts[high]! - ticks) < Math.abs(starts[low]! - ticks) ? high : low;
};

/** A place as bar and ticks of ours from its bar line. */
export const placeIn = (
  { starts, meters }: Bars,
  { division }: Sorted,
  ticks: number,
  lead: number,
  ends = false,
) => {
  let bar = nearest(starts, ticks);
  if (starts[bar]! > ticks + 1e-6 || (ends && bar > lead && starts[bar]! >= ticks)) bar--;
  if (bar < lead || bar >= meters.length) return undefined;
  const into = Math.round(((ticks - starts[bar]!) * TICKS_PER_QUARTER) / division);
  return { bar: bar - lead, ticks: Math.min(into, barTicks(meters[bar]!)) };
};
