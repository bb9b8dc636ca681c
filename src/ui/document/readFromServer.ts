import * as z from 'zod';
import { type DocumentKind, parseDocument } from '@/core/base/document';
import { libraryKind } from '@/core/song/library';
import { roadMapKind } from '@/core/song/roadmap';
import { setKind } from '@/core/song/set';
import { MEMBER_HEADER } from './connection';
import type { Reading } from './documents';

const KINDS = { 'road-map': roadMapKind, set: setKind, library: libraryKind } as const;
const documentBody = z.object({
  kind: z.enum(['road-map', 'set', 'library']),
  body: z.unknown(),
  revision: z.number().int(),
  mayEdit: z.boolean(),
});

/** Reads a document from the server as one of its members. */
export const readFromServer =
  (member: string) =>
  async (id: string): Promise<Reading> => {
    try {
      const response = await fetch(`/api/documents/${id}`, {
        headers: { [MEMBER_HEADER]: member },
        signal: AbortSignal.timeout(20_000),
      });
      if (response.status === 403 || response.status === 404)
        return { kind: 'refused', reason: 'This song or set is no longer among yours.' };
      const body = documentBody.safeParse(await response.json());
      if (!response.ok || !body.success) return { kind: 'away' };
      const of = KINDS[body.data.kind] as unknown as DocumentKind<unknown>;
      const document = parseDocument(of, body.data.body);
      if (!document.ok) return { kind: 'away' };
      const { revision, mayEdit } = body.data;
      return { kind: 'read', of, opened: { id, document: document.value, revision, mayEdit } };
    } catch {
      return { kind: 'away' };
    }
  };
