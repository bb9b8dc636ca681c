import { bytesPerFrame, type WavFormat } from './format';
import type { Ringing } from './onsets';

/** Adds the part of a sound that falls into a chunk to what is there, and limits the sum. */
export const mix = (
  chunk: Uint8Array,
  format: WavFormat,
  { frame, channels }: Ringing,
  from: number,
  count: number,
): void => {
  const step = bytesPerFrame(format);
  const add = format.bits === 16 ? add16 : add24;
  channels.forEach((samples, channel) => {
    if (!samples) return;
    const first = Math.max(0, from - frame);
    const last = Math.min(samples.length, from + count - frame);
    let at = (frame + first - from) * step + (channel * format.bits) / 8;
    for (let index = first; index < last; index++, at += step) add(chunk, at, samples[index]!);
  });
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
