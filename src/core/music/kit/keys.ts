import { VOICES, type VoiceId } from './voices';

/** Other General MIDI Level 1 keys for what a kit has (from memory). */
const OTHER_KEYS: Readonly<Record<number, VoiceId>> = {
  35: 'bass',
  45: 'floorTom',
  48: 'highTom',
};

/** Which voice a key of General MIDI strikes, and how. */
export const STRUCK = new Map<number, { voice: VoiceId; how: string | undefined }>([
  ...Object.entries(OTHER_KEYS).map(
    ([key, voice]) => [Number(key), { voice, how: undefined }] as const,
  ),
  // An open hat shares its key with others: it is the likeliest of them.
  ...[...VOICES]
    .reverse()
    .flatMap(({ id, articulations }) =>
      articulations.map(
        ({ key, id: how }, index) =>
          [key, { voice: id, how: index === 0 ? undefined : how }] as const,
      ),
    ),
]);
