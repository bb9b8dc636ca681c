import 'server-only';
import { randomUUID } from 'node:crypto';
import type { Operation } from '@/core/base/document';
import { type BandFile, referenceTo } from '@/core/files/sheet';
import { CLICK_SETTINGS_FIELDS, hasNoOverrides, sayOfClick } from '@/core/music/click';
import type { SongSet } from '@/core/song/set';
import { type MemberId, type Queries, Refusal } from '../database';
import { saveChanges } from '../documents';
import { bandLibrary } from './library';
import {
  bandEvents,
  bandSets,
  createEvent,
  createSet,
  type NewEvent,
  namedIn,
  readSet,
} from './sets';
import { bandSongs, createArrangement, createSong, type SongEntry } from './songs';

/** A band as a file: its songs with all their arrangements, its gigs and sets, its library. */
export const bandFile = async (
  db: Queries,
  band: string,
): Promise<Omit<BandFile, 'format' | 'version'>> => {
  const sets = await bandSets(db, band);
  const also = sets.flatMap(({ set }) => namedIn(set));
  const { songs, references } = songsOf(await bandSongs(db, band, { archived: true, also }));
  const events = [...(await bandEvents(db, band, { archived: true }))].sort(
    (a, b) => a.startsAt.getTime() - b.startsAt.getTime() || (a.title < b.title ? -1 : 1),
  );
  return {
    songs,
    events: events.map(({ id, ...event }) => ({
      ...inFile(event),
      sets: sets.filter(({ event }) => event === id).map(({ set }) => renamed(set, references)),
    })),
    library: (await bandLibrary(db, band)).document,
  };
};

/** A set as a file: with its songs, and the event it belongs to. */
export const setFile = async (
  db: Queries,
  band: string,
  id: string,
): Promise<Omit<BandFile, 'format' | 'version'>> => {
  const { set, of } = await readSet(db, id);
  const named = new Set(namedIn(set));
  const all = await bandSongs(db, band, { archived: true, also: [...named] });
  const wanted = new Set(
    all.filter(({ arrangement }) => named.has(arrangement)).map(({ song }) => song),
  );
  const { songs, references } = songsOf(all.filter(({ song }) => wanted.has(song)));
  return { songs, events: [{ ...inFile(of), sets: [renamed(set, references)] }] };
};

/** A gig or rehearsal as a file says it. */
const inFile = ({ kind, title, place, startsAt, timeZone, loadInAt }: NewEvent) => ({
  kind,
  title,
  place,
  startsAt: startsAt.toISOString(),
  timeZone,
  loadInAt: loadInAt?.toISOString() ?? null,
});

/** Songs with their arrangements, and what a file calls each arrangement. */
const songsOf = (entries: readonly SongEntry[]) => {
  const grouped = new Map<string, SongEntry[]>();
  for (const entry of entries) grouped.set(entry.song, [...(grouped.get(entry.song) ?? []), entry]);
  const references = new Map<string, string>();
  const songs = [...grouped.values()].map((arrangements, song) => {
    arrangements.forEach(({ arrangement }, index) => {
      references.set(arrangement, referenceTo(song, index));
    });
    return {
      title: arrangements[0]!.title,
      arrangements: arrangements.map(({ arrangementName: name, map }) => ({ name, map })),
    };
  });
  return { songs, references };
};

const renamed = (set: SongSet, names: ReadonlyMap<string, string>): SongSet => ({
  ...set,
  items: Object.fromEntries(
    Object.entries(set.items).map(([id, item]) => [
      id,
      { ...item, arrangement: names.get(item.arrangement) ?? item.arrangement },
    ]),
  ),
});

/** Puts all that a file holds into a band, beside what is there. */
export const restoreInto = async (
  db: Queries,
  author: MemberId,
  band: string,
  file: BandFile,
  onPut: (done: number, of: number) => void = () => undefined,
): Promise<void> => {
  const names = new Map<string, string>();
  for (const [index, { title, arrangements }] of file.songs.entries()) {
    onPut(index, file.songs.length);
    const [first, ...others] = arrangements;
    const made = await createSong(db, band, title, first!.map, first!.name);
    names.set(referenceTo(index, 0), made.arrangement);
    for (const [at, { name, map }] of others.entries()) {
      const arrangement = await createArrangement(db, band, made.song, name, map);
      names.set(referenceTo(index, at + 1), arrangement);
    }
  }
  for (const { sets, startsAt, loadInAt, ...event } of file.events) {
    const id = await createEvent(db, band, {
      ...event,
      startsAt: new Date(startsAt),
      loadInAt: loadInAt === null ? null : new Date(loadInAt),
    });
    for (const set of sets) await createSet(db, band, id, renamed(set, names));
  }
  if (file.library) await addToLibrary(db, author, band, file.library);
};

/** What the band has said of its click stays; patterns come beside those that are there. */
const addToLibrary = async (
  db: Queries,
  author: MemberId,
  band: string,
  { click, patterns }: NonNullable<BandFile['library']>,
) => {
  const { id, document, revision } = await bandLibrary(db, band);
  const operations: Operation[] = [
    ...Object.values(patterns)
      .filter((pattern) => !document.patterns[pattern.id])
      .map(
        (pattern): Operation => ({
          type: 'insert',
          in: 'patterns',
          id: pattern.id,
          value: pattern,
        }),
      ),
    ...(hasNoOverrides(document.click)
      ? CLICK_SETTINGS_FIELDS.filter((field) => click[field] !== null).flatMap((field) =>
          sayOfClick(field, click[field]),
        )
      : []),
  ];
  if (operations.length === 0) return;
  const { outcomes } = await saveChanges(db, author, id, revision, [
    { id: randomUUID(), operations },
  ]);
  for (const outcome of outcomes) if ('problem' in outcome) throw new Refusal(outcome.problem);
};
