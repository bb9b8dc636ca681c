import * as z from 'zod';
import { parseDocument } from '../../base/document';
import { nameSchema, textSchema, timeZoneSchema } from '../../base/fields';
import { fail, ok, type Problem, type Result } from '../../base/result';
import { type Library, libraryKind } from '../../song/library';
import { roadMapKind } from '../../song/roadmap';
import { type SongSet, setKind } from '../../song/set';
import { parseJson, readSong, type SongFile, songShape } from './file';

/** A gig or rehearsal with its sets. */
export type EventFile = {
  readonly kind: 'gig' | 'rehearsal';
  readonly title: string;
  readonly place: string;
  /** In ISO 8601. */
  readonly startsAt: string;
  /** An IANA name: its times are those of its place. */
  readonly timeZone: string;
  readonly loadInAt: string | null;
  /** Their songs are named by `referenceTo`. */
  readonly sets: readonly SongSet[];
};

/** A band as a file of our own: all its songs, its gigs with their sets, its library. */
export type BandFile = {
  readonly format: 'ebrant-band';
  readonly version: 1;
  readonly songs: readonly Pick<SongFile, 'title' | 'arrangements'>[];
  readonly events: readonly EventFile[];
  /** Left out where only a set goes out. */
  readonly library?: Library;
};

const MOST_SONGS = 2000;
const MOST_EVENTS = 2000;

/** How a set in a file names an arrangement in it: both counted from 0. */
export const referenceTo = (song: number, arrangement: number): string =>
  `00000000-0000-4000-8000-${song.toString(16).padStart(6, '0')}${arrangement.toString(16).padStart(6, '0')}`;

const eventSchema = z.looseObject({
  kind: z.enum(['gig', 'rehearsal'], 'An event is a gig or a rehearsal.'),
  title: nameSchema('An event'),
  place: textSchema('A place is a few words.').max(120, 'A place has at most 120 characters.'),
  startsAt: z.iso.datetime('An event starts at a time like 2027-01-05T19:00:00.000Z.'),
  timeZone: timeZoneSchema.default('Etc/UTC'),
  loadInAt: z.iso
    .datetime('A load-in is at a time like 2027-01-05T17:00:00.000Z.')
    .nullable()
    .default(null),
  sets: z.array(z.unknown()).max(100, 'An event has at most 100 sets.'),
});

const bandFileSchema = z.looseObject({
  format: z.literal('ebrant-band'),
  version: z.number({ error: 'The file does not say its version.' }),
  songs: z
    .array(z.looseObject(songShape))
    .max(MOST_SONGS, `A band has at most ${MOST_SONGS} songs.`),
  events: z.array(eventSchema).max(MOST_EVENTS, `A band has at most ${MOST_EVENTS} events.`),
  library: z.unknown().optional(),
});

export const writeBandFile = (band: Omit<BandFile, 'format' | 'version'>): string =>
  JSON.stringify({ format: 'ebrant-band', version: 1, ...band }, undefined, 1);

/** Reads a band’s back-up; all of it makes sense, or none of it is answered. */
export const readBandFile = (text: string): Result<BandFile> => {
  const value = parseJson(text);
  if (!value.ok) return value;
  const parsed = bandFileSchema.safeParse(value.value);
  if (!parsed.success) {
    const { path, message } = parsed.error.issues[0]!;
    return fail('invalid', ['File', ...path].join(', '), message);
  }
  const { version } = parsed.data;
  const songs: BandFile['songs'][number][] = [];
  for (const song of parsed.data.songs) {
    const read = readSong(song, version);
    if (!read.ok) return within(`Song “${song.title}”`, read.problem);
    songs.push(read.value);
  }
  const known = new Set(
    songs.flatMap(({ arrangements }, song) =>
      arrangements.map((_, arrangement) => referenceTo(song, arrangement)),
    ),
  );
  const events: EventFile[] = [];
  for (const event of parsed.data.events) {
    const sets: SongSet[] = [];
    for (const one of event.sets) {
      const read = parseDocument(setKind, one);
      if (!read.ok) return within(`“${event.title}”`, read.problem);
      const strange = Object.values(read.value.items).some(
        ({ arrangement }) => !known.has(arrangement),
      );
      if (strange)
        return fail('invalid', `“${event.title}”`, 'A set names a song that is not in the file.');
      sets.push(read.value);
    }
    const { kind, title, place, startsAt, timeZone, loadInAt } = event;
    events.push({ kind, title, place, startsAt, timeZone, loadInAt, sets });
  }
  if (parsed.data.library === undefined)
    return ok({ format: 'ebrant-band', version: 1, songs, events });
  const library = parseDocument(libraryKind, parsed.data.library);
  return library.ok
    ? ok({ format: 'ebrant-band', version: 1, songs, events, library: library.value })
    : library;
};

/** What a band’s or a set’s file may hold, as JSON Schema. */
export const bandFileJsonSchema = () =>
  z.toJSONSchema(
    bandFileSchema.extend({
      songs: z.array(
        z.looseObject({
          ...songShape,
          arrangements: z.array(
            z.looseObject({ name: nameSchema('An arrangement'), map: roadMapKind.schema }),
          ),
        }),
      ),
      events: z.array(eventSchema.extend({ sets: z.array(setKind.schema) })),
      library: libraryKind.schema.optional(),
    }),
    { io: 'input', unrepresentable: 'any', reused: 'ref' },
  );

const within = (where: string, problem: Problem): Result<never> =>
  fail(problem.code, `${where}, ${problem.place}`, problem.message);
