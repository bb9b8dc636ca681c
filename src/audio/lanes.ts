import { type ClickKind, renderClick, type SoundName } from '@/core/click';
import { type Program, soundingClicks } from '@/core/set';
import type { Sounding } from '@/core/sound';
import type { Utterance } from '@/core/wav';

/** What there is to play, as rows of sounds that are due one after the other. */

/** The drums of a program, and the means to make their sounds. */
export type Drums = {
  readonly sounds: readonly Sounding[];
  readonly render: (sound: string, sampleRate: number) => Float32Array;
};

/** What sounds beside the click. */
export type Beside = {
  readonly drums?: Drums | undefined;
  /** In order of time, made for 48 kHz. */
  readonly voice?: readonly Utterance[] | undefined;
};

/** A sound with its time in the program. */
export type Due = {
  readonly time: number;
  /** What its samples are kept under once they are made. */
  readonly sound: string;
  readonly make: (sampleRate: number) => Float32Array;
  readonly until?: number;
  readonly pan?: number;
};
export type Lane = {
  readonly output: 'click' | 'kit';
  readonly dues: readonly Due[];
  /** The first due sound that the audio clock has not got yet. */
  next: number;
};
export const laneFrom = (output: Lane['output'], dues: readonly Due[], from: number): Lane => {
  const next = dues.findIndex(({ time }) => time >= from - 1e-6);
  return { output, dues, next: next < 0 ? dues.length : next };
};

export const clicksOf = (program: Program): Due[] =>
  program.songs.flatMap((song) =>
    soundingClicks(song).map(({ seconds: at, kind, strike }) => ({
      time: song.barOne + at,
      sound: `click ${strike.sound} ${kind} ${strike.level}`,
      make: (sampleRate) => clickAt(strike.sound as SoundName, kind, strike.level, sampleRate),
      pan: strike.pan,
    })),
  );

const clickAt = (sound: SoundName, kind: ClickKind, level: number, sampleRate: number) => {
  const factor = 10 ** (level / 20);
  return renderClick(sound, kind, sampleRate).map((value) => value * factor);
};

export const wordsOf = (voice: Beside['voice']): Due[] =>
  (voice ?? []).map(({ at, text, samples, level, pan }) => ({
    time: at,
    sound: `voice ${level} ${text}`,
    make: () => samples.map((value) => value * 10 ** (level / 20)),
    pan,
  }));

export const strokesOf = (drums: Drums | undefined): Due[] =>
  (drums?.sounds ?? []).map(({ sound, at, until }) => ({
    time: at,
    sound,
    make: (sampleRate) => drums!.render(sound, sampleRate),
    ...(until !== undefined && { until }),
  }));
