import * as z from 'zod';
import { deviceSchema, toldSchema } from '@/core/playing/show';
import { readSet } from '@/server/band';
import { documentParams, memberRoute } from '@/server/http';
import { endShow, showOf, takeShow, tellShow } from '@/server/show';

/** The show of a set; null where none runs. */
export const GET = memberRoute({ params: documentParams }, async ({ params, within }) =>
  Response.json({
    show: await within(async (db) => {
      await readSet(db, params.id);
      return (await showOf(db, params.id)) ?? null;
    }),
  }),
);

const body = toldSchema.extend({
  device: deviceSchema,
  /** Whether it takes the baton, too; else it has to have it. */
  takes: z.boolean().default(false),
});

/** Conducts: tells where the show stands. */
export const PUT = memberRoute({ params: documentParams, body }, async (call) => {
  const { device, anchors, takes } = call.body;
  const told = { set: call.params.id, device, told: { anchors } };
  await call.within((db) =>
    takes ? takeShow(db, { ...told, member: call.member }) : tellShow(db, told),
  );
  return new Response(null, { status: 204 });
});

const query = z.object({ device: deviceSchema });

/** Gives the baton away. */
export const DELETE = memberRoute({ params: documentParams, query }, async (call) => {
  await call.within((db) => endShow(db, call.params.id, call.query.device));
  return new Response(null, { status: 204 });
});
