'use client';

import { useMemo } from 'react';
import type { Drums } from '@/audio/stems';
import type { Layout } from '@/core/kit';
import type { Listening } from '@/core/performance';
import type { RoadMap } from '@/core/roadmap';
import type { Program } from '@/core/set';

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
      const { drumsOf, renderDrum } = await import('@/core/sound');
      return { sounds: drumsOf(program, maps, layout, listening), render: renderDrum };
    };
  }, [program, maps, layout, listening]);
