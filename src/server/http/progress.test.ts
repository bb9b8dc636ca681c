import { PROGRESS_TYPE } from '@/core/files/progress';
import { refuse } from '../database';
import type { FileToSend, WaitForFile } from './file';
import { sendFile } from './progress';

const asking = (accept: string) => new Request('http://ebrant.test/file', { headers: { accept } });
const FILE: FileToSend = { name: 'Set.mid', type: 'audio/midi', body: 'MThd', bytes: 4 };

test('who asks for no progress gets the file alone', async () => {
  const response = await sendFile(asking('*/*'), async (wait) => {
    expect(wait).toBeUndefined();
    return FILE;
  });
  expect(response.headers.get('content-type')).toBe('audio/midi');
  expect(await response.text()).toBe('MThd');
});

test('who asks for progress is told of the line, the beginning and the file, which follows', async () => {
  const response = await sendFile(asking(PROGRESS_TYPE), async (wait) => {
    wait?.onWait(1, 5);
    wait?.onWait(0, 2);
    wait?.onBegin();
    return FILE;
  });
  expect(response.headers.get('content-type')).toBe(PROGRESS_TYPE);
  // nginx hands it on at once (its documentation of proxy_buffering).
  expect(response.headers.get('x-accel-buffering')).toBe('no');
  expect((await response.text()).split('\n')).toEqual([
    '{"kind":"waiting","before":1,"seconds":5}',
    '{"kind":"waiting","before":0,"seconds":2}',
    '{"kind":"begun"}',
    '{"kind":"made","name":"Set.mid","type":"audio/midi","bytes":4}',
    'MThd',
  ]);
});

test('a file that is taken in: what is put in is told, then that it is done; without progress 204', async () => {
  const taken = async (wait?: WaitForFile) => {
    wait?.onPut(0, 2);
    wait?.onPut(1, 2);
    return undefined;
  };
  const response = await sendFile(asking(PROGRESS_TYPE), taken);
  expect((await response.text()).split('\n')).toEqual([
    '{"kind":"put","done":0,"of":2}',
    '{"kind":"put","done":1,"of":2}',
    '{"kind":"done"}',
    '',
  ]);
  expect((await sendFile(asking('*/*'), taken)).status).toBe(204);
});

test('a refusal is told in its sentence', async () => {
  const response = await sendFile(asking(PROGRESS_TYPE), async () =>
    refuse('too-large', 'File', 'This is too much for one file.'),
  );
  expect(JSON.parse(await response.text())).toEqual({
    kind: 'refused',
    problem: { code: 'too-large', place: 'File', message: 'This is too much for one file.' },
  });
});

test('who goes while it is being made ends the work; while it is read, the file', async () => {
  let signal: AbortSignal | undefined;
  const hangs = (wait?: WaitForFile) =>
    new Promise<FileToSend>((_, reject) => {
      signal = wait?.signal;
      signal?.addEventListener('abort', () => reject(signal?.reason));
    });
  const early = await sendFile(asking(PROGRESS_TYPE), hangs);
  await early.body?.cancel();
  expect(signal?.aborted).toBe(true);

  let cancelled = false;
  const endless = new ReadableStream<Uint8Array>(
    {
      pull: (controller) => controller.enqueue(new Uint8Array(8)),
      cancel: () => {
        cancelled = true;
      },
    },
    { highWaterMark: 0 },
  );
  const late = await sendFile(asking(PROGRESS_TYPE), async () => ({ ...FILE, body: endless }));
  const reader = late.body?.getReader();
  await reader?.read();
  await reader?.read();
  await reader?.cancel();
  expect(cancelled).toBe(true);
});
