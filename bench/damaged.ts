/** Opens so many damaged files of a kind; says how long the slowest took and how many could be read. */
import { zipSync } from 'fflate';
import { openSong } from '@/core/imports';
import { exportMidi, writeMidi } from '@/core/midi';
import { chartAsMusicXml } from '@/core/musicxml';
import { mulberry } from '@/core/random';
import { soloProgram } from '@/core/set';
import { writeSongFile } from '@/core/sheet';
import { roadMapOf } from '@/core/testing';
import { compile } from '@/core/timeline';

const [, , kind = 'MIDI', count = '1000'] = process.argv;
const map = roadMapOf([
  { name: 'Verse', bars: 4 },
  { name: 'Out', bars: 2, times: 2, tempo: { kind: 'hold', perMinute: 96, unit: 'quarter' } },
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

const mutated = (file: Uint8Array, seed: number): Uint8Array => {
  const random = mulberry(seed);
  const copy = [...file];
  for (let change = 0; change < 1 + random() * 6; change++) {
    const at = Math.floor(random() * copy.length);
    const what = Math.floor(random() * 4);
    if (what === 0) copy[at] = Math.floor(random() * 256);
    else if (what === 1) copy.splice(at, 1 + Math.floor(random() * 20));
    else if (what === 2) copy.splice(at, 0, ...copy.slice(at, at + 20));
    else copy[at] = (copy[at] ?? 0) ^ (1 << Math.floor(random() * 8));
  }
  return new Uint8Array(copy);
};

const file = FILES[kind]!();
let [slowest, read] = [0, 0];
for (let seed = 0; seed < Number(count); seed++) {
  const damaged = mutated(file, seed);
  const begun = performance.now();
  const answer = openSong(damaged, 'x', 0.005);
  slowest = Math.max(slowest, performance.now() - begun);
  if (answer.ok) read++;
}
console.log(slowest.toFixed(1), read);
