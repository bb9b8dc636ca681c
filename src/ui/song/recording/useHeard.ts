'use client';

import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import type { HeardSoFar, Listener } from '@/audio/listener';
import { withHalves } from '@/core/listening';
import { rateOf, TICKS_PER_QUARTER } from '@/core/music/time';
import { type Tapped, tappedIn, tappedInBar, tapsOf } from '@/core/song/editing';
import { useSong } from '../SongContext';

export type HeardHere = {
  readonly heard: HeardSoFar;
  /** What a foot taps in the meter of the song. */
  readonly tapped: Tapped;
  /** In seconds of the recording, in order. */
  readonly taps: readonly number[];
  /** What a mark is moved to: beats, or halves of them where bars begin there. */
  readonly grid: readonly { readonly time: number }[];
};

/** What is heard of the recording, asked anew whenever the song says more of it. */
export const useHeard = (listener: Listener): HeardHere => {
  const { map, timeline } = useSong();
  const heard = useSyncExternalStore(listener.subscribe, listener.state, listener.state);
  const { beat } = heard;
  const { meter, tempo } = map.start;
  const tapped = useMemo(() => tappedIn(meter), [meter]);
  // Of a song that is only now being written the tempo is not known yet.
  const [isWritten] = useState(() => timeline.bars.length > 0);
  const about = isWritten ? (tapped.quarters * TICKS_PER_QUARTER) / rateOf(tempo) : undefined;
  const times = useMemo(() => tapsOf(map).map(({ time }) => time), [map]);
  const isWhole = Number.isInteger(tapped.inBar);
  // Compared by what they say, so that other edits ask nothing anew.
  const said = JSON.stringify({
    taps: times,
    first: [
      ...Object.values(map.sections).flatMap(({ inRecording }) => inRecording ?? []),
      ...tapsOf(map).flatMap(({ time, isFirst }) => (isFirst ? time : [])),
    ],
  });
  const lengths = useMemo(() => {
    // Half a beat more than whole ones: two bars are counted as one.
    if (!isWhole) return [2 * tapped.inBar];
    const others = timeline.bars.map(({ meter }) => tappedInBar(meter, tapped));
    return [...new Set([tapped.inBar, ...others.filter(Number.isInteger)])];
  }, [timeline, tapped, isWhole]);
  const asked = JSON.stringify(lengths);
  useEffect(() => {
    const { taps, first } = JSON.parse(said) as { taps: number[]; first: number[] };
    const hints = {
      // Who asks for another beat than was tapped means it.
      taps: beat === undefined ? taps : [],
      ...(beat !== undefined && { beat }),
      ...(about !== undefined && { about }),
    };
    listener.ask(hints, JSON.parse(asked), first);
  }, [listener, said, beat, about, asked]);
  const grid = useMemo(
    () => (isWhole ? heard.beats : withHalves(heard.beats)),
    [heard.beats, isWhole],
  );
  return { heard, tapped, taps: times, grid };
};
