import {
  CLICK_KINDS,
  gainOf,
  LEVEL_RANGE,
  LONGEST_CLICK,
  NO_OVERRIDES,
  renderClick,
  SOUND_NAMES,
  TIMBRES,
} from '../../music/click';
import { USUAL_LAYOUT } from '../../music/kit';
import { drumsOf } from '../../playing/sound';
import { program, soloProgram } from '../../song/set';
import { compile } from '../../song/timeline';
import { quarter, roadMapOf } from '../../testing';
import { parseShorthand } from '../../text/shorthand';
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
    const frame = onsetFrame(timeline.countIn.seconds + seconds);
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
  expect(wavFrames(song)).toBe(Math.ceil((4 + LONGEST_CLICK) * SAMPLE_RATE));
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
  const chunks = [...wavChunks(song, MONO16)].slice(1, -1);
  const onsets = onsetsIn(chunks);
  expect(onsets).toHaveLength(timeline.clicks.length);
  const worst = onsets.reduce(
    (most, onset, index) =>
      Math.max(
        most,
        Math.abs(
          onset - (timeline.clicks[index]!.seconds + timeline.countIn.seconds) * SAMPLE_RATE,
        ),
      ),
    0,
  );
  expect(timeline.seconds).toBeGreaterThan(10_600);
  expect(worst).toBeLessThan(1);
});

test('clicks that ring into one another are added and limited, never wrapped', () => {
  const dense = roadMapOf([{ bars: 2, tempo: { kind: 'held', perMinute: 400, unit: 'whole' } }]);
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
  const voice = renderClick('block', 'pulse', SAMPLE_RATE);
  const onset = onsetFrame(timeline.clicks[3]!.seconds);
  expect(onset).toBeLessThan(65_536);
  expect(onset + voice.length).toBeGreaterThan(65_536);
  voice.forEach((value, index) => {
    expect(sample(bytes, MONO16, onset + index)).toBeCloseTo(value * gainOf(-10) * 0x7fff, -0.5);
  });
});

test('an empty program is a file of its tail only', () => {
  const bytes = Buffer.concat([...wavChunks(program([]), { bits: 24, layout: 'mono' })]);
  const data = Math.ceil(LONGEST_CLICK * SAMPLE_RATE) * 3;
  expect(bytes.readUInt32LE(40)).toBe(data);
  expect(bytes).toHaveLength(44 + data + (data % 2));
});

test('levels stay within their limits and a broken one is the low start', () => {
  expect(gainOf(-20)).toBeCloseTo(0.1, 12);
  expect(gainOf(40)).toBe(gainOf(LEVEL_RANGE.highest));
  expect(gainOf(Number.NaN)).toBe(gainOf(LEVEL_RANGE.start));
  expect(gainOf(LEVEL_RANGE.start)).toBeLessThan(0.05);
});

test('every click of every kind begins at its peak, dies away and never reaches full scale', () => {
  for (const name of SOUND_NAMES) {
    for (const kind of CLICK_KINDS) {
      const samples = renderClick(name, kind, SAMPLE_RATE);
      const peak = Math.max(...samples.map(Math.abs));
      expect(peak).toBeCloseTo(Math.abs(samples[0]!), 6);
      expect(peak).toBeLessThan(0.81);
      expect(Math.abs(samples.at(-1)!)).toBeLessThan(0.001);
    }
  }
});

test('no two of the eight sounds have both their pitch and their length in common', () => {
  const timbres = Object.values(TIMBRES);
  expect(timbres).toHaveLength(8);
  for (const one of timbres) {
    for (const other of timbres) {
      if (one === other) continue;
      const pitch = Math.abs(Math.log2(one.pitch / other.pitch));
      const decay = Math.abs(Math.log2(one.decay / other.decay));
      expect(pitch + decay + 4 * Math.abs(one.noise - other.noise)).toBeGreaterThan(1);
    }
  }
});

// Multimedia Programming Interface and Data Specifications 1.0 (IBM and Microsoft, 1991).
test('sections are marked behind the samples: their frame, and their name in UTF-8', () => {
  const map = roadMapOf([
    { bars: 2, name: 'Verse' },
    { bars: 3, name: 'Été', tempo: quarter(91), times: 2 },
  ]);
  const { bytes, timeline, song } = render(map, MONO16);
  expect(bytes).toHaveLength(wavBytes(song, MONO16));
  expect(bytes.readUInt32LE(4)).toBe(bytes.length - 8);
  const cue = bytes.indexOf('cue ', 44 + 2 * wavFrames(song));
  const frames = Array.from({ length: bytes.readUInt32LE(cue + 8) }, (_, index) =>
    bytes.readUInt32LE(cue + 12 + 24 * index + 20),
  );
  const starts = timeline.passages.map(
    ({ startSeconds }) => startSeconds + timeline.countIn.seconds,
  );
  expect(frames).toEqual([0, ...starts.map(onsetFrame)]);
  const list = bytes.subarray(cue + 8 + bytes.readUInt32LE(cue + 4));
  expect(list.toString('latin1', 0, 4) + list.toString('latin1', 8, 12)).toBe('LISTadtl');
  expect(list).toHaveLength(8 + list.readUInt32LE(4));
  const labels: string[] = [];
  for (let at = 12; at < list.length; ) {
    const size = list.readUInt32LE(at + 4);
    expect(list.readUInt32LE(at + 8)).toBe(labels.length + 1);
    labels.push(list.toString('utf8', at + 12, at + 8 + size - 1));
    at += 8 + size + (size % 2);
  }
  expect(labels).toEqual(['Song', 'Verse', 'Été 1/2', 'Été 2/2']);
});

test('in stereo each kind of click is on its side, and the drums are opposite the click when split', () => {
  const left = { sound: 'beep', level: 0, pan: -1 } as const;
  const map = {
    ...roadMapOf([{ bars: 1 }], { countIn: 0 }),
    click: { ...NO_OVERRIDES, atBar: left, atPulse: { ...left, level: -6, pan: 1 } },
  };
  const format = { bits: 16, layout: 'stereo' } as const;
  const { bytes } = render(map, format);
  const at = (beat: number, channel: number) =>
    sample(bytes, format, onsetFrame(beat * 0.5), channel);
  expect([at(0, 0), at(0, 1)]).toEqual([Math.round(0.8 * gainOf(-6) * 0x7fff), 0]);
  expect([at(1, 0), at(1, 1)]).toEqual([0, Math.round(0.8 * gainOf(-12) * 0x7fff)]);
});

test('five levels are five loudnesses in the file, and a crescendo grows stroke by stroke', () => {
  const peaks = (sections: string) => {
    let count = 0;
    const text = `song 120, in 4/4, count 4\ngroove G = sn 1 2 3 4\n${sections}`;
    const { map } = parseShorthand(text, (where) => `${where}${++count}`);
    const song = soloProgram('Song', compile(map));
    const drums = drumsOf(song, [map], USUAL_LAYOUT);
    const format: WavFormat = { bits: 24, layout: 'mono' };
    const bytes = Buffer.concat([...wavChunks(song, format, { click: false, drums })]);
    return drums.map(({ at }) =>
      Math.max(
        ...Array.from({ length: 3000 }, (_, index) =>
          Math.abs(sample(bytes, format, onsetFrame(at) + index)),
        ),
      ),
    );
  };
  const levels = peaks(
    'A: 1, groove G, level 1\nB: 1, groove G, level 2\nC: 1, groove G, level 3\nD: 1, groove G, level 4\nE: 1, groove G, level 5',
  );
  const each = [0, 4, 8, 12, 16].map((first) => levels[first]!);
  for (let index = 1; index < each.length; index++)
    expect(each[index]! / each[index - 1]!).toBeGreaterThan(1.12);
  const growing = peaks('A: 2, groove G, level 1 > 5');
  for (let index = 1; index < growing.length; index++)
    expect(growing[index]!).toBeGreaterThan(growing[index - 1]!);
});
