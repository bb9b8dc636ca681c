import type { Presence } from '../document';
import { createPresence, hueOf, initialsOf, type Said } from './presence';

const SONG = 'song-1';
let clock = 0;
beforeEach(() => {
  clock = 0;
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

const pass = (milliseconds: number) => {
  clock += milliseconds;
  jest.advanceTimersByTime(milliseconds);
};

const opened = (page: string, member: string) => {
  const said: Said[] = [];
  const changes = jest.fn();
  const presence = createPresence({
    page,
    member,
    document: SONG,
    say: (one) => said.push(one),
    now: () => clock,
    onChange: changes,
  });
  return { ...presence, said, changes };
};

const told = (page: string, name: string, more: Partial<Presence> = {}): Presence => ({
  document: SONG,
  member: `id of ${name}`,
  name,
  page,
  place: null,
  typing: false,
  gone: false,
  ...more,
});

test('a page says that it is there, where, and that it goes', () => {
  const mine = opened('p1', 'me');
  mine.goTo('verse');
  mine.goTo('chorus');
  expect(mine.said).toHaveLength(1);
  pass(400);
  mine.goTo('chorus');
  pass(1000);
  mine.close();
  pass(100_000);
  expect(mine.said).toEqual([
    { page: 'p1', place: null, typing: false, gone: false },
    { page: 'p1', place: 'chorus', typing: false, gone: false },
    { page: 'p1', place: 'chorus', typing: false, gone: true },
  ]);
});

test('typing is told once, and that it is over three seconds after the last key', () => {
  const mine = opened('p1', 'me');
  for (let key = 0; key < 10; key++) {
    mine.types();
    pass(1000);
  }
  expect(mine.said.map(({ typing }) => typing)).toEqual([false, true]);
  pass(1999);
  expect(mine.said).toHaveLength(2);
  pass(1);
  expect(mine.said.map(({ typing }) => typing)).toEqual([false, true, false]);
});

test('who is new is answered once, who is known is not, and oneself is nobody else', () => {
  const mine = opened('p1', 'me');
  mine.hear(told('p2', 'Odile'));
  mine.hear(told('p3', 'Tam'));
  mine.hear(told('p4', 'me too', { member: 'me' }));
  mine.hear(told('p5', 'Wren', { document: 'another song' }));
  pass(400);
  expect(mine.said).toHaveLength(2);
  expect(mine.people().map(({ name }) => name)).toEqual(['Odile', 'Tam']);
  mine.hear(told('p2', 'Odile', { place: 'verse' }));
  pass(400);
  expect(mine.said).toHaveLength(2);
  expect(mine.people()[0]).toEqual({
    member: 'id of Odile',
    name: 'Odile',
    place: 'verse',
    typing: false,
  });
});

test('who leaves is gone at once; who is not heard any more, after a minute', () => {
  const mine = opened('p1', 'me');
  mine.hear(told('p2', 'Odile'));
  mine.hear(told('p3', 'Tam'));
  mine.hear(told('p2', 'Odile', { gone: true }));
  expect(mine.people().map(({ name }) => name)).toEqual(['Tam']);
  pass(50_000);
  expect(mine.people()).toHaveLength(1);
  pass(25_000);
  expect(mine.people()).toEqual([]);
});

test('somebody with two windows is one person, where they type', () => {
  const mine = opened('p1', 'me');
  mine.hear(told('p2', 'Odile', { place: 'verse', typing: true }));
  pass(10);
  mine.hear(told('p3', 'Odile', { place: 'chorus' }));
  expect(mine.people()).toEqual([
    { member: 'id of Odile', name: 'Odile', place: 'verse', typing: true },
  ]);
  mine.hear(told('p2', 'Odile', { gone: true }));
  expect(mine.people()[0]?.place).toBe('chorus');
});

test('the page is drawn again only where something is new', () => {
  const mine = opened('p1', 'me');
  mine.hear(told('p2', 'Odile', { place: 'verse' }));
  mine.hear(told('p2', 'Odile', { place: 'verse' }));
  expect(mine.changes).toHaveBeenCalledTimes(1);
  mine.hear(told('p2', 'Odile', { place: 'chorus' }));
  expect(mine.changes).toHaveBeenCalledTimes(2);
});

test('each says again that it is there', () => {
  const mine = opened('p1', 'me');
  pass(75_000);
  expect(mine.said).toHaveLength(4);
});

test.each([
  ['Odile Marsh', 'OM'],
  ['Odile van der Marsh', 'OM'],
  [' Tam ', 'T'],
  ['𝔚ren Halloway', '𝔚H'],
  ['海 音', '海音'],
  ['', ''],
])('the initials of %p are %p', (name, initials) => {
  expect(initialsOf(name)).toBe(initials);
});

test('a person’s colour is no level’s and not the accent’s, and always the same', () => {
  for (let number = 0; number < 50; number++) {
    const hue = hueOf(`member ${number}`);
    expect(hue).toBe(hueOf(`member ${number}`));
    expect(hue < 180 || hue > 240).toBe(true);
    expect(Math.abs(hue - 35)).toBeGreaterThan(40);
  }
});
