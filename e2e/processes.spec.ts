import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { enter, isReady, newSong, saved, stored, typeSections } from './support';
import { expect, test } from './test';

/** Two processes of the application on one database, one of which is killed and started again. */

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });

const started = async (port: number): Promise<ChildProcess> => {
  const web = spawn('bin/serve', {
    stdio: 'ignore',
    env: { ...process.env, EBRANT_DEMO: '1', EBRANT_PROCESSES: '1', EBRANT_PORT: String(port) },
  });
  const answers = () =>
    fetch(`http://127.0.0.1:${port}/api/ready`).then(
      ({ ok }) => ok,
      () => false,
    );
  await expect.poll(answers, { timeout: 30_000 }).toBe(true);
  return web;
};

const killed = (web: ChildProcess) =>
  new Promise<void>((resolve) => {
    web.once('exit', () => resolve());
    web.kill('SIGKILL');
  });

test('an edit on one process shows on the other; a killed process costs nothing that was typed', async ({
  page,
  browser,
}) => {
  test.setTimeout(180_000);
  await enter(page);
  const id = await newSong(page, 'Two processes');
  await typeSections(page, [
    ['Intro', 4],
    ['Verse', 16],
  ]);
  await saved(page);
  const port = await freePort();
  let web = await started(port);
  try {
    const context = await browser.newContext({
      baseURL: `http://127.0.0.1:${port}`,
      viewport: { width: 1280, height: 800 },
    });
    const other = await context.newPage();
    await enter(other, 'Odile Marsh');
    await other.goto(`/saltreach-nine/songs/${id}`);
    await isReady(other);
    await other.getByLabel('Bars of Intro').fill('6');
    await expect(page.getByLabel('Bars of Intro')).toHaveValue('6');
    await page.getByLabel('Bars of Verse').fill('12');
    await expect(other.getByLabel('Bars of Verse')).toHaveValue('12');

    // In the middle of typing, and of a large paste.
    await other.getByLabel('Name of Intro').fill('Open');
    await killed(web);
    await other.getByLabel('Name of Open').fill('Opening');
    await other.getByRole('tab', { name: 'Text' }).click();
    await other.getByRole('button', { name: 'Paste what the band sent' }).click();
    const lines = Array.from(
      { length: 300 },
      (_, index) => `Part ${index} - ${1 + (index % 9)} bars`,
    );
    await other.getByLabel('Paste the song as the band wrote it').fill(lines.join('\n'));
    // By key: the page is long, and moves as it goes off line.
    await other.getByRole('button', { name: 'Add these at the end' }).press('Enter');
    await expect(other.getByText(/Not saved yet/)).toBeVisible({ timeout: 30_000 });
    await expect(other.getByText(/^Not live:/)).toBeVisible({ timeout: 60_000 });
    web = await started(port);
    await expect(other.getByText('Everything is saved')).toBeVisible({ timeout: 60_000 });
    const { body } = await stored(page, id);
    const names = Object.values(body.sections as Record<string, { name: string }>).map(
      ({ name }) => name,
    );
    expect(names).toHaveLength(302);
    expect(names).toEqual(expect.arrayContaining(['Opening', 'Part 299']));
    await expect(page.getByLabel('Name of Opening')).toBeVisible({ timeout: 20_000 });
    await expect(other.getByText(/^Not live:/)).toBeHidden({ timeout: 60_000 });
    await context.close();
  } finally {
    await killed(web);
  }
});
