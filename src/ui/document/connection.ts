import type { LoggedChange } from '@/core/document';
import type { Problem } from '@/core/result';
import type { Answer, Connection } from './store';

/** How long a request may take (ms) before it counts as not answered. */
const PATIENCE = 20_000;

/** The way to the server over HTTP. It never throws: no answer is an answer too. */
export const httpConnection = (document: string): Connection => ({
  send: async (base, changes) => {
    const response = await request(`/api/documents/${document}/changes`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ base, changes }),
    });
    return response ? answerOf(response) : { kind: 'unreachable' };
  },
  newsSince: async (revision) => {
    const response = await request(`/api/documents/${document}/changes?since=${revision}`);
    if (!response?.ok) return undefined;
    const { news } = (await response.json()) as { news: LoggedChange[] };
    return news;
  },
});

const answerOf = async (response: Response): Promise<Answer> => {
  const body = (await response.json().catch(() => ({}))) as {
    outcomes?: { id: string; problem?: Problem }[];
    news?: LoggedChange[];
    problem?: Problem;
  };
  if (body.outcomes && body.news)
    return { kind: 'saved', outcomes: body.outcomes, news: body.news };
  if (body.problem && !WAITS.has(response.status) && body.problem.code !== 'ahead') {
    return { kind: 'refused', problem: body.problem };
  }
  return {
    kind: 'unreachable',
    ...(response.status < 500 && body.problem && { problem: body.problem }),
  };
};

/** Signed out, too busy or out of order: what was typed waits here for better times. */
const WAITS = new Set([401, 429, 500, 502, 503, 504]);

const request = async (url: string, init?: RequestInit): Promise<Response | undefined> => {
  try {
    return await fetch(url, { ...init, signal: AbortSignal.timeout(PATIENCE) });
  } catch {
    return undefined;
  }
};

/** Calls back with each new revision of a document, from whichever page it came. */
export const listenForNews = (
  document: string,
  look: (revision?: number) => void,
): (() => void) => {
  const source = new EventSource(`/api/documents/${document}/news`);
  source.onmessage = ({ data }) => look(data === 'look' ? undefined : Number(data));
  return () => source.close();
};
