import {
  FASTEST,
  type Fitted,
  type Meter,
  type NoteValue,
  noteTicks,
  pulseUnit,
  SLOWEST,
  type Tempo,
  TICKS_PER_QUARTER,
} from '../../music/time';
import type { TempoChange } from './tempoChange';

const quartersIn = (unit: NoteValue): number => noteTicks(unit) / TICKS_PER_QUARTER;

/**
 * A tempo as it is written in a meter: in its pulse, or in a note value in which the number stays within what
 * a tempo may be; of 5 to 1600 quarters a minute there is always one. To a thousandth.
 *
 * @example tempoOf(108, { numerator: 6, denominator: 8 }) // => { perMinute: 72, unit: 'dotted-quarter' }
 * @example tempoOf(480, { numerator: 4, denominator: 4 }) // => { perMinute: 240, unit: 'half' }
 */
export const tempoOf = (quarters: number, meter: Meter): Tempo => {
  const unit = unitFor(meter, quarters);
  const perMinute = Math.round((quarters / quartersIn(unit)) * 1000) / 1000;
  return { perMinute: Math.min(FASTEST, Math.max(SLOWEST, perMinute)), unit };
};

const unitFor = (meter: Meter, quarters: number): NoteValue => {
  const fits = (unit: NoteValue) => {
    const tempo = quarters / quartersIn(unit);
    return tempo >= SLOWEST && tempo <= FASTEST;
  };
  const units: readonly NoteValue[] = ['half', 'eighth', 'whole', 'sixteenth'];
  return [pulseUnit(meter), ...units].find(fits) ?? 'quarter';
};

/**
 * What a fitted tempo says where another one holds; nothing where it is the same.
 *
 * @param running quarters a minute so far
 */
export const fittedChange = (fitted: Fitted, running: number, meter: Meter): TempoChange | null => {
  const { shape, start, end } = fitted;
  if (shape === 'held')
    return Math.abs(start - running) < 1e-9 ? null : { kind: 'held', ...tempoOf(start, meter) };
  const { perMinute: from, unit } = tempoOf(start, meter);
  const to = Math.round((end / quartersIn(unit)) * 1000) / 1000;
  return { kind: 'ramp', shape, from, to: Math.min(FASTEST, Math.max(SLOWEST, to)), unit };
};
