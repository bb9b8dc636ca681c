import type { Timeline } from './types';

/** A stretch over which the level is one line: from one to another over a time. */
export type LevelStretch = {
  readonly passage: number;
  readonly start: number;
  readonly end: number;
  readonly from: number;
  readonly to: number;
  readonly tacet: boolean;
};

/**
 * How loud the song is all along: the level of each passage, and from a change of level inside it on
 * that one. Times in seconds from bar 1.
 */
export const levelsOf = ({ passages, details }: Timeline): LevelStretch[] => {
  const changes = details.flatMap((one) =>
    one.kind === 'dynamics' && one.detail.level ? [{ ...one, level: one.detail.level }] : [],
  );
  return passages.flatMap((passage, index): LevelStretch[] => {
    const { level, startSeconds, seconds, tacet } = passage;
    const end: number = startSeconds + seconds;
    const inside = changes.filter((change) => change.passage === index);
    const at = (time: number) =>
      level.from + ((level.to - level.from) * (time - startSeconds)) / (seconds || 1);
    const first: number = inside[0]?.startSeconds ?? end;
    const stretches = [
      { start: startSeconds as number, end: first, from: level.from, to: at(first) },
    ];
    inside.forEach((change, order) => {
      const next = inside[order + 1]?.startSeconds ?? end;
      const { from, to } = change.level;
      const arrives = Math.min(next, change.endSeconds);
      stretches.push({
        start: change.startSeconds,
        end: arrives,
        from: from as number,
        to: to as number,
      });
      if (arrives < next) stretches.push({ start: arrives, end: next, from: to, to });
    });
    return stretches
      .filter((one) => one.end > one.start)
      .map((one) => ({ ...one, passage: index, tacet }));
  });
};
