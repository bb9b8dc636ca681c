/** How a click track is laid out in a WAVE file. */
export type WavFormat = {
  readonly bits: 16 | 24;
  /** One channel; two as panned; or click and voice on one side and the drums on the other. */
  readonly layout: 'mono' | 'stereo' | 'left' | 'right';
};

export const SAMPLE_RATE = 48_000;

export const channelsOf = ({ layout }: WavFormat): 1 | 2 => (layout === 'mono' ? 1 : 2);

export const bytesPerFrame = (format: WavFormat): number => channelsOf(format) * (format.bits / 8);

/** Sizes from here on do not fit the 32 bits of a RIFF header. */
const RIFF_LIMIT = 0xffff_ffff;

/**
 * The head of a WAVE file up to its first sample.
 *
 * | bytes | content |
 * |---|---|
 * | 12 | `RIFF`, size of the rest, `WAVE` |
 * | 24 | `fmt `, 16, PCM = 1, channels, rate, bytes a second, bytes a frame, bits |
 * | 8 | `data`, size of the samples |
 *
 * Past 4 GiB it is an RF64 file: `RF64` with the 32-bit sizes at their maximum and, after `WAVE`, a
 * `ds64` chunk (28 bytes) with the sizes in 64 bits.
 * Sources: Multimedia Programming Interface and Data Specifications 1.0 (IBM and Microsoft, 1991);
 * EBU Tech 3306.
 *
 * @param frames samples per channel
 * @param more bytes that follow the samples
 */
export const wavHeader = (format: WavFormat, frames: number, more = 0): Uint8Array => {
  const dataBytes = frames * bytesPerFrame(format);
  const padding = dataBytes % 2;
  const large = 36 + dataBytes + padding + more > RIFF_LIMIT;
  const size = large ? 80 : 44;
  const view = new DataView(new ArrayBuffer(size));
  const riffBytes = size - 8 + dataBytes + padding + more;
  text(view, 0, large ? 'RF64' : 'RIFF');
  view.setUint32(4, large ? RIFF_LIMIT : riffBytes, true);
  text(view, 8, 'WAVE');
  if (large) {
    text(view, 12, 'ds64');
    view.setUint32(16, 28, true);
    view.setBigUint64(20, BigInt(riffBytes), true);
    view.setBigUint64(28, BigInt(dataBytes), true);
    view.setBigUint64(36, BigInt(frames), true);
    view.setUint32(44, 0, true);
  }
  const at = large ? 48 : 12;
  text(view, at, 'fmt ');
  view.setUint32(at + 4, 16, true);
  view.setUint16(at + 8, 1, true);
  view.setUint16(at + 10, channelsOf(format), true);
  view.setUint32(at + 12, SAMPLE_RATE, true);
  view.setUint32(at + 16, SAMPLE_RATE * bytesPerFrame(format), true);
  view.setUint16(at + 20, bytesPerFrame(format), true);
  view.setUint16(at + 22, format.bits, true);
  text(view, at + 24, 'data');
  view.setUint32(at + 28, large ? RIFF_LIMIT : dataBytes, true);
  return new Uint8Array(view.buffer);
};

/** Letters of one byte each, as the names of chunks are. */
export const text = (view: DataView, at: number, letters: string) => {
  for (let index = 0; index < letters.length; index++) {
    view.setUint8(at + index, letters.charCodeAt(index));
  }
};
