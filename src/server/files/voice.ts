import { SAMPLE_RATE, type Utterance } from '@/core/files/wav';
import { announcements, guessedLength, type Line, placeSpeech } from '@/core/playing/speech';
import type { Program } from '@/core/song/set';

export type { Line };

/** Lines as samples at 48 kHz, in their order; nothing for what nobody here can say. */
export type Speak = (lines: readonly Line[]) => Promise<readonly (Float32Array | undefined)[]>;

/** What is spoken in a program, with its sound, in order. Empty where this machine cannot speak. */
export const voiceOf = async (speak: Speak, program: Program): Promise<Utterance[]> => {
  const wanted = announcements(program);
  if (wanted.length === 0) return [];
  const lines = wanted.flatMap(({ voice, wordings }) =>
    wordings.map(({ text, take }) => ({ voice, text, take })),
  );
  const sounds = await speak(lines);
  const sound = new Map(lines.map((line, index) => [keyOf(line), sounds[index]]));
  const lengthOf = (line: Line) => {
    const samples = sound.get(keyOf(line));
    return samples ? samples.length / SAMPLE_RATE : guessedLength(line);
  };
  return placeSpeech(wanted, lengthOf).spoken.flatMap((one) => {
    const { at, text, level, pan } = one;
    const samples = sound.get(keyOf(one));
    return samples ? [{ at, text, samples, level, pan }] : [];
  });
};

const keyOf = ({ voice, text, take }: Line): string => `${voice} ${take} ${text}`;
