import { type Problem, type ProblemCode, sentence } from '@/core/base/result';

/** What came of a call to our own server: its answer, or one sentence to show. */
export type Called<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly sentence: string; readonly code: ProblemCode };

/** Calls a route of our own. It never throws. */
export const call = async <T = undefined>(
  method: string,
  url: string,
  body?: unknown,
): Promise<Called<T>> => {
  try {
    const response = await fetch(url, {
      method,
      ...(body !== undefined && {
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      }),
    });
    const answer = response.status === 204 ? undefined : await response.json();
    if (response.ok) return { ok: true, value: answer as T };
    const { problem } = answer as { problem: Problem };
    return { ok: false, sentence: sentence(problem), code: problem.code };
  } catch {
    return {
      ok: false,
      sentence: 'The server does not answer. Please try again in a moment.',
      code: 'unavailable',
    };
  }
};
