'use client';

import { useMemo } from 'react';
import type { Drums } from '@/audio/stems';
import type { Layout } from '@/core/music/kit';
import type { Listening } from '@/core/playing/performance';
import type { RoadMap } from '@/core/song/roadmap';
import type { Program } from '@/core/song/set';

export type MakeDrums = () => Promise<Drums>;

/** The drums of a program, worked out and made to sound once they are played; nothing where none are written. */
export const useDrums = (
  program: Program,
  maps: readonly Pick<RoadMap, 'patterns'>[],
  layout: Layout,
  listening?: Listening,
): MakeDrums | undefined =>
  useMemo(() => {
    if (maps.every(({ patterns }) => Object.keys(patterns).length === 0)) return undefined;
    return async () => {
      const { drumsOf, renderDrum } = await import('@/core/playing/sound');
      return { sounds: drumsOf(program, maps, layout, listening), render: renderDrum };
    };
  }, [program, maps, layout, listening]);
