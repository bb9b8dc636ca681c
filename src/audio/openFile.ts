import type { Result } from '@/core/base/result';
import type { Opened } from '@/core/files/imports';
import type { ToOpen } from './importWorker';

/** A file that takes longer (ms) is given up. */
const PATIENCE = 10_000;

/** Opens a file in a worker of its own, which is ended with it: a hostile file costs nobody more. */
export const openFile = (toOpen: ToOpen): Promise<Result<Opened>> =>
  new Promise((resolve) => {
    const worker = new Worker(new URL('./importWorker.ts', import.meta.url), { type: 'module' });
    const answer = (result: Result<Opened>) => {
      clearTimeout(timer);
      worker.terminate();
      resolve(result);
    };
    const refuse = (message: string) =>
      answer({ ok: false, problem: { code: 'invalid', place: 'File', message } });
    const timer = setTimeout(() => refuse('It takes too long to read.'), PATIENCE);
    worker.onmessage = ({ data }: MessageEvent<Result<Opened>>) => answer(data);
    worker.onerror = () => refuse('It cannot be read.');
    worker.postMessage(toOpen, [toOpen.bytes]);
  });
