import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { mulberry } from '@/core/base/random';
import { beatsOf, firstBeatsOf, onsetsOf, periodsOf, spectrumOf } from '@/core/listening';
import { found } from '@/core/listening/testing';
import { median, quantile, type Row, table } from './measure';

/**
 * How well beats are found in recordings: the MIDI files that published packages carry, played by fluidsynth
 * (Debian, with timgm6mb-soundfont), whose beats midicsv tells. `npx tsx bench/listening.ts [odd|even]`. The
 * few numbers of the code were chosen on files of this kind, these among them.
 */

const FOLDER = 'node_modules/.cache/real-files';
const SOUNDS = '/usr/share/sounds/sf2/TimGM6mb.sf2';
const RATE = 24_000;
const LONGEST = 150;
/** A file whose notes lie beside its own grid says nothing of its beats. */
const ON_GRID = 0.75;

type Truth = {
  readonly beats: readonly number[];
  readonly bars: readonly number[];
  /** Where the meter stays. */
  readonly inBar: number | undefined;
};

const truthOf = (file: string): Truth | undefined => {
  const csv = execFileSync('midicsv', [file], { encoding: 'latin1', maxBuffer: 1e9 });
  const rows = csv.split('\n').map((line) => line.split(', '));
  const all = (kind: string) => rows.filter(([, , type]) => type === kind);
  const division = Number(rows[0]![5]);
  const notes = all('Note_on_c')
    .filter(([, , , , , velocity]) => Number(velocity) > 0)
    .map(([, ticks]) => Number(ticks));
  const beside = (ticks: number, grid: number) =>
    Math.min(ticks % grid, grid - (ticks % grid)) < division / 40;
  const onGrid = notes.filter((at) => beside(at, division / 4) || beside(at, division / 3)).length;
  if (onGrid < ON_GRID * notes.length) return undefined;
  const tempos = all('Tempo').map(([, ticks, , micro]) => [Number(ticks), Number(micro)] as const);
  tempos.sort((a, b) => a[0] - b[0]);
  const timeAt = (ticks: number): number => {
    let [time, at, micro] = [0, 0, 500_000];
    for (const [from, next] of tempos) {
      if (from >= ticks) break;
      time += (from - at) * micro;
      [at, micro] = [from, next];
    }
    return (time + (ticks - at) * micro) / division / 1e6;
  };
  const meters = all('Time_signature').map(
    ([, ticks, , numerator, power]) =>
      [Number(ticks), Number(numerator), 2 ** Number(power)] as const,
  );
  const [first, last] = [
    notes.reduce((a, b) => Math.min(a, b)),
    notes.reduce((a, b) => Math.max(a, b)),
  ];
  const [beats, bars, counts]: [number[], number[], Set<number>] = [[], [], new Set()];
  for (let at = 0; at <= last; ) {
    const [, numerator, denominator] = meters.findLast(([ticks]) => ticks <= at + division / 8) ?? [
      0, 4, 4,
    ];
    const compound = denominator === 8 && numerator % 3 === 0 && numerator > 3;
    const count = compound ? numerator / 3 : numerator;
    counts.add(count);
    bars.push(timeAt(at));
    const beat = ((4 * division) / denominator) * (compound ? 3 : 1);
    for (let index = 0; index < count; index++) beats.push(timeAt(at + index * beat));
    at += count * beat;
  }
  const within = (time: number) =>
    time >= timeAt(first) - 0.05 && time < Math.min(LONGEST - 1, timeAt(last));
  return {
    beats: beats.filter(within),
    bars: bars.filter(within),
    inBar: counts.size === 1 ? [...counts][0] : undefined,
  };
};

const rendered = (file: string, folder: string): Float32Array => {
  const raw = join(folder, 'song.raw');
  execFileSync(
    'fluidsynth',
    ['-ni', '-g', '0.6', '-r', String(RATE), '-T', 'raw', '-F', raw, SOUNDS, file],
    {
      stdio: 'ignore',
    },
  );
  const bytes = readFileSync(raw);
  const stereo = new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length >> 1);
  const length = Math.min(stereo.length >> 1, LONGEST * RATE);
  return Float32Array.from({ length }, (_, at) => (stereo[2 * at]! + stereo[2 * at + 1]!) / 65_536);
};

/** Half, twice, thirds of a row of beats: all levels at which somebody might tap. */
const levels = (beats: readonly number[]): (readonly number[])[] => [
  beats,
  ...[0, 1].map((from) => beats.filter((_, index) => index % 2 === from)),
  ...[0, 1, 2].map((from) => beats.filter((_, index) => index % 3 === from)),
  beats.flatMap((time, index) => [time, (time + (beats[index + 1] ?? time)) / 2]),
];

const worstStretch = (heard: readonly number[], beats: readonly number[]): number => {
  let worst = 1;
  for (let from = beats[0]!; from + 30 <= beats.at(-1)!; from += 5) {
    const inside = (time: number) => time >= from && time < from + 30;
    worst = Math.min(worst, found(heard.filter(inside), beats.filter(inside)));
  }
  return worst;
};

const FIGURES = [
  'untapped',
  'any level',
  'eight taps',
  'within 25 ms',
  'worst 30 s',
  'first beats',
] as const;
const WANTED = ['0.82', '0.90', '0.93', '0.93', '0.88', '0.95'];

const measure = (file: string, folder: string): (number | undefined)[] | undefined => {
  const truth = truthOf(file);
  if (!truth || truth.beats.length < 32) return undefined;
  const { beats, bars, inBar } = truth;
  const onsets = onsetsOf(spectrumOf(rendered(file, folder), RATE)!);
  const within = (time: number) => time >= beats[0]! - 0.07 && time <= beats.at(-1)! + 0.07;
  const random = mulberry(1);
  const from = Math.floor(beats.length * 0.3);
  const taps = beats.slice(from, from + 8).map((time) => time + (random() - 0.5) * 0.06);
  const alone = beatsOf(onsets, periodsOf(onsets.all))
    .map(({ time }) => time)
    .filter(within);
  const tapped = beatsOf(onsets, periodsOf(onsets.all, { taps }), { taps });
  const times = tapped.map(({ time }) => time).filter(within);
  const said = bars.find((time) => time >= beats[from]! - 0.01);
  const first =
    inBar && said !== undefined
      ? firstBeatsOf(tapped, onsets, inBar, [said])
          .map((index) => tapped[index]!.time)
          .filter(within)
      : undefined;
  return [
    found(alone, beats),
    Math.max(...levels(alone).map((one) => found(one, beats))),
    found(times, beats),
    found(times, beats, 0.025),
    worstStretch(times, beats),
    first && found(first, bars),
  ];
};

const half = process.argv[2] ?? 'odd';
execFileSync('bin/fetch-real-files');
const folder = mkdtempSync(join(tmpdir(), 'ebrant-listening-'));
const files = readdirSync(FOLDER, { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.mid$/i.test(file) && !/Bad|Format2/.test(file))
  .sort()
  .filter((_, index) => (index % 2 === 1) === (half === 'odd'));
const all = files.flatMap((file) => {
  const figures = measure(join(FOLDER, file), folder);
  return figures ? [figures] : [];
});
rmSync(folder, { recursive: true });
console.log(
  table(
    FIGURES.map((what, column): Row => {
      const values = all.map((row) => row[column]).filter((value) => value !== undefined);
      const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
      const low = values.filter((value) => value < 0.85).length;
      const remark = `median ${median(values).toFixed(3)}, a tenth below ${quantile(values, 0.1).toFixed(3)}, ${low} of ${values.length} below 0.85`;
      return [`beats, ${half} files: ${what} (F)`, mean.toFixed(3), WANTED[column]!, remark];
    }),
  ),
);
