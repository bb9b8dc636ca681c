import 'server-only';
import path from 'node:path';
import type { Worker } from 'node:worker_threads';

/** As `npm run build` leaves it (src/server/threads/worker.ts). */
const PROGRAM = path.join(process.cwd(), '.next/files-worker.cjs');

/** Not by import: the bundler would look for the program, which is built after it. */
const { Worker: Thread } = process.getBuiltinModule('node:worker_threads');

/** More than the largest set needs; beyond it the thread ends, and nothing else. */
const MOST_MEMORY_MB = 1500;

/** A thread for heavy work, which holds up nobody. */
export const newThread = (): Worker =>
  new Thread(PROGRAM, {
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    // Nothing of ours that it has no need of.
    env: {},
  });
