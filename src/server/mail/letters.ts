import 'server-only';
import { readSet, readSong } from '../band';
import { asReader, refuse } from '../database';
import { counted, linkOf, readInvitation, readResetLink, type SignedIn } from '../people';
import { type Letter, post } from './post';

/** What a link opens that can be sent by mail. */
export const LINKS = ['invitation', 'deputy', 'passphrase'] as const;

export type LinkToSend = {
  readonly kind: (typeof LINKS)[number];
  /** What the link ends with. */
  readonly token: string;
  /** The address of one person. */
  readonly to: string;
};

type Sender = Pick<SignedIn, 'member' | 'name'> & {
  /** How people reach this server, without a path: `https://drums.example.org`. */
  readonly origin: string;
  readonly source: string;
};

/**
 * Sends a link that a member holds, in words of our own: nobody sends words of theirs from here.
 *
 * @throws Refusal where the link opens nothing, was sent too often, or the letter is not taken
 */
export const sendLink = async (from: Sender, link: LinkToSend): Promise<void> => {
  await counted('send-mail', from.member);
  await post({ to: link.to, ...(await LETTERS[link.kind](from, link.token)) });
};

type Words = Omit<Letter, 'to'>;

const LETTERS: Readonly<
  Record<LinkToSend['kind'], (from: Sender, token: string) => Promise<Words>>
> = {
  invitation: async ({ name, origin, source }, token) => {
    const held = await readInvitation(token, source);
    const to = 'toServer' in held ? 'Ebrant' : `the band “${held.name}”`;
    const as = 'toServer' in held ? '' : ` as ${held.role}`;
    return letter(
      name,
      `${name} invites you to ${to}`,
      `${name} invites you to ${to}${as}: its drum road maps, sets and clicks.`,
      `${origin}/join#${token}`,
    );
  },
  deputy: async ({ name, origin }, token) => {
    const link = await linkOf(token);
    if (!link) return refuse('gone', 'Link', 'This link opens nothing any more.');
    const title = await asReader({ link: link.id }, async (db) =>
      link.kind === 'set'
        ? (await readSet(db, link.document)).set.heading.title
        : (await readSong(db, link.document)).title,
    );
    return letter(
      name,
      `The drum charts of “${title}”`,
      `${name} asks you to play “${title}”: charts, stage, click and what will catch you out are here, without an account.`,
      `${origin}/deputy#${token}`,
    );
  },
  passphrase: async ({ name, origin, source }, token) => {
    const whose = await readResetLink(token, source);
    return letter(
      name,
      `A new passphrase for ${whose}`,
      `${name} sends a link by which ${whose} sets a new passphrase. It is good for once, for a day.`,
      `${origin}/recover#${token}`,
    );
  },
};

const letter = (from: string, subject: string, says: string, link: string): Words => ({
  subject,
  text: `${says}

${link}

Whoever has this link can use it: please pass it on to nobody.
You get this because ${from} typed your address. If you do not know them,
there is nothing to do.
`,
});
