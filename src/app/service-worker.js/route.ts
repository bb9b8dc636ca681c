import { readFile } from 'node:fs/promises';

export const dynamic = 'force-dynamic';

/** The worker that keeps what is taken along (src/offline); while developing there is none. */
export const GET = async (): Promise<Response> => {
  try {
    return new Response(await readFile('.next/service-worker.js'), {
      headers: { 'Content-Type': 'text/javascript; charset=utf-8', 'Cache-Control': 'no-cache' },
    });
  } catch {
    return new Response('There is no worker here.', { status: 404 });
  }
};
