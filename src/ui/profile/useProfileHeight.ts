'use client';

import { useEffect, useState } from 'react';
import { HEIGHTS } from './geometry';

const KEY = 'ebrant profile height';
/** A window so high has room for rows beside a large profile. */
const HIGH = 1000;

/** The height of the profile, as it was left in this browser; small at first where the window is low. */
export const useProfileHeight = (): readonly [number, (height: number) => void] => {
  const [height, setHeight] = useState<number>(HEIGHTS.small);
  useEffect(() => {
    const kept = Number(localStorage.getItem(KEY));
    if (kept > 0) setHeight(within(kept));
    else if (window.innerHeight >= HIGH) setHeight(HEIGHTS.large);
  }, []);
  const keep = (next: number) => {
    setHeight(within(next));
    localStorage.setItem(KEY, String(within(next)));
  };
  return [height, keep];
};

const within = (height: number): number =>
  Math.min(HEIGHTS.most, Math.max(HEIGHTS.least, Math.round(height)));
