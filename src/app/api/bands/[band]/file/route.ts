import * as z from 'zod';
import { writeBandFile } from '@/core/files/sheet';
import { bandFile, restoreInto } from '@/server/band';
import { Refusal, refuse } from '@/server/database';
import { readBandFileAside } from '@/server/files/thread';
import { bandParams, bytesOf, memberRoute, readBody, sendFile } from '@/server/http';
import { auditFile, bandBySlug, editableBand } from '@/server/people';

const MOST_BYTES = 20 << 20;
const body = z.object({ text: z.string('Send the text of the file.') });

/** A whole band as a file: songs, gigs, sets, library. Leaders read who took it along. */
export const GET = memberRoute({ params: bandParams }, ({ request, params, within }) =>
  sendFile(request, () =>
    within(async (db) => {
      const { id, name, role } = await bandBySlug(db, params.band);
      if (role === 'guest')
        refuse('forbidden', '', 'Guests may not take all of a band along. Ask one of its members.');
      await auditFile(db, id, 'taken along');
      const text = writeBandFile(await bandFile(db, id));
      return { ...bytesOf(text), name: `${name}.ebrant.json`, type: 'application/json' };
    }),
  ),
);

/** All that a band’s or a set’s file holds, beside what is there: all of it, or nothing. */
export const POST = memberRoute(
  { params: bandParams },
  async ({ request, params, member, within }) => {
    // Who may not put it in does not have it read.
    await within((db) => editableBand(db, params.band));
    const { text } = await readBody(request, body, MOST_BYTES);
    return sendFile(request, async (wait) => {
      const read = await readBandFileAside(text, wait);
      if (!read.ok) throw new Refusal(read.problem);
      await within(async (db) => {
        const band = await editableBand(db, params.band);
        await restoreInto(db, member, band.id, read.value, (done, of) => {
          // Who goes takes all of it back.
          wait?.signal.throwIfAborted();
          wait?.onPut(done, of);
        });
        await auditFile(db, band.id, 'put in');
      });
      return undefined;
    });
  },
);
