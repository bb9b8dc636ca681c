import * as z from 'zod';
import { parseDocument, withNamesOfToday } from '../../base/document';
import { nameSchema } from '../../base/fields';
import { fail, ok, type Result } from '../../base/result';
import { type RoadMap, roadMapKind } from '../../song/roadmap';

/** A song as a file of our own: its title and its arrangements, each with its road map. */
export type SongFile = {
  readonly format: 'ebrant-song';
  readonly version: 1;
  readonly title: string;
  readonly arrangements: readonly { readonly name: string; readonly map: RoadMap }[];
};

const MOST_ARRANGEMENTS = 20;
/** Deepest nesting that a file of ours has, with room to spare. */
const DEEPEST = 40;

/** What a song is in a file of its own, and among others in a band’s. */
export const songShape = {
  title: nameSchema('A song'),
  arrangements: z
    .array(z.looseObject({ name: nameSchema('An arrangement'), map: z.unknown() }))
    .min(1, 'A song has at least one arrangement.')
    .max(MOST_ARRANGEMENTS, `A song has at most ${MOST_ARRANGEMENTS} arrangements.`),
} as const;

const songFileSchema = z.looseObject({
  format: z.literal('ebrant-song', {
    error: 'This is no song of Ebrant: its format is not “ebrant-song”.',
  }),
  version: z.number({ error: 'The file does not say its version.' }),
  ...songShape,
});

export const writeSongFile = (title: string, arrangements: SongFile['arrangements']): string =>
  JSON.stringify({ format: 'ebrant-song', version: 1, title, arrangements }, undefined, 1);

/**
 * Reads a file of ours. Fields that a newer version has added to its records are kept.
 *
 * @param text at most what the caller allows to be uploaded
 */
export const readSongFile = (text: string): Result<SongFile> => {
  const value = parseJson(text);
  if (!value.ok) return value;
  const parsed = songFileSchema.safeParse(value.value);
  if (!parsed.success) {
    const { path, message } = parsed.error.issues[0]!;
    return fail('invalid', ['File', ...path].join(', '), message);
  }
  const read = readSong(parsed.data, parsed.data.version);
  return read.ok ? ok({ format: 'ebrant-song', version: 1, ...read.value }) : read;
};

/** A song whose outline makes sense, with its road maps. */
export const readSong = (
  { title, arrangements }: z.infer<z.ZodObject<typeof songShape>>,
  version: number,
): Result<Pick<SongFile, 'title' | 'arrangements'>> => {
  const maps: { name: string; map: RoadMap }[] = [];
  for (const { name, map } of arrangements) {
    const read = parseDocument(roadMapKind, map);
    if (!read.ok) {
      const newer = version > 1 ? ' It comes from a newer version of Ebrant.' : '';
      const { code, place, message } = read.problem;
      return fail(code, `Arrangement “${name}”, ${place}`, message + newer);
    }
    maps.push({ name, map: read.value });
  }
  return ok({ title, arrangements: maps });
};

/** JSON that anybody may have written. */
export const parseJson = (text: string): Result<unknown> => {
  if (nesting(text) > DEEPEST)
    return fail('invalid', 'File', 'It is nested too deep to be a song.');
  try {
    // A key of that name would reach into every object made from it.
    const read = JSON.parse(text, (key, part) => (key === '__proto__' ? undefined : part));
    return ok(withNamesOfToday(read));
  } catch {
    return fail('invalid', 'File', 'It is not JSON: it may be cut short, or another kind of file.');
  }
};

/** How deep brackets stand in one another, strings left out. */
const nesting = (text: string): number => {
  let [depth, most, quoted] = [0, 0, false];
  for (let at = 0; at < text.length; at++) {
    const letter = text[at];
    if (quoted) {
      if (letter === '\\') at++;
      else if (letter === '"') quoted = false;
    } else if (letter === '"') quoted = true;
    else if (letter === '{' || letter === '[') most = Math.max(most, ++depth);
    else if (letter === '}' || letter === ']') depth--;
  }
  return most;
};

/** What a file may hold, as JSON Schema: for whoever writes or checks one with other means. */
export const songFileJsonSchema = () =>
  z.toJSONSchema(
    songFileSchema.extend({
      arrangements: z.array(
        z.looseObject({ name: nameSchema('An arrangement'), map: roadMapKind.schema }),
      ),
    }),
    { io: 'input', unrepresentable: 'any', reused: 'ref' },
  );
