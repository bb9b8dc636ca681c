import type { Sign, Staff } from '@/core/music/engrave';

/** The room that a staff takes, in pixels at full size; there its lines are 10 pixels apart. */

/** A line of staff with what stands above and below it. */
export const LINE = 140;
/** Clef and meter. */
export const HEAD = 62;

/** Grace notes before a stroke. */
export const GRACES: Readonly<Record<string, number>> = { flam: 1, drag: 2, ruff: 3 };

/** How wide a pattern has to be so that its notes do not run into one another. */
export const widthOf = (bars: readonly Staff[], barsPerLine: number): number => {
  const needed = bars.map(({ hands, feet }) =>
    Math.max(...[hands, feet].map((groups) => signsWidth(groups.flatMap(({ signs }) => signs)))),
  );
  return HEAD + 12 + Math.max(...needed) * Math.min(barsPerLine, bars.length);
};

const signsWidth = (signs: readonly Sign[]): number =>
  signs.reduce((sum, { strokes }) => {
    const ghost = strokes.some(({ force }) => force === 'ghost');
    const graces = GRACES[strokes.find(({ ornament }) => ornament)?.ornament ?? ''] ?? 0;
    return sum + 23 + (ghost ? 6 : 0) + graces * 12;
  }, 24);

/** Notes that stand as close as they can are hard to read; so much wider is easy. */
const EASY = 1.12;

/** The size of a whole pattern with as many bars on a line as there is room for, four at most. */
export const staffSize = (bars: readonly Staff[], widest: number) => {
  const wide = (count: number) => EASY * widthOf(bars, count);
  const barsPerLine = [4, 2].find((count) => count <= bars.length && wide(count) <= widest) ?? 1;
  return {
    barsPerLine,
    width: Math.min(widest, wide(barsPerLine)),
    height: LINE * Math.ceil(bars.length / barsPerLine),
  };
};
