import 'server-only';
import { spawn } from 'node:child_process';
import type { FullClickSettings } from '@/core/music/click';
import { createQueue } from '../database';
import { answerFigure } from '../running';
import { readied } from './readying';

export type VoiceName = FullClickSettings['voice'];

const VOICES: Readonly<Record<VoiceName, string>> = { british: 'en-gb', american: 'en-us' };
/** Words a minute: brisk, since there is little room between two bars; for a fast count faster still. */
const PACE = { plain: 185, short: 340 } as const;
/** Programs that speak at the same time in one process; others wait, and beyond that come back. */
const turns = createQueue({ atOnce: 2, waiting: 200, patience: 15_000 });
answerFigure('waitingForVoice', turns.waiting);
/** A program that has not answered by then is given up, in milliseconds. */
const PATIENCE = 10_000;

/**
 * Words spoken by `espeak-ng`, ready to be heard beside a click.
 *
 * @returns samples at 48 kHz; nothing where the program is missing or fails
 * @throws Refusal `unavailable` where too many words wait to be spoken
 */
export const record = async (
  voice: VoiceName,
  words: string,
  take: keyof typeof PACE,
): Promise<Float32Array | undefined> => {
  const pace = String(PACE[take]);
  const options = ['-v', VOICES[voice], '-s', pace, '--stdin', '--stdout'];
  const wave = await turns.run(() => run(options, words));
  return wave && readied(wave);
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
