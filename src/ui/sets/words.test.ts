import { dateWords, hereWords, slotWords, timeWords } from './words';

// 20:00 in Lisbon in winter is 20:00 UTC, 21:00 in Berlin and 05:00 the next day in Tokyo (IANA tz database).
const GIG = '2026-12-05T20:00:00.000Z';

test('a gig is said in the time of its place, whoever looks', () => {
  expect(dateWords(GIG, 'Europe/Lisbon')).toBe('Saturday 5 December at 20:00');
  expect(dateWords(GIG, 'Asia/Tokyo')).toBe('Sunday 6 December at 05:00');
  expect(timeWords(GIG, 'Europe/Berlin')).toBe('21:00');
});

test('the time of who reads stands beside it where it differs', () => {
  expect(hereWords(GIG, 'Europe/Lisbon', 'Europe/London')).toBe('');
  expect(hereWords(GIG, 'Europe/Lisbon', 'Europe/Berlin')).toBe('21:00 where you are');
  expect(hereWords(GIG, 'Europe/Lisbon', 'Asia/Tokyo')).toBe(
    'Sunday 6 December at 05:00 where you are',
  );
});

test('a set against its slot', () => {
  expect(slotWords(1450, null)).toBe('24:10');
  expect(slotWords(1450, 25)).toBe('24:10 of 25:00, 0:50 to spare');
  expect(slotWords(1555, 25)).toBe('25:55 of 25:00, 0:55 over');
});
