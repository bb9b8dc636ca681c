/** Opens so many damaged files of a kind; says how long the slowest took and how many could be read. */
import { zipSync } from 'fflate';
import { openSong } from '@/core/files/imports';
import { exportMidi, writeMidi } from '@/core/files/midi';
import { chartAsMusicXml } from '@/core/files/musicxml';
import { writeSongFile } from '@/core/files/sheet';
import { soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { damaged, roadMapOf } from '@/core/testing';

const [, , kind = 'MIDI', count = '1000'] = process.argv;
const map = roadMapOf([
  { name: 'Verse', bars: 4 },
  { name: 'Out', bars: 2, times: 2, tempo: { kind: 'held', perMinute: 96, unit: 'quarter' } },
]);
const bytes = (text: string) => new TextEncoder().encode(text);
const xml = () => bytes(chartAsMusicXml(map, 'Song'));
const FILES: Readonly<Record<string, () => Uint8Array>> = {
  MIDI: () => writeMidi(exportMidi('Song', soloProgram('Song', compile(map)))),
  MusicXML: xml,
  'packed MusicXML': () => zipSync({ 'score.xml': xml() }),
  JSON: () => bytes(writeSongFile('Song', [{ name: 'As recorded', map }])),
  text: () => bytes('Intro - 8 bars drums only\nV1 16\nCH x2 (8)\nBridge 7\nout 4 w/ ritard'),
};

const file = FILES[kind]!();
let [slowest, read] = [0, 0];
for (let seed = 0; seed < Number(count); seed++) {
  const input = damaged(file, seed);
  const begun = performance.now();
  const answer = openSong(input, 'x', 0.005);
  slowest = Math.max(slowest, performance.now() - begun);
  if (answer.ok) read++;
}
console.log(slowest.toFixed(1), read);
