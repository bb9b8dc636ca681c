import { gainOf, LONGEST_VOICE, renderVoice, VOICES } from '../click';
import { type Program, soundingClicks } from '../set';
import { renderDrum, type Sounding } from '../sound';
import type { ClickKind } from '../timeline';
import { bytesPerFrame, SAMPLE_RATE, type WavFormat, wavHeader } from './format';

/** What a click sounds like in a file: a fixed level with headroom, not the player's. */
const FILE_DECIBELS = -6;
/** Several drums sound at once: each has room for the others. */
const DRUM_DECIBELS = -12;
/** The longest of them rings so long, in seconds. */
const LONGEST_DRUM = 2.5;
const FRAMES_A_CHUNK = 1 << 16;

/** What a file holds. */
export type Content = {
  readonly click: boolean;
  /** The drums of the whole program, in its time and in order; none where left out. */
  readonly drums?: readonly Sounding[];
};

const CLICK_ONLY: Content = { click: true };

/** Samples per channel of a program's file: its length and the tail of what sounds last. */
export const wavFrames = (program: Program, { drums }: Content = CLICK_ONLY): number => {
  const last = drums?.at(-1);
  const tail = last ? last.at + LONGEST_DRUM : 0;
  return Math.ceil(Math.max(program.seconds + LONGEST_VOICE, tail) * SAMPLE_RATE);
};

/** The size of a program's file in bytes. */
export const wavBytes = (
  program: Program,
  format: WavFormat,
  content: Content = CLICK_ONLY,
): number => {
  const frames = wavFrames(program, content);
  const data = frames * bytesPerFrame(format);
  return wavHeader(format, frames).length + data + (data % 2);
};

/** The sample at which a click begins: the nearest to its time. */
export const onsetFrame = (time: number): number => Math.round(time * SAMPLE_RATE);

/**
 * A program as a WAVE file, piece by piece: one chunk of memory at a time, whatever the length.
 * Silence costs nothing but its zeros.
 *
 * @returns a generator of byte chunks that together are `wavBytes` long
 */
export function* wavChunks(
  program: Program,
  format: WavFormat,
  content: Content = CLICK_ONLY,
): Generator<Uint8Array> {
  const frames = wavFrames(program, content);
  yield wavHeader(format, frames);
  const due = onsets(program, format, content);
  let ringing: Ringing[] = [];
  let next = due.next();
  for (let from = 0; from < frames; from += FRAMES_A_CHUNK) {
    const count = Math.min(FRAMES_A_CHUNK, frames - from);
    const chunk = new Uint8Array(count * bytesPerFrame(format));
    while (!next.done && next.value.frame < from + count) {
      ringing.push(next.value);
      next = due.next();
    }
    for (const sound of ringing) mix(chunk, format, sound, from, count);
    ringing = ringing.filter(({ frame, samples }) => frame + samples.length > from + count);
    yield chunk;
  }
  if ((frames * bytesPerFrame(format)) % 2 === 1) yield new Uint8Array(1);
}

type Ringing = { readonly frame: number; readonly samples: Int32Array };

/** Clicks and drums in order of time. */
function* onsets(program: Program, format: WavFormat, content: Content): Generator<Ringing> {
  const clicks = content.click ? clickOnsets(program, format) : [][Symbol.iterator]();
  const drums = drumOnsets(content.drums ?? [], format);
  let [click, drum] = [clicks.next(), drums.next()];
  while (!click.done || !drum.done) {
    if (drum.done || (!click.done && click.value.frame <= drum.value.frame)) {
      yield click.value as Ringing;
      click = clicks.next();
    } else {
      yield drum.value;
      drum = drums.next();
    }
  }
}

function* clickOnsets(program: Program, format: WavFormat): Generator<Ringing> {
  const voices = quantisedVoices(format);
  for (const song of program.songs) {
    for (const { seconds, kind } of soundingClicks(song)) {
      yield { frame: onsetFrame(song.barOne + seconds), samples: voices[kind] };
    }
  }
}

function* drumOnsets(drums: readonly Sounding[], format: WavFormat): Generator<Ringing> {
  const made = new Map<string, Int32Array>();
  for (const { sound, at, until } of drums) {
    const known =
      made.get(sound) ?? quantised(renderDrum(sound, SAMPLE_RATE), DRUM_DECIBELS, format);
    made.set(sound, known);
    const samples = until === undefined ? known : cut(known, (until - at) * SAMPLE_RATE);
    // A grace note may lie before the first sample of the file.
    yield { frame: Math.max(0, onsetFrame(at)), samples };
  }
}

/** A sound that is caught: it falls to nothing over some milliseconds. */
const cut = (samples: Int32Array, at: number): Int32Array => {
  const fade = Math.round(0.02 * SAMPLE_RATE);
  return samples
    .slice(0, Math.max(1, Math.round(at) + fade))
    .map((value, index) => value * Math.min(1, Math.max(0, (at + fade - index) / fade)));
};

const quantised = (samples: Float32Array, decibels: number, { bits }: WavFormat): Int32Array => {
  const full = gainOf(decibels) * (2 ** (bits - 1) - 1);
  return Int32Array.from(samples, (value) => Math.round(value * full));
};

const quantisedVoices = (format: WavFormat): Record<ClickKind, Int32Array> => {
  const voice = (kind: ClickKind) =>
    quantised(renderVoice(VOICES[kind], SAMPLE_RATE), FILE_DECIBELS, format);
  return { bar: voice('bar'), group: voice('group'), pulse: voice('pulse'), count: voice('count') };
};

/** Adds the part of a sound that falls into a chunk to what is there, and limits the sum. */
const mix = (chunk: Uint8Array, format: WavFormat, sound: Ringing, from: number, count: number) => {
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
