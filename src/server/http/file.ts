import 'server-only';
import type { Wait } from '../database';

/** A file on its way to somebody. */
export type FileToSend = {
  readonly name: string;
  readonly type: string;
  readonly body: BodyInit;
  /** Its size. */
  readonly bytes: number;
};

/** Somebody who waits for a file: told how many are before them, when it is begun, and what is put in. */
export type WaitForFile = Wait & {
  readonly onBegin: () => void;
  readonly onPut: (done: number, of: number) => void;
};

/** A text as the body of a file. */
export const bytesOf = (text: string): Pick<FileToSend, 'body' | 'bytes'> => {
  const body = new TextEncoder().encode(text);
  return { body, bytes: body.length };
};

export const fileResponse = ({ name, type, body, bytes }: FileToSend): Response =>
  new Response(body, {
    headers: {
      'Content-Type': type,
      'Content-Length': String(bytes),
      'Content-Disposition': disposition(name),
      'Cache-Control': 'no-store',
    },
  });

/** The name in ASCII for old programs and in UTF-8 for the rest (RFC 6266, RFC 8187). */
const disposition = (name: string): string => {
  // Neither control characters nor those that turn the reading direction and hide what a name ends in.
  const safe = name.replaceAll(/[\p{Cc}\p{Bidi_Control}\\/:*?"<>|]/gu, '-');
  const ascii = safe.replaceAll(/[^ -~]/g, '_');
  const encoded = encodeURIComponent(safe.toWellFormed()).replaceAll(/['()*]/g, escape);
  return `attachment; filename="${ascii}"; filename*=UTF-8''${encoded}`;
};
