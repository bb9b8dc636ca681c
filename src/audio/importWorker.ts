import type { Result } from '@/core/base/result';
import { type Opened, openSong } from '@/core/files/imports';

/** What a page sends to have a file opened away from itself. */
export type ToOpen = {
  readonly bytes: ArrayBuffer;
  readonly name: string;
  readonly tolerance: number;
};

self.onmessage = ({ data }: MessageEvent<ToOpen>) => {
  let answer: Result<Opened>;
  try {
    answer = openSong(new Uint8Array(data.bytes), data.name, data.tolerance);
  } catch {
    const message = 'It cannot be read.';
    answer = { ok: false, problem: { code: 'invalid', place: 'File', message } };
  }
  self.postMessage(answer);
};
