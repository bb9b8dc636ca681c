import { fail, ok, type Result } from '@/core/base/result';
import { type FileProgress, fileProgress, PROGRESS_TYPE } from '@/core/files/progress';

/** How far a file is: before it is begun, and then how many of its bytes have come. */
export type Coming =
  | Exclude<FileProgress, { readonly kind: 'done' | 'refused' }>
  | {
      readonly kind: 'coming';
      readonly received: number;
      readonly bytes: number;
      /** About how long it still takes (s). */
      readonly seconds: number;
    };

export type Received = { readonly name: string; readonly blob: Blob };

/** So many bytes are put together at a time: a browser may keep what is put together on its disk. */
const PIECE = 8 << 20;

/**
 * Fetches a file, or sends one to be put in, and tells how far it is.
 *
 * @param body what is sent
 * @returns the file; nothing where one was put in
 * @throws AbortError once the signal says so
 */
export const receive = async (
  href: string,
  body: unknown,
  signal: AbortSignal,
  onProgress: (coming: Coming) => void,
): Promise<Result<Received | undefined>> => {
  const response = await fetch(href, {
    headers: { Accept: PROGRESS_TYPE, 'Content-Type': 'application/json' },
    signal,
    ...(body !== undefined && { method: 'POST', body: JSON.stringify(body) }),
  });
  if (response.headers.get('content-type') !== PROGRESS_TYPE) {
    const answer = await response.json().catch(() => undefined);
    const said = fileProgress.safeParse({ kind: 'refused', ...answer });
    return said.data?.kind === 'refused' ? { ok: false, problem: said.data.problem } : noFile();
  }
  return response.body ? readProgress(response.body, onProgress) : noFile();
};

const noFile = () => fail('unavailable', '', 'The server sends no file. Please try again.');

/** Reads lines that say how far a file is, and the file behind the last. */
export const readProgress = async (
  body: ReadableStream<Uint8Array<ArrayBuffer>>,
  onProgress: (coming: Coming) => void,
): Promise<Result<Received | undefined>> => {
  const reader = body.getReader();
  let head = new Uint8Array();
  for (;;) {
    const end = head.indexOf(NEWLINE);
    if (end < 0) {
      const { value, done } = await reader.read();
      if (done) return brokeOff();
      head = joined(head, value);
      continue;
    }
    const told = fileProgress.parse(JSON.parse(new TextDecoder().decode(head.subarray(0, end))));
    head = head.subarray(end + 1);
    if (told.kind === 'done') return ok(undefined);
    if (told.kind === 'refused') {
      await reader.cancel();
      return { ok: false, problem: told.problem };
    }
    onProgress(told);
    if (told.kind === 'made') return readBytes(reader, head, told, onProgress);
  }
};

const NEWLINE = 10;

const joined = (first: Uint8Array, second: Uint8Array): Uint8Array<ArrayBuffer> => {
  const both = new Uint8Array(first.length + second.length);
  both.set(first);
  both.set(second, first.length);
  return both;
};

const readBytes = async (
  reader: ReadableStreamDefaultReader<Uint8Array<ArrayBuffer>>,
  first: Uint8Array<ArrayBuffer>,
  { name, type, bytes }: Extract<FileProgress, { readonly kind: 'made' }>,
  onProgress: (coming: Coming) => void,
): Promise<Result<Received>> => {
  const pieces: Blob[] = [];
  let loose = [first];
  let looseBytes = first.length;
  let received = first.length;
  const began = performance.now();
  for (;;) {
    const { value, done } = await reader.read();
    if (done) break;
    loose.push(value);
    looseBytes += value.length;
    received += value.length;
    if (looseBytes >= PIECE) {
      pieces.push(new Blob(loose));
      loose = [];
      looseBytes = 0;
    }
    const elapsed = (performance.now() - began) / 1000;
    onProgress({
      kind: 'coming',
      received,
      bytes,
      seconds: Math.ceil((elapsed * (bytes - received)) / received),
    });
  }
  if (received !== bytes) return brokeOff();
  return ok({ name, blob: new Blob([...pieces, ...loose], { type }) });
};

const brokeOff = () => fail('unavailable', '', 'The file broke off. Please try again.');
