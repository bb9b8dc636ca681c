import { barTicks, type Seconds, seconds, type Ticks, ticks } from '../../music/time';
import {
  barAt,
  type Cue,
  type DynamicsChange,
  type Every,
  type Fill,
  fromFirst,
  type GrooveChange,
  type Hit,
  NO_DETAILS,
  onPass,
  type Position,
  ticksIn,
} from '../roadmap';
import type { LaidPass } from './layOut';
import type { Pause } from './tempoMap';
import type { PlacedDetail, PlacedFermata } from './types';

type At = { readonly startTicks: Ticks; readonly endTicks: Ticks };
type Clock = (position: Ticks) => Seconds;

/** What the placing of details needs to know of a song besides its passes. */
export type Around = {
  readonly timeOf: Clock;
  /** Where the count-in begins. */
  readonly earliest: number;
  /** How long a pattern lasts, by its id. */
  readonly lasts: (pattern: string | null) => Ticks | undefined;
};

/**
 * The fills, hits, changes of groove and level and the cues of all passes, in order, each as often as
 * it comes again; what has no bar is left out.
 */
export const placeDetails = (passes: readonly LaidPass[], around: Around): PlacedDetail[] => {
  const placed: PlacedDetail[] = [];
  passes.forEach((pass, passage) => {
    const { details, pass: number, of } = pass;
    if (details === NO_DETAILS) return;
    const put = (at: At | undefined, one: Kinds) => {
      if (!at || at.startTicks < around.earliest) return;
      const [startSeconds, endSeconds] = [at.startTicks, at.endTicks].map(around.timeOf) as [
        Seconds,
        Seconds,
      ];
      placed.push({ ...one, passage, ...at, startSeconds, endSeconds });
    };
    for (const detail of onPass(details.fills, number, of)) {
      for (const { from, to } of comings(pass, detail.from, detail.to, detail.every))
        put(fillSpan(pass, from, to, around.lasts(detail.pattern)), { kind: 'fill', detail });
    }
    for (const detail of onPass(details.hits, number, of)) {
      const open = detail.kind === 'stop' ? 'bar' : 'point';
      for (const { from, to } of comings(pass, detail.at, detail.to, detail.every))
        put(spanOf(pass, from, to, open), { kind: 'hit', detail });
    }
    for (const detail of onPass(details.grooveChanges, number, of)) {
      for (const { from, to } of comings(pass, detail.at, detail.to, detail.every))
        put(spanOf(pass, from, to, 'section'), { kind: 'groove', detail });
    }
    for (const detail of onPass(details.dynamics, number, of))
      put(spanOf(pass, detail.at, detail.to, 'section'), { kind: 'dynamics', detail });
    for (const detail of onPass(details.cues, number, of))
      put(spanOf(pass, detail.at, null, 'point'), { kind: 'cue', detail });
  });
  return placed.sort((a, b) => a.startTicks - b.startTicks);
};

type Kinds =
  | { readonly kind: 'fill'; readonly detail: Fill }
  | { readonly kind: 'hit'; readonly detail: Hit }
  | { readonly kind: 'groove'; readonly detail: GrooveChange }
  | { readonly kind: 'dynamics'; readonly detail: DynamicsChange }
  | { readonly kind: 'cue'; readonly detail: Cue };

type End = Position | 'end' | null;

/** Each time that a detail comes by in a pass: its places, moved on by so many bars. */
const comings = (
  { bars: { length } }: LaidPass,
  from: Position,
  to: End,
  every: Every,
): { readonly from: Position; readonly to: End }[] => {
  if (!every) return [{ from, to }];
  const first = fromFirst(from.bar, length);
  const last = Math.min(every.toBar ?? length, length);
  const moved = (place: End, by: number): End => {
    if (place === null || place === 'end') return place;
    const bar = fromFirst(place.bar, length) + by;
    return bar > length ? 'end' : { ...place, bar };
  };
  const found: { from: Position; to: End }[] = [];
  for (let bar = first; bar <= last; bar += every.bars)
    found.push({ from: { ...from, bar }, to: moved(to, bar - first) });
  return found;
};

/** A span within a pass; nothing where it has no bar there or ends before it begins. */
const spanOf = (
  pass: LaidPass,
  from: Position,
  to: End,
  open: 'section' | 'bar' | 'point',
): At | undefined => {
  const startTicks = ticksIn(pass.bars, from);
  if (startTicks === undefined) return undefined;
  const endTicks =
    to === 'end' || (to === null && open === 'section')
      ? endOf(pass)
      : to
        ? ticksIn(pass.bars, to)
        : open === 'bar'
          ? nextBarLine(pass, from, startTicks)
          : startTicks;
  return endTicks === undefined || endTicks < startTicks ? undefined : { startTicks, endTicks };
};

/**
 * A fill that does not say where it is over lasts as long as its pattern, or to the next bar line. A
 * pattern of whole bars stays in its bars: placed within one, it is played from there on.
 */
const fillSpan = (
  pass: LaidPass,
  from: Position,
  to: End,
  lasts: Ticks | undefined,
): At | undefined => {
  const span = spanOf(pass, from, to, 'bar');
  if (!span || to !== null || lasts === undefined) return span;
  const { meter } = barOf(pass, from);
  const into = lasts % barTicks(meter) === 0 ? from.ticks : 0;
  const end = Math.min(span.startTicks - into + lasts, Math.max(endOf(pass), span.endTicks));
  return { ...span, endTicks: ticks(end) };
};

const endOf = ({ startTicks, length }: LaidPass): Ticks => ticks(startTicks + length);

/** The bar that a place lies in; the bar before the first is like it. */
const barOf = (pass: LaidPass, place: Position) =>
  barAt(pass.bars, place.bar === 0 ? { ...place, bar: 1 } : place)!;

/** The bar line after a place of a pass. */
const nextBarLine = (pass: LaidPass, { bar, ticks: offset }: Position, start: Ticks): Ticks => {
  return ticks(start - offset + barTicks(barOf(pass, { bar, ticks: offset }).meter));
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
