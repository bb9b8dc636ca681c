import 'server-only';
import {
  type AuthenticationResponseJSON,
  generateAuthenticationOptions,
  generateRegistrationOptions,
  type RegistrationResponseJSON,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
} from '@simplewebauthn/server';
import * as z from 'zod';
import { type MemberId, once, type Queries, refuse } from '../database';
import { counted } from './attempts';
import type { SignedIn } from './sessions';

/** Where the application is reached: a passkey belongs to it (W3C Web Authentication Level 2). */
export type Site = { readonly host: string; readonly origin: string };

const MOST_PASSKEYS = 20;

const keptRow = z.object({ id: z.string(), transports: z.array(z.string()) });

/** What a browser needs to make a passkey for a member. */
export const passkeyToMake = async (db: Queries, who: SignedIn, site: Site) => {
  const kept = await db.many(keptRow, 'SELECT id, transports FROM passkey WHERE member = $1', [
    who.member,
  ]);
  if (kept.length >= MOST_PASSKEYS)
    return refuse('invalid', 'Passkeys', `Somebody has at most ${MOST_PASSKEYS} passkeys.`);
  const options = await generateRegistrationOptions({
    rpName: 'Ebrant',
    rpID: site.host,
    userName: who.name,
    userID: new Uint8Array(Buffer.from(who.member.replaceAll('-', ''), 'hex')),
    attestationType: 'none',
    excludeCredentials: kept.map(({ id }) => ({ id })),
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  });
  await asked(db, options.challenge);
  return options;
};

/** Keeps a passkey that a browser has made. @throws Refusal where it was not made for this, or is kept */
export const keepPasskey = async (
  db: Queries,
  member: MemberId,
  name: string,
  response: unknown,
  site: Site,
): Promise<void> => {
  const made = await verified(() =>
    verifyRegistrationResponse({
      response: response as RegistrationResponseJSON,
      expectedChallenge: (challenge) => taken(db, challenge),
      expectedOrigin: site.origin,
      expectedRPID: site.host,
      requireUserVerification: true,
    }),
  );
  if (!made?.verified) return notOurs();
  const { credential } = made.registrationInfo;
  const kept = await db.run(
    `INSERT INTO passkey (id, member, public_key, counter, transports, name)
     VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT DO NOTHING`,
    [
      credential.id,
      member,
      Buffer.from(credential.publicKey),
      credential.counter,
      credential.transports ?? [],
      name,
    ],
  );
  if (kept === 0) refuse('taken', 'Passkey', 'This passkey is here already.');
};

export const forgetPasskey = (db: Queries, member: MemberId, id: string): Promise<number> =>
  db.run('DELETE FROM passkey WHERE member = $1 AND id = $2', [member, id]);

/** What a browser needs to show a passkey, whosever it may be. */
export const passkeyToShow = async (site: Site, source: string) => {
  await counted('show-passkey', source);
  const options = await generateAuthenticationOptions({
    rpID: site.host,
    userVerification: 'required',
  });
  await once((db) => asked(db, options.challenge));
  return options;
};

const knownRow = z.object({
  member: z.string(),
  public_key: z.instanceof(Buffer),
  counter: z.string(),
  transports: z.array(z.string()),
});

/** Whose passkey a browser has shown. @throws Refusal `signed-out` */
export const memberOfPasskey = async (response: unknown, site: Site): Promise<string> => {
  const { id } = z.looseObject({ id: z.string().max(1400) }).parse(response);
  const known = await once((db) =>
    db.maybeOne(
      knownRow,
      'SELECT member, public_key, counter::text, transports FROM passkey_of($1)',
      [id],
    ),
  );
  if (!known) return refuse('signed-out', 'Passkey', 'This passkey belongs to nobody here.');
  const shown = await verified(() =>
    verifyAuthenticationResponse({
      response: response as AuthenticationResponseJSON,
      expectedChallenge: (challenge) => once((db) => taken(db, challenge)),
      expectedOrigin: site.origin,
      expectedRPID: site.host,
      requireUserVerification: true,
      credential: {
        id,
        publicKey: new Uint8Array(known.public_key),
        counter: Number(known.counter),
      },
    }),
  );
  if (!shown?.verified) return notOurs();
  await once((db) =>
    db.run('SELECT passkey_is_used($1, $2)', [id, shown.authenticationInfo.newCounter]),
  );
  return known.member;
};

const asked = async (db: Queries, challenge: string): Promise<void> => {
  await db.run('DELETE FROM challenge WHERE expires_at < now()');
  await db.run('INSERT INTO challenge (value) VALUES ($1)', [challenge]);
};

/** Whether we have asked for just this, and not been answered yet. */
const taken = async (db: Queries, challenge: string): Promise<boolean> =>
  (await db.run('DELETE FROM challenge WHERE value = $1 AND expires_at > now()', [challenge])) ===
  1;

const notOurs = (): never =>
  refuse('signed-out', 'Passkey', 'The passkey did not answer what was asked. Try again.');

/** The library throws at what does not fit. */
const verified = async <T>(verify: () => Promise<T>): Promise<T | undefined> => {
  try {
    return await verify();
  } catch {
    return undefined;
  }
};
