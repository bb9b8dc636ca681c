import 'server-only';
import type { Worker } from 'node:worker_threads';
import { newThread } from '../threads';
import type { FromWorker, ToWorker } from '../threads/worker';

type Answer = (samples: Float32Array | undefined) => void;

/** One thread makes ready what was spoken, and answers in order. */
let thread: Worker | undefined;
let waiting: Answer[] = [];

/** What a program has spoken, ready to be heard; nothing where it is no sound. */
export const readied = (wave: Uint8Array): Promise<Float32Array | undefined> =>
  new Promise((resolve) => {
    thread ??= started();
    thread.ref();
    waiting.push(resolve);
    thread.postMessage({ kind: 'ready', wave } satisfies ToWorker);
  });

const started = (): Worker => {
  const worker = newThread();
  worker.on('message', (message: FromWorker) => {
    waiting.shift()?.(message.kind === 'readied' ? message.samples : undefined);
    // Idle, it keeps no process alive.
    if (waiting.length === 0) worker.unref();
  });
  const over = () => {
    if (thread === worker) thread = undefined;
    for (const answer of waiting) answer(undefined);
    waiting = [];
  };
  worker.on('error', over);
  worker.on('exit', over);
  return worker;
};
