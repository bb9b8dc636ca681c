import * as z from 'zod';
import { readSongFile } from '@/core/files/sheet';
import { createArrangement, createSong } from '@/server/band';
import { Refusal } from '@/server/database';
import { bandParams, memberRoute } from '@/server/http';
import { editableBand } from '@/server/people';

const body = z.object({ text: z.string('Send the text of the file.') });

/** A song from a file of our own: all of it, or nothing. */
export const POST = memberRoute({ params: bandParams, body }, async ({ params, body, within }) => {
  const read = readSongFile(body.text);
  if (!read.ok) throw new Refusal(read.problem);
  const { title, arrangements } = read.value;
  const made = await within(async (db) => {
    const band = await editableBand(db, params.band);
    const [first, ...others] = arrangements;
    const { song, arrangement } = await createSong(db, band.id, title, first!.map, first!.name);
    for (const { name, map } of others) await createArrangement(db, band.id, song, name, map);
    return arrangement;
  });
  return Response.json({ arrangement: made }, { status: 201 });
});
