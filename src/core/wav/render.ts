import { gainOf, LONGEST_VOICE, renderVoice, VOICES } from '../click';
import { type Program, soundingClicks } from '../set';
import type { ClickKind } from '../timeline';
import { bytesPerFrame, SAMPLE_RATE, type WavFormat, wavHeader } from './format';

/** What a click sounds like in a file: a fixed level with headroom, not the player's. */
const FILE_DECIBELS = -6;
const FRAMES_A_CHUNK = 1 << 16;

/** Samples per channel of a program's file: its length and the tail of the last click. */
export const wavFrames = (program: Program): number =>
  Math.ceil((program.seconds + LONGEST_VOICE) * SAMPLE_RATE);

/** The size of a program's file in bytes. */
export const wavBytes = (program: Program, format: WavFormat): number => {
  const frames = wavFrames(program);
  const data = frames * bytesPerFrame(format);
  return wavHeader(format, frames).length + data + (data % 2);
};

/** The sample at which a click begins: the nearest to its time. */
export const onsetFrame = (time: number): number => Math.round(time * SAMPLE_RATE);

/**
 * A program's click as a WAVE file, piece by piece: one chunk of memory at a time, whatever the
 * length. Silence costs nothing but its zeros.
 *
 * @returns a generator of byte chunks that together are `wavBytes` long
 */
export function* wavChunks(program: Program, format: WavFormat): Generator<Uint8Array> {
  const frames = wavFrames(program);
  yield wavHeader(format, frames);
  const voices = quantisedVoices(format);
  const due = onsets(program);
  let ringing: Sounding[] = [];
  let next = due.next();
  for (let from = 0; from < frames; from += FRAMES_A_CHUNK) {
    const count = Math.min(FRAMES_A_CHUNK, frames - from);
    const chunk = new Uint8Array(count * bytesPerFrame(format));
    while (!next.done && next.value.frame < from + count) {
      ringing.push({ frame: next.value.frame, samples: voices[next.value.kind] });
      next = due.next();
    }
    for (const sound of ringing) mix(chunk, format, sound, from, count);
    ringing = ringing.filter(({ frame, samples }) => frame + samples.length > from + count);
    yield chunk;
  }
  if ((frames * bytesPerFrame(format)) % 2 === 1) yield new Uint8Array(1);
}

type Sounding = { readonly frame: number; readonly samples: Int32Array };

function* onsets(program: Program): Generator<{ frame: number; kind: ClickKind }> {
  for (const song of program.songs) {
    for (const { seconds, kind } of soundingClicks(song)) {
      yield { frame: onsetFrame(song.barOne + seconds), kind };
    }
  }
}

const quantisedVoices = ({ bits }: WavFormat): Record<ClickKind, Int32Array> => {
  const full = 2 ** (bits - 1) - 1;
  const gain = gainOf(FILE_DECIBELS);
  const quantised = (kind: ClickKind) =>
    Int32Array.from(renderVoice(VOICES[kind], SAMPLE_RATE), (value) =>
      Math.round(value * gain * full),
    );
  return {
    bar: quantised('bar'),
    group: quantised('group'),
    pulse: quantised('pulse'),
    count: quantised('count'),
  };
};

/** Adds the part of a sound that falls into a chunk to what is there, and limits the sum. */
const mix = (
  chunk: Uint8Array,
  format: WavFormat,
  sound: Sounding,
  from: number,
  count: number,
) => {
  const first = Math.max(0, from - sound.frame);
  const last = Math.min(sound.samples.length, from + count - sound.frame);
  const step = bytesPerFrame(format);
  const side = format.layout === 'right' ? format.bits / 8 : 0;
  let at = (sound.frame + first - from) * step + side;
  const add = format.bits === 16 ? add16 : add24;
  for (let index = first; index < last; index++, at += step) {
    add(chunk, at, sound.samples[index]!);
  }
};

const add16 = (chunk: Uint8Array, at: number, value: number) => {
  const sum = (((chunk[at]! | (chunk[at + 1]! << 8)) << 16) >> 16) + value;
  const limited = limit(sum, 0x7fff);
  chunk[at] = limited;
  chunk[at + 1] = limited >> 8;
};

const add24 = (chunk: Uint8Array, at: number, value: number) => {
  const sum = (((chunk[at]! | (chunk[at + 1]! << 8) | (chunk[at + 2]! << 16)) << 8) >> 8) + value;
  const limited = limit(sum, 0x7f_ffff);
  chunk[at] = limited;
  chunk[at + 1] = limited >> 8;
  chunk[at + 2] = limited >> 16;
};

/** In plain comparisons: this runs for every sample that sounds. */
const limit = (value: number, most: number): number => {
  if (value > most) return most;
  if (value < ~most) return ~most;
  return value;
};
