import type { Answer, Question } from './taken';

/** Whether this browser keeps anything: it does so only over https, or from the machine itself. */
export const keepsThings = (): boolean =>
  typeof navigator !== 'undefined' && 'serviceWorker' in navigator && 'caches' in window;

/** The worker that keeps things, where one is at work already. */
const atWork = async (): Promise<ServiceWorker | undefined> => {
  if (!keepsThings()) return undefined;
  return (await navigator.serviceWorker.getRegistration())?.active ?? undefined;
};

/** Starts the worker that keeps things, with all files of the application; answers once it is at work. */
const start = async (): Promise<ServiceWorker | undefined> => {
  await navigator.serviceWorker.register('/service-worker.js', { updateViaCache: 'none' });
  const ready = await navigator.serviceWorker.ready;
  return ready.active ?? undefined;
};

const askOf = (
  worker: ServiceWorker,
  question: Question,
  onProgress: (answer: Answer) => void,
): Promise<Answer> =>
  new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.kind === 'progress') return onProgress(data);
      port1.close();
      resolve(data);
    };
    worker.postMessage(question, [port2]);
  });

/** Asks what is kept, or for less to be kept; nothing is kept where no worker is at work. */
export const askShelf = async (question: Question): Promise<Answer> => {
  const worker = await atWork();
  return worker ? askOf(worker, question, () => undefined) : { kind: 'not-taken' };
};

/** Takes a set along: starts the worker where there is none yet. */
export const takeAlong = async (
  question: Extract<Question, { ask: 'take' }>,
  onProgress: (answer: Answer) => void,
): Promise<Answer> => {
  try {
    const worker = await start();
    if (!worker) return { kind: 'failed', why: 'This browser started nothing that keeps it.' };
    return await askOf(worker, question, onProgress);
  } catch {
    return { kind: 'failed', why: 'Not all files of the application could be fetched.' };
  }
};
