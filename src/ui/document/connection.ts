import * as z from 'zod';
import {
  type Change,
  type LoggedChange,
  loggedChangeSchema,
  operationSchema,
} from '@/core/base/document';
import { PROBLEM_CODES, type Problem } from '@/core/base/result';

/** Nobody answered, or not now. */
export type Away = {
  readonly kind: 'away';
  /** Why, in a sentence, where the server said so. */
  readonly why?: string;
  /** How long the server asks to be left alone, in milliseconds. */
  readonly wait?: number;
};

/** What became of one change that was sent. */
export type Outcome = {
  readonly id: string;
  /** Why nothing of it was saved. */
  readonly problem?: Problem | undefined;
  /** What of it could not be carried out, where the rest was. */
  readonly left?: readonly LeftOut[] | undefined;
};

type LeftOut = {
  readonly operation: Change['operations'][number];
  readonly problem: Problem;
};

/** What the server made of changes that were sent. */
export type Answer =
  | {
      readonly kind: 'saved';
      readonly outcomes: readonly Outcome[];
      readonly news: readonly LoggedChange[];
    }
  /** The whole request was refused; nothing of it was saved. */
  | { readonly kind: 'refused'; readonly problem: Problem }
  /** The server broke down over it. */
  | { readonly kind: 'failed' }
  | Away;

export type News = { readonly kind: 'news'; readonly news: readonly LoggedChange[] } | Away;

/** The way of one document to the server. It never throws: no answer is an answer too. */
export type Connection = {
  readonly send: (base: number, changes: readonly Change[]) => Promise<Answer>;
  readonly newsSince: (revision: number) => Promise<News>;
};

/** How long a request may take (ms) before it counts as not answered. */
const PATIENCE = 20_000;

/** Tells the server who the page believes to be: an edit is never saved under another's name. */
export const MEMBER_HEADER = 'Ebrant-Member';

/** The way to the server over HTTP, for edits of one member. */
export const httpConnection = (document: string, member: string): Connection => {
  const url = `/api/documents/${document}/changes`;
  return {
    send: async (base, changes) => {
      const response = await request(url, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', [MEMBER_HEADER]: member },
        body: JSON.stringify({ base, changes }),
      });
      return response ? answerOf(response) : AWAY;
    },
    newsSince: async (revision) => {
      const response = await request(`${url}?since=${revision}`, {
        headers: { [MEMBER_HEADER]: member },
      });
      if (!response) return AWAY;
      const body = await jsonOf(response);
      const read = newsBody.safeParse(body);
      return response.ok && read.success
        ? { kind: 'news', news: read.data.news }
        : awayOf(response, problemBody.safeParse(body).data?.problem);
    },
  };
};

const AWAY: Away = { kind: 'away' };

const problemSchema = z.object({
  code: z.enum(PROBLEM_CODES),
  place: z.string(),
  message: z.string(),
}) satisfies z.ZodType<Problem>;

const savedBody = z.object({
  outcomes: z.array(
    z.object({
      id: z.string(),
      problem: problemSchema.optional(),
      left: z.array(z.object({ operation: operationSchema, problem: problemSchema })).optional(),
    }),
  ),
  news: z.array(loggedChangeSchema),
});
const newsBody = z.object({ news: z.array(loggedChangeSchema) });
const problemBody = z.object({ problem: problemSchema });

const answerOf = async (response: Response): Promise<Answer> => {
  const body = await jsonOf(response);
  const saved = savedBody.safeParse(body);
  if (saved.success) return { kind: 'saved', ...saved.data };
  const problem = problemBody.safeParse(body).data?.problem;
  if (response.status === 500) return { kind: 'failed' };
  if (problem && !WAITS.has(response.status) && problem.code !== 'ahead')
    return { kind: 'refused', problem };
  return awayOf(response, problem);
};

/** Signed out, too busy or out of order: what was typed waits here for better times. */
const WAITS = new Set([401, 429, 502, 503, 504]);

/** Not from our server at all, such as the page of a hotel’s network, or cut on its way. */
const STRANGE = 'Something else answers in place of the server.';

const awayOf = (response: Response, problem: Problem | undefined): Away => {
  const seconds = Number(response.headers.get('Retry-After'));
  const why = problem ? problem.message : response.ok ? STRANGE : undefined;
  return { kind: 'away', ...(why && { why }), ...(seconds > 0 && { wait: seconds * 1000 }) };
};

/** A response's JSON; nothing where it is none. */
const jsonOf = (response: Response): Promise<unknown> => response.json().catch(() => undefined);

const request = async (url: string, init: RequestInit): Promise<Response | undefined> => {
  try {
    return await fetch(url, { ...init, signal: AbortSignal.timeout(PATIENCE) });
  } catch {
    return undefined;
  }
};
