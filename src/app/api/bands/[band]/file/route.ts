import * as z from 'zod';
import { readBandFile, writeBandFile } from '@/core/sheet';
import { bandFile, restoreInto } from '@/server/band';
import { Refusal } from '@/server/database';
import { bandParams, fileResponse, memberRoute } from '@/server/http';
import { bandBySlug, editableBand } from '@/server/people';

const MOST_BYTES = 20 << 20;
const body = z.object({ text: z.string('Send the text of the file.') });

/** A whole band as a file: songs, gigs, sets, book. */
export const GET = memberRoute({ params: bandParams }, ({ params, within }) =>
  within(async (db) => {
    const { id, name } = await bandBySlug(db, params.band);
    const bytes = new TextEncoder().encode(writeBandFile(await bandFile(db, id)));
    return fileResponse(bytes, bytes.length, `${name}.ebrant.json`, 'application/json');
  }),
);

/** All that a band’s or a set’s file holds, beside what is there: all of it, or nothing. */
export const POST = memberRoute(
  { params: bandParams, body, most: MOST_BYTES },
  async ({ params, body, member, within }) => {
    const read = readBandFile(body.text);
    if (!read.ok) throw new Refusal(read.problem);
    await within(async (db) => {
      const band = await editableBand(db, params.band);
      await restoreInto(db, member, band.id, read.value);
    });
    return new Response(null, { status: 204 });
  },
);
