import { barTicks, type Seconds, seconds, type Ticks, ticks } from '../../music/time';
import { barAt, NO_DETAILS, onPass, type Position, ticksIn } from '../roadmap';
import type { LaidPass } from './layOut';
import type { Pause } from './tempoMap';
import type { PlacedDetail, PlacedFermata } from './types';

type At = { readonly startTicks: Ticks; readonly endTicks: Ticks };
type Clock = (position: Ticks) => Seconds;

/** The fills, hits, changes of level and cues of all passes, in order; what has no bar is left out. */
export const placeDetails = (passes: readonly LaidPass[], timeOf: Clock): PlacedDetail[] => {
  const placed: PlacedDetail[] = [];
  passes.forEach((pass, passage) => {
    const { details, pass: number, of } = pass;
    if (details === NO_DETAILS) return;
    const timed = (at: At) => ({
      passage,
      ...at,
      startSeconds: timeOf(at.startTicks),
      endSeconds: timeOf(at.endTicks),
    });
    for (const detail of onPass(details.fills, number, of)) {
      const at = spanOf(pass, detail.from, detail.to, 'section');
      if (at) placed.push({ kind: 'fill', detail, ...timed(at) });
    }
    for (const detail of onPass(details.hits, number, of)) {
      const at = spanOf(pass, detail.at, detail.to, detail.kind === 'stop' ? 'bar' : 'point');
      if (at) placed.push({ kind: 'hit', detail, ...timed(at) });
    }
    for (const detail of onPass(details.dynamics, number, of)) {
      const at = spanOf(pass, detail.at, detail.to, 'section');
      if (at) placed.push({ kind: 'dynamics', detail, ...timed(at) });
    }
    for (const detail of onPass(details.cues, number, of)) {
      const at = spanOf(pass, detail.at, null, 'point');
      if (at) placed.push({ kind: 'cue', detail, ...timed(at) });
    }
  });
  return placed.sort((a, b) => a.startTicks - b.startTicks);
};

/** A span within a pass; nothing where it has no bar there or ends before it begins. */
const spanOf = (
  pass: LaidPass,
  from: Position,
  to: Position | null,
  open: 'section' | 'bar' | 'point',
): At | undefined => {
  const startTicks = ticksIn(pass.bars, from);
  if (startTicks === undefined) return undefined;
  const endTicks = to ? ticksIn(pass.bars, to) : openEnd(pass, from, startTicks, open);
  return endTicks === undefined || endTicks < startTicks ? undefined : { startTicks, endTicks };
};

const openEnd = (pass: LaidPass, from: Position, start: Ticks, open: string): Ticks => {
  if (open === 'point') return start;
  if (open === 'section') return ticks(pass.startTicks + pass.length);
  const bar = barAt(pass.bars, from)!;
  return ticks(bar.startTicks + barTicks(bar.meter));
};

/** Where time stands still, in order of position. Before bar 1 there is nothing to stop. */
export const pausesOf = (passes: readonly LaidPass[]): Omit<PlacedFermata, 'startSeconds'>[] =>
  passes
    .flatMap((pass, passage) =>
      pass.details === NO_DETAILS
        ? []
        : onPass(pass.details.fermatas, pass.pass, pass.of).flatMap((fermata) => {
            const at = fermata.at
              ? ticksIn(pass.bars, fermata.at)
              : ticks(pass.startTicks + pass.length);
            return at === undefined || at === 0
              ? []
              : [
                  {
                    id: fermata.id,
                    passage,
                    ticks: at,
                    seconds: seconds(fermata.seconds),
                    cue: fermata.cue,
                  },
                ];
          }),
    )
    .sort((a, b) => a.ticks - b.ticks);

export const asPauses = (fermatas: readonly { ticks: Ticks; seconds: Seconds }[]): Pause[] =>
  fermatas.map(({ ticks: at, seconds: length }) => ({ at, seconds: length }));

/** When each hold begins: those at one place follow one another. */
export const placeFermatas = (
  fermatas: readonly Omit<PlacedFermata, 'startSeconds'>[],
  timeOf: Clock,
): PlacedFermata[] =>
  fermatas.map((fermata, index) => {
    const still = fermatas.slice(index).filter(({ ticks: at }) => at === fermata.ticks);
    const waiting = still.reduce((sum, one) => sum + one.seconds, 0);
    return { ...fermata, startSeconds: seconds(timeOf(fermata.ticks) - waiting) };
  });
