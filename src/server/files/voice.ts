import type { Program } from '@/core/set';
import { type Announcement, announcements, guessedLength, placeSpeech } from '@/core/speech';
import { SAMPLE_RATE, type Utterance } from '@/core/wav';

/** Words and who says them. */
export type Line = { readonly voice: Announcement['voice']; readonly text: string };

/** Lines as samples at 48 kHz, in their order; nothing for what nobody here can say. */
export type Speak = (lines: readonly Line[]) => Promise<readonly (Float32Array | undefined)[]>;

/** What is spoken in a program, with its sound, in order. Empty where this machine cannot speak. */
export const voiceOf = async (speak: Speak, program: Program): Promise<Utterance[]> => {
  const wanted = announcements(program);
  if (wanted.length === 0) return [];
  const sounds = await speak(wanted.map(({ voice, text }) => ({ voice, text })));
  const sound = new Map(wanted.map((one, index) => [keyOf(one), sounds[index]]));
  const length = (one: Announcement) => {
    const samples = sound.get(keyOf(one));
    return samples ? samples.length / SAMPLE_RATE : guessedLength(one);
  };
  return placeSpeech(wanted, length).spoken.flatMap(({ at, text, voice, level, pan }) => {
    const samples = sound.get(keyOf({ voice, text }));
    return samples ? [{ at, text, samples, level, pan }] : [];
  });
};

const keyOf = ({ voice, text }: Line): string => `${voice} ${text}`;
