'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
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
  const program: Program = useMemo(
    () =>
      recording
        ? besideRecording(title, timeline, offset, recording.seconds)
        : soloProgram(title, timeline),
    [title, timeline, offset, recording],
  );
  const start = program.recording ?? 0;
  const sounding = useMemo(() => recording && { ...recording, start }, [recording, start]);
  useEffect(() => () => recording?.listener.end(), [recording]);

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
    view: { recording, onRecording: setRecording, start, at, onAt: setAt, onTap },
  };
};
