import type { MidiEvent, Timed } from './events';
import { MOST_MICROSECONDS } from './events';

/** A stretch of the file that is to end at an exact time. */
export type Span = {
  readonly ticks: number;
  /** When it should end, in microseconds from the start of the file. */
  readonly end: number;
  /** A held tempo may be corrected at any quarter within; a step of a ramp is one tempo event. */
  readonly held: boolean;
};

/** The file's clock may be off by this share of a tick within a held tempo. */
const TOLERANCE = 1 / 8;

/**
 * Set Tempo events for a row of spans. A file can only say whole microseconds a quarter: 137 a
 * minute is 437956.2, and leaving out the rest would drift 5 ms in three hours. The file's own clock
 * is followed in integers (microseconds × ticks a quarter), and each event is chosen so that the
 * clock comes back to the exact time: held tempos alternate between the whole numbers below and
 * above, so that no click is ever off by more than a fraction of a tick, and readers still see one
 * steady tempo.
 *
 * @param division ticks a quarter
 */
export const tempoEvents = (spans: readonly Span[], division: number): Timed[] => {
  const events: Timed[] = [];
  let at = 0;
  let clock = 0;
  let written = 0;
  const go = (microseconds: number, length: number) => {
    const value = Math.min(MOST_MICROSECONDS, Math.max(1, microseconds));
    if (value !== written && length > 0) events.push({ ticks: at, event: tempo(value) });
    if (length > 0) written = value;
    clock += value * length;
    at += length;
  };
  let start = 0;
  for (const span of spans) {
    const last = at + span.ticks;
    if (!span.held) go(Math.round((span.end * division - clock) / span.ticks), span.ticks);
    else {
      const exact = ((span.end - start) * division) / span.ticks;
      const tolerance = (TOLERANCE * exact) / division;
      const due = (ticks: number) => start + (exact * (ticks - last + span.ticks)) / division;
      while (at < last) {
        const late = clock / division - due(at);
        const value = heldTempo(exact, late, tolerance);
        go(value, Math.min(last - at, runLength(exact, value, late, tolerance, division)));
      }
    }
    start = span.end;
  }
  return events;
};

/** The whole number to go on with: the nearest while the clock is near, else the one that mends. */
const heldTempo = (exact: number, late: number, tolerance: number): number => {
  if (Math.abs(late) < tolerance / 2) return Math.round(exact);
  return late > 0 ? Math.ceil(exact) - 1 : Math.floor(exact) + 1;
};

/** For how many ticks a whole number can be kept until the clock is off by the tolerance. */
const runLength = (
  exact: number,
  value: number,
  late: number,
  tolerance: number,
  division: number,
): number => {
  const drift = value - exact;
  if (Math.abs(drift) < 1e-9) return Number.POSITIVE_INFINITY;
  const room = drift > 0 ? tolerance - late : tolerance + late;
  return Math.max(1, Math.floor(room / Math.abs(drift))) * division;
};

const tempo = (microseconds: number): MidiEvent => ({ type: 'tempo', microseconds });
