import { mulberry } from '../../base/random';
import { barTicks, beatTicks, type Meter, type Pulse, pulsesOf, type Ticks, ticks } from '../time';
import type { ClickKind } from './kinds';
import type { FullClickSettings, Silence } from './settings';

/** A click of a bar, by how far into the bar it lies. */
export type BarClick = { readonly offset: Ticks; readonly kind: ClickKind };

/**
 * The clicks of one bar, in order. Where two fall together, the weightier one stands alone.
 *
 * @param parts what each pulse is divided into, 1 to 4
 */
export const clicksOfBar = (
  meter: Meter,
  clickSettings: Pick<FullClickSettings, 'pulses' | 'accents' | 'polyrhythm'>,
  parts: number,
): readonly BarClick[] => {
  const clicks = new Map<number, ClickKind>();
  const put = (offset: number, kind: ClickKind) => {
    const at = Math.round(offset);
    if (!clicks.has(at)) clicks.set(at, kind);
  };
  const length = barTicks(meter);
  const pulses = clickSettings.pulses === 'beats' ? beatsOf(meter) : pulsesOf(meter);
  const starts = [...pulses.map(({ offset }) => offset as number), length as number];
  const sounding = pulses
    .map((pulse, index) => ({ pulse, index }))
    .filter(IN[clickSettings.pulses]);
  for (const { pulse } of sounding) put(pulse.offset, kindOf(pulse, clickSettings.accents));
  if (clickSettings.pulses === 'double') {
    for (let index = 0; index < pulses.length; index++) {
      put((starts[index]! + starts[index + 1]!) / 2, 'pulse');
    }
  }
  for (const at of polyrhythmPulses(starts, clickSettings.polyrhythm)) put(at, 'polyrhythm');
  for (const { index } of sounding) {
    const [from, to] = [starts[index]!, starts[index + 1]!];
    for (let part = 1; part < parts; part++) put(from + ((to - from) * part) / parts, 'division');
  }
  return [...clicks]
    .sort(([a], [b]) => a - b)
    .map(([offset, kind]) => ({ offset: ticks(offset), kind }));
};

type Indexed = { readonly pulse: Pulse; readonly index: number };

const IN: Readonly<Record<FullClickSettings['pulses'], (one: Indexed) => boolean>> = {
  every: () => true,
  beats: () => true,
  double: () => true,
  downbeats: ({ index }) => index === 0,
  half: ({ index }) => index % 2 === 0,
  off: ({ index }) => index % 2 === 1,
};

const kindOf = ({ accent }: Pulse, accents: FullClickSettings['accents']): ClickKind => {
  if (accents === 'none' || accent === 'none') return 'pulse';
  return accents === 'bars' && accent === 'group' ? 'pulse' : accent;
};

/** Every beat of the meter, accented as its pulses are. */
const beatsOf = (meter: Meter): Pulse[] => {
  const pulses = new Map(pulsesOf(meter).map(({ offset, accent }) => [offset, accent]));
  return Array.from({ length: meter.numerator }, (_, index) => {
    const offset = ticks(index * beatTicks(meter));
    const accent = pulses.get(offset);
    return {
      offset,
      accent: accent === 'none' && meter.denominator >= 8 ? 'group' : (accent ?? 'none'),
    };
  });
};

/** Notes laid evenly across so many pulses at a time; pulses that are left over get none. */
const polyrhythmPulses = (
  starts: readonly number[],
  { notes, pulses }: FullClickSettings['polyrhythm'],
): number[] => {
  const found: number[] = [];
  if (notes === pulses) return found;
  for (let first = 0; first + pulses < starts.length; first += pulses) {
    const [from, to] = [starts[first]!, starts[first + pulses]!];
    for (let note = 0; note < notes; note++) found.push(from + ((to - from) * note) / notes);
  }
  return found;
};

/**
 * What is left of a bar's clicks.
 *
 * @param played the bar's number as it goes by, from 1
 */
export const leftIn = (
  clicks: readonly BarClick[],
  silence: Silence,
  played: number,
): readonly BarClick[] => {
  switch (silence.kind) {
    case 'never':
      return clicks;
    case 'downbeats':
      return clicks.filter(({ offset }) => offset === 0);
    case 'bars':
      return (played - 1) % (silence.on + silence.off) < silence.on ? clicks : [];
    case 'chance':
      return mulberry(silence.seed * 31_337 + played)() * 100 < silence.percent ? [] : clicks;
  }
};

/** Parts that a pulse is divided into at a tempo (pulses a minute). */
export const partsAt = (
  { divide, divideBelow }: Pick<FullClickSettings, 'divide' | 'divideBelow'>,
  meter: Meter,
  perMinute: number,
): number => {
  if (divide > 1 || perMinute >= divideBelow) return divide;
  return meter.denominator >= 8 && meter.numerator % 3 === 0 ? 3 : 2;
};
