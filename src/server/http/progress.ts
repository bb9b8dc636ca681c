import 'server-only';
import { type FileProgress, PROGRESS_TYPE } from '@/core/files/progress';
import { type FileToSend, fileResponse, type WaitForFile } from './file';
import { problemOf } from './route';

/**
 * Answers for a file that takes its time. Whoever accepts `PROGRESS_TYPE` is told at once how far it is,
 * and why there is none; the work ends when they go. Others get the file alone, or 204.
 *
 * @param work makes the file or takes one in, and tells whom it is given how far it is
 */
export const sendFile = async (
  request: Request,
  work: (wait?: WaitForFile) => Promise<FileToSend | undefined>,
): Promise<Response> => {
  if (request.headers.get('accept') === PROGRESS_TYPE) return progressResponse(request, work);
  const file = await work();
  return file ? fileResponse(file) : new Response(null, { status: 204 });
};

const progressResponse = (
  request: Request,
  work: (wait: WaitForFile) => Promise<FileToSend | undefined>,
): Response => {
  const gone = new AbortController();
  let bytes: ReadableStreamDefaultReader<Uint8Array> | undefined;
  const body = new ReadableStream<Uint8Array>(
    {
      start: async (controller) => {
        const tell = (progress: FileProgress) => {
          if (!gone.signal.aborted)
            controller.enqueue(new TextEncoder().encode(`${JSON.stringify(progress)}\n`));
        };
        try {
          const file = await work({
            signal: gone.signal,
            onWait: (before, seconds) => tell({ kind: 'waiting', before, seconds }),
            onBegin: () => tell({ kind: 'begun' }),
            onPut: (done, of) => tell({ kind: 'put', done, of }),
          });
          if (!file) return tell({ kind: 'done' });
          tell({ kind: 'made', name: file.name, type: file.type, bytes: file.bytes });
          bytes = new Response(file.body).body?.getReader();
        } catch (error) {
          if (!gone.signal.aborted)
            tell({ kind: 'refused', problem: problemOf(error, request).problem });
        }
        if (gone.signal.aborted) await bytes?.cancel();
      },
      pull: async (controller) => {
        const { value, done } = (await bytes?.read()) ?? { value: undefined, done: true };
        if (done || !value) controller.close();
        else controller.enqueue(value);
      },
      cancel: async () => {
        gone.abort(new Error('Nobody waits for the file any more.'));
        await bytes?.cancel();
      },
    },
    // Nothing is made ahead of what is read.
    { highWaterMark: 0 },
  );
  // Proxies hand it on line by line.
  return new Response(body, {
    headers: { 'Content-Type': PROGRESS_TYPE, 'X-Accel-Buffering': 'no' },
  });
};
