import { gainOf, LEVEL_RANGE, LONGEST_VOICE, renderVoice, VOICES } from '../click';
import { program, soloProgram } from '../set';
import { quarter, roadMapOf } from '../testing';
import { compile } from '../timeline';
import {
  onsetFrame,
  SAMPLE_RATE,
  type WavFormat,
  wavBytes,
  wavChunks,
  wavFrames,
  wavHeader,
} from '.';

const MONO16: WavFormat = { bits: 16, layout: 'mono' };

const render = (map: Parameters<typeof compile>[0], format: WavFormat) => {
  const timeline = compile(map);
  const song = soloProgram('Song', timeline);
  const bytes = Buffer.concat([...wavChunks(song, format)]);
  return { timeline, song, bytes };
};

const sample = (bytes: Buffer, { bits, layout }: WavFormat, frame: number, channel = 0) => {
  const step = (bits / 8) * (layout === 'mono' ? 1 : 2);
  return bytes.readIntLE(44 + frame * step + (channel * bits) / 8, bits / 8);
};

// Multimedia Programming Interface and Data Specifications 1.0 (IBM and Microsoft, 1991).
test('the head says PCM, channels, rate, sizes and bits', () => {
  const head = Buffer.from(wavHeader({ bits: 24, layout: 'left' }, 1000));
  expect(head).toHaveLength(44);
  expect(head.toString('latin1', 0, 4) + head.toString('latin1', 8, 16)).toBe('RIFFWAVEfmt ');
  expect([
    head.readUInt16LE(20),
    head.readUInt16LE(22),
    head.readUInt32LE(24),
    head.readUInt32LE(28),
  ]).toEqual([1, 2, 48_000, 288_000]);
  expect([head.readUInt16LE(32), head.readUInt16LE(34), head.readUInt32LE(40)]).toEqual([
    6, 24, 6000,
  ]);
  expect(head.readUInt32LE(4)).toBe(36 + 6000);
});

// EBU Tech 3306: 32-bit sizes at their maximum, true ones in ds64.
test('past 4 GiB the file is RF64 with its sizes in 64 bits', () => {
  const frames = 800_000_000;
  const head = Buffer.from(wavHeader({ bits: 24, layout: 'left' }, frames));
  expect(head.toString('latin1', 0, 4) + head.toString('latin1', 12, 16)).toBe('RF64ds64');
  expect([head.readUInt32LE(4), head.readUInt32LE(76)]).toEqual([0xffff_ffff, 0xffff_ffff]);
  expect(head.readBigUInt64LE(28)).toBe(BigInt(frames) * 6n);
  expect(head.readBigUInt64LE(20)).toBe(BigInt(frames) * 6n + 72n);
  expect(head.readBigUInt64LE(36)).toBe(BigInt(frames));
});

test.each<WavFormat>([
  MONO16,
  { bits: 24, layout: 'mono' },
  { bits: 16, layout: 'left' },
  { bits: 24, layout: 'right' },
])('%j: the file is as long as announced and every click begins on its sample', (format) => {
  const { timeline, song, bytes } = render(roadMapOf([{ bars: 3, tempo: quarter(137) }]), format);
  expect(bytes).toHaveLength(wavBytes(song, format));
  const loud = format.layout === 'right' ? 1 : 0;
  for (const { seconds } of timeline.clicks) {
    const frame = onsetFrame(timeline.lead.seconds + seconds);
    expect(sample(bytes, format, frame, loud)).toBeGreaterThan(2 ** (format.bits - 4));
    if (frame > 0) expect(sample(bytes, format, frame - 1, loud)).toBe(0);
  }
});

test('the other side of a stereo file is silent', () => {
  const format = { bits: 16, layout: 'left' } as const;
  const { bytes, song } = render(roadMapOf([{ bars: 1 }]), format);
  for (let frame = 0; frame < wavFrames(song); frame++) {
    if (sample(bytes, format, frame, 1) !== 0) throw new Error(`frame ${frame} sounds`);
  }
  expect(wavFrames(song)).toBe(Math.ceil((4 + LONGEST_VOICE) * SAMPLE_RATE));
});

/** The first sounding sample after each silence, in a mono file of 16 bits. */
const onsetsIn = (chunks: readonly Uint8Array[]): number[] => {
  const onsets: number[] = [];
  let frame = 0;
  let last = -SAMPLE_RATE;
  for (const chunk of chunks) {
    const samples = new Int16Array(chunk.buffer, chunk.byteOffset, chunk.length / 2);
    for (let at = 0; at < samples.length; at++) {
      if (samples[at] === 0) continue;
      if (frame + at - last > 2000) onsets.push(frame + at);
      last = frame + at;
    }
    frame += samples.length;
  }
  return onsets;
};

test('over three hours every onset is within one sample of its exact time', () => {
  const map = roadMapOf(
    [2000, 2000, 2100].map((bars) => ({ bars })),
    { tempo: { perMinute: 137, unit: 'quarter' } },
  );
  const timeline = compile(map);
  const song = soloProgram('Long', timeline);
  const [, ...chunks] = wavChunks(song, MONO16);
  const onsets = onsetsIn(chunks);
  expect(onsets).toHaveLength(timeline.clicks.length);
  const worst = onsets.reduce(
    (most, onset, index) =>
      Math.max(
        most,
        Math.abs(onset - (timeline.clicks[index]!.seconds + timeline.lead.seconds) * SAMPLE_RATE),
      ),
    0,
  );
  expect(timeline.seconds).toBeGreaterThan(10_600);
  expect(worst).toBeLessThan(1);
});

test('clicks that ring into one another are added and limited, never wrapped', () => {
  const dense = roadMapOf([{ bars: 2, tempo: { kind: 'hold', perMinute: 400, unit: 'whole' } }]);
  const { bytes, song } = render(dense, MONO16);
  const peak = Math.max(
    ...Array.from({ length: wavFrames(song) }, (_, frame) =>
      Math.abs(sample(bytes, MONO16, frame)),
    ),
  );
  expect(peak).toBeLessThanOrEqual(0x7fff);
  expect(peak).toBeGreaterThan(0x7fff * 0.3);
});

test('a chunk border in the middle of a click changes nothing', () => {
  // 65,536 frames a chunk: at this tempo the fourth click lies across the first border.
  const { bytes, timeline } = render(
    roadMapOf([{ bars: 2, tempo: quarter(132) }], { countIn: 0 }),
    MONO16,
  );
  const voice = renderVoice(VOICES.pulse, SAMPLE_RATE);
  const onset = onsetFrame(timeline.clicks[3]!.seconds);
  expect(onset).toBeLessThan(65_536);
  expect(onset + voice.length).toBeGreaterThan(65_536);
  voice.forEach((value, index) => {
    expect(sample(bytes, MONO16, onset + index)).toBeCloseTo(value * gainOf(-6) * 0x7fff, -0.5);
  });
});

test('an empty program is a file of its tail only', () => {
  const bytes = Buffer.concat([...wavChunks(program([]), { bits: 24, layout: 'mono' })]);
  const data = Math.ceil(LONGEST_VOICE * SAMPLE_RATE) * 3;
  expect(bytes.readUInt32LE(40)).toBe(data);
  expect(bytes).toHaveLength(44 + data + (data % 2));
});

test('levels stay within their limits and a broken one is the low start', () => {
  expect(gainOf(-20)).toBeCloseTo(0.1, 12);
  expect(gainOf(40)).toBe(gainOf(LEVEL_RANGE.highest));
  expect(gainOf(Number.NaN)).toBe(gainOf(LEVEL_RANGE.start));
  expect(gainOf(LEVEL_RANGE.start)).toBeLessThan(0.05);
});

test('the kinds of click differ, begin at their peak and never reach full scale', () => {
  const peaks = Object.values(VOICES).map((voice) => {
    const samples = renderVoice(voice, SAMPLE_RATE);
    const peak = Math.max(...samples.map(Math.abs));
    expect(peak).toBe(Math.abs(samples[0]!));
    return peak;
  });
  expect(Math.max(...peaks)).toBeLessThan(1);
  expect(new Set(Object.values(VOICES).map(({ pitch }) => pitch)).size).toBe(4);
});
