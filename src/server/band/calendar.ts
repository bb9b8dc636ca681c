import 'server-only';
import { getVtimezoneComponent } from '@touch4it/ical-timezones';
import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone';
import utc from 'dayjs/plugin/utc';
import ical, { ICalCalendarMethod } from 'ical-generator';
import nodeIcal from 'node-ical';
import * as z from 'zod';
import { timeZoneSchema } from '@/core/base/fields';
import { LONGEST_NAME } from '@/core/song/roadmap';
import { asMember, type MemberId, once, type Queries, refuse } from '../database';
import { hashToken, newToken } from '../people';
import { bandEvents, bandSets, type NewEvent } from './sets';

/** Gigs and rehearsals in the calendars that people have (iCalendar, RFC 5545). */

dayjs.extend(utc);
dayjs.extend(timezone);

const feedRow = z.object({ member: z.string(), band: z.string() });

/** A new secret address for a member's calendar of a band; the one before shows nothing any more. */
export const renewFeed = async (db: Queries, member: MemberId, band: string): Promise<string> => {
  const token = newToken();
  await db.run(
    `INSERT INTO calendar_feed (band, member, token_hash) VALUES ($1, $2, $3)
     ON CONFLICT (band, member) DO UPDATE SET token_hash = $3, made_at = now()`,
    [band, member, hashToken(token)],
  );
  return token;
};

/** Takes the address away. */
export const closeFeed = (db: Queries, member: MemberId, band: string): Promise<number> =>
  db.run('DELETE FROM calendar_feed WHERE band = $1 AND member = $2', [band, member]);

/**
 * The calendar that a secret address shows, as whoever it was made for.
 *
 * @param site where the application is reached, for the links to the sets
 * @throws Refusal `not-found` where the address was renewed or its member is not in the band any more
 */
export const calendarBy = async (token: string, site: string): Promise<string> => {
  const feed = await once((db) =>
    db.maybeOne(feedRow, 'SELECT member, band FROM calendar_of($1)', [hashToken(token)]),
  );
  if (!feed) return refuse('not-found', 'Calendar', 'There is no such calendar any more.');
  return asMember(feed.member as MemberId, (db) => writtenCalendar(db, feed.band, site));
};

const bandRow = z.object({ name: z.string(), slug: z.string() });
/** Of an evening whose sets have no slots. */
const USUAL_MINUTES = 120;

const writtenCalendar = async (db: Queries, band: string, site: string): Promise<string> => {
  const of = await db.maybeOne(bandRow, 'SELECT name, slug FROM band WHERE id = $1', [band]);
  if (!of) return refuse('not-found', 'Calendar', 'There is no such calendar any more.');
  const sets = await bandSets(db, band);
  const calendar = ical({
    name: of.name,
    prodId: { company: 'Ebrant', product: 'Gigs and rehearsals' },
    method: ICalCalendarMethod.PUBLISH,
  });
  calendar.timezone({ name: null, generator: getVtimezoneComponent });
  for (const event of await bandEvents(db, band)) {
    const played = sets.filter((set) => set.event === event.id);
    const [first] = played;
    const minutes = played.reduce((sum, { set }) => sum + (set.heading.slotMinutes ?? 0), 0);
    // In the time of its place: the library writes down what a clock there shows.
    const start = dayjs(event.startsAt).tz(event.timeZone);
    calendar.createEvent({
      id: `${event.id}@ebrant`,
      start,
      end: start.add(minutes > 0 ? minutes : USUAL_MINUTES, 'minute'),
      timezone: event.timeZone,
      summary: event.title,
      location: event.place || null,
      description: [
        event.kind === 'gig' ? 'Gig' : 'Rehearsal',
        ...(event.loadInAt ? [`Load-in at ${timeIn(event.loadInAt, event.timeZone)}`] : []),
        ...played.map(({ set }) => `Set: ${set.heading.title}`),
      ].join('\n'),
      ...(first && { url: `${site}/${of.slug}/sets/${first.id}` }),
    });
  }
  return calendar.toString();
};

const timeIn = (at: Date, timeZone: string): string =>
  at.toLocaleTimeString('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' });

const MOST_FOUND = 200;

/**
 * The gigs and rehearsals that somebody else's calendar file holds, soonest first; none of them is kept
 * by reading it.
 *
 * @throws Refusal `invalid` where it is no calendar, or has no event with a time
 */
export const readCalendar = (text: string): NewEvent[] => {
  if (!/^\s*BEGIN:VCALENDAR/i.test(text))
    return refuse('invalid', 'File', 'This is no calendar file: one begins with BEGIN:VCALENDAR.');
  const found = Object.values(parsed(text)).flatMap((one): NewEvent[] => {
    if (one?.type !== 'VEVENT' || !(one.start instanceof Date) || Number.isNaN(one.start.getTime()))
      return [];
    const title = textOf(one.summary) || 'Rehearsal';
    const zone = timeZoneSchema.safeParse((one.start as { tz?: string }).tz);
    return [
      {
        kind: /rehears|run-through|practice|practise/i.test(title) ? 'rehearsal' : 'gig',
        title,
        place: textOf(one.location),
        startsAt: new Date(one.start.getTime()),
        timeZone: zone.success ? zone.data : 'Etc/UTC',
        loadInAt: null,
      },
    ];
  });
  if (found.length === 0)
    return refuse('invalid', 'File', 'There is no event with a day and a time in this calendar.');
  return found.toSorted((a, b) => a.startsAt.getTime() - b.startsAt.getTime()).slice(0, MOST_FOUND);
};

const parsed = (text: string) => {
  try {
    return nodeIcal.sync.parseICS(text);
  } catch {
    return refuse('invalid', 'File', 'This calendar file is damaged.');
  }
};

/** A text of a calendar as a name here: plain, on one line, not too long. */
const textOf = (value: unknown): string => {
  const text = typeof value === 'object' && value !== null && 'val' in value ? value.val : value;
  return [
    ...String(text ?? '')
      .replace(/[\s\p{Cc}]+/gu, ' ')
      .trim(),
  ]
    .slice(0, LONGEST_NAME)
    .join('');
};
