import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { createServer } from 'node:http';
import { DEMO_PASSPHRASE } from '../demo/people';

/** bin/serve in processes of its own, as whoever runs a server starts it. */

export type Started = {
  readonly url: string;
  readonly metrics: string;
  readonly said: () => string;
  readonly process: ChildProcess;
  /** Ends it as systemd would. @returns its exit code */
  readonly stop: () => Promise<number | null>;
};

export const freePort = async (): Promise<number> => {
  const server = createServer().listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as { port: number };
  server.close();
  return port;
};

/** What a shell of tests has set is not for the server. */
const bare = Object.fromEntries(
  Object.entries(process.env).filter(([name]) => !/^(EBRANT_|DATABASE_|NODE_OPTIONS$)/.test(name)),
);

export type Environment = Readonly<Record<string, string>>;

export const run = (
  options: readonly string[],
  environment: Environment,
  program = 'bin/serve',
) => {
  const child = spawn(program, [...options], {
    env: { ...bare, NODE_ENV: 'production', ...environment } as NodeJS.ProcessEnv,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  child.stdout.on('data', (chunk) => {
    said += chunk;
  });
  child.stderr.on('data', (chunk) => {
    said += chunk;
  });
  const ended = once(child, 'close').then(([code]) => code as number | null);
  return { child, ended, said: () => said };
};

/** Runs it to its end. */
export const ending = async (environment: Environment, ...options: string[]) => {
  const { ended, said } = run(options, environment);
  return { code: await ended, said: said() };
};

const running: Started[] = [];

/** For after the tests of a file. */
export const stopAll = () => Promise.all(running.map(({ stop }) => stop()));

/** Starts a server, and waits until it serves. */
export const start = async (environment: Environment, program?: string): Promise<Started> => {
  const [port, metrics] = [environment.EBRANT_PORT ?? (await freePort()), await freePort()];
  const given = {
    EBRANT_PROCESSES: '1',
    EBRANT_PORT: `${port}`,
    EBRANT_METRICS: `127.0.0.1:${metrics}`,
    ...environment,
  };
  const { child, ended, said } = run([], given, program);
  const started: Started = {
    url: `http://127.0.0.1:${port}`,
    metrics: `http://127.0.0.1:${metrics}/metrics`,
    said,
    process: child,
    stop: () => {
      child.kill('SIGTERM');
      return ended;
    },
  };
  running.push(started);
  while (!/^Ebrant serves /m.test(said())) {
    if (child.exitCode !== null) throw new Error(said());
    await pause(50);
  }
  return started;
};

export const pause = (milliseconds: number) =>
  new Promise<void>((resolve) => setTimeout(resolve, milliseconds));

export const posted = (url: string, body: unknown, headers: Record<string, string> = {}) =>
  fetch(url, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...headers },
    body: JSON.stringify(body),
  });

/** A member's cookie. */
export const signedIn = async (
  { url }: Pick<Started, 'url'>,
  name: string,
): Promise<Record<string, string>> => {
  const answer = await posted(`${url}/api/session`, { name, passphrase: DEMO_PASSPHRASE });
  if (answer.status !== 204) throw new Error(`${name} was not let in: ${answer.status}`);
  const [session] = answer.headers.getSetCookie();
  return { cookie: session?.split(';')[0] ?? '' };
};

/** A change of a song that any song allows. */
export const countInChange = (countIn: number) => ({
  id: randomUUID(),
  operations: [{ type: 'set', in: 'start', fields: { countIn } }],
});

export const postChange = (
  { url }: Pick<Started, 'url'>,
  song: string,
  change: ReturnType<typeof countInChange>,
  cookies: Record<string, string>,
) => posted(`${url}/api/documents/${song}/changes`, { base: 0, changes: [change] }, cookies);

/** Hears a band's news. @returns what was heard so far, and a promise for the end of the stream */
export const hearNews = async ({ url }: Started, cookies: Record<string, string>) => {
  const stream = await fetch(`${url}/api/bands/saltreach-nine/news`, { headers: cookies });
  let heard = '';
  const over = (async () => {
    const decoder = new TextDecoder();
    for await (const chunk of stream.body as unknown as AsyncIterable<Uint8Array>)
      heard += decoder.decode(chunk, { stream: true });
  })().catch(() => undefined);
  return { heard: () => heard, over };
};
