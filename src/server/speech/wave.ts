import { SAMPLE_RATE } from '@/core/files/wav';
import { treat } from '@/core/playing/speech';

/**
 * What espeak-ng writes (16 bits, one channel, with sizes that it does not know yet), ready to be heard
 * beside a click.
 *
 * @returns samples at 48 kHz; nothing where it is no such file
 */
export const readyWave = (wave: Uint8Array): Float32Array | undefined => {
  const bytes = Buffer.from(wave.buffer, wave.byteOffset, wave.length);
  const data = bytes.indexOf('data', 12, 'latin1');
  if (data < 0 || bytes.toString('latin1', 0, 4) !== 'RIFF') return undefined;
  const start = data + 8;
  const samples = new Float32Array(Math.floor((bytes.length - start) / 2));
  for (let index = 0; index < samples.length; index++)
    samples[index] = bytes.readInt16LE(start + 2 * index) / 32_768;
  return treat(samples, bytes.readUInt32LE(24), SAMPLE_RATE);
};
