import type { Utterance } from '@/core/files/wav';
import { stretched } from '@/core/listening';
import { type ClickKind, renderClick, type SoundName } from '@/core/music/click';
import type { Sounding } from '@/core/playing/sound';
import type { Timed } from '@/core/playing/transport';
import { type Program, soundingClicks } from '@/core/song/set';

/** What there is to hear, as lists of sounds with their place in a program. */

/** The drums of a program, and the means to make their sounds. */
export type Drums = {
  readonly sounds: readonly Sounding[];
  readonly render: (sound: string, sampleRate: number) => Float32Array;
};

/**
 * What is spoken at a rate, in order of time and made for 48 kHz; live, without what is true only where
 * vamps last as long as is expected.
 */
export type Voice = (rate: number, live: boolean) => readonly Utterance[];

/** A program with what sounds in it beside the click. */
export type Content = {
  readonly program: Program;
  readonly drums?: Drums | undefined;
  readonly voice?: Voice | undefined;
  readonly recording?: Recording | undefined;
};

/** The recording that a song is learnt from, in one channel. */
export type Recording = {
  readonly samples: Float32Array;
  readonly sampleRate: number;
  /** Where it begins in the program, in seconds; may be less than 0. */
  readonly start: number;
};

/** Samples that are made when they are first needed. */
export type Sound = {
  /** What the samples are kept under. */
  readonly key: string;
  readonly make: (sampleRate: number) => Float32Array;
  readonly stem: 'click' | 'drums' | 'recording';
  /** It is heard once: made when it is due, and not kept. */
  readonly once?: boolean;
  /** −1 left to 1 right. */
  readonly pan?: number;
  /** The factor on its samples. */
  readonly gain?: number;
};

/** A sound with its place in the program, in seconds. */
export type ScheduledSound = Sound &
  Timed & {
    /** When it is cut off. */
    readonly until?: number;
    /** How long it lasts (s of the program), where it has to end with what it belongs to. */
    readonly lasts?: number;
  };

/** What sounds at a rate, live or not, in what is played from a place (s) on; in order. */
export type SoundsAt = (rate: number, live: boolean, from: number) => readonly ScheduledSound[];

/** Everything that sounds in a program. */
export const scheduled = ({ program, drums, voice, recording }: Content): SoundsAt => {
  const fixed = [...clickStem(program), ...drumStem(drums)].sort(byTime);
  if (!voice && !recording) return () => fixed;
  const known = new Map<string, readonly ScheduledSound[]>();
  return (rate, live, from) => {
    const key = `${rate} ${live} ${recording ? from : ''}`;
    const sounds =
      known.get(key) ??
      [
        ...fixed,
        ...(voice ? voiceStem(voice(rate, live)) : []),
        ...(recording ? recordingStem(recording, rate, from, program.seconds) : []),
      ].sort(byTime);
    known.set(key, sounds);
    return sounds;
  };
};

const byTime = (a: Timed, b: Timed): number => a.time - b.time;

const clickStem = ({ songs }: Program): ScheduledSound[] =>
  songs.flatMap((song) =>
    soundingClicks(song).map(({ seconds: at, kind, clickSound }) => ({
      time: song.barOne + at,
      stem: 'click',
      key: `click ${clickSound.sound} ${kind} ${clickSound.level}`,
      make: (sampleRate) =>
        clickAt(clickSound.sound as SoundName, kind, clickSound.level, sampleRate),
      pan: clickSound.pan,
    })),
  );

const clickAt = (sound: SoundName, kind: ClickKind, level: number, sampleRate: number) => {
  const factor = 10 ** (level / 20);
  return renderClick(sound, kind, sampleRate).map((value) => value * factor);
};

const voiceStem = (voice: readonly Utterance[]): ScheduledSound[] =>
  voice.map(({ at, of, text, samples, level, pan }) => ({
    time: at,
    ...(of !== undefined && { of }),
    stem: 'click',
    key: `voice ${level} ${text} ${samples.length}`,
    make: () => samples.map((value) => value * 10 ** (level / 20)),
    pan,
  }));

const drumStem = (drums: Drums | undefined): ScheduledSound[] =>
  drums
    ? drums.sounds.map(({ sound, gain, at, until }) => ({
        time: at,
        stem: 'drums',
        key: sound,
        gain,
        make: (sampleRate) => drums.render(sound, sampleRate),
        ...(until !== undefined && { until }),
      }))
    : [];

/** Pieces of a recording are this long (s) by the clock, and blend into one another for so long (s). */
const PIECE = 0.25;
const BLEND = 0.005;

/** A recording from a place on in pieces, which together sound as it does at a rate. */
export const recordingStem = (
  { samples, sampleRate, start }: Recording,
  rate: number,
  from: number,
  to: number,
): ScheduledSound[] => {
  const play = stretched(samples, sampleRate, from - start, rate);
  const [length, blend] = [PIECE, BLEND].map((time) => Math.round(time * sampleRate)) as [
    number,
    number,
  ];
  const count = Math.ceil((to - from) / (PIECE * rate));
  return Array.from({ length: Math.max(0, count) }, (_, index): ScheduledSound => {
    const before = index === 0 ? 0 : blend;
    const first = index * length - before;
    return {
      time: from + (first / sampleRate) * rate,
      lasts: (PIECE + 2 * BLEND) * rate,
      stem: 'recording',
      key: 'recording',
      once: true,
      make: () => blended(play(first, before + length + blend), before, blend),
    };
  });
};

/** Fades in and out in straight lines, so that what overlaps comes to the whole. */
const blended = (samples: Float32Array, before: number, blend: number): Float32Array => {
  for (let at = 0; at < 2 * before; at++) samples[at]! *= (at + 0.5) / (2 * before);
  for (let at = 0; at < 2 * blend; at++)
    samples[samples.length - 1 - at]! *= (at + 0.5) / (2 * blend);
  return samples;
};
