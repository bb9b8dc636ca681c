import { readFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { AggregatorRegistry, register } from 'prom-client';
import { answerFigure } from '../running';
import type { Settings } from '../settings';
import { callerNamer } from './callers';
import { openLog, takeConsole } from './log';
import { measure } from './metrics';
import { builtRoutes, routeNamer } from './routes';

/** A head that takes longer than this (ms) to arrive is given up, as is a request of this length. */
const HEAD_WITHIN = 10_000;
const REQUEST_WITHIN = 120_000;
const LOOKED_AT_EVERY = 2000;
/** Longer than proxies keep a connection that is not used, so that none is closed under a request. */
const KEPT_OPEN = 75_000;
/** What still runs that long (ms) after the end was asked for is cut off. */
const END_WITHIN = 10_000;

/** Serves the built application in this process, until it is told to stop. */
export const serve = async (settings: Settings): Promise<void> => {
  const { EBRANT_ADDRESS: hostname, EBRANT_PORT: port } = settings;
  const log = openLog(settings.EBRANT_LOG_LEVEL);
  takeConsole(log);
  // Only here: the leading process, which is built into the same program, has no use for it.
  const { default: next } = await import('next');
  const app = next({ dev: false, hostname, port });
  await app.prepare();
  const handle = app.getRequestHandler();
  const nameCaller = callerNamer(settings.EBRANT_TRUSTED_PROXIES);
  const routeOf = routeNamer(builtRoutes());
  const answered = measure(register);
  // Answers the leading process, which adds up what all of them say.
  new AggregatorRegistry();
  const running = new Set<ServerResponse>();
  answerFigure('answering', () => [...running].filter((response) => !isStream(response)).length);

  const answer = (request: IncomingMessage, response: ServerResponse) => {
    const began = performance.now();
    const { id } = nameCaller(request, 'encrypted' in request.socket);
    // The answer tells its id, so that a person can name it and the log can be asked for it.
    response.setHeader('X-Request-Id', id);
    const labels = { route: routeOf(request.url ?? '/'), method: request.method ?? '' };
    running.add(response);
    response.once('close', () => {
      running.delete(response);
      const seconds = (performance.now() - began) / 1000;
      const status = response.writableFinished ? response.statusCode : 499;
      if (!isStream(response)) answered({ ...labels, status: `${status}` }, seconds);
      const level = status >= 500 ? 'warn' : labels.route === '/_next' ? 'debug' : 'info';
      log[level]({ request: id, ...labels, status, ms: Math.round(seconds * 1000) }, 'request');
    });
    handle(request, response).catch(() => response.destroy());
  };

  const options = {
    headersTimeout: HEAD_WITHIN,
    requestTimeout: REQUEST_WITHIN,
    connectionsCheckingInterval: LOOKED_AT_EVERY,
    keepAliveTimeout: KEPT_OPEN,
  };
  const { EBRANT_TLS_KEY: key, EBRANT_TLS_CERTIFICATE: certificate } = settings;
  const server =
    key && certificate
      ? createSecureServer(
          { ...options, key: readFileSync(key), cert: readFileSync(certificate) },
          answer,
        )
      : createServer(options, answer);
  server.on('error', (error) => {
    // Once it serves, a connection that cannot be taken (no file descriptor is left) ends nothing.
    if (server.listening)
      return log.error(
        { code: (error as NodeJS.ErrnoException).code },
        'a connection could not be taken',
      );
    log.fatal({ code: (error as NodeJS.ErrnoException).code }, `Port ${port} cannot be served on.`);
    process.exit(1);
  });

  const stop = () => {
    log.info('stopping');
    server.close(() => process.exit(0));
    // Streams never end by themselves: whoever hears one opens another, elsewhere.
    for (const response of running) if (isStream(response)) response.destroy();
    // A connection whose last answer has gone out would be kept for another.
    setInterval(() => server.closeIdleConnections(), 100).unref();
    setTimeout(() => process.exit(0), END_WITHIN).unref();
  };
  process.once('SIGTERM', stop);
  // Sent to the whole group by Ctrl-C; the leading process says when to stop.
  process.on('SIGINT', () => undefined);
  process.once('disconnect', stop);
  server.listen(port, hostname);
};

const isStream = (response: ServerResponse): boolean =>
  `${response.getHeader('content-type') ?? ''}`.startsWith('text/event-stream');
