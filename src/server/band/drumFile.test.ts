import { onsetFrame, SAMPLE_RATE, type WavFormat, wavBytes, wavChunks } from '@/core/files/wav';
import { USUAL_LAYOUT } from '@/core/music/kit';
import { drumsOf } from '@/core/playing/sound';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapFrom } from '@/core/text/shorthand';
import { onsetsHeard } from '../testing/onsets';

const FORMAT: WavFormat = { bits: 16, layout: 'mono' };

const render = (text: string, content: { click: boolean }) => {
  const map = roadMapFrom(text);
  const song = soloProgram('Song', compile(map));
  const drums = drumsOf(song, [map], USUAL_LAYOUT);
  const whole = { ...content, drums };
  const bytes = Buffer.concat([...wavChunks(song, FORMAT, whole)]);
  expect(bytes).toHaveLength(wavBytes(song, FORMAT, whole));
  return { drums, bytes };
};

const sample = (bytes: Buffer, frame: number) => bytes.readInt16LE(44 + frame * 2);

/** Loudest sample from one time to another, in seconds. */
const peak = (bytes: Buffer, from: number, to: number): number => {
  let most = 0;
  for (let frame = onsetFrame(from); frame < onsetFrame(to); frame++)
    most = Math.max(most, Math.abs(sample(bytes, frame)));
  return most;
};

// aubio, an independent detector of onsets (Debian's aubio-tools).
test('an independent detector hears every stroke where it is written, through a ramp and swing', () => {
  const { drums, bytes } = render(
    `song 90, in 4/4, count 4
groove Slow = bd 1, sn 2 4, t1 3 3&
A: 2, groove Slow, feel swung eighths 2:1
B: 3, groove Slow, tempo 90 > 120`,
    { click: false },
  );
  const heard = onsetsHeard(bytes);
  expect(drums).toHaveLength(25);
  for (const { at } of drums) {
    const nearest = Math.min(...heard.map((time) => Math.abs(time - at)));
    // The detector looks at pieces of 512 samples, 11 ms.
    expect(nearest).toBeLessThan(0.012);
  }
  expect(heard.length).toBeLessThanOrEqual(drums.length + 2);
});

test('each stroke begins on its sample, after silence', () => {
  const { drums, bytes } = render(
    'song 137, in 4/4, count 4\ngroove G = sn 1 3:x\nA: 2, groove G',
    { click: false },
  );
  expect(drums).toHaveLength(4);
  for (const { at } of drums) {
    const frame = onsetFrame(at);
    expect(sample(bytes, frame - 1)).toBe(0);
    expect(peak(bytes, at, at + 0.005)).toBeGreaterThan(500);
    expect(Math.abs(frame - at * SAMPLE_RATE)).toBeLessThanOrEqual(0.5);
  }
});

test('a closed hat cuts the open one, a choke its crash', () => {
  const open = 'song 120, in 4/4, count 0\ngroove G = hh 1:o';
  const ringing = render(`${open}\nA: 1, groove G, level 5`, { click: false }).bytes;
  const cut = render(`${open} 1&\nA: 1, groove G, level 5`, { click: false }).bytes;
  expect(peak(ringing, 0.4, 0.5)).toBeGreaterThan(50);
  // The closed hat at 0.25 s has itself died away by then.
  expect(peak(cut, 0.4, 0.5)).toBe(0);
  const choked = render('song 120, in 4/4, count 0\ngroove G = cr 1:k\nA: 1, groove G', {
    click: false,
  }).bytes;
  expect(peak(choked, 0.3, 0.5)).toBe(0);
  expect(peak(choked, 0, 0.1)).toBeGreaterThan(500);
});

test('click and drums together are both there, and loud sections never wrap', () => {
  const text = `song 200, in 4/4, count 4
groove All = cr quarters, sn >1 >2 >3 >4, bd 16ths, t1 8ths
A: 2, groove All, level 5`;
  const both = render(text, { click: true }).bytes;
  const alone = render(text, { click: false }).bytes;
  expect(peak(both, 0, 0.1)).toBeGreaterThan(5000);
  expect(peak(alone, 0, 1.1)).toBe(0);
  let largest = 0;
  for (let frame = 1; frame < (both.length - 44) / 2; frame++)
    largest = Math.max(largest, Math.abs(sample(both, frame) - sample(both, frame - 1)));
  // A sum that wrapped would jump by nearly the whole range.
  expect(largest).toBeLessThan(0xc000);
});
