'use client';

import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { Listener } from '@/audio/listener';
import { besideRecording, type Program, soloProgram } from '@/core/song/set';
import type { Timeline } from '@/core/song/timeline';
import type { OpenRecording } from './openRecording';

type Tap = (milliseconds: number) => void;

/**
 * A song as it is played: alone, or beside its recording once one is open. The recording stays open while
 * other views are looked at.
 *
 * @param offset where bar 1 is in the recording, in seconds
 */
export const useBesideRecording = (title: string, timeline: Timeline, offset: number) => {
  const [recording, setRecording] = useState<OpenRecording>();
  /** Where in the recording it plays from, in seconds. */
  const [at, setAt] = useState(0);
  const later = useLater(recording?.listener);
  const length = recording && Math.max(0.1, recording.seconds - later);
  const program: Program = useMemo(
    () =>
      length === undefined
        ? soloProgram(title, timeline)
        : besideRecording(title, timeline, offset, length),
    [title, timeline, offset, length],
  );
  const start = program.recording ?? 0;
  const sounding = useMemo(
    () => recording && { ...recording, start: start - later },
    [recording, start, later],
  );
  const listener = recording?.listener;
  useEffect(() => () => listener?.end(), [listener]);

  /** What a tap means while the recording is looked at. */
  const ownTap = useRef<Tap>(undefined);
  const onTap = useCallback((tap: Tap | undefined) => {
    ownTap.current = tap;
  }, []);
  const tapOr =
    (otherwise: Tap): Tap =>
    (milliseconds) =>
      (ownTap.current ?? otherwise)(milliseconds);
  return {
    program,
    sounding,
    tapOr,
    /** What the view of the recording is given. */
    view: {
      recording,
      seconds: length ?? 0,
      onRecording: setRecording,
      start,
      at,
      onAt: setAt,
      onTap,
    },
  };
};

const NOTHING = () => () => {};

/** How much later (s) everything comes in this copy than in the one that was marked. */
const useLater = (listener: Listener | undefined): number => {
  const read = () => {
    const likeness = listener?.state().likeness;
    return likeness?.isSame ? likeness.later : 0;
  };
  return useSyncExternalStore(listener?.subscribe ?? NOTHING, read, () => 0);
};
