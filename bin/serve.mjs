/**
 * Serves the built application: one process for each core, all on one port. They hold no state, so
 * that one of them may end at any time; it is then started again.
 *   node bin/serve.mjs HOST PORT
 */
import cluster from 'node:cluster';
import { createServer } from 'node:http';
import { availableParallelism } from 'node:os';
import next from 'next';

const [host = '127.0.0.1', port = '3000'] = process.argv.slice(2);
const PROCESSES = Number(process.env.EBRANT_PROCESSES) || Math.min(8, availableParallelism());
/** A process that ends sooner than this (ms) after its start would only end again. */
const TOO_SOON = 3000;

const lead = () => {
  // Pages are short-lived objects by the thousand: with more room for young ones fewer are copied.
  cluster.setupPrimary({ execArgv: [...process.execArgv, '--max-semi-space-size=64'] });
  let ending = false;
  let served = false;
  const start = () => {
    const began = Date.now();
    const worker = cluster.fork();
    worker.on('listening', () => {
      served = true;
    });
    worker.on('exit', () => {
      if (ending) return;
      // The port is taken, or there is no build: trying again would not help.
      if (!served) process.exit(1);
      setTimeout(start, Math.max(0, TOO_SOON - (Date.now() - began)));
    });
  };
  for (let count = 0; count < PROCESSES; count++) start();
  const end = () => {
    ending = true;
    for (const worker of Object.values(cluster.workers ?? {})) worker?.kill('SIGTERM');
    process.exit(0);
  };
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
};

const serve = async () => {
  const app = next({ dev: false, hostname: host, port: Number(port) });
  await app.prepare();
  const handle = app.getRequestHandler();
  createServer((request, response) => handle(request, response))
    .on('error', (error) => {
      console.error(error.message);
      process.exit(1);
    })
    .listen(Number(port), host);
  // Streams never end by themselves.
  process.on('SIGTERM', () => process.exit(0));
  process.on('SIGINT', () => process.exit(0));
};

if (cluster.isPrimary) lead();
else await serve();
