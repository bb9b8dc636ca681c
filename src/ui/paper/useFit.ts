'use client';

import { type RefObject, useLayoutEffect, useState } from 'react';

/** The sizes that a sheet tries, the largest that fits first. */
export type Sizes = {
  /** Of type, in points. */
  readonly largest: number;
  readonly smallest: number;
  /** Below this, two columns are better than one. */
  readonly alone: number;
  /** Of staves, largest first, each with the type that it has to leave room for, in points. */
  readonly staves: readonly { readonly staff: number; readonly points: number }[];
};

/**
 * What can be read from the stool. Where a page would stay white the staves grow, and where it is full
 * they go down to lines 1.6 mm apart.
 */
export const CHART_SIZES: Sizes = {
  largest: 18,
  smallest: 8.5,
  alone: 9.5,
  staves: [
    { staff: 0.95, points: 14 },
    { staff: 0.75, points: 11.5 },
    { staff: 0.605, points: 0 },
  ],
};

/** What can be read from the floor. */
export const LIST_SIZES: Sizes = {
  largest: 42,
  smallest: 14,
  alone: 14,
  staves: [{ staff: 1, points: 0 }],
};

const STEP = 0.5;

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
export const useFit = (page: RefObject<HTMLElement | null>, reason: string, sizes: Sizes): Fit => {
  const [fit, setFit] = useState<Fit>({
    points: sizes.largest,
    staff: 1,
    columns: 1,
    fits: true,
    measured: false,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: the reason says when to measure again
  useLayoutEffect(() => {
    const measure = () => page.current && setFit(bestFit(page.current, sizes));
    measure();
    void document.fonts.ready.then(measure);
  }, [page, reason, sizes]);
  return fit;
};

const bestFit = (page: HTMLElement, { largest, smallest, alone, staves }: Sizes): Fit => {
  const fitsAt = (points: number, columns: 1 | 2, staff: number): boolean => {
    page.style.fontSize = `${points}pt`;
    page.style.setProperty('--staff', String(staff));
    page.dataset.columns = String(columns);
    page.dataset.fits = 'true';
    return page.scrollHeight <= page.clientHeight + 1 && page.scrollWidth <= page.clientWidth + 1;
  };
  for (const columns of [1, 2] as const) {
    for (const { staff, points: least } of staves) {
      const points = firstThat(
        sizesBetween(largest, Math.max(least, columns === 1 ? alone : smallest)),
        (size) => fitsAt(size, columns, staff),
      );
      if (points === undefined) continue;
      fitsAt(points, columns, staff);
      return { points, columns, staff, fits: true, measured: true };
    }
  }
  const staff = staves.at(-1)?.staff ?? 1;
  fitsAt(smallest + 1, 2, staff);
  return { points: smallest + 1, columns: 2, staff, fits: false, measured: true };
};

const sizesBetween = (largest: number, smallest: number): number[] =>
  Array.from(
    { length: Math.floor((largest - smallest) / STEP) + 1 },
    (_, index) => largest - index * STEP,
  );

/** The first of the sizes, largest first, that fits: where one does, all smaller ones do. */
const firstThat = (
  sizes: readonly number[],
  fits: (size: number) => boolean,
): number | undefined => {
  let [low, high] = [0, sizes.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (fits(sizes[middle]!)) high = middle;
    else low = middle + 1;
  }
  return sizes[low];
};
