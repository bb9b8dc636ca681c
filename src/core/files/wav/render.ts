import { LONGEST_CLICK } from '../../music/click';
import type { Program } from '../../song/set';
import { bytesPerFrame, SAMPLE_RATE, type WavFormat, wavHeader } from './format';
import { markerChunks, markersOf } from './markers';
import { mix } from './mix';
import { type Content, onsets, type Ringing } from './onsets';

/** The longest drum rings so long, in seconds. */
const LONGEST_DRUM = 2.5;
const FRAMES_A_CHUNK = 1 << 16;

const CLICK_ONLY: Content = { click: true };

/** Samples per channel of a program's file: its length and the tail of what sounds last. */
export const wavFrames = (program: Program, { drums, voice }: Content = CLICK_ONLY): number => {
  const stroke = drums?.at(-1);
  const words = voice?.at(-1);
  return Math.ceil(
    Math.max(
      (program.seconds + LONGEST_CLICK) * SAMPLE_RATE,
      stroke ? (stroke.at + LONGEST_DRUM) * SAMPLE_RATE : 0,
      words ? words.at * SAMPLE_RATE + words.samples.length : 0,
    ),
  );
};

/** The size of a program's file in bytes. */
export const wavBytes = (
  program: Program,
  format: WavFormat,
  content: Content = CLICK_ONLY,
): number => {
  const frames = wavFrames(program, content);
  const data = frames * bytesPerFrame(format);
  const markers = markerChunks(markersOf(program)).length;
  return wavHeader(format, frames, markers).length + data + (data % 2) + markers;
};

/**
 * A program as a WAVE file, piece by piece: one chunk of memory at a time, whatever the length.
 * Silence costs nothing but its zeros. Sections are marked behind the samples.
 *
 * @returns a generator of byte chunks that together are `wavBytes` long
 */
export function* wavChunks(
  program: Program,
  format: WavFormat,
  content: Content = CLICK_ONLY,
): Generator<Uint8Array> {
  const frames = wavFrames(program, content);
  const markers = markerChunks(markersOf(program));
  yield wavHeader(format, frames, markers.length);
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
    ringing = ringing.filter(({ frame, length }) => frame + length > from + count);
    yield chunk;
  }
  if ((frames * bytesPerFrame(format)) % 2 === 1) yield new Uint8Array(1);
  if (markers.length > 0) yield markers;
}
