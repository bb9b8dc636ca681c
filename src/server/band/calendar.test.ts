import ICAL from 'ical.js';
import { openTestDatabase, type TestDatabase } from '../testing/database';
import { calendarBy, closeFeed, readCalendar, renewFeed } from './calendar';
import { createEvent } from './sets';

let db: TestDatabase;
let band: string;
beforeAll(async () => {
  db = await openTestDatabase('calendar_test');
  band = await db.value(`SELECT id FROM band WHERE slug = 'saltreach-nine'`);
});
afterAll(() => db.close());

const refusal = async (make: () => unknown) => {
  try {
    await make();
    return 'not refused';
  } catch (error) {
    return (error as Error).message;
  }
};
const feedOf = async (name: string) => {
  const member = await db.member(name);
  return db.as(name, (q) => renewFeed(q, member, band));
};

/** What an independent reader of RFC 5545 finds. */
const readBack = (text: string) => {
  const calendar = new ICAL.Component(ICAL.parse(text));
  for (const zone of calendar.getAllSubcomponents('vtimezone'))
    ICAL.TimezoneService.register(new ICAL.Timezone(zone));
  return calendar.getAllSubcomponents('vevent').map((component) => {
    const event = new ICAL.Event(component);
    return {
      title: event.summary,
      place: event.location,
      startsAt: event.startDate.toJSDate().toISOString(),
      minutes: event.duration.toSeconds() / 60,
      zone: event.startDate.zone?.tzid,
      url: component.getFirstPropertyValue('url'),
      stamp: String(component.getFirstPropertyValue('dtstamp')),
      words: event.description,
    };
  });
};

test('an independent reader finds each gig at its moment, in its own time zone, with its place and set', async () => {
  await db.as('Odile Marsh', (q) =>
    createEvent(q, band, {
      kind: 'gig',
      title: 'Harbour; day, 2',
      place: 'Pier, “east”',
      // The hour before clocks go back in New York.
      startsAt: new Date('2027-11-07T04:30:00Z'),
      timeZone: 'America/New_York',
      loadInAt: new Date('2027-11-07T02:00:00Z'),
    }),
  );
  const found = readBack(await calendarBy(await feedOf('Tam Breck'), 'https://ebrant.test'));
  expect(found).toHaveLength(3);
  const stored = await db.value<string>(
    `SELECT to_char(starts_at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS".000Z"') FROM event
     WHERE title = 'A night for the tidal mill'`,
  );
  expect(found.find(({ title }) => title === 'A night for the tidal mill')).toMatchObject({
    place: 'Saltreach quay',
    startsAt: stored,
    // Two sets of 25 minutes.
    minutes: 50,
    words: expect.stringContaining('Set: First set\nSet: Second set'),
    url: expect.stringMatching(/^https:\/\/ebrant\.test\/saltreach-nine\/sets\/[0-9a-f-]{36}$/),
    stamp: expect.stringMatching(/Z$/),
  });
  expect(found.find(({ title }) => title === 'Harbour; day, 2')).toMatchObject({
    place: 'Pier, “east”',
    startsAt: '2027-11-07T04:30:00.000Z',
    zone: 'America/New_York',
    words: expect.stringContaining('Load-in at 22:00'),
  });
});

test('a renewed address ends the one before; each ends with the membership', async () => {
  const old = await feedOf('Wren Halloway');
  const renewed = await feedOf('Wren Halloway');
  expect(await refusal(() => calendarBy(old, ''))).toContain('no such calendar');
  expect(await refusal(() => calendarBy(renewed, ''))).toBe('not refused');
  const wren = await db.member('Wren Halloway');
  await db.as('Wren Halloway', (q) => closeFeed(q, wren, band));
  expect(await refusal(() => calendarBy(renewed, ''))).toContain('no such calendar');
  const again = await feedOf('Wren Halloway');
  await db.value('DELETE FROM membership WHERE band = $1 AND member = $2 RETURNING role', [
    band,
    wren,
  ]);
  expect(await refusal(() => calendarBy(again, ''))).toContain('no such calendar');
});

const file = (...lines: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x//y//EN', ...lines, 'END:VCALENDAR'].join('\r\n');

test('somebody else’s calendar: times in zones, in UTC, folded lines, escaped texts', () => {
  expect(
    readCalendar(
      file(
        'BEGIN:VEVENT',
        'UID:1',
        'DTSTART;TZID=Europe/Lisbon:20270603T200000',
        'SUMMARY:Rehearsal at the',
        '  loft\\, upstairs',
        'LOCATION:Net loft\\nsecond door',
        'END:VEVENT',
        'BEGIN:VEVENT',
        'UID:2',
        'DTSTART:20270101T190000Z',
        'SUMMARY:New year',
        'END:VEVENT',
      ),
    ),
  ).toEqual([
    {
      kind: 'gig',
      title: 'New year',
      place: '',
      startsAt: new Date('2027-01-01T19:00:00Z'),
      timeZone: 'Etc/UTC',
      loadInAt: null,
    },
    {
      kind: 'rehearsal',
      title: 'Rehearsal at the loft, upstairs',
      place: 'Net loft second door',
      // Lisbon is an hour ahead of UTC in June.
      startsAt: new Date('2027-06-03T19:00:00Z'),
      timeZone: 'Europe/Lisbon',
      loadInAt: null,
    },
  ]);
});

test('what is written here is read here again as it was', async () => {
  const text = await calendarBy(await feedOf('Odile Marsh'), 'https://ebrant.test');
  const read = readCalendar(text);
  expect(read.map(({ title }) => title)).toContain('A night for the tidal mill');
  expect(read.map(({ startsAt }) => startsAt.toISOString())).toEqual(
    readBack(text)
      .map(({ startsAt }) => startsAt)
      .sort(),
  );
});

test.each([
  ['nothing', '', 'no calendar file'],
  ['a letter', 'Dear Wren, see you on Friday.', 'no calendar file'],
  ['a calendar without events', file(), 'no event with a day and a time'],
  [
    'an event without a time',
    file('BEGIN:VEVENT', 'UID:1', 'SUMMARY:Some day', 'END:VEVENT'),
    'no event with a day and a time',
  ],
  [
    'an event at no time that there is',
    file('BEGIN:VEVENT', 'UID:1', 'DTSTART:whenever', 'END:VEVENT'),
    'no event with a day and a time',
  ],
])('%s is refused in a sentence', async (_, text, sentence) => {
  expect(await refusal(() => readCalendar(text))).toContain(sentence);
});

test('a title of any length and with control characters becomes a name', () => {
  const [event] = readCalendar(
    file(
      'BEGIN:VEVENT',
      'UID:1',
      'DTSTART:20270101T190000Z',
      `SUMMARY:${'🥁'.repeat(500)}\u0007`,
      'END:VEVENT',
    ),
  );
  expect([...(event?.title ?? '')]).toHaveLength(120);
});
