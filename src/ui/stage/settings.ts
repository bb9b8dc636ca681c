'use client';

import { useLocalStorage } from '@mantine/hooks';
import * as z from 'zod';

/** How much is shown: what one cannot do without, the usual, everything. */
export const DENSITIES = ['few', 'usual', 'all'] as const;
export type Density = (typeof DENSITIES)[number];
export const SIZES = { smallest: 0.7, largest: 1.5, step: 0.1 } as const;

const settingsSchema = z.object({
  density: z.enum(DENSITIES).catch('usual'),
  /** Against the usual size. */
  size: z.number().min(SIZES.smallest).max(SIZES.largest).catch(1),
  light: z.boolean().catch(false),
});

export type StageSettings = z.infer<typeof settingsSchema>;

const USUAL: StageSettings = { density: 'usual', size: 1, light: false };

/** How the stage looks on this device. */
export const useStageSettings = () =>
  useLocalStorage<StageSettings>({
    key: 'ebrant-stage',
    defaultValue: USUAL,
    deserialize: (text) => {
      try {
        return settingsSchema.parse(JSON.parse(text ?? ''));
      } catch {
        return USUAL;
      }
    },
  });

/** The next larger or smaller size. */
export const resized = (size: number, by: 1 | -1): number =>
  Math.min(SIZES.largest, Math.max(SIZES.smallest, Math.round((size + by * SIZES.step) * 10) / 10));
