'use client';

import { useMemo } from 'react';
import type { Layout, Pattern } from '@/core/music/kit';
import type { Tempo } from '@/core/music/time';
import { audition, countAloud, type Listening } from '@/core/playing/performance';
import type { Feel } from '@/core/song/roadmap';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { useDrums, useProgram } from '../transport';

type Options = {
  readonly pattern: Pattern;
  readonly tempo: Tempo;
  readonly feel: Feel;
  /** The groove around a fill. */
  readonly around: Pattern | undefined;
  readonly layout: Layout;
  readonly listening?: Listening;
  /** A fill without the bars around it. */
  readonly alone?: boolean;
  /** With its count words spoken, and a click on each part of the pulse. */
  readonly aloud?: boolean;
  /** What a fill leads to; a crash where left out. */
  readonly lands?: 'crash' | 'nothing' | 'push';
};

/** Puts a pattern under the transport: round and round, a fill with the bar before and after it. */
export const useAudition = (options: Options): void => {
  const { pattern, tempo, feel, around, layout, listening, alone, aloud = false, lands } = options;
  const map = useMemo(
    () => audition({ pattern, tempo, feel, around, alone: alone ?? false, divided: aloud, lands }),
    [pattern, tempo, feel, around, alone, aloud, lands],
  );
  const program = useMemo(() => {
    const timeline = compile(map);
    return soloProgram(pattern.name, timeline, aloud ? countAloud(pattern, timeline) : undefined);
  }, [map, pattern, aloud]);
  const maps = useMemo(() => [map], [map]);
  const drums = useDrums(program, maps, layout, listening);
  useProgram({ title: pattern.name, program, drums });
};
