import 'server-only';
import { createHash } from 'node:crypto';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { asRefusal, once, pool, refuse } from '../database';

/**
 * How often somebody may try to sign in: by the name tried, by where the tries come from, and all
 * together. A device on which the name has signed in before is counted by itself, so that nobody can
 * lock a member out by typing wrong passphrases under their name.
 */
export type Attempt = {
  readonly name: string;
  readonly source: string;
  /** What tells the browser, where the name has signed in there before. */
  readonly device: string | undefined;
};

/** So many tries are free; from then on one at a time, this many seconds apart. */
type Limit = { readonly points: number; readonly pause: number };

const LIMITS = {
  /** A name from places where it has not signed in before. */
  name: { points: 10, pause: 30 },
  /** A name on a device of its own. */
  device: { points: 20, pause: 10 },
  /** One address, whatever the names: a whole band may be behind it. */
  source: { points: 60, pause: 10 },
  /** Everybody: far above what bands do, far below what guessing needs. */
  all: { points: 600, pause: 1 },
} as const satisfies Record<string, Limit>;

/** Tries are forgotten after a quarter of an hour (s). */
const REMEMBERED = 15 * 60;

type LimitName = keyof typeof LIMITS;

/**
 * Counts an attempt, and slows it down where there were many.
 *
 * @returns what to call once it turned out right: it then counts no longer
 * @throws Refusal `too-many`
 */
export const attempted = async (
  attempt: Attempt,
): Promise<{ readonly succeeded: () => Promise<void> }> => {
  const keys = keysOf(attempt);
  for (const [limit, key] of keys) {
    const free = await taken(limiter(limit, LIMITS[limit].points, REMEMBERED), key);
    if (free !== undefined) await slowed(limit, key);
  }
  return {
    succeeded: async () => {
      for (const [limit, key] of keys)
        await limiter(limit, LIMITS[limit].points, REMEMBERED).reward(key);
      await once((db) => db.run('SELECT forget_attempts(), purge_bands()'));
    },
  };
};

/** The free tries are used up: one every so often is let through. */
const slowed = async (limit: LimitName, key: string) => {
  const wait = await taken(limiter(`${limit}-slow`, 1, LIMITS[limit].pause), key);
  if (wait === undefined) return;
  const seconds = Math.max(1, Math.ceil(wait / 1000));
  refuse('too-many', 'Sign in', `Too many attempts. Try again in ${seconds} seconds.`);
};

/** What is done seldom, and could be done far too often: so many times in so many seconds. */
const SELDOM = {
  'make-account': { points: 20, duration: 3600 },
  'look-at-link': { points: 120, duration: 600 },
  'show-passkey': { points: 120, duration: 600 },
  'found-band': { points: 10, duration: 3600 },
  invite: { points: 60, duration: 3600 },
  note: { points: 300, duration: 3600 },
  'make-link': { points: 60, duration: 3600 },
  'send-mail': { points: 40, duration: 86_400 },
} as const;

/**
 * Counts something that is done seldom, by whoever does it: a member, or an address.
 *
 * @throws Refusal `too-many`
 */
export const counted = async (what: keyof typeof SELDOM, who: string): Promise<void> => {
  const { points, duration } = SELDOM[what];
  const wait = await taken(limiter(what, points, duration), hashed(who));
  if (wait === undefined) return;
  const minutes = Math.max(1, Math.ceil(wait / 60_000));
  refuse('too-many', '', `This was done very often. Try again in ${minutes} min.`);
};

/** Takes a point; answers how long there will be none (ms) where there is none left. */
const taken = async (of: RateLimiterPostgres, key: string): Promise<number | undefined> => {
  try {
    await of.consume(key);
    return undefined;
  } catch (reason) {
    if (reason instanceof RateLimiterRes) return reason.msBeforeNext;
    throw asRefusal(reason);
  }
};

const keysOf = ({ name, source, device }: Attempt): (readonly [LimitName, string])[] => [
  ['all', 'all'],
  ...(source ? [['source', hashed(source)] as const] : []),
  device ? ['device', hashed(`${name} ${device}`)] : ['name', hashed(name)],
];

/** The table says neither who tried nor from where. */
const hashed = (text: string): string => createHash('sha256').update(text).digest('base64url');

const limiter = (keyPrefix: string, points: number, duration: number) =>
  new RateLimiterPostgres({
    storeClient: pool(),
    tableName: 'attempt',
    tableCreated: true,
    keyPrefix,
    points,
    duration,
    clearExpiredByTimeout: false,
  });
