import { bookKind } from '@/core/book';
import type { DocumentKind } from '@/core/document';
import { roadMapKind } from '@/core/roadmap';
import { setKind } from '@/core/set';

/** The kinds of document there are, by the word in the table. */
export const KINDS = { 'road-map': roadMapKind, set: setKind, book: bookKind } as const;

export type KindName = keyof typeof KINDS;

export const kindOf = (name: KindName): DocumentKind<unknown> =>
  KINDS[name] as unknown as DocumentKind<unknown>;
