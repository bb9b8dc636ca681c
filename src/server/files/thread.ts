import 'server-only';
import type { Result } from '@/core/base/result';
import type { BandFile } from '@/core/files/sheet';
import { createQueue, Refusal, refuse, type Within } from '../database';
import type { FileToSend, WaitForFile } from '../http';
import { answerFigure } from '../running';
import { speaker } from '../speech';
import { newThread } from '../threads';
import type { FromWorker, ToWorker } from '../threads/worker';
import type { Job, MadeFile } from './job';
import type { Speak } from './voice';

/** Files that are made at the same time in one process; others wait, and beyond that come back. */
const turns = createQueue({ atOnce: 2, waiting: 24, patience: 60_000 });
answerFigure('filesBeingMade', turns.running);
answerFigure('waitingForFile', turns.waiting);

/** Threads that wait for somebody to read what they made: each a download on its way. */
const MOST_DOWNLOADS = 24;
let downloads = 0;

/** A file of up to so many bytes is read to its end at once, and its thread is over. */
const SMALL = 16 << 20;
/** A reader that takes nothing for so long (ms) has gone. */
const IDLE = 120_000;

/**
 * Makes a file of a song or a set in a thread of its own. A long one is made on as it is read.
 *
 * @param wait told how far it is, where anybody wants to know; ends the work when they go
 * @throws Refusal `unavailable` where too many files are being made or fetched
 */
export const exportFile = async (
  job: Job,
  within: Within,
  wait?: WaitForFile,
): Promise<FileToSend> => {
  if (downloads >= MOST_DOWNLOADS)
    return refuse('unavailable', '', 'Too many files are being fetched. Try again in a moment.');
  const file = await turns.run(() => {
    downloads++;
    wait?.onBegin();
    const { made, over } = startThread(job, speaker(within), wait?.signal);
    void over.then(() => downloads--);
    return made;
  }, wait);
  if (file.bytes > SMALL) return file;
  return { ...file, body: await new Response(file.body).arrayBuffer() };
};

/** Reads a band's file in a thread of its own; all of it makes sense, or none of it is answered. */
export const readBandFileAside = (text: string, wait?: WaitForFile): Promise<Result<BandFile>> =>
  turns.run(
    () =>
      new Promise((resolve, reject) => {
        wait?.onBegin();
        const worker = newThread();
        wait?.signal.addEventListener('abort', () => {
          void worker.terminate();
          reject(wait.signal.reason);
        });
        worker.on('error', reject);
        worker.on('message', (message: FromWorker) => {
          void worker.terminate();
          if (message.kind === 'read') resolve(message.result);
          else reject(new Error('A band’s file could not be read.'));
        });
        worker.postMessage({ kind: 'read', text } satisfies ToWorker);
      }),
    wait,
  );

type Running = { readonly made: Promise<MadeFile>; readonly over: Promise<void> };

const startThread = (job: Job, speak: Speak, signal?: AbortSignal): Running => {
  const worker = newThread();
  const tell = (message: ToWorker) => worker.postMessage(message);
  const made = deferred<MadeFile>();
  const over = deferred<void>();
  let reading: ReadableStreamDefaultController<Uint8Array> | undefined;
  let idle: ReturnType<typeof setTimeout> | undefined;

  const end = (problem?: Error) => {
    if (problem) {
      made.reject(problem);
      reading?.error(problem);
    } else reading?.close();
    reading = undefined;
    clearTimeout(idle);
    void worker.terminate().then(() => over.resolve());
  };

  const wait = () => {
    clearTimeout(idle);
    idle = setTimeout(() => end(new Error('Nobody reads the file any more.')), IDLE);
  };

  const body = () =>
    new ReadableStream<Uint8Array>(
      {
        start: (controller) => {
          reading = controller;
          wait();
        },
        pull: () => {
          wait();
          tell({ kind: 'next' });
        },
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
  worker.on('error', (error) => end(tooLarge(error) ?? error));
  signal?.addEventListener('abort', () => end(new Error('Nobody waits for the file any more.')));
  tell({ kind: 'job', job });
  return { made: made.promise, over: over.promise };
};

/** A thread that needs more memory than it may have ends with this code. */
const tooLarge = (error: Error & { code?: string }): Refusal | undefined =>
  error.code === 'ERR_WORKER_OUT_OF_MEMORY'
    ? new Refusal({
        code: 'too-large',
        place: 'File',
        message: 'This is too much for one file. Take the songs one by one.',
      })
    : undefined;

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
