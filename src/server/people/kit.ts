import 'server-only';
import * as z from 'zod';
import { type Layout, layoutSchema, USUAL_LAYOUT } from '@/core/music/kit';
import type { MemberId, Queries } from '../database';

/** A member's own kit; the usual one until they say otherwise, and for who has no account. */
export const kitOf = async (db: Queries, member: MemberId | undefined): Promise<Layout> => {
  if (!member) return USUAL_LAYOUT;
  const { kit } = await db.one(
    z.object({ kit: layoutSchema.nullable() }),
    'SELECT kit FROM member WHERE id = $1',
    [member],
  );
  return kit ?? USUAL_LAYOUT;
};

export const saveKit = (db: Queries, member: MemberId, layout: Layout): Promise<number> =>
  db.run('UPDATE member SET kit = $2 WHERE id = $1', [member, JSON.stringify(layout)]);
