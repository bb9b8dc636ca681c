import { leadIn, type StickedStroke } from '../../music/kit';
import { barTicks } from '../../music/time';
import type { PlayedBar, Timeline } from '../../song/timeline';
import { type Bars, barIndex, spansIn } from './bars';
import { type Falling, levelsOf, placedOf, swellAt } from './falling';
import { onTimekeeper, timekeepersOf } from './timekeeper';
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
  const keepsAt = timekeepersOf(timeline);
  const levelOf = levelsOf(timeline);
  const changes = spansIn(
    starts,
    placedOf(timeline, 'groove').filter(({ detail }) => detail.groove !== null),
  );
  return timeline.bars.flatMap((bar, index) => {
    const passage = timeline.passages[bar.passage]!;
    if (passage.tacet) return [];
    const within = changes.inBar(index).filter((one) => one.passage === bar.passage);
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
      const round = (bar.played - since) % written.bars.length;
      return strokesOfBar(written, round, bar)
        .filter(({ offset }) => inForce(bar.startTicks + offset) === source)
        .map(({ offset, stroke }): Falling => {
          const at = bar.startTicks + offset;
          const { pattern } = written;
          const keeping = keepsAt(bar.passage, at);
          const inPattern = round * barTicks(pattern.meter) - leadIn(pattern) + stroke.at;
          return {
            stroke: onTimekeeper(stroke, written.kept, keeping),
            at,
            ...(keeping.opening !== undefined && { opening: keeping.opening }),
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
