import 'server-only';
import path from 'node:path';
import type { Result } from '@/core/result';
import type { BandFile } from '@/core/sheet';
import { createQueue, type Within } from '../database';
import { speaker } from '../speech';
import type { Job, MadeFile } from './job';
import type { Speak } from './voice';
import type { FromWorker, ToWorker } from './worker';

/** Files that are made at the same time in one process; others wait, and beyond that come back. */
const turns = createQueue({ atOnce: 2, waiting: 24, patience: 60_000 });

/** As `npm run build` leaves it. */
const PROGRAM = path.join(process.cwd(), '.next/files-worker.cjs');

/** Not by import: the bundler would look for the program, which is built after it. */
const { Worker: Thread } = process.getBuiltinModule('node:worker_threads');

/** More than the largest set needs; beyond it the thread ends, and nothing else. */
const MOST_MEMORY_MB = 1500;

/**
 * Makes a file of a song or a set in a thread of its own. The turn lasts until the file has been read
 * to its end, or nobody reads it any more.
 *
 * @throws Refusal `unavailable` where too many files are being made
 */
export const exportFile = (job: Job, within: Within): Promise<MadeFile> =>
  new Promise((resolve, reject) => {
    turns
      .run(() => {
        const thread = startThread(job, speaker(within));
        thread.made.then(resolve, reject);
        return thread.over;
      })
      .catch(reject);
  });

type Running = { readonly made: Promise<MadeFile>; readonly over: Promise<void> };

/** Reads a band's file in a thread of its own; all of it makes sense, or none of it is answered. */
export const readBandFileAside = (text: string): Promise<Result<BandFile>> =>
  turns.run(
    () =>
      new Promise((resolve, reject) => {
        const worker = newWorker();
        worker.on('error', reject);
        worker.on('message', (message: FromWorker) => {
          void worker.terminate();
          if (message.kind === 'read') resolve(message.result);
          else reject(new Error('A band’s file could not be read.'));
        });
        worker.postMessage({ kind: 'read', text } satisfies ToWorker);
      }),
  );

const newWorker = () =>
  new Thread(PROGRAM, {
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    // Nothing of ours that a file has no need of.
    env: {},
  });

const startThread = (job: Job, speak: Speak): Running => {
  const worker = newWorker();
  const tell = (message: ToWorker) => worker.postMessage(message);
  const made = deferred<MadeFile>();
  const over = deferred<void>();
  let reading: ReadableStreamDefaultController<Uint8Array> | undefined;

  const end = (problem?: Error) => {
    if (problem) {
      made.reject(problem);
      reading?.error(problem);
    } else reading?.close();
    reading = undefined;
    void worker.terminate().then(() => over.resolve());
  };

  const body = () =>
    new ReadableStream<Uint8Array>(
      {
        start: (controller) => {
          reading = controller;
        },
        pull: () => tell({ kind: 'next' }),
        cancel: () => {
          reading = undefined;
          end();
        },
      },
      { highWaterMark: 0 },
    );

  worker.on('message', (message: FromWorker) => {
    if (message.kind === 'speak')
      speak(message.lines).then((sounds) => tell({ kind: 'spoken', sounds }), end);
    else if (message.kind === 'made') {
      const { kind: _, ...file } = message;
      made.resolve({ ...file, body: body() });
    } else if (message.kind === 'chunk') reading?.enqueue(message.chunk);
    else if (message.kind === 'done') end();
    else if (message.kind === 'failed')
      end(new Error(`A file could not be made: ${message.message}`));
  });
  worker.on('error', end);
  tell({ kind: 'job', job });
  return { made: made.promise, over: over.promise };
};

/** A promise with what settles it; Node.js 20 has no Promise.withResolvers. */
const deferred = <T>() => {
  let resolve: (value: T) => void = () => undefined;
  let reject: (reason: unknown) => void = () => undefined;
  const promise = new Promise<T>((onResolve, onReject) => {
    resolve = onResolve;
    reject = onReject;
  });
  return { promise, resolve, reject };
};
