import 'server-only';
import { type Problem, type ProblemCode, sentence } from '@/core/base/result';
import { reportFault } from '../running';

/** A problem on its way out of a transaction: rolls it back, and becomes the answer at the edge. */
export class Refusal extends Error {
  constructor(
    readonly problem: Problem,
    options?: ErrorOptions,
  ) {
    super(sentence(problem), options);
  }
}

export const refuse = (
  code: ProblemCode,
  place: string,
  message: string,
  cause?: unknown,
): never => {
  throw new Refusal({ code, place, message }, { cause });
};

/** Codes of PostgreSQL 15, appendix A, and of sockets, that mean: not now. */
const AWAY = /^(08|57P0|53|ECONN|EPIPE|ETIMEDOUT|ENOENT)/;

const DISK_FULL = '53100';

/** What the database or its connection complained of, as a refusal where a person can be told. */
export const asRefusal = (error: unknown): unknown => {
  if (error instanceof Refusal || !(error instanceof Error)) return error;
  const { code = '', constraint = '' } = error as Error & { code?: string; constraint?: string };
  const because = (problem: Problem) => new Refusal(problem, { cause: error });
  if (code === DISK_FULL) {
    reportFault(error);
    return because({
      code: 'unavailable',
      place: '',
      message: 'The server has no room left and saves nothing for now. What was saved is there.',
    });
  }
  if (AWAY.test(code) || /timeout|terminated/i.test(error.message)) {
    return because({
      code: 'unavailable',
      place: '',
      message: 'The database does not answer at the moment. Nothing that was saved is lost.',
    });
  }
  if (code === '42501') {
    return because({
      code: 'forbidden',
      place: '',
      message: 'Only drummers and leaders of the band may change this.',
    });
  }
  if (constraint === 'band_has_a_leader') {
    return because({
      code: 'invalid',
      place: '',
      message: 'A band always has a leader. Make somebody else a leader first.',
    });
  }
  if (constraint === 'note_answers') {
    return because({
      code: 'gone',
      place: 'Note',
      message: 'What it answers is no longer there.',
    });
  }
  if (constraint === 'set_item_of_the_band') {
    return because({
      code: 'invalid',
      place: 'Song in the set',
      message: 'This song is not one of the band’s own.',
    });
  }
  return error;
};
