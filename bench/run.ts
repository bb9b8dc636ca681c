/**
 * Speed and size, printed as a table. Times are compared with something in the same run wherever
 * there is something to compare with. `bin/bench` prepares what this needs.
 */
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { exportMidi, writeMidi } from '@/core/files/midi';
import { wavChunks } from '@/core/files/wav';
import { engrave } from '@/core/music/engrave';
import {
  columnsOf,
  figuresOf,
  loadsOf,
  newPattern,
  stick,
  strainsOf,
  written,
} from '@/core/music/kit';
import { perform } from '@/core/playing/performance';
import { formOf, unroll } from '@/core/song/roadmap';
import { program, soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapOf } from '@/core/testing';
import { readPasted } from '@/core/text/paste';
import { samples } from '@/core/text/paste/corpus';
import { parseShorthand, printShorthand } from '@/core/text/shorthand';
import { SALTREACH_SONGS } from '@/server/demo/songs';
import { measureBrowser } from './browser';
import { measureFiles } from './files';
import { measureHistory } from './history';
import { measureLoad } from './load';
import { median, milliseconds, type Row, table, time } from './measure';

const song = (bars: number) =>
  roadMapOf(
    Array.from({ length: bars / 10 }, (_, index) => ({
      bars: 10,
      tempo:
        index % 3 === 0
          ? ({ kind: 'held', perMinute: 100 + (index % 40), unit: 'quarter' } as const)
          : null,
    })),
  );

const timelines = (): Row[] => {
  const three = Array.from({ length: 60 }, () =>
    roadMapOf(Array.from({ length: 9 }, () => ({ bars: 10 }))),
  );
  const evening = time(
    () =>
      program(
        three.map((map) => ({
          title: '',
          timeline: compile(map),
          gap: { kind: 'seconds', seconds: 8 },
        })),
      ),
    15,
  );
  const length = program(
    three.map((map) => ({
      title: '',
      timeline: compile(map),
      gap: { kind: 'seconds', seconds: 8 },
    })),
  ).seconds;
  const one = time(() => compile(song(300)), 60);
  const small = time(() => compile(song(2000)), 20);
  const large = time(() => compile(song(20_000)), 10);
  return [
    [
      'timeline of 60 songs',
      milliseconds(evening),
      'under 50 ms',
      `${(length / 3600).toFixed(1)} h of music`,
    ],
    ['timeline of a 300-bar song', milliseconds(one), 'under 2 ms', ''],
    [
      '20,000 bars against 2,000',
      `${(large / small).toFixed(1)} times`,
      'about 10 times',
      milliseconds(large),
    ],
  ];
};

const forms = (): Row[] => {
  const form = formOf(song(20_000));
  const unrolled = time(() => unroll(form), 20);
  const lines = samples('first').flatMap(({ text }) => text.split('\n'));
  const pasted = Array.from({ length: 500 }, (_, index) => lines[index % lines.length]).join('\n');
  const read = time(() => readPasted(pasted), 10);
  const longest = SALTREACH_SONGS.flatMap(({ arrangements }) => arrangements.map(([, map]) => map));
  const text = longest.map(printShorthand);
  const typed = time(() => text.map((one) => parseShorthand(one, () => randomUUID())), 10);
  return [
    [
      'unrolling 20,000 bars',
      milliseconds(unrolled),
      'under 30 ms',
      `${unroll(form).length} passes`,
    ],
    ['500 pasted lines', milliseconds(read), 'under 100 ms', 'of the first lot of messages'],
    ['short-hand of a demo song', milliseconds(typed / text.length), '', `mean of ${text.length}`],
  ];
};

/** A pattern of eight bars of sixteenths on every limb. */
const patterns = (): Row[] => {
  const text = Array.from({ length: 8 }, () => 'hh 16ths, sn >2 (2a) >4, bd 1 2& 3 3a').join(' | ');
  const blank = { ...newPattern('p', { numerator: 4, denominator: 4 }), order: 'a0' };
  const eight = { ...blank, ...written(text, blank) };
  const sums = time(() => {
    const handed = stick(eight);
    columnsOf(eight);
    loadsOf(eight, handed, 1e-5);
    figuresOf(eight, handed, 1e-5);
    strainsOf(eight, handed, 1e-5, false);
  }, 200);
  const map = SALTREACH_SONGS.find(({ title }) => title === 'Nine Mile Ferry')!.arrangements[0]![1];
  const timeline = compile(map);
  const performed = time(() => perform(map, timeline), 50);
  return [
    ['arithmetic of an eight-bar pattern', milliseconds(sums), 'under 1 ms', ''],
    ['its signs, before drawing', milliseconds(time(() => engrave(eight), 100)), '', ''],
    [
      'every stroke of a demo song',
      milliseconds(performed),
      '',
      `${perform(map, timeline).length} strokes, ${(performed / time(() => compile(map), 50)).toFixed(0)} times its timeline`,
    ],
  ];
};

const hour = () => soloProgram('Hour', compile(roadMapOf([{ bars: 1800 }], { countIn: 0 })));

const files = async (): Promise<Row[]> => {
  const an = hour();
  const wav = median(
    [1, 2, 3].map(() =>
      time(() => {
        for (const _ of wavChunks(an, { bits: 16, layout: 'mono' }));
      }, 1),
    ),
  );
  const sox = time(
    () =>
      spawnSync('sox', [
        '-n',
        '-r',
        '48000',
        '-c',
        '1',
        '-b',
        '16',
        '-t',
        'wav',
        '/dev/null',
        'synth',
        '3600',
        'sine',
        '440',
      ]),
    1,
  );
  const demo = program(
    SALTREACH_SONGS.map(({ title, arrangements }) => ({
      title,
      timeline: compile(arrangements[0]![1]),
      gap: { kind: 'seconds', seconds: 5 },
    })),
  );
  const midi = time(() => writeMidi(exportMidi('Demo', demo)), 20);
  return [
    [
      'WAV of an hour against a tone by sox',
      `1/${(sox / wav).toFixed(0)}`,
      'at most 1/10',
      `${milliseconds(wav)} against ${milliseconds(sox)}`,
    ],
    [
      'memory while streaming that hour',
      `${streamingMemory()} MB`,
      'under 64 MB',
      'peak over idle, in a process of its own',
    ],
    [
      'MIDI of all demo songs',
      milliseconds(midi),
      '',
      `${Math.round(demo.seconds / 60)} min of music`,
    ],
    ...(await measureFiles(sox)),
    ...measureHistory(),
  ];
};

/** Peak resident memory of a process that renders an hour, less that of one that renders a second. */
const streamingMemory = (): number => {
  const peak = (bars: number) =>
    Number(spawnSync('npx', ['tsx', 'bench/stream.ts', String(bars)], { encoding: 'utf8' }).stdout);
  return Math.round(peak(1800) - peak(1));
};

const rows = [
  ...timelines(),
  ...forms(),
  ...patterns(),
  ...(await files()),
  ...(await measureLoad(process.env.EBRANT_URL, process.env.DATABASE_OWNER_URL)),
  ...(await measureBrowser(process.env.EBRANT_URL)),
];
console.log(table(rows));
