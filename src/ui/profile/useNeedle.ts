'use client';

import { useEffect, useRef } from 'react';
import type { Timeline } from '@/core/song/timeline';
import { useControls } from '../transport';

const MARGIN = 16;

/** Moves the needle over the profile while the song plays. */
export const useNeedle = (timeline: Timeline) => {
  const needle = useRef<SVGLineElement>(null);
  const { follow } = useControls();
  useEffect(() => {
    const show: Parameters<typeof follow>[0] = (heard) => {
      // Beside a recording the song may begin later than the program.
      const time = heard && heard.place - (heard.program.songs[0]?.start ?? 0);
      const line = needle.current;
      const width = line?.ownerSVGElement?.clientWidth ?? 0;
      if (!line) return;
      line.setAttribute('visibility', time === undefined ? 'hidden' : 'visible');
      if (time === undefined) return;
      const share = time / Math.max(1, timeline.countIn.seconds + timeline.seconds);
      const x = MARGIN + Math.min(1, Math.max(0, share)) * (width - 2 * MARGIN);
      line.setAttribute('transform', `translate(${x.toFixed(1)} 0)`);
    };
    return follow(show);
  }, [follow, timeline]);
  return needle;
};
