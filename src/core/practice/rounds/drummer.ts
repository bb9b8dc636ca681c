import { mulberry } from '../../base/random';
import type { StrokeAt } from './matching';

/** How a simulated drummer plays. Times in seconds, shares from 0 to 1. */
export type SimulatedDrummer = {
  readonly seed: number;
  /** How late on the mean; less than 0 is early. */
  readonly late: number;
  /** How uneven: the standard deviation. */
  readonly spread: number;
  /** How much faster from the beginning to the end of what is played: 0.01 is one per cent. */
  readonly rushes: number;
  /** Of all strokes, how many are left out and how many struck twice. */
  readonly misses: number;
  readonly doubles: number;
};

/** A stroke that bounces comes so long (s) behind. */
const BOUNCE = 0.06;

/** What a simulated drummer makes of what is expected, in order of time; the same for the same seed. */
export const playedBy = (
  { seed, late, spread, rushes, misses, doubles }: SimulatedDrummer,
  expected: readonly StrokeAt[],
): StrokeAt[] => {
  const random = mulberry(seed);
  /** A normal deviate by Box and Muller 1958. */
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const start = expected[0]?.time ?? 0;
  return expected
    .flatMap(({ time, voice }) => {
      const at = start + (time - start) / (1 + rushes) + late + spread * normal();
      const [isMissed, isDouble] = [random() < misses, random() < doubles];
      if (isMissed) return [];
      return [{ time: at, voice }, ...(isDouble ? [{ time: at + BOUNCE, voice }] : [])];
    })
    .sort((a, b) => a.time - b.time);
};
