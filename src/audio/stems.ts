import type { Utterance } from '@/core/files/wav';
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
};

/** Samples that are made when they are first needed. */
export type Sound = {
  /** What the samples are kept under. */
  readonly key: string;
  readonly make: (sampleRate: number) => Float32Array;
  readonly stem: 'click' | 'drums';
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
  };

/** What sounds at a rate, live or not, in order. */
export type SoundsAt = (rate: number, live: boolean) => readonly ScheduledSound[];

/** Everything that sounds in a program. */
export const scheduled = ({ program, drums, voice }: Content): SoundsAt => {
  const fixed = [...clickStem(program), ...drumStem(drums)].sort(byTime);
  if (!voice) return () => fixed;
  const known = new Map<string, readonly ScheduledSound[]>();
  return (rate, live) => {
    const key = `${rate} ${live}`;
    const sounds = known.get(key) ?? [...fixed, ...voiceStem(voice(rate, live))].sort(byTime);
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
