import * as z from 'zod';
import { textSchema, timeZoneSchema } from '@/core/base/fields';
import { FILE_FORMATS, type FileFormat, type FileFormatId, noSuchFile } from '@/core/files/sheet';
import { nameSchema } from '@/core/song/roadmap';
import { hasBars, type ProgramSource } from '@/core/song/set';
import { refuse } from '../database';

/** Parts of requests that several routes share. */
export const documentParams = z.object({ id: z.uuid('An id is a UUID.') });
export const bandParams = z.object({ band: z.string().max(60) });
export const arrangementBody = z.object({ name: nameSchema('An arrangement') });
export const titleBody = z.object({ title: nameSchema('A song') });

/** What a link ends with. */
export const tokenSchema = z
  .string('A link ends with a long word of letters and digits.')
  .regex(/^[\w-]{20,100}$/, 'Some of the link is missing. Copy the whole of it.');

export const memberNameSchema = nameSchema('A member');
/** How long it is, and whether it is common, src/server/people/passphrase.ts says. */
export const passphraseSchema = z
  .string('Type a passphrase.')
  .min(1, 'Type a passphrase.')
  .max(1000, 'A passphrase has at most 128 characters.');
export const memberParams = bandParams.extend({ member: z.uuid('An id is a UUID.') });

/** Whether something is archived, or deleted. */
export const removedBody = {
  archived: z.boolean('It is archived or not.'),
  deleted: z.boolean('It is deleted or not.'),
};

const WHEN = 'Say on which day and at what time it starts.';

/** What is said of a gig or rehearsal. */
export const eventBody = z.object({
  kind: z.enum(['gig', 'rehearsal'], 'It is a gig or a rehearsal.'),
  title: nameSchema('A gig or rehearsal'),
  place: textSchema('A place is a few words.').max(120, 'A place has at most 120 characters.'),
  startsAt: z.iso.datetime({ offset: true, error: WHEN }),
  timeZone: timeZoneSchema,
  loadInAt: z.iso
    .datetime({ offset: true, error: 'Say on which day and at what time the load-in is.' })
    .nullable(),
});

type Event = z.infer<typeof eventBody>;

/** What is changed about a gig or rehearsal, its times as dates. */
export const eventOf = ({ startsAt, loadInAt, ...said }: Partial<Event>) => ({
  ...said,
  ...(startsAt !== undefined && { startsAt: new Date(startsAt) }),
  ...(loadInAt !== undefined && { loadInAt: loadInAt === null ? null : new Date(loadInAt) }),
});

/** The ids of the formats of one kind, for the query that asks for one. */
export const idsOf = <Kind extends FileFormat['kind']>(kind: Kind) =>
  FILE_FORMATS.filter((format) => format.kind === kind).map(({ id }) => id) as [
    Extract<(typeof FILE_FORMATS)[number], { kind: Kind }>['id'],
  ];

/** A song or a set goes out only as what it can be. */
export const refuseFormat = (source: ProgramSource, id: FileFormatId): void => {
  const message = noSuchFile(source.of, id, hasBars(source));
  if (message) refuse('invalid', 'File', message);
};
