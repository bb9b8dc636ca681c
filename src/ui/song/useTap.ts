'use client';

import { useRef, useState } from 'react';
import { type TapTempo, tapTempo } from '@/core/music/time';

/** Silence of this many seconds begins a new run of taps. */
const NEW_RUN = 3;
const FEWEST = 4;
const MOST = 64;

/**
 * Taps of a key as a tempo, from the fourth on.
 *
 * @param onTempo gets the tempo a minute, to a tenth
 */
export const useTap = (onTempo: (perMinute: number) => void) => {
  const taps = useRef<number[]>([]);
  const [result, setResult] = useState<TapTempo>();
  const tap = (milliseconds: number) => {
    const time = milliseconds / 1000;
    const last = taps.current.at(-1);
    if (last !== undefined && time - last > NEW_RUN) taps.current = [];
    taps.current = [...taps.current, time].slice(-MOST);
    const tempo = taps.current.length >= FEWEST ? tapTempo(taps.current) : undefined;
    setResult(tempo);
    if (tempo) onTempo(Math.round(tempo.perMinute * 10) / 10);
  };
  return { tap, result, count: taps.current.length };
};

/** What the taps say: `120.2 ± 0.2, 8 taps, 1 left out, even to 9 ms`. */
export const tapWords = (tempo: TapTempo): string => {
  const error = (tempo.perMinute * tempo.error) / tempo.period;
  const out = tempo.thrownOut > 0 ? `, ${tempo.thrownOut} left out` : '';
  const spread = Math.max(1, Math.round(tempo.spread * 1000));
  return `${tempo.perMinute.toFixed(1)} ± ${Math.max(0.1, error).toFixed(1)}, ${tempo.used} taps${out}, even to ${spread} ms`;
};
