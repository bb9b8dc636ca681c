import 'server-only';
import { spawn } from 'node:child_process';
import { SAMPLE_RATE } from '@/core/files/wav';
import type { FullClickSettings } from '@/core/music/click';
import { treat } from '@/core/playing/speech';

export type VoiceName = FullClickSettings['voice'];

const VOICES: Readonly<Record<VoiceName, string>> = { british: 'en-gb', american: 'en-us' };
/** Words a minute: brisk, since there is little room between two bars; for a fast count faster still. */
const PACE = { plain: 185, short: 340 } as const;
/** A program that has not answered by then is given up, in milliseconds. */
const PATIENCE = 10_000;

/**
 * Words spoken by `espeak-ng`, ready to be heard beside a click.
 *
 * @returns samples at 48 kHz; nothing where the program is missing or fails
 */
export const record = async (
  voice: VoiceName,
  words: string,
  take: keyof typeof PACE,
): Promise<Float32Array | undefined> => {
  const pace = String(PACE[take]);
  const wave = await run(['-v', VOICES[voice], '-s', pace, '--stdin', '--stdout'], words);
  const sound = wave && readWave(wave);
  return sound && treat(sound.samples, sound.rate, SAMPLE_RATE);
};

let found: Promise<boolean> | undefined;

/** Whether this machine can speak. */
export const hasVoice = (): Promise<boolean> => {
  found ??= run(['--version'], '').then((answer) => answer !== undefined);
  return found;
};

const run = (options: readonly string[], input: string): Promise<Buffer | undefined> =>
  new Promise((resolve) => {
    // Switched off by whoever runs the server.
    if (process.env.EBRANT_VOICES === 'no') return resolve(undefined);
    const program = spawn('espeak-ng', options, {
      stdio: ['pipe', 'pipe', 'ignore'],
      // It needs to be found, and nothing else of ours.
      env: { PATH: process.env.PATH, NODE_ENV: process.env.NODE_ENV },
      timeout: PATIENCE,
    });
    const chunks: Buffer[] = [];
    program.stdout.on('data', (chunk: Buffer) => chunks.push(chunk));
    program.on('error', () => resolve(undefined));
    program.on('close', (code) => resolve(code === 0 ? Buffer.concat(chunks) : undefined));
    program.stdin.on('error', () => undefined);
    program.stdin.end(input);
  });

/** What the program writes: 16 bits, one channel, with sizes that it does not know yet. */
const readWave = (wave: Buffer): { rate: number; samples: Float32Array } | undefined => {
  const data = wave.indexOf('data', 12, 'latin1');
  if (data < 0 || wave.toString('latin1', 0, 4) !== 'RIFF') return undefined;
  const start = data + 8;
  const length = Math.floor((wave.length - start) / 2);
  const samples = Float32Array.from(
    { length },
    (_, index) => wave.readInt16LE(start + 2 * index) / 32_768,
  );
  return { rate: wave.readUInt32LE(24), samples };
};
