import type { DocumentKind } from '@/core/base/document';
import { libraryKind } from '@/core/song/library';
import { roadMapKind } from '@/core/song/roadmap';
import { setKind } from '@/core/song/set';

/** The kinds of document there are, by the word in the table. */
export const KINDS = { 'road-map': roadMapKind, set: setKind, library: libraryKind } as const;

export type KindName = keyof typeof KINDS;

export const kindOf = (name: KindName): DocumentKind<unknown> =>
  KINDS[name] as unknown as DocumentKind<unknown>;
