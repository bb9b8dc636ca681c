import { leadIn, type StickedStroke } from '../../music/kit';
import { barTicks } from '../../music/time';
import type { Timekeeper } from '../../song/roadmap';
import type { Passage, PlayedBar, Timeline } from '../../song/timeline';
import { type Bars, barIndex } from './bars';
import { type Falling, levelsOf, type PlacedOf, placedOf, swellAt } from './falling';
import type { Written } from './written';

/** A groove that is played from a bar on. */
type Source = {
  readonly written: Written | undefined;
  /** The played bar that it begins with. */
  readonly since: number;
};

/** The grooves of a song, bar after bar, changes of groove within a section among them. */
export const grooveStrokes = (
  timeline: Timeline,
  patterns: ReadonlyMap<string, Written>,
  starts: Bars,
): Falling[] => {
  const dynamics = placedOf(timeline, 'dynamics');
  const levelOf = levelsOf(timeline);
  const changes = placedOf(timeline, 'groove').filter(({ detail }) => detail.groove !== null);
  return timeline.bars.flatMap((bar) => {
    const passage = timeline.passages[bar.passage]!;
    if (passage.tacet) return [];
    const within = changes.filter(
      (one) =>
        one.passage === bar.passage &&
        one.startTicks < bar.startTicks + barTicks(bar.meter) &&
        one.endTicks > bar.startTicks,
    );
    const own: Source = {
      written: patterns.get(passage.groove ?? ''),
      since: passage.firstPlayed,
    };
    const others = within.map(
      ({ detail, startTicks }): Source => ({
        written: patterns.get(detail.groove ?? ''),
        since: timeline.bars[barIndex(starts, startTicks)]!.played,
      }),
    );
    const inForce = (at: number): Source =>
      others[within.findLastIndex((one) => at >= one.startTicks && at < one.endTicks)] ?? own;
    return [own, ...others].flatMap((source) => {
      const { written, since } = source;
      if (!written || bar.played < since) return [];
      const index = (bar.played - since) % written.bars.length;
      return strokesOfBar(written, index, bar)
        .filter(({ offset }) => inForce(bar.startTicks + offset) === source)
        .map(({ offset, stroke }): Falling => {
          const at = bar.startTicks + offset;
          const { pattern } = written;
          const inPattern = index * barTicks(pattern.meter) - leadIn(pattern) + stroke.at;
          return {
            stroke: onTimekeeper(stroke, timekeeperAt(passage, dynamics, bar.passage, at)),
            at,
            passage: bar.passage,
            level: levelOf(bar.passage, at),
            swell: swellAt(pattern, inPattern),
            from: 'groove',
          };
        });
    });
  });
};

/** The strokes of a bar; where its meter is longer than the pattern’s, the bar goes round again. */
const strokesOfBar = ({ pattern, bars }: Written, index: number, bar: PlayedBar) => {
  const length = barTicks(bar.meter);
  const own = barTicks(pattern.meter);
  const strokes = bars[index]!;
  const found: { offset: number; stroke: StickedStroke }[] = [];
  for (let round = 0; round < length; round += own) {
    for (const stroke of strokes) {
      const offset = stroke.at + round;
      if (offset < length) found.push({ offset, stroke });
    }
  }
  return found;
};

/** The timekeeper that holds at a place: as changed inside the section, else as the section says. */
const timekeeperAt = (
  passage: Passage,
  dynamics: readonly PlacedOf<'dynamics'>[],
  index: number,
  at: number,
): Timekeeper | null =>
  dynamics
    .filter((one) => one.passage === index && one.detail.timekeeper && one.startTicks <= at)
    .at(-1)?.detail.timekeeper ?? passage.timekeeper;

/** What the leading hand plays where the section says where it is; strokes that say how keep it. */
const onTimekeeper = (stroke: StickedStroke, timekeeper: Timekeeper | null): StickedStroke => {
  if (stroke.voice !== 'hihat' || stroke.how !== undefined || !timekeeper) return stroke;
  if (timekeeper === 'ride' || timekeeper === 'crash') return { ...stroke, voice: timekeeper };
  if (timekeeper === 'pedal') return { ...stroke, voice: 'pedal', hand: 'L' };
  return timekeeper === 'closed' ? stroke : { ...stroke, how: timekeeper };
};
