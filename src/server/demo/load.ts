import 'server-only';
import * as z from 'zod';
import { firstOrders } from '@/core/base/document';
import { type ClickSettings, NO_OVERRIDES } from '@/core/music/click';
import { backbeatUses, generateFill, STARTING_POINTS, startFrom } from '@/core/music/kit';
import { blankLibrary } from '@/core/song/library';
import { blankSet, type Gap, type SetItem, type SongSet, STRAIGHT_ON } from '@/core/song/set';
import { bandLibrary, createArrangement, createEvent, createSet, createSong } from '../band';
import type { Queries } from '../database';
import { hashPassphrase } from '../people';
import { shapeOf } from '../people/names';
import { DEMO_MEMBERS, DEMO_PASSPHRASE, LOFT_STREET, SALTREACH } from './people';
import { threeWeeks } from './practice';
import { type DemoSong, LOFT_STREET_SONGS, SALTREACH_SONGS } from './songs';

/**
 * Loads the demo scenario into an empty database: a dance band's charity night at a harbour, and a
 * chapel team that shares its drummer. Runs as the database's owner.
 *
 * @param today dates are set from here: the gig on the Saturday after next, a rehearsal before it
 * @returns whether there was anything to load
 */
export const loadDemo = async (db: Queries, today: Date): Promise<boolean> => {
  const { count } = await db.one(
    z.object({ count: z.number() }),
    'SELECT count(*)::int AS count FROM band',
  );
  if (count > 0) return false;
  const bands = new Map<string, string>();
  for (const { slug, name } of [SALTREACH, LOFT_STREET])
    bands.set(slug, await insertBand(db, slug, name));
  await insertMembers(db, bands);
  await loadSaltreach(db, bands.get(SALTREACH.slug)!, today);
  await loadLoftStreet(db, bands.get(LOFT_STREET.slug)!, today);
  return true;
};

const withId = z.object({ id: z.string() });

const insertBand = async (db: Queries, slug: string, name: string): Promise<string> =>
  (await db.one(withId, 'INSERT INTO band (slug, name) VALUES ($1, $2) RETURNING id', [slug, name]))
    .id;

const insertMembers = async (db: Queries, bands: ReadonlyMap<string, string>) => {
  for (const { name, roles } of DEMO_MEMBERS) {
    const { id } = await db.one(
      withId,
      'INSERT INTO member (name, shape, passphrase_hash) VALUES ($1, $2, $3) RETURNING id',
      [name, shapeOf(name), await hashPassphrase(DEMO_PASSPHRASE)],
    );
    for (const [slug, role] of roles) {
      await db.run('INSERT INTO membership (band, member, role) VALUES ($1, $2, $3)', [
        bands.get(slug),
        id,
        role,
      ]);
    }
  }
};

/** Every song with its arrangements; answers the first arrangement of each title. */
const insertSongs = async (db: Queries, band: string, songs: readonly DemoSong[]) => {
  const first = new Map<string, string>();
  for (const { title, arrangements } of songs) {
    const [[, map], ...others] = arrangements as [
      DemoSong['arrangements'][number],
      ...DemoSong['arrangements'],
    ];
    const { song, arrangement } = await createSong(db, band, title, map);
    first.set(title, arrangement);
    for (const [name, other] of others) await createArrangement(db, band, song, name, other);
  }
  return first;
};

const pause = (seconds: number): Gap => ({ kind: 'seconds', seconds });

type Changes = Partial<Pick<SetItem, 'tempo' | 'key' | 'cuts'>>;
type Entry = readonly [title: string, gap: Gap, changes?: Changes];

const setOf = (
  title: string,
  slotMinutes: number,
  songs: ReadonlyMap<string, string>,
  entries: readonly Entry[],
): SongSet => {
  const orders = firstOrders(entries.length);
  const items = entries.map(([song, gap, changes], index) => ({
    id: `i${index + 1}`,
    kind: 'song' as const,
    order: orders[index]!,
    arrangement: songs.get(song)!,
    gap,
    tempo: null,
    key: '',
    cuts: [],
    keeps: null,
    ...changes,
  }));
  return {
    ...blankSet(title, slotMinutes),
    items: Object.fromEntries(items.map((item) => [item.id, item])),
  };
};

/** The band hears names and cues, and slow pulses are divided. */
const BAND_CLICK: ClickSettings = {
  ...NO_OVERRIDES,
  divideBelow: 70,
  sayNames: true,
  sayLast: true,
  sayCues: true,
};

/** A few grooves and fills that belong to the band rather than to a song, and what it says of its click. */
const fillLibrary = async (db: Queries, band: string) => {
  const wanted = ['Straight eighths', 'Train beat', 'Shuffle', 'Waltz', 'Six-eight', 'Bossa nova'];
  const grooves = STARTING_POINTS.filter(({ name }) => wanted.includes(name)).map((point, index) =>
    startFrom(point, `groove${index + 1}`),
  );
  const fills = [7, 41, 318].map((seed, index) =>
    generateFill(
      seed,
      {
        school: 'backbeat',
        meter: { numerator: 4, denominator: 4 },
        beats: 4,
        uses: backbeatUses({ numerator: 4, denominator: 4 }, 4),
        voices: ['highTom', 'floorTom', 'snare'],
        sticking: 'leading',
        lands: 'crash',
      },
      `fill${index + 1}`,
    ),
  );
  const orders = firstOrders(grooves.length + fills.length);
  const patterns = [...grooves, ...fills].map((one, index) => [
    one.id,
    { ...one, order: orders[index] },
  ]);
  const body = { ...blankLibrary(), click: BAND_CLICK, patterns: Object.fromEntries(patterns) };
  const { id } = await bandLibrary(db, band);
  await db.run('UPDATE document SET body = $2 WHERE id = $1', [id, JSON.stringify(body)]);
};

const loadSaltreach = async (db: Queries, band: string, today: Date) => {
  await fillLibrary(db, band);
  const songs = await insertSongs(db, band, SALTREACH_SONGS);
  const saturday = weekday(today, 6, 20);
  const tuesday = new Date(saturday.getTime() - 4 * DAY);
  tuesday.setHours(19, 0, 0, 0);
  const gig = await createEvent(db, band, {
    kind: 'gig',
    title: 'A night for the tidal mill',
    place: 'Saltreach quay',
    startsAt: saturday,
    timeZone: HERE,
    loadInAt: new Date(saturday.getTime() - 3 * HOUR),
  });
  const rehearsal = await createEvent(db, band, {
    kind: 'rehearsal',
    title: 'Rehearsal for the quay',
    place: 'Net loft',
    startsAt: tuesday,
    timeZone: HERE,
    loadInAt: null,
  });
  await createSet(
    db,
    band,
    gig,
    setOf('First set', 25, songs, [
      ['Slack Water', pause(8)],
      ['Nine Mile Ferry', pause(10)],
      ['Lantern over the Weir', pause(12)],
      ['Rope Walk Shuffle', pause(8)],
      ['Five Bells', STRAIGHT_ON],
      ['Quay Lights', pause(15)],
      ['Hauling Up', pause(0)],
    ]),
  );
  await createSet(
    db,
    band,
    gig,
    setOf('Second set', 25, songs, [
      ['While the Kettle Sings', pause(5)],
      ['Millstone', pause(8)],
      ['Seven at the Harbour Wall', pause(10)],
      ['Low Tide Blues', pause(12)],
      ['Three Ways Home', pause(8)],
      ['Gannet Street', STRAIGHT_ON],
      ['Not Yet, Not Yet', pause(20)],
      ['Last Boat', pause(0)],
    ]),
  );
  await createSet(
    db,
    band,
    rehearsal,
    setOf('Run-through', 30, songs, [
      ['Gannet Street', pause(30), { tempo: { kind: 'percent', percent: 90 } }],
      ['Five Bells', { kind: 'talk', seconds: 30, words: 'Odile' }, { key: 'B flat' }],
      ['Seven at the Harbour Wall', pause(30)],
      ['Hauling Up', pause(30)],
      ['Three Ways Home', pause(30)],
    ]),
  );
  await insertLog(db, band, 'Wren Halloway', songs, today, [
    'Slack Water',
    'Nine Mile Ferry',
    'Lantern over the Weir',
    'Rope Walk Shuffle',
    'Five Bells',
  ]);
  await insertLog(db, band, 'Ives Corran', songs, today, [
    'Millstone',
    'Seven at the Harbour Wall',
    'Low Tide Blues',
    'Gannet Street',
  ]);
};

/** What a member has practised of the songs of the band, over the last three weeks. */
const insertLog = async (
  db: Queries,
  band: string,
  name: string,
  songs: ReadonlyMap<string, string>,
  today: Date,
  titles: readonly string[],
) => {
  const practised = SALTREACH_SONGS.filter(({ title }) => titles.includes(title)).flatMap(
    ({ title, arrangements }) => {
      const arrangement = songs.get(title);
      const map = arrangements[0]?.[1];
      return arrangement && map ? [{ arrangement, title, map }] : [];
    },
  );
  for (const { id, at, song, body } of threeWeeks(name.length, practised, today))
    await db.run(
      `INSERT INTO practice (id, band, arrangement, member, at, body)
       SELECT $1, $2, $3, member.id, $4, $5 FROM member WHERE name = $6`,
      [id, band, song, at, JSON.stringify(body), name],
    );
};

const loadLoftStreet = async (db: Queries, band: string, today: Date) => {
  const songs = await insertSongs(db, band, LOFT_STREET_SONGS);
  const sunday = await createEvent(db, band, {
    kind: 'gig',
    title: 'Sunday morning',
    place: 'Loft Street Chapel',
    startsAt: weekday(today, 0, 10),
    timeZone: HERE,
    loadInAt: null,
  });
  await createSet(
    db,
    band,
    sunday,
    setOf('Morning', 15, songs, [
      ['Bread and Lamplight', pause(5)],
      ['Ordinary Light', pause(20)],
      ['Stairs to the Loft', pause(0)],
    ]),
  );
};

const HOUR = 3600 * 1000;
const DAY = 24 * HOUR;
/** The demo plays where its server stands. */
const HERE = new Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The day of the week that comes at least seven days after a date, at an hour. */
const weekday = (from: Date, day: number, hour: number): Date => {
  const date = new Date(from.getTime() + 7 * DAY);
  date.setDate(date.getDate() + ((day - date.getDay() + 7) % 7));
  date.setHours(hour, 0, 0, 0);
  return date;
};
