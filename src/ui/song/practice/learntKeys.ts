import * as z from 'zod';
import type { LearntKeys } from '@/audio/strokes';
import { VOICES, type VoiceId } from '@/core/music/kit';
import { keptAs } from '../../shared/keptAs';

const KEY = 'ebrant-kit-keys';
const keysSchema = z.record(
  z.string(),
  z.record(
    z.string(),
    z.custom<VoiceId>((id) => VOICES.some((voice) => voice.id === id)),
  ),
);

const readKeys = keptAs<z.infer<typeof keysSchema>>(keysSchema, {});
const read = () => readKeys(localStorage.getItem(KEY));

/** What the keys of a kit mean that somebody has said so of, on this device. */
export const learntKeys = (kit: string): LearntKeys => read()[kit] ?? {};

/** Keeps what a key of a kit means. */
export const learnKey = (kit: string, key: number, voice: VoiceId): void => {
  const all = read();
  localStorage.setItem(KEY, JSON.stringify({ ...all, [kit]: { ...all[kit], [key]: voice } }));
};
