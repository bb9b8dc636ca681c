'use client';

import { type RefObject, useLayoutEffect, useState } from 'react';

/** What can be read from the stool, in points. */
const LARGEST = 18;
const SMALLEST = 8.5;
const STEP = 0.5;

export type Fit = {
  readonly points: number;
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
  const fitsAt = (points: number, columns: 1 | 2): boolean => {
    page.style.fontSize = `${points}pt`;
    page.dataset.columns = String(columns);
    page.dataset.fits = 'true';
    return page.scrollHeight <= page.clientHeight + 1 && page.scrollWidth <= page.clientWidth + 1;
  };
  for (const columns of [1, 2] as const) {
    // One column of tiny type is worse than two that can be read.
    const points = largest(
      sizes.filter((size) => columns === 2 || size >= 10),
      (size) => fitsAt(size, columns),
    );
    if (points === undefined) continue;
    fitsAt(points, columns);
    return { points, columns, fits: true, measured: true };
  }
  return { points: SMALLEST + 1, columns: 2, fits: false, measured: true };
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
