import { gainOf, renderClick, type SoundName } from '../../music/click';
import { renderDrum, type Sounding } from '../../playing/sound';
import { type Program, soundingClicks } from '../../song/set';
import { channelsOf, SAMPLE_RATE, type WavFormat } from './format';

/** What a click or a voice sounds like in a file: a fixed level with headroom, not the player's. */
const FILE_DECIBELS = -6;
/** Several drums sound at once: each has room for the others. */
const DRUM_DECIBELS = -12;

/** Drums are made in steps of a quarter of a decibel, less than can be told apart. */
const LEVEL_STEPS = 4;

/** Something spoken, in the time of the program. */
export type Utterance = {
  readonly at: number;
  /** What it speaks of: it is over by then. */
  readonly of?: number;
  readonly text: string;
  /** At 48 kHz, −1 to 1. */
  readonly samples: Float32Array;
  /** In decibels. */
  readonly level: number;
  /** −1 left to 1 right. */
  readonly pan: number;
};

/** What a file holds; what is left out is not in it. All in the time of the program and in order. */
export type Content = {
  readonly click: boolean;
  readonly voice?: readonly Utterance[];
  readonly drums?: readonly Sounding[];
};

/** A sound from its first sample on, for each channel that has any of it. */
export type Ringing = {
  readonly frame: number;
  readonly length: number;
  readonly channels: readonly (Int32Array | undefined)[];
};

/** The sample at which something begins: the nearest to its time. */
export const onsetFrame = (time: number): number => Math.round(time * SAMPLE_RATE);

/** Everything that sounds, in order of time. */
export function* onsets(
  program: Program,
  format: WavFormat,
  content: Content,
): Generator<Ringing, undefined> {
  const stems = [
    content.click ? clickOnsets(program, format) : nothing(),
    voiceOnsets(content.voice ?? [], format),
    drumOnsets(content.drums ?? [], format),
  ].map((stem) => ({ stem, head: stem.next() }));
  for (;;) {
    const [first, ...others] = stems.filter(({ head }) => !head.done);
    if (!first) return;
    const next = others.reduce((best, one) => (frameOf(one) < frameOf(best) ? one : best), first);
    yield next.head.value!;
    next.head = next.stem.next();
  }
}

const frameOf = ({ head }: { head: IteratorResult<Ringing, undefined> }): number =>
  head.value!.frame;

function* nothing(): Generator<Ringing, undefined> {}

function* clickOnsets(program: Program, format: WavFormat): Generator<Ringing, undefined> {
  const made = new Map<string, Int32Array[]>();
  for (const song of program.songs) {
    for (const { seconds, kind, clickSound } of soundingClicks(song)) {
      const { sound, level, pan } = clickSound;
      const key = `${sound} ${kind} ${level} ${pan}`;
      let channels = made.get(key);
      if (!channels) {
        const samples = renderClick(sound as SoundName, kind, SAMPLE_RATE);
        channels = channelled(samples, FILE_DECIBELS, level, format, gains(format, 'click', pan));
        made.set(key, channels);
      }
      yield ringing(song.barOne + seconds, channels);
    }
  }
}

function* voiceOnsets(
  voice: readonly Utterance[],
  format: WavFormat,
): Generator<Ringing, undefined> {
  for (const { at, samples, level, pan } of voice) {
    const sides = gains(format, 'voice', pan);
    yield ringing(at, channelled(samples, FILE_DECIBELS, level, format, sides));
  }
}

function* drumOnsets(drums: readonly Sounding[], format: WavFormat): Generator<Ringing, undefined> {
  const made = new Map<string, Int32Array[]>();
  const sides = gains(format, 'drums', 0);
  for (const { sound, gain, at, until } of drums) {
    const level = Math.round(20 * Math.log10(gain) * LEVEL_STEPS) / LEVEL_STEPS;
    const key = `${sound} ${level}`;
    const known =
      made.get(key) ??
      channelled(renderDrum(sound, SAMPLE_RATE), DRUM_DECIBELS, level, format, sides);
    made.set(key, known);
    const length = until === undefined ? undefined : (until - at) * SAMPLE_RATE;
    yield ringing(at, length === undefined ? known : known.map((one) => cut(one, length)));
  }
}

const ringing = (at: number, channels: readonly Int32Array[]): Ringing => ({
  // A grace note may lie before the first sample of the file.
  frame: Math.max(0, onsetFrame(at)),
  length: Math.max(...channels.map(({ length }) => length)),
  channels,
});

/** How much of a stem goes to each channel. A file for one side has the drums on the other. */
const gains = (
  format: WavFormat,
  stem: 'click' | 'voice' | 'drums',
  pan: number,
): readonly number[] => {
  if (channelsOf(format) === 1) return [1];
  if (format.layout === 'stereo') return [Math.min(1, 1 - pan), Math.min(1, 1 + pan)];
  const left = (format.layout === 'left') === (stem !== 'drums');
  return left ? [1, 0] : [0, 1];
};

/** Samples as whole numbers for each channel; empty where a channel has none of them. */
const channelled = (
  samples: Float32Array,
  base: number,
  level: number,
  { bits }: WavFormat,
  sides: readonly number[],
): Int32Array[] => {
  const full = gainOf(base) * 10 ** (level / 20) * (2 ** (bits - 1) - 1);
  return sides.map((side) =>
    side === 0
      ? new Int32Array(0)
      : Int32Array.from(samples, (value) => Math.round(value * full * side)),
  );
};

/** A sound that is caught: it falls to nothing over some milliseconds. */
const cut = (samples: Int32Array, at: number): Int32Array => {
  const fade = Math.round(0.02 * SAMPLE_RATE);
  return samples
    .slice(0, Math.max(1, Math.round(at) + fade))
    .map((value, index) => value * Math.min(1, Math.max(0, (at + fade - index) / fade)));
};
