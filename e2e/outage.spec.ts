import { execFileSync } from 'node:child_process';
import { enter, newSong, saved, stored, typeSections } from './support';
import { expect, test } from './test';

const database = (command: 'pause' | 'resume') =>
  execFileSync('bin/database', [command, process.env.EBRANT_DATABASE ?? 'test']);

test('the database stopped and started in the middle of editing: nothing is lost', async ({
  page,
  context,
}) => {
  await enter(page);
  const id = await newSong(page, 'Outage');
  await typeSections(page, [
    ['Intro', 4],
    ['Verse', 16],
  ]);
  await saved(page);
  database('pause');
  try {
    await page.getByLabel('Bars of Intro').fill('8');
    await expect(page.getByText('Not saved yet')).toBeVisible({ timeout: 15_000 });
    await page.getByLabel('Bars of Verse').fill('12');
    expect((await page.request.get('/api/ready')).status()).toBe(503);
  } finally {
    database('resume');
  }
  await saved(page);
  const { body } = await stored(page, id);
  expect(Object.values(body.sections)).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ name: 'Intro', bars: 8 }),
      expect.objectContaining({ name: 'Verse', bars: 12 }),
    ]),
  );
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByLabel('Name of Intro').fill('Opening');
  await expect(page.getByLabel('Bars of Opening')).toHaveValue('8');
});

test('a window closed while the server is away hands its edits to the next', async ({
  page,
  context,
}) => {
  await enter(page);
  const id = await newSong(page, 'Left behind');
  await typeSections(page, [['Intro', 4]]);
  await saved(page);
  const url = page.url();
  await page.route('**/changes', (route) => route.abort());
  await page.getByLabel('Bars of Intro').fill('11');
  await expect(page.getByText('Not saved yet')).toBeVisible();
  await page.close();
  const next = await context.newPage();
  await next.goto(url);
  await expect(next.getByLabel('Bars of Intro')).toHaveValue('11');
  await saved(next);
  expect(Object.values((await stored(next, id)).body.sections)[0]).toMatchObject({ bars: 11 });
});

test('the database stopped while a band’s file is put back: all of it is there, or nothing', async ({
  page,
}) => {
  await enter(page);
  const count = async () => {
    const file = await (await page.request.get('/api/bands/saltreach-nine/file')).json();
    return { songs: file.songs.length, sets: file.events.length };
  };
  const text = await (await page.request.get('/api/bands/saltreach-nine/file')).text();
  const before = await count();
  // Large enough to be in the middle of it when the database goes.
  const file = JSON.parse(text);
  const songs = Array.from({ length: 20 }, () => file.songs).flat();
  const large = JSON.stringify({ ...file, songs, events: [], library: undefined });
  const restoring = page.request.post('/api/bands/saltreach-nine/file', { data: { text: large } });
  await page.waitForTimeout(700);
  database('pause');
  const answer = await restoring;
  database('resume');
  await expect.poll(async () => (await page.request.get('/api/ready')).status()).toBe(200);
  const after = await count();
  if (answer.status() === 204) expect(after.songs).toBe(before.songs + songs.length);
  else {
    expect(answer.status()).toBe(503);
    expect(answer.headers()['retry-after']).toBe('2');
    expect((await answer.json()).problem.message).toContain('Nothing that was saved is lost');
    expect(after).toEqual(before);
  }
});
