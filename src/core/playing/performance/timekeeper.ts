import type { Rows, StickedStroke } from '../../music/kit';
import type { Timekeeper } from '../../song/roadmap';
import type { Timeline } from '../../song/timeline';
import { placedOf } from './falling';

/** What keeps time at a place. */
export type Timekeeping = {
  readonly on: Timekeeper | null;
  /** How open the hats are while they open or close gradually: 0 closed, 0.5 half-open, 1 open. */
  readonly opening?: number;
};

const OPEN: Readonly<Partial<Record<Timekeeper, number>>> = {
  closed: 0,
  'half-open': 0.5,
  open: 1,
};

/**
 * What keeps time in each passage of a song, from place to place: as the section says, from a change on as
 * that says. A change of the hats that says where it arrives is gradual.
 */
export const timekeepersOf = (timeline: Timeline) => {
  const changes = placedOf(timeline, 'dynamics').filter(({ detail }) => detail.timekeeper);
  return (passage: number, at: number): Timekeeping => {
    const own = changes.filter((one) => one.passage === passage && one.startTicks <= at);
    const last = own.at(-1);
    const before = own.at(-2)?.detail.timekeeper ?? timeline.passages[passage]!.timekeeper;
    if (!last) return { on: before };
    const on = last.detail.timekeeper;
    const [from, to] = [OPEN[before ?? 'closed'], OPEN[on ?? 'closed']];
    if (last.detail.to === null || from === undefined || to === undefined) return { on };
    const share = Math.min(
      1,
      (at - last.startTicks) / Math.max(1, last.endTicks - last.startTicks),
    );
    return { on, opening: from + (to - from) * share };
  };
};

/** The cymbal that keeps the time of a pattern: hats or ride, whichever is struck more in its usual way. */
export const keptOn = (pattern: Rows): 'hihat' | 'ride' | undefined => {
  const usual = (voice: 'hihat' | 'ride') =>
    pattern[voice].filter(({ how }) => how === undefined).length;
  const [hats, ride] = [usual('hihat'), usual('ride')];
  if (hats === 0 && ride === 0) return undefined;
  return hats >= ride ? 'hihat' : 'ride';
};

/** How hats are struck that are so far open. */
const howOpen = (opening: number): StickedStroke['how'] => {
  if (opening < 0.25) return undefined;
  return opening < 0.75 ? 'half-open' : 'open';
};

/** A stroke of a groove on what keeps time there; strokes that say how they are struck stay. */
export const onTimekeeper = (
  stroke: StickedStroke,
  kept: 'hihat' | 'ride' | undefined,
  { on, opening }: Timekeeping,
): StickedStroke => {
  if (stroke.voice !== kept || stroke.how !== undefined || on === null) return stroke;
  if (on === 'ride' || on === 'crash') return { ...stroke, voice: on };
  if (on === 'pedal') return { ...stroke, voice: 'pedal', hand: 'L' };
  return onHats({ ...stroke, voice: 'hihat' }, { on, ...(opening !== undefined && { opening }) });
};

/** A stroke of the hats as open as they are there: a fill follows its section. */
export const onHats = (stroke: StickedStroke, { on, opening }: Timekeeping): StickedStroke => {
  const open = opening ?? OPEN[on ?? 'closed'];
  if (stroke.voice !== 'hihat' || stroke.how !== undefined || open === undefined) return stroke;
  const how = howOpen(open);
  return how ? { ...stroke, how } : stroke;
};
