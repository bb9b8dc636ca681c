import cluster, { type Worker } from 'node:cluster';
import { createServer } from 'node:http';
import { availableParallelism } from 'node:os';
import { AggregatorRegistry } from 'prom-client';
import type { Settings } from '../settings';
import { openLog } from './log';

/** A process that ends sooner than this (ms) after its start would only end again. */
const TOO_SOON = 3000;

/**
 * Keeps the processes that serve: one for each core, all on one port. They hold no state, so that one
 * of them may end at any time; it is then started again. Resolves when the first of them serves.
 *
 * @param environment of the processes
 */
export const lead = (settings: Settings, environment: NodeJS.ProcessEnv): Promise<void> =>
  new Promise((serving) => {
    const log = openLog(settings.EBRANT_LOG_LEVEL);
    // Pages are short-lived objects by the thousand: with more room for young ones fewer are copied.
    cluster.setupPrimary({ execArgv: [...process.execArgv, '--max-semi-space-size=64'] });
    for (const name of Object.keys(process.env))
      if (!(name in environment)) delete process.env[name];
    let stopping = false;
    let served = false;
    const start = () => {
      const began = Date.now();
      const worker = cluster.fork(environment);
      worker.on('listening', () => {
        served = true;
        serving();
      });
      worker.on('exit', (code, signal) => {
        if (stopping) return;
        // The port is taken, or there is no build: trying again would not help.
        if (!served) process.exit(1);
        log.warn(
          { process: worker.process.pid, code, signal },
          'a process has ended and is started again',
        );
        setTimeout(start, Math.max(0, TOO_SOON - (Date.now() - began)));
      });
    };
    const processes = settings.EBRANT_PROCESSES ?? Math.min(8, availableParallelism());
    for (let number = 0; number < processes; number++) start();

    const stop = () => {
      if (stopping) return;
      stopping = true;
      const workers = Object.values(cluster.workers ?? {}).filter((one): one is Worker => !!one);
      let left = workers.length;
      if (left === 0) process.exit(0);
      for (const worker of workers) {
        worker.once('exit', () => --left === 0 && process.exit(0));
        worker.process.kill('SIGTERM');
      }
    };
    process.on('SIGTERM', stop);
    process.on('SIGINT', stop);
    if (settings.EBRANT_METRICS) answerMetrics(settings.EBRANT_METRICS);
  });

/** Answers Prometheus with the sums of all processes. */
const answerMetrics = ({ host, port }: NonNullable<Settings['EBRANT_METRICS']>) => {
  const all = new AggregatorRegistry();
  createServer((request, response) => {
    if (request.url !== '/metrics') return response.writeHead(404).end();
    all.clusterMetrics().then(
      (text) => response.writeHead(200, { 'Content-Type': all.contentType }).end(text),
      () => response.writeHead(503).end(),
    );
  })
    .on('error', (error) => {
      console.error(`Metrics cannot be served on ${host}:${port}: ${error.message}`);
      process.exit(1);
    })
    .listen(port, host);
};
