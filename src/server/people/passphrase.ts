import 'server-only';
import { hash, verify } from '@node-rs/argon2';
import { dictionary } from '@zxcvbn-ts/language-common';
import { createQueue, refuse } from '../database';

/**
 * Verifying a passphrase is slow on purpose (argon2id, RFC 9106) and takes a whole core and 19 MiB:
 * one at a time, so that a flood of sign-ins leaves the other core to the members.
 */
const turns = createQueue({ atOnce: 1, waiting: 50, patience: 10_000 });

/** Whether a passphrase belongs to a hash. @throws Refusal `unavailable` where too many wait */
export const verifyInTurn = (hash: string, passphrase: string): Promise<boolean> =>
  turns.run(() => verify(hash, passphrase));

/** A passphrase as it is kept: argon2id with the library's parameters (19 MiB, two passes). */
export const hashPassphrase = (passphrase: string): Promise<string> =>
  turns.run(() => hash(passphrase));

/** OWASP ASVS 4.0.3, 2.1.1 and 2.1.2. */
export const SHORTEST_PASSPHRASE = 12;
export const LONGEST_PASSPHRASE = 128;

/** Passphrases that many people have (ASVS 2.1.7), without what does not tell one from another. */
const bare = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');
const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common'].map(bare));

/**
 * Why a passphrase is none to be trusted, as a sentence; nothing where it is. Its length counts, not
 * what it is composed of.
 *
 * @example weakness('the tidal mill', 'Wren') // => undefined
 * @example weakness('drums', 'Wren') // => 'A passphrase has at least 12 characters: three or four words will do.'
 */
export const weakness = (passphrase: string, name: string): string | undefined => {
  const length = [...passphrase].length;
  if (length < SHORTEST_PASSPHRASE)
    return `A passphrase has at least ${SHORTEST_PASSPHRASE} characters: three or four words will do.`;
  if (length > LONGEST_PASSPHRASE)
    return `A passphrase has at most ${LONGEST_PASSPHRASE} characters.`;
  const typed = bare(passphrase);
  if ([typed, typed.replace(/^\d+|\d+$/g, '')].some((one) => COMMON.has(one) || isRepeated(one)))
    return 'Very many people have this passphrase, and it is tried first. Choose another one.';
  const own = bare(name);
  if (own !== '' && typed.includes(own) && typed.replaceAll(own, '').length < 4)
    return 'A passphrase is more than one’s name. Choose another one.';
  return undefined;
};

/** One thing over and over, or common ones put side by side: `passwordpassword`, `aaaaaaaaaaaa`. */
const isRepeated = (typed: string): boolean => {
  const [, part = ''] = /^(.+?)\1+$/u.exec(typed) ?? [];
  return part !== '' && (part.length < 4 || COMMON.has(part));
};

/** A new passphrase, hashed. @throws Refusal where it is weak */
export const newPassphrase = async (passphrase: string, name: string): Promise<string> => {
  const weak = weakness(passphrase, name);
  return weak ? refuse('invalid', 'Passphrase', weak) : hashPassphrase(passphrase);
};
