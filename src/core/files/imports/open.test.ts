import { zipSync } from 'fflate';
import { soloProgram } from '../../song/set';
import { compile } from '../../song/timeline';
import { damaged, roadMapOf } from '../../testing';
import { exportMidi, writeMidi } from '../midi';
import { chartAsMusicXml } from '../musicxml';
import { writeSongFile } from '../sheet';
import { openSong } from './open';

const bytes = (text: string) => new TextEncoder().encode(text);
const open = (file: Uint8Array, name = 'From the band.mid') => openSong(file, name, 0.005);
const refused = (file: Uint8Array) => {
  const read = open(file);
  return read.ok ? 'read' : read.problem.message;
};

const map = roadMapOf([
  { name: 'Verse', bars: 8 },
  { name: 'Chorus', bars: 4, times: 2, tempo: { kind: 'held', perMinute: 100, unit: 'quarter' } },
]);
const midi = writeMidi(exportMidi('Song', soloProgram('Song', compile(map))));
const xml = chartAsMusicXml(map, 'Song');
const json = writeSongFile('Song', [{ name: 'As recorded', map }]);
const text = 'Verse 8\nChorus 4 x2\nOut 2';
const container =
  '<container><rootfiles><rootfile full-path="score.musicxml"/></rootfiles></container>';
const packed = zipSync({
  'META-INF/container.xml': bytes(container),
  'score.musicxml': bytes(xml),
});

test.each([
  ['MIDI', midi],
  ['MusicXML', bytes(xml)],
  ['packed MusicXML', packed],
  ['JSON', bytes(json)],
  ['text', bytes('Verse 8\nChorus 4\nChorus 4')],
])('%s is told by what is in it, whatever it is called', (_, file) => {
  const read = open(file, 'strange.name');
  if (!read.ok) throw new Error(read.problem.message);
  expect(compile(read.value.arrangements[0]!.map).bars).toHaveLength(16);
});

test('text in UTF-16 and in Windows’ Latin letters is read, the latter as a guess', () => {
  const utf16 = new Uint8Array(Buffer.from('\ufeffÉté 8', 'utf16le'));
  const latin = new Uint8Array(Buffer.from('\u00c9t\u00e9 8', 'latin1'));
  for (const file of [utf16, latin]) {
    const read = open(file);
    if (!read.ok) throw new Error(read.problem.message);
    expect(Object.values(read.value.arrangements[0]!.map.sections)[0]!.name).toBe('Été');
    expect(read.value.guessed.some((one) => /not UTF-8/.test(one))).toBe(file === latin);
  }
});

const META = [0, 0xff, 0x2f, 0];
const track = (...events: number[]) => [
  ...bytes('MTrk'),
  0,
  0,
  0,
  events.length + 4,
  ...events,
  ...META,
];
const smf = (format: number, division: [number, number], ...tracks: number[][]) =>
  new Uint8Array([
    ...bytes('MThd'),
    0,
    0,
    0,
    6,
    0,
    format,
    0,
    tracks.length,
    ...division,
    ...tracks.flat(),
  ]);

test.each<[string, Uint8Array, RegExp]>([
  ['nothing', new Uint8Array(0), /empty/],
  ['too much', new Uint8Array(10_000_001), /larger than 10 MB/],
  ['sound', bytes('RIFF....WAVE'), /as sound is/],
  ['a cut zip', packed.subarray(0, 200), /cannot be unpacked|no score/],
  ['a zip without a score', zipSync({ 'a.txt': bytes('a') }), /no score/],
  ['a cut MIDI file', midi.subarray(0, midi.length - 40), /cut short/],
  ['a MIDI file of format 2', smf(2, [3, 192], track()), /formats 0 and 1/],
  ['SMPTE time', smf(0, [0xe7, 40], track()), /ticks a quarter/],
  ['a tempo of nothing', smf(0, [3, 192], track(0, 0xff, 0x51, 3, 0, 0, 0)), /tempo or meter/],
  ['no length', smf(0, [3, 192], track()), /Nothing lasts/],
  ['prose', bytes('It was a dark and stormy night'), /No section|understood/],
  ['deep JSON', bytes('['.repeat(10_000)), /nested too deep/],
  ['a newer kind', bytes('{"format":"ebrant-opera"}'), /no song of Ebrant/],
])('%s is refused in a sentence', (_, file, sentence) => {
  expect(refused(file)).toMatch(sentence);
});

test('of a message about two songs the first is opened, under its title, and the other named', () => {
  const read = open(bytes('Granary (126)\nIntro 8\nVerse 16\n\nSail Loft, 3/4\nA 16\nB 16'));
  if (!read.ok) throw new Error(read.problem.message);
  expect(read.value).toMatchObject({ title: 'Granary', found: ['2 sections.'] });
  expect(read.value.guessed).toContainEqual(expect.stringMatching(/“Sail Loft” from line 5 on/));
});

test('a packed score may be in UTF-16, as XML allows', () => {
  const score = xml.replace('UTF-8', 'UTF-16');
  const wide = new Uint8Array(2 + score.length * 2);
  wide.set([0xff, 0xfe]);
  for (let at = 0; at < score.length; at++) {
    const code = score.charCodeAt(at);
    wide.set([code & 0xff, code >> 8], 2 + at * 2);
  }
  const read = open(
    zipSync({ 'META-INF/container.xml': bytes(container), 'score.musicxml': wide }),
  );
  expect(read).toMatchObject({ ok: true, value: { title: 'Song' } });
});

test('a zip that says it unpacks to gigabytes is not unpacked', () => {
  const bomb = zipSync({ 'score.xml': new Uint8Array(45_000_000) });
  expect(bomb.length).toBeLessThan(100_000);
  expect(refused(bomb)).toMatch(/more than 40 MB/);
});

test('a prototype in a file reaches nothing', () => {
  const hostile = json.replace('"title"', '"__proto__": {"polluted": true}, "title"');
  expect(open(bytes(hostile)).ok).toBe(true);
  expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
});

test.each([
  ['MIDI', midi],
  ['MusicXML', bytes(xml)],
  ['packed MusicXML', packed],
  ['JSON', bytes(json)],
  ['text', bytes(text)],
])('300 damaged files of %s are read or refused, never more', (_, file) => {
  for (let seed = 0; seed < 300; seed++) {
    const read = open(damaged(file, seed));
    if (read.ok) compile(read.value.arrangements[0]!.map);
    else expect(read.problem.message.length).toBeGreaterThan(10);
  }
});
