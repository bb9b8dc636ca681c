import { readdirSync } from 'node:fs';
import path from 'node:path';

export const MIGRATIONS = path.join(process.cwd(), 'db/migrations');

let known: number | undefined;

/** The number of the newest migration that this version of the application brings along. */
export const newestVersion = (): number => {
  known ??= Math.max(...readdirSync(MIGRATIONS).map((name) => Number.parseInt(name, 10) || 0));
  return known;
};
