import * as z from 'zod';
import { PROBLEM_CODES } from '../base/result';

/** What a request accepts that wants to know how far its file is; and what the answer then is. */
export const PROGRESS_TYPE = 'application/vnd.ebrant.progress';

const count = z.int().min(0);

/**
 * How far a file is that somebody waits for: lines of JSON, of which the last is `made`, whose bytes
 * follow, `done`, or `refused`.
 */
export const fileProgress = z.discriminatedUnion('kind', [
  /** So many files are made before it; its turn comes in about so many seconds. */
  z.object({ kind: z.literal('waiting'), before: count, seconds: count }),
  z.object({ kind: z.literal('begun') }),
  /** So many of its songs are put in. */
  z.object({ kind: z.literal('put'), done: count, of: count }),
  z.object({ kind: z.literal('done') }),
  z.object({ kind: z.literal('made'), name: z.string(), type: z.string(), bytes: count }),
  z.object({
    kind: z.literal('refused'),
    problem: z.object({
      code: z.enum(PROBLEM_CODES),
      place: z.string(),
      message: z.string(),
    }),
  }),
]);

export type FileProgress = z.infer<typeof fileProgress>;
