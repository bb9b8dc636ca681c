'use client';

import { type RefObject, useLayoutEffect, useState } from 'react';

/** What can be read from the stool, in points. */
const LARGEST = 18;
const SMALLEST = 8.5;
const STEP = 0.5;
/** Below this, two columns are better than one. */
const SMALLEST_ALONE = 9.5;

/**
 * Sizes of staves, each with the type that it has to leave room for, in points: where a page would
 * stay white the staves grow, and where it is full they go down to lines 1.6 mm apart.
 */
const STAVES = [
  { staff: 0.95, points: 14 },
  { staff: 0.75, points: 11.5 },
  { staff: 0.605, points: 0 },
] as const;

export type Fit = {
  readonly points: number;
  /** How large staves are; 1 has lines 10 pixels apart. */
  readonly staff: number;
  readonly columns: 1 | 2;
  readonly fits: boolean;
  readonly measured: boolean;
};

/**
 * The largest type with which the content fits its page: in one column, else in two.
 *
 * @param reason changes where the page has changed
 */
export const useFit = (page: RefObject<HTMLElement | null>, reason: string): Fit => {
  const [fit, setFit] = useState<Fit>({
    points: LARGEST,
    staff: STAVES[0].staff,
    columns: 1,
    fits: true,
    measured: false,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: the reason says when to measure again
  useLayoutEffect(() => {
    const measure = () => page.current && setFit(bestFit(page.current));
    measure();
    void document.fonts.ready.then(measure);
  }, [page, reason]);
  return fit;
};

const bestFit = (page: HTMLElement): Fit => {
  const sizes: number[] = [];
  for (let points = LARGEST; points >= SMALLEST; points -= STEP) sizes.push(points);
  const fitsAt = (points: number, columns: 1 | 2, staff: number): boolean => {
    page.style.fontSize = `${points}pt`;
    page.style.setProperty('--staff', String(staff));
    page.dataset.columns = String(columns);
    page.dataset.fits = 'true';
    return page.scrollHeight <= page.clientHeight + 1 && page.scrollWidth <= page.clientWidth + 1;
  };
  for (const columns of [1, 2] as const) {
    for (const { staff, points: least } of STAVES) {
      const smallest = Math.max(least, columns === 1 ? SMALLEST_ALONE : 0);
      const points = largest(
        sizes.filter((size) => size >= smallest),
        (size) => fitsAt(size, columns, staff),
      );
      if (points === undefined) continue;
      fitsAt(points, columns, staff);
      return { points, columns, staff, fits: true, measured: true };
    }
  }
  const { staff } = STAVES[2];
  fitsAt(SMALLEST + 1, 2, staff);
  return { points: SMALLEST + 1, columns: 2, staff, fits: false, measured: true };
};

/** The first of the sizes, largest first, that fits: where one does, all smaller ones do. */
const largest = (sizes: readonly number[], fits: (size: number) => boolean): number | undefined => {
  let [low, high] = [0, sizes.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (fits(sizes[middle]!)) high = middle;
    else low = middle + 1;
  }
  return sizes[low];
};
