import 'server-only';
import { verify } from '@node-rs/argon2';
import { createQueue } from '../database';

/**
 * Verifying a passphrase is slow on purpose (argon2id, RFC 9106) and takes a whole core and 19 MiB:
 * one at a time, so that a flood of sign-ins leaves the other core to the members.
 */
const turns = createQueue({ atOnce: 1, waiting: 50, patience: 10_000 });

/** Whether a passphrase belongs to a hash. @throws Refusal `unavailable` where too many wait */
export const verifyInTurn = (hash: string, passphrase: string): Promise<boolean> =>
  turns.run(() => verify(hash, passphrase));
