'use client';

import { useEffect, useState } from 'react';

/** A pause in typing or writing, in milliseconds. */
export const PAUSE = 180;

/**
 * A value once it has not changed for a while: what may wait until somebody pauses in typing.
 *
 * @param milliseconds 0 for at once
 */
export const useSettled = <T>(value: T, milliseconds: number): T => {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    if (milliseconds === 0) return;
    const timer = setTimeout(() => setSettled(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return milliseconds === 0 ? value : settled;
};
