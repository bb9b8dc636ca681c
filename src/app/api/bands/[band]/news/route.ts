import * as z from 'zod';
import { asMember, type MemberId, Refusal, refuse } from '@/server/database';
import { follow, holdsEnough, MOST_STREAMS, revisionsOf, type Told } from '@/server/documents';
import { bandParams, memberRoute, sessionToken } from '@/server/http';
import { bandBySlug, hashToken, signedIn } from '@/server/people';

/** Proxies close connections that are silent for longer (ms). */
const HEARTBEAT = 15_000;

const query = z.object({
  /** The id of the last event that was heard: a transaction's number. */
  after: z
    .string()
    .regex(/^\d{1,18}$/, 'An event is named by its id.')
    .optional(),
});

/**
 * A band's news as server-sent events (WHATWG HTML, 9.2): first the revisions of its documents, then
 * each change as it is saved. The stream ends with the session and with the membership.
 */
export const GET = memberRoute({ params: bandParams, query }, async (call) => {
  const { request, params, member, within } = call;
  const token = sessionToken(request) ?? '';
  if (holdsEnough(member))
    return refuse('too-many', 'News', `${MOST_STREAMS} pages of yours are live at once already.`);
  const { id: band } = await within((db) => bandBySlug(db, params.band));
  const after = call.query.after ?? request.headers.get('last-event-id') ?? undefined;
  const begin = { band, member, after: after && /^\d{1,18}$/.test(after) ? after : undefined };
  return new Response(stream(request, token, params.band, begin), {
    headers: {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      // nginx would otherwise wait for more before it sends on.
      'X-Accel-Buffering': 'no',
    },
  });
});

type Begin = {
  readonly band: string;
  readonly member: MemberId;
  readonly after: string | undefined;
};

const stream = (request: Request, token: string, slug: string, { band, member, after }: Begin) => {
  let mark = after;
  let end = (): void => undefined;
  return new ReadableStream<Uint8Array>({
    start: async (controller) => {
      let open = true;
      const send = (bytes: Uint8Array) => {
        if (open) controller.enqueue(bytes);
      };
      const catchUp = async () => {
        const found = await revisionsOf(member, band, mark);
        mark = found.mark;
        send(eventBytes('revisions', found.revisions, found.mark));
      };
      const beat = async () => {
        const still = await allowed(token, member, slug);
        if (still === false) return over();
        send(eventBytes('beat', {}));
      };
      const timer = setInterval(() => void beat(), HEARTBEAT);
      let stop = (): void => undefined;
      end = () => {
        if (!open) return;
        open = false;
        clearInterval(timer);
        stop();
        controller.close();
      };
      const over = () => {
        send(eventBytes('over', {}));
        end();
      };
      request.signal.addEventListener('abort', end);
      const tell = (told: Told) => {
        if (told.kind === 'over') over();
        else if (told.kind === 'gap') void catchUp().catch(end);
        else send(toldBytes(told));
      };
      try {
        // First listening, then reading: what is saved in between is told twice and not missed.
        stop = await follow({ band, member, session: hashToken(token).toString('hex'), tell });
        if (!open) return stop();
        await catchUp();
      } catch {
        end();
      }
    },
    cancel: () => end(),
  });
};

/** Whether the member may still follow; nothing where nobody can say at the moment. */
const allowed = async (token: string, member: MemberId, slug: string) => {
  try {
    if ((await signedIn(token))?.member !== member) return false;
    await asMember(member, (db) => bandBySlug(db, slug));
    return true;
  } catch (error) {
    return error instanceof Refusal && error.problem.code === 'not-found' ? false : undefined;
  }
};

const encoder = new TextEncoder();

const eventBytes = (kind: string, data: unknown, id?: string): Uint8Array =>
  encoder.encode(
    `${id === undefined ? '' : `id: ${id}\n`}event: ${kind}\ndata: ${JSON.stringify(data)}\n\n`,
  );

/** Written out once for all who follow a band. */
const written = new WeakMap<Told, Uint8Array>();

const toldBytes = (told: Told): Uint8Array => {
  const known = written.get(told);
  if (known) return known;
  const { kind, ...data } = told;
  const bytes = eventBytes(kind, data);
  written.set(told, bytes);
  return bytes;
};
