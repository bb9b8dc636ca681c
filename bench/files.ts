import { spawnSync } from 'node:child_process';
import { openSong } from '@/core/files/imports';
import { exportMidi, writeMidi } from '@/core/files/midi';
import { type Utterance, wavChunks } from '@/core/files/wav';
import { NO_OVERRIDES } from '@/core/music/click';
import { announcements, guessedLength, placeSpeech } from '@/core/playing/speech';
import { program, soloProgram } from '@/core/song/set';
import { compile } from '@/core/song/timeline';
import { roadMapOf } from '@/core/testing';
import { record } from '@/server/speech/espeak';
import { milliseconds, type Row, time } from './measure';

const MUTATED = Number(process.env.EBRANT_MUTATED ?? 10_000);

/**
 * What files cost, out and in, and what damaged ones do.
 *
 * @param sox what an hour of tone takes it, in ms
 */
export const measureFiles = async (sox: number): Promise<Row[]> => [
  await withVoice(sox),
  threeHours(),
  largeMidi(),
  ...damaged(),
];

/** An hour with a name spoken every other minute. */
const withVoice = async (sox: number): Promise<Row> => {
  const map = roadMapOf(
    Array.from({ length: 30 }, (_, index) => ({ name: `Verse ${index + 1}`, bars: 60 })),
    { countIn: 0 },
  );
  const hour = soloProgram('Hour', compile({ ...map, click: { ...NO_OVERRIDES, sayNames: true } }));
  const { spoken } = placeSpeech(announcements(hour), guessedLength);
  const begun = performance.now();
  const voice: Utterance[] = [];
  for (const { at, text, voice: who, take, level, pan } of spoken) {
    const samples = await record(who, text, take);
    if (samples) voice.push({ at, text, samples, level, pan });
  }
  const recording = performance.now() - begun;
  const rendering = time(() => {
    for (const _ of wavChunks(hour, { bits: 16, layout: 'mono' }, { click: true, voice }));
  }, 3);
  return [
    'WAV of an hour with voice against a tone by sox',
    `1/${(sox / rendering).toFixed(0)}`,
    'at most 1/5',
    `${milliseconds(rendering)}, ${voice.length} lines recorded once in ${milliseconds(recording)}`,
  ];
};

const threeHours = (): Row => {
  const song = compile(roadMapOf(Array.from({ length: 9 }, () => ({ bars: 10 }))));
  const set = program(
    Array.from({ length: 60 }, (_, index) => ({
      title: `Song ${index}`,
      timeline: song,
      gap: { kind: 'seconds', seconds: 8 },
    })),
  );
  const took = time(() => writeMidi(exportMidi('Evening', set)), 10);
  const hours = (set.seconds / 3600).toFixed(1);
  return ['MIDI of an evening', milliseconds(took), 'under 100 ms', `${hours} h in 60 songs`];
};

/** Four tracks of drums without a groove that repeats: a million and a quarter of events. */
const largeMidi = (): Row => {
  const tracks = Array.from({ length: 4 }, (_, track) => ({
    events: Array.from({ length: 312_000 }, (__, index) => {
      const stroke = index >> 1;
      return {
        ticks: stroke * 64 + (index % 2) * 30,
        event: {
          type: index % 2 === 0 ? ('note-on' as const) : ('note-off' as const),
          channel: 9,
          key: [36, 42, 38, 42][(stroke + track) % 4]!,
          velocity: index % 2 === 0 ? 30 + ((stroke * stroke) % 97) : 0,
        },
      };
    }),
    end: 10_000_000,
  }));
  const bytes = writeMidi({ format: 1, division: 960, tracks });
  const took = time(() => {
    const read = openSong(bytes, 'large', 0.005);
    if (!read.ok) throw new Error(read.problem.message);
  }, 5);
  const size = (bytes.length / 1e6).toFixed(1);
  return ['opening a large MIDI file', milliseconds(took), 'under 1 s', `${size} MB`];
};

/** In processes of their own with 256 MB and not a byte more. */
const damaged = (): Row[] =>
  ['MIDI', 'MusicXML', 'packed MusicXML', 'JSON', 'text'].map((kind): Row => {
    const { stdout, status } = spawnSync(
      'npx',
      ['tsx', '--conditions=react-server', 'bench/damaged.ts', kind, String(MUTATED)],
      { encoding: 'utf8', env: { ...process.env, NODE_OPTIONS: '--max-old-space-size=256' } },
    );
    const [slowest = '?', read = '?'] = stdout.trim().split(' ');
    return [
      `${MUTATED} damaged files of ${kind}`,
      status === 0 ? `slowest ${milliseconds(Number(slowest))}` : 'a crash',
      'under 2 s, no crash',
      `${read} read, the others refused; in a process of 256 MB`,
    ];
  });
