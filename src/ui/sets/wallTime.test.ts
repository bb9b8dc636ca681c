import { instantOf, wallTimeOf } from './wallTime';

// Offsets from the IANA tz database: New York is 5 hours behind UTC in December and 4 in July, Kathmandu
// 5 hours and 45 minutes ahead.
test.each([
  ['2026-12-05 20:00:00', 'America/New_York', '2026-12-06T01:00:00.000Z'],
  ['2026-07-05 20:00:00', 'America/New_York', '2026-07-06T00:00:00.000Z'],
  ['2026-12-05 20:00:00', 'Asia/Kathmandu', '2026-12-05T14:15:00.000Z'],
  ['2026-12-05 20:00:00', 'Etc/UTC', '2026-12-05T20:00:00.000Z'],
])('%s in %s is %s', (wallTime, zone, instant) => {
  expect(instantOf(wallTime, zone)).toBe(instant);
  expect(wallTimeOf(instant, zone)).toBe(wallTime);
});
