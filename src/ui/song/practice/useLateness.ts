'use client';

import { useLocalStorage } from '@mantine/hooks';
import { useEffect, useRef, useState } from 'react';
import * as z from 'zod';
import type { StrokeInput } from '@/audio/strokes';
import type { Loop } from '@/core/playing/transport';
import {
  dueIn,
  latenessOf,
  type NoteAt,
  piecesOf,
  type RoundPiece,
  type StrokeAt,
  type Timing,
} from '@/core/practice/rounds';
import { keptAs } from '../../shared/keptAs';
import { useView } from '../../transport';

/** So many strokes along with the click are measured; after so many that tell nothing it is given up. */
export const ALONG = 12;
const GIVEN_UP = 48;
/** How often (ms) it is looked. */
const LOOK = 50;

const NONE: Readonly<Record<string, number>> = {};
const readLateness = keptAs(z.record(z.string(), z.number()), NONE);

type Options = {
  readonly loop: Loop;
  readonly clicks: readonly NoteAt[];
  readonly input: StrokeInput | undefined;
  /** Is called once it is known, or given up. */
  readonly onOver: () => void;
};

/** How late a device tells of strokes: kept for each on this device, and measured along with the click. */
export const useLateness = ({ loop, clicks, input, onOver }: Options) => {
  const view = useView();
  const [kept, setKept] = useLocalStorage<Readonly<Record<string, number>>>({
    key: 'ebrant-lateness',
    defaultValue: NONE,
    deserialize: readLateness,
  });
  const [measuring, setMeasuring] = useState(false);
  const [heard, setHeard] = useState(0);
  const [words, setWords] = useState('');
  const now = useRef({ loop, clicks, onOver });
  now.current = { loop, clicks, onOver };
  const id = input?.id ?? '';
  const put = (milliseconds: number) => setKept((all) => ({ ...all, [id]: milliseconds }));
  const take = useRef((_: Timing | undefined) => {});
  take.current = (timing) => {
    setMeasuring(false);
    now.current.onOver();
    if (!timing) return setWords('Too few strokes lay with the click to tell.');
    const [late, even] = [timing.mean, timing.spread].map((time) => Math.round(time * 1000));
    put(late!);
    setWords(`Strokes come ${late} ms late, even to ${even} ms: kept for this device.`);
  };
  useEffect(() => {
    if (!measuring || !input) return;
    setHeard(0);
    setWords('');
    const strokes: StrokeAt[] = [];
    const pieces = new Map<number, RoundPiece>();
    let told = Number.NEGATIVE_INFINITY;
    const end = input.listen(
      ({ at }) => {
        const seen = view();
        if (!seen || pieces.size === 0) return;
        strokes.push({ time: seen.clock + (at - performance.now()) / 1000 });
        setHeard(strokes.length);
      },
      (sentence) => {
        setWords(sentence);
        setMeasuring(false);
        now.current.onOver();
      },
    );
    const timer = setInterval(() => {
      const seen = view();
      if (!seen) return;
      const { clock, pageTime } = seen;
      for (const piece of piecesOf(seen.plan, now.current.loop.name, clock))
        pieces.set(piece.id, piece);
      const due = dueIn([...pieces.values()], now.current.clicks);
      const fresh = due.filter(({ time }) => time > told && time <= clock);
      told = clock;
      if (fresh.length > 0)
        input.follow?.(fresh.map(({ time }) => ({ at: pageTime(time), voice: undefined })));
      if (strokes.length < ALONG) return;
      const timing = latenessOf(
        due,
        strokes.toSorted((a, b) => a.time - b.time),
      );
      if (timing || strokes.length >= GIVEN_UP) take.current(timing);
    }, LOOK);
    return () => {
      clearInterval(timer);
      end();
    };
  }, [measuring, input, view]);
  return {
    /** In milliseconds. */
    late: kept[id] ?? 0,
    put,
    measuring,
    measure: () => setMeasuring(true),
    /** What came of it, or how far it is. */
    words: measuring
      ? `Strike along with the click: ${Math.min(heard, ALONG)} of ${ALONG}.`
      : words,
  };
};
