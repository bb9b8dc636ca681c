import { randomUUID } from 'node:crypto';
import { blankRoadMap } from '@/core/song/roadmap';
import { blankSet, type SongSet } from '@/core/song/set';
import { asMember, type MemberId } from '../database';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import {
  bandEvents,
  bandSets,
  bandSongs,
  copyEvent,
  copySet,
  copySong,
  createArrangement,
  createEvent,
  createSet,
  createSong,
  removedThings,
  renameArrangement,
  setArchived,
  setDeleted,
} from '.';

let db: TestDatabase;
let band = '';
let drummer: MemberId;
let player: MemberId;
const as = <T>(work: Parameters<typeof asMember<T>>[1]) => asMember(drummer, work);

beforeAll(async () => {
  db = await openTestDatabase('removing_test');
  band = await db.value(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
  const member = (name: string) =>
    db.value<MemberId>('SELECT id FROM member WHERE name = $1', [name]);
  drummer = await member('Wren Halloway');
  player = await member('Tam Breck');
});
afterAll(() => db.close());

const titles = (songs: readonly { readonly title: string }[]) => songs.map(({ title }) => title);

const setWith = (...arrangements: string[]): SongSet => ({
  ...blankSet('Evening'),
  items: Object.fromEntries(
    arrangements.map((arrangement, index) => [
      `i${index}`,
      {
        id: `i${index}`,
        kind: 'song',
        order: `a${index}`,
        arrangement,
        gap: { kind: 'seconds', seconds: 5 },
        tempo: null,
        key: '',
        cuts: [],
        keeps: null,
      },
    ]),
  ),
});

const evening = (at: string, title = 'Evening') => ({
  kind: 'gig' as const,
  title,
  place: '',
  startsAt: new Date(at),
  timeZone: 'Europe/Lisbon',
  loadInAt: null,
});

/** As if so many days had gone by since it was deleted. */
const daysAgo = (table: string, id: string, days: number) =>
  db.value(
    `UPDATE ${table} SET deleted_at = now() - make_interval(days => $2) WHERE id = $1 RETURNING id`,
    [id, days],
  );

test('a deleted song is out of the list and comes back as it was', async () => {
  const { song } = await as((q) => createSong(q, band, 'Going'));
  await as((q) => setDeleted(q, 'song', song, true));
  expect(titles(await as((q) => bandSongs(q, band)))).not.toContain('Going');
  expect(await as((q) => removedThings(q, band))).toMatchObject([
    { what: 'song', id: song, title: 'Going', state: 'deleted' },
  ]);
  await as((q) => setDeleted(q, 'song', song, false));
  expect(titles(await as((q) => bandSongs(q, band)))).toContain('Going');
  expect(await as((q) => removedThings(q, band))).toEqual([]);
});

test('an archived song is out of the list, but in the back-up and wherever a set names it', async () => {
  const { song, arrangement } = await as((q) => createSong(q, band, 'Old one'));
  await as((q) => setArchived(q, 'song', song, true));
  expect(titles(await as((q) => bandSongs(q, band)))).not.toContain('Old one');
  expect(titles(await as((q) => bandSongs(q, band, { archived: true })))).toContain('Old one');
  expect(titles(await as((q) => bandSongs(q, band, { also: [arrangement] })))).toContain('Old one');
  await as((q) => setArchived(q, 'song', song, false));
});

test('who may only read cannot delete; what is another band’s is not there', async () => {
  const { song } = await as((q) => createSong(q, band, 'Mine'));
  await expect(asMember(player, (q) => setDeleted(q, 'song', song, true))).rejects.toMatchObject({
    problem: { code: 'forbidden' },
  });
  await expect(as((q) => setDeleted(q, 'song', randomUUID(), true))).rejects.toMatchObject({
    problem: { code: 'not-found' },
  });
});

test('a song keeps one arrangement; the name of a deleted one is free, and then taken', async () => {
  const { song, arrangement } = await as((q) => createSong(q, band, 'Ways'));
  await expect(as((q) => setDeleted(q, 'arrangement', arrangement, true))).rejects.toMatchObject({
    problem: { code: 'invalid' },
  });
  const short = await as((q) => createArrangement(q, band, song, 'Short', blankRoadMap()));
  await as((q) => setDeleted(q, 'arrangement', short, true));
  const again = await as((q) => createArrangement(q, band, song, 'Short', blankRoadMap()));
  await expect(as((q) => setDeleted(q, 'arrangement', short, false))).rejects.toMatchObject({
    problem: { code: 'taken' },
  });
  await expect(as((q) => renameArrangement(q, again, 'as RECORDED'))).rejects.toMatchObject({
    problem: { code: 'taken' },
  });
  await as((q) => renameArrangement(q, again, 'Shorter'));
  await as((q) => setDeleted(q, 'arrangement', short, false));
  const names = (await as((q) => bandSongs(q, band)))
    .filter((one) => one.song === song)
    .map(({ arrangementName }) => arrangementName);
  expect(names.sort()).toEqual(['As recorded', 'Short', 'Shorter']);
});

test('after thirty days it goes for good with its log, and not a day before', async () => {
  const early = await as((q) => createSong(q, band, 'Twenty-nine days'));
  const late = await as((q) => createSong(q, band, 'Thirty-one days'));
  for (const { song } of [early, late]) await as((q) => setDeleted(q, 'song', song, true));
  await daysAgo('song', early.song, 29);
  await daysAgo('song', late.song, 31);
  const other = await as((q) => createSong(q, band, 'Another'));
  await as((q) => setDeleted(q, 'song', other.song, true));
  const left = await db.value<string[]>(
    `SELECT coalesce(array_agg(id), '{}') FROM document WHERE id = ANY ($1)`,
    [[early.arrangement, late.arrangement]],
  );
  expect(left).toEqual([early.arrangement]);
});

test('a song that a set still plays does not go for good', async () => {
  const { song, arrangement } = await as((q) => createSong(q, band, 'In a set'));
  const event = await as((q) => createEvent(q, band, evening('2027-01-05T20:00:00Z')));
  const set = await as((q) => createSet(q, band, event, setWith(arrangement)));
  await as((q) => setDeleted(q, 'song', song, true));
  await daysAgo('song', song, 400);
  const other = await as((q) => createSong(q, band, 'One more'));
  await as((q) => setDeleted(q, 'song', other.song, true));
  expect(
    await db.value('SELECT count(*)::integer FROM document WHERE id = $1', [arrangement]),
  ).toBe(1);
  // With its set it does.
  await as((q) => setDeleted(q, 'set', set, true));
  await daysAgo('song_set', set, 31);
  await as((q) => setDeleted(q, 'song', other.song, true));
  expect(
    await db.value('SELECT count(*)::integer FROM document WHERE id = ANY ($1)', [
      [arrangement, set],
    ]),
  ).toBe(0);
});

test('a gig is archived and deleted with its sets, and copied a week later with what they hold', async () => {
  const event = await as((q) => createEvent(q, band, evening('2027-02-05T20:00:00Z', 'Ball')));
  const { arrangement } = await as((q) => createSong(q, band, 'For the ball'));
  const set = await as((q) => createSet(q, band, event, setWith(arrangement)));
  const twice = await as((q) => copySet(q, set));
  const copy = await as((q) => copyEvent(q, event));
  const events = await as((q) => bandEvents(q, band));
  expect(events.find(({ id }) => id === copy)).toMatchObject({
    title: 'Ball',
    startsAt: new Date('2027-02-12T20:00:00Z'),
    timeZone: 'Europe/Lisbon',
  });
  const sets = await as((q) => bandSets(q, band));
  const named = (id: string) => sets.filter((one) => one.event === id).map((one) => one.set);
  expect(named(event).map(({ heading }) => heading.title)).toEqual(['Evening', 'Evening (copy)']);
  expect(
    named(copy).map(({ items }) => Object.values(items).map((one) => one.arrangement)),
  ).toEqual([[arrangement], [arrangement]]);
  await as((q) => setDeleted(q, 'set', twice, true));
  await as((q) => setArchived(q, 'event', event, true));
  await as((q) => setDeleted(q, 'event', copy, true));
  const ids = (await as((q) => bandEvents(q, band))).map(({ id }) => id);
  expect(ids).not.toContain(event);
  expect(ids).not.toContain(copy);
  expect(
    (await as((q) => removedThings(q, band))).map(({ what, state }) => `${what} ${state}`),
  ).toEqual(expect.arrayContaining(['set deleted', 'event archived', 'event deleted']));
});

test('a song is copied with all its arrangements', async () => {
  const { song } = await as((q) => createSong(q, band, 'Original'));
  await as((q) => createArrangement(q, band, song, 'Short', blankRoadMap()));
  const { arrangement } = await as((q) => copySong(q, song));
  const all = await as((q) => bandSongs(q, band));
  const copied = all.find((one) => one.arrangement === arrangement);
  expect(copied?.title).toBe('Original (copy)');
  expect(
    all.filter((one) => one.song === copied?.song).map(({ arrangementName }) => arrangementName),
  ).toEqual(['As recorded', 'Short']);
});
