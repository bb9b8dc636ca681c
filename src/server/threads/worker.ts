import { parentPort } from 'node:worker_threads';
import type { Result } from '@/core/base/result';
import { type BandFile, readBandFile } from '@/core/files/sheet';
import { type Job, type MadeFile, makeFile } from '../files/job';
import type { Line } from '../files/voice';
import { readyWave } from '../speech/wave';

/**
 * What a thread does, so that seconds of arithmetic hold up nobody: what it is told and what it answers
 * are below. Chunks are sent one by one as they are asked for.
 */
export type ToWorker =
  | { readonly kind: 'job'; readonly job: Job }
  | { readonly kind: 'spoken'; readonly sounds: readonly (Float32Array | undefined)[] }
  | { readonly kind: 'next' }
  /** A band's file is read, which costs as much. */
  | { readonly kind: 'read'; readonly text: string }
  /** What was spoken is made ready. */
  | { readonly kind: 'ready'; readonly wave: Uint8Array };

export type FromWorker =
  | { readonly kind: 'speak'; readonly lines: readonly Line[] }
  | ({ readonly kind: 'made' } & Omit<MadeFile, 'body'>)
  | { readonly kind: 'chunk'; readonly chunk: Uint8Array }
  | { readonly kind: 'done' }
  | { readonly kind: 'read'; readonly result: Result<BandFile> }
  | { readonly kind: 'readied'; readonly samples: Float32Array | undefined }
  | { readonly kind: 'failed'; readonly message: string };

const port = parentPort;
const tell = (message: FromWorker) => port?.postMessage(message);

/** Spoken words are asked for and waited for one batch at a time. */
const waiting: ((sounds: readonly (Float32Array | undefined)[]) => void)[] = [];
let reader: ReadableStreamDefaultReader<Uint8Array> | undefined;

const begin = async (job: Job) => {
  const { body, ...made } = await makeFile(
    job,
    (lines) =>
      new Promise((resolve) => {
        waiting.push(resolve);
        tell({ kind: 'speak', lines });
      }),
  );
  reader = body.getReader();
  tell({ kind: 'made', ...made });
};

const next = async () => {
  const { value, done } = (await reader?.read()) ?? { done: true, value: undefined };
  tell(done || !value ? { kind: 'done' } : { kind: 'chunk', chunk: value });
};

const failed = (error: unknown) =>
  tell({ kind: 'failed', message: error instanceof Error ? (error.stack ?? '') : String(error) });

port?.on('message', (message: ToWorker) => {
  if (message.kind === 'job') begin(message.job).catch(failed);
  else if (message.kind === 'next') next().catch(failed);
  else if (message.kind === 'read') tell({ kind: 'read', result: readBandFile(message.text) });
  else if (message.kind === 'ready') tell({ kind: 'readied', samples: readyWave(message.wave) });
  else waiting.shift()?.(message.sounds);
});
