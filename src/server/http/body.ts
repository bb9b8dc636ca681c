import 'server-only';
import type { z } from 'zod';
import { refuse } from '../database';

/** The most that a request may carry: far more than a song needs. */
export const MOST_BYTES = 1 << 20;

/**
 * A request's JSON, checked by its schema. It is read piece by piece, so that a body of any size
 * costs no more memory than the limit.
 */
export const readBody = async <T>(
  request: Request,
  schema: z.ZodType<T>,
  most = MOST_BYTES,
): Promise<T> => {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/json\s*(;|$)/i.test(type))
    return refuse('invalid', 'Request', 'The body is sent as application/json.');
  const text = await readText(request, most);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return refuse('invalid', 'Request', 'The body is not JSON.');
  }
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const { path, message } = parsed.error.issues[0]!;
  return refuse('invalid', path.join(', '), message);
};

const readText = async (request: Request, most: number): Promise<string> => {
  if (Number(request.headers.get('content-length')) > most) return tooLarge(most);
  const decoder = new TextDecoder();
  let text = '';
  let bytes = 0;
  for await (const piece of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    bytes += piece.length;
    if (bytes > most) return tooLarge(most);
    text += decoder.decode(piece, { stream: true });
  }
  return text + decoder.decode();
};

const tooLarge = (most: number) =>
  refuse(
    'too-large',
    'Request',
    `It is larger than ${Math.floor(most / 2 ** 20)} MB; send it in smaller parts.`,
  );
