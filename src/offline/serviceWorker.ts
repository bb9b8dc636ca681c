/**
 * What stands between the pages and the network once a set is taken along: scripts, styles and fonts of
 * this build come from the device, pages from the network as long as there is one. A new build waits
 * until no page of the old one is open.
 */
import { Serwist } from 'serwist';
import { awayPage } from './awayPage';
import { createShelf } from './shelf';
import type { Answer, Question } from './taken';

declare const BUILD: string;
/** Paths of the files of the build; their names change with what is in them. */
declare const FILES: readonly string[];

type Lasting = Event & { readonly waitUntil: (work: Promise<unknown>) => void };

const shelf = createShelf({
  caches,
  fetch: (path) => fetch(path, { cache: 'no-store', credentials: 'same-origin' }),
  now: () => new Date(),
  build: BUILD,
});

/** Where a page is on this device, one waits so long (ms) for the network's. */
const PATIENCE = 4000;

const fromNetwork = async (request: Request, patience?: number): Promise<Response | undefined> => {
  try {
    const within = patience === undefined ? undefined : AbortSignal.timeout(patience);
    const response = await fetch(request, within && { signal: within });
    return response.status < 500 ? response : undefined;
  } catch {
    return undefined;
  }
};

const page = async (request: Request): Promise<Response> => {
  const kept = await shelf.page(new URL(request.url).pathname);
  const fresh = await fromNetwork(request, kept && PATIENCE);
  return fresh ?? kept ?? awayPage(await shelf.all());
};

const words = async (request: Request): Promise<Response> => {
  const { pathname, search } = new URL(request.url);
  return (await shelf.words(pathname + search)) ?? fetch(request);
};

const serwist = new Serwist({
  precacheEntries: FILES.map((url) => ({ url, revision: null })),
  precacheOptions: { cleanupOutdatedCaches: true, concurrency: 6 },
  clientsClaim: true,
  runtimeCaching: [
    {
      // Files that are fetched by a link are no pages.
      matcher: ({ request, url }) =>
        request.mode === 'navigate' && !url.pathname.startsWith('/api/'),
      handler: ({ request }) => page(request),
    },
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/api/speech/'),
      handler: ({ request }) => words(request),
    },
  ],
});

const answer = (question: Question, onProgress: (answer: Answer) => void): Promise<Answer> => {
  switch (question.ask) {
    case 'take':
      return shelf.take(question.wanted, onProgress);
    case 'check':
      return shelf.check(question.page);
    case 'remove':
      return shelf.remove(question.page);
    case 'only':
      return shelf.only(question.member);
  }
};

self.addEventListener('install', (event) => (event as Lasting).waitUntil(shelf.renew()));
self.addEventListener('activate', (event) => (event as Lasting).waitUntil(shelf.dropOldBuilds()));
self.addEventListener('message', (event) => {
  const { data, ports } = event as MessageEvent<Question>;
  const [port] = ports;
  if (!port) return;
  (event as unknown as Lasting).waitUntil(
    answer(data, (progress) => port.postMessage(progress)).then((said) => port.postMessage(said)),
  );
});
serwist.addEventListeners();
