import * as z from 'zod';
import {
  FILE_FORMATS,
  type FileFormat,
  type FileFormatId,
  type FileOf,
  noSuchFile,
} from '@/core/files/sheet';
import { nameSchema } from '@/core/song/roadmap';
import { refuse } from '../database';

/** Parts of requests that several routes share. */
export const documentParams = z.object({ id: z.uuid('An id is a UUID.') });
export const bandParams = z.object({ band: z.string().max(60) });
export const arrangementBody = z.object({ name: nameSchema('An arrangement') });
export const titleBody = z.object({ title: nameSchema('A song') });

/** The ids of the formats of one kind, for the query that asks for one. */
export const idsOf = <Kind extends FileFormat['kind']>(kind: Kind) =>
  FILE_FORMATS.filter((format) => format.kind === kind).map(({ id }) => id) as [
    Extract<(typeof FILE_FORMATS)[number], { kind: Kind }>['id'],
  ];

/** A song or a set goes out only as what it can be. */
export const refuseFormat = (of: FileOf, id: FileFormatId): void => {
  const message = noSuchFile(of, id);
  if (message) refuse('invalid', 'File', message);
};
