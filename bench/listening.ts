import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { mulberry } from '@/core/base/random';
import {
  type Beat,
  beatsOf,
  countedBars,
  firstBeatsOf,
  type Marked,
  onsetsOf,
  periodsOf,
  snapped,
  spectrumOf,
} from '@/core/listening';
import { found } from '@/core/listening/testing';
import { seconds, TICKS_PER_QUARTER, ticks } from '@/core/music/time';
import { bandPlays, type Played } from '@/core/playing/band';
import { tappedIn, tappedInBar } from '@/core/song/editing';
import type { RoadMap } from '@/core/song/roadmap';
import { compile, secondsAt, type Timeline } from '@/core/song/timeline';
import { LOFT_STREET_SONGS, SALTREACH_SONGS } from '@/server/demo/songs';
import { median, quantile, type Row, table } from './measure';

/**
 * How well beats are found in recordings, played by fluidsynth (Debian, with timgm6mb-soundfont): of the MIDI
 * files that published packages carry, whose beats midicsv tells (`odd` or `even`), and of the demo's songs as the
 * made-up band plays them, in drifting tempos, odd meters, swung, with breaks, stops, holds and noise (`generated`).
 * `npx tsx --conditions=react-server bench/listening.ts [odd|even|generated]`. The few numbers of the code
 * were chosen on files of the first kind, these among them.
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
  /** How many beats bars have; nothing where a bar has half a one. */
  readonly lengths: readonly number[] | undefined;
  /** Where sections begin and end, and how many bars they have, where that is known. */
  readonly sections: readonly (Marked & { readonly bars: number })[];
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
    lengths: [...counts],
    sections: [],
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
  'beats kept',
  'sections counted right or unsure',
] as const;
const WANTED = {
  real: ['0.82', '0.90', '0.93', '0.93', '0.88', '0.95', '', ''],
  generated: ['0.88', '0.95', '0.97', '0.93', '0.93', '0.95', '0.998', '1'],
} as const;

type Figures = readonly (number | undefined)[];

/** Marks are early or late by up to so much (s), as keys are. */
const MARKED = 0.15;

/** The share of sections whose bars are counted right, or said to be unsure; marks snap as they do on the page. */
const counted = (sections: Truth['sections'], beats: readonly Beat[]): number | undefined => {
  if (sections.length === 0) return undefined;
  const random = mulberry(5);
  const mark = (time: number) => snapped(time + (2 * random() - 1) * MARKED, beats).time;
  const right = sections.filter(({ bars, ...section }) => {
    const [one] = countedBars(beats, [
      { ...section, from: mark(section.from), to: mark(section.to) },
    ]);
    return !one || one.bars === bars || !one.isSure;
  });
  return right.length / sections.length;
};

const measure = ({ beats, bars, lengths, sections }: Truth, samples: Float32Array): Figures => {
  const onsets = onsetsOf(spectrumOf(samples, RATE)!);
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
    lengths && said !== undefined
      ? firstBeatsOf(tapped, onsets, lengths, [said])
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
    1 - Math.abs(times.length - beats.length) / beats.length,
    counted(sections, tapped),
  ];
};

const saying = (figures: Figures): string => figures.map((one) => one?.toFixed(2)).join(' ');

const measureFile = (file: string, folder: string): Figures[] => {
  const truth = truthOf(file);
  if (!truth || truth.beats.length < 32) return [];
  const figures = measure(truth, rendered(file, folder));
  console.error(`${file}, ${truth.lengths?.join()} in a bar: ${saying(figures)}`);
  return [figures];
};

const real = (half: string, folder: string): Figures[] => {
  execFileSync('bin/fetch-real-files');
  return readdirSync(FOLDER, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.mid$/i.test(file) && !/Bad|Format2/.test(file))
    .sort()
    .filter((_, index) => (index % 2 === 1) === (half === 'odd'))
    .flatMap((file) => measureFile(join(FOLDER, file), folder));
};

/** Seeds of the band, and how much noise there is behind it. */
const TAKES = [
  { seed: 101, speedsUp: 0, noise: 0 },
  { seed: 202, speedsUp: 0.05, noise: 0.003 },
] as const;
const DRIFT = 0.012;

const generated = (folder: string): Figures[] =>
  TAKES.flatMap(({ noise, ...take }) =>
    [...SALTREACH_SONGS, ...LOFT_STREET_SONGS].flatMap(({ title, arrangements }) => {
      const map = arrangements[0]![1];
      const timeline = compile(map);
      if (timeline.bars.length < 12) return [];
      const played = bandPlays(map, timeline, { ...take, drift: DRIFT });
      const file = join(folder, 'song.mid');
      writeFileSync(file, midiOf(played));
      const random = mulberry(take.seed);
      const samples = rendered(file, folder).map((value) => value + noise * (2 * random() - 1));
      const figures = measure(truthOfTake(map, timeline, played), samples);
      console.error(`${title}, ${take.seed}: ${saying(figures)}`);
      return [figures];
    }),
  );

const truthOfTake = (map: RoadMap, timeline: Timeline, { timeAt }: Played): Truth => {
  const tapped = tappedIn(map.start.meter);
  const { quarters } = tapped;
  const inBars = timeline.bars.map(({ meter }) => tappedInBar(meter, tapped));
  const within = (time: number) => time < LONGEST - 1;
  const timeOf = (at: number) => timeAt(secondsAt(timeline.tempo, ticks(at)));
  const length = quarters * TICKS_PER_QUARTER;
  const isEven = inBars.every(Number.isInteger);
  // Where a bar has half a beat, the beat goes on through the bar line.
  const beats = isEven
    ? timeline.bars.flatMap(({ startTicks }, index) =>
        Array.from({ length: inBars[index]! }, (_, beat) => timeOf(startTicks + beat * length)),
      )
    : Array.from({ length: Math.floor(timeline.ticks / length) }, (_, beat) =>
        timeOf(beat * length),
      );
  return {
    beats: beats.filter(within),
    bars: timeline.bars.map(({ startSeconds }) => timeAt(startSeconds)).filter(within),
    lengths: isEven ? [...new Set(inBars)] : undefined,
    sections: timeline.passages.flatMap(
      ({ startSeconds, seconds: lasts, bars, firstPlayed }, id) => {
        const [from, to] = [startSeconds, startSeconds + lasts].map((at) =>
          timeAt(seconds(at)),
        ) as [number, number];
        const beatsInBar = inBars[firstPlayed - 1]!;
        const isOne = inBars
          .slice(firstPlayed - 1, firstPlayed - 1 + bars)
          .every((inBar) => inBar === beatsInBar);
        return isOne && within(to) ? { id: String(id), from, to, beatsInBar, bars } : [];
      },
    ),
  };
};

/** Programs of General MIDI for the band, and its keys for the kit. */
const PROGRAMS = { bass: 33, lead: 65, chords: 25 } as const;
const CHANNELS = { bass: 0, lead: 1, chords: 2 } as const;
const KIT: Readonly<Record<string, number>> = {
  bass: 36,
  snare: 38,
  hihat: 42,
  'hihat open': 46,
  pedal: 44,
  ride: 51,
  crash: 49,
  tom1: 48,
  tom2: 45,
  floor: 43,
};
const A4 = 69;

/** A file whose ticks are milliseconds, since a player follows changes of tempo a little late: notes move instead. */
const midiOf = ({ strokes, notes }: Played): Uint8Array => {
  const events: (readonly [at: number, ...bytes: number[]])[] = Object.entries(CHANNELS).map(
    ([part, channel]) => [0, 0xc0 + channel, PROGRAMS[part as keyof typeof PROGRAMS]],
  );
  for (const { at, length, pitch, loud, instrument } of notes) {
    const channel = CHANNELS[instrument.part];
    events.push([at, 0x90 + channel, A4 + pitch, Math.round(40 + 250 * loud)]);
    events.push([at + Math.max(0.05, length - 0.01), 0x80 + channel, A4 + pitch, 0]);
  }
  for (const { sound, gain, at } of strokes) {
    const [voice, how] = sound.split(' ') as [string, string];
    const key = KIT[`${voice} ${how}`] ?? KIT[voice] ?? 37;
    events.push([at, 0x99, key, Math.max(1, Math.min(127, Math.round(110 * gain)))]);
  }
  events.sort((a, b) => a[0] - b[0]);
  let before = 0;
  const track = events.flatMap(([at, ...bytes]) => {
    const now = Math.max(before, Math.round(at * 1000));
    const late = now - before;
    before = now;
    const digits = [(late >> 14) & 127, (late >> 7) & 127, late & 127];
    const first = digits.findIndex((digit) => digit > 0);
    const written = digits.slice(first < 0 ? 2 : first);
    return [
      ...written.map((digit, index) => (index < written.length - 1 ? digit | 128 : digit)),
      ...bytes,
    ];
  });
  const body = [0, 0xff, 0x51, 3, 0x0f, 0x42, 0x40, ...track, 0, 0xff, 0x2f, 0];
  const length = (count: number) => [24, 16, 8, 0].map((shift) => (count >> shift) & 255);
  return Uint8Array.from([
    ...Buffer.from('MThd'),
    ...length(6),
    0,
    0,
    0,
    1,
    1000 >> 8,
    1000 & 255,
    ...Buffer.from('MTrk'),
    ...length(body.length),
    ...body,
  ]);
};

const which = process.argv[2] ?? 'odd';
const folder = mkdtempSync(join(tmpdir(), 'ebrant-listening-'));
const all = which === 'generated' ? generated(folder) : real(which, folder);
rmSync(folder, { recursive: true });
const wanted = which === 'generated' ? WANTED.generated : WANTED.real;
console.log(
  table(
    FIGURES.map((what, column): Row => {
      const values = all.map((row) => row[column]).filter((value) => value !== undefined);
      const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
      const low = values.filter((value) => value < 0.85).length;
      const remark = `median ${median(values).toFixed(3)}, a tenth below ${quantile(values, 0.1).toFixed(3)}, ${low} of ${values.length} below 0.85`;
      return [`beats, ${which}: ${what} (F)`, mean.toFixed(3), wanted[column]!, remark];
    }),
  ),
);
