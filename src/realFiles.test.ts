/**
 * Files of other programs, as published packages carry them (`bin/fetch-real-files`): when bars begin by our
 * own arithmetic and by programs that know nothing of it. A difference has to be said to the person who
 * opens the file.
 */
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { Midi } from '@tonejs/midi';
import { unzipSync } from 'fflate';
import { type Opened, openSong } from './core/files/imports';
import { type Independent, openIndependent, worstOf } from './core/files/musicxml/testing';
import { compile } from './core/song/timeline';

const FOLDER = 'node_modules/.cache/real-files';
const MILLISECOND = 0.001;

if (!existsSync(FOLDER)) execFileSync('bin/fetch-real-files');

const filesOf = (pattern: RegExp): string[] =>
  readdirSync(FOLDER, { recursive: true, encoding: 'utf8' })
    .filter((file) => pattern.test(file))
    .map((file) => `${FOLDER}/${file}`)
    .sort();

const open = (file: string) => openSong(new Uint8Array(readFileSync(file)), 'Song', 0.0005);

/** A file without its name, which is that of somebody’s piece. */
const hashOf = (file: string): string =>
  createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 8);

/** When bars begin, from the first on. */
const ours = ({ arrangements }: Opened): number[] => {
  const { bars } = compile(arrangements[0]!.map);
  return fromFirst(bars.map(({ startSeconds }) => startSeconds));
};
const fromFirst = (times: readonly number[]): number[] => times.map((time) => time - times[0]!);

describe('MIDI', () => {
  const files = filesOf(/\.mid$/i);

  /** Bars as the meters and the end of a file lay them out (midicsv), timed by @tonejs/midi (npm). */
  const independent = (file: string): number[] => {
    const csv = execFileSync('midicsv', [file], { encoding: 'latin1', maxBuffer: 1e9 });
    const rows = csv.split('\n').map((line) => line.split(', '));
    const all = (kind: string) => rows.filter(([, , type]) => type === kind);
    const division = Number(rows[0]![5]);
    const end = Math.max(...all('End_track').map(([, ticks]) => Number(ticks)));
    const meters = all('Time_signature')
      .map(([, ticks, , numerator, power]) => ({
        ticks: Number(ticks),
        bar: (Number(numerator) * 4 * division) / 2 ** Number(power),
      }))
      .sort((a, b) => a.ticks - b.ticks);
    const { header } = new Midi(readFileSync(file));
    const starts: number[] = [];
    const beside = division / 8;
    for (let at = 0; at < end - beside; ) {
      starts.push(header.ticksToSeconds(at));
      const bar = meters.findLast(({ ticks }) => ticks < at + beside)?.bar ?? 4 * division;
      const next = meters.find(({ ticks }) => ticks >= at + beside)?.ticks ?? end + bar;
      at += Math.min(bar, next <= at + bar - beside ? next - at : bar);
    }
    return fromFirst(starts);
  };

  test('there are files', () => expect(files.length).toBeGreaterThan(100));

  test.each(files.map((file) => [hashOf(file), file]))('%s', (_, file) => {
    const read = open(file!);
    // What its makers broke on purpose, and format 2, which has no one row of bars.
    const isBroken = /BadHeader|BadTrack|Format2/.test(file!);
    expect(read.ok).toBe(!isBroken);
    if (!read.ok) return;
    expect(worstOf(ours(read.value), independent(file!))).toBeLessThanOrEqual(MILLISECOND);
  });
});

describe('MusicXML', () => {
  /** Where the independent reader has a limit: notes without a type, hidden ones among them, are whole notes. */
  const EXCEPTIONS: readonly string[] = ['be8aacb7', '46cc8aa4', '40daf9c1'];

  const files = filesOf(/testdata.*\.(xml|mxl)$/i);
  let independent: Independent;
  beforeAll(async () => {
    independent = await openIndependent();
  });

  /** The text of a file for the independent reader, which counts a rest by its type and not its length. */
  const textOf = (file: string): string => {
    const packed = new Uint8Array(readFileSync(file));
    const bytes = /mxl$/i.test(file)
      ? Object.entries(unzipSync(packed)).find(([name]) => !name.startsWith('META-INF'))![1]
      : packed;
    const coding = bytes[0] === 0xfe ? 'utf-16be' : bytes[1] === 0xfe ? 'utf-16le' : 'utf-8';
    return new TextDecoder(coding)
      .decode(bytes)
      .replace(/^<\?xml[^>]*>/, '<?xml version="1.0" encoding="UTF-8"?>')
      .replace(/<note(?:(?!<\/note>)[\s\S])*<\/note>/g, (note) =>
        note.includes('<type>whole<') ? note.replace('<rest', '<rest measure="yes"') : note,
      );
  };

  test('there are files', () => expect(files.length).toBeGreaterThan(35));

  test.each(files.map((file) => [hashOf(file), file]))('%s', (hash, file) => {
    const read = open(file!);
    if (!read.ok) throw new Error(read.problem.message);
    const theirs = independent(textOf(file!));
    const pickup = read.value.arrangements[0]!.map.start.pickup > 0 ? 1 : 0;
    const off = worstOf(ours(read.value), fromFirst(theirs.slice(pickup)));
    expect(off > MILLISECOND).toBe(EXCEPTIONS.includes(hash!));
  });
});
