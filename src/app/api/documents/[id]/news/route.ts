import { onChange, readDocument } from '@/server/documents';
import { documentParams, memberRoute } from '@/server/http';

/** Proxies close connections that are silent for longer. */
const HEARTBEAT = 20_000;

/** Server-sent events: the number of each new revision, as it is saved by anybody. */
export const GET = memberRoute({ params: documentParams }, async ({ request, params, within }) => {
  const { revision } = await within((db) => readDocument(db, params.id));
  const stream = new ReadableStream<string>({
    start: (controller) => {
      const send = (text: string) => {
        // The reader may have gone in this very moment.
        if (!request.signal.aborted) controller.enqueue(text);
      };
      const tell = (news: number | undefined) => send(`data: ${news ?? 'look'}\n\n`);
      const stop = onChange(params.id, tell);
      const beat = setInterval(() => send(': still here\n\n'), HEARTBEAT);
      tell(revision);
      request.signal.addEventListener('abort', () => {
        clearInterval(beat);
        stop();
      });
    },
  });
  return new Response(stream.pipeThrough(new TextEncoderStream()), {
    headers: { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' },
  });
});
