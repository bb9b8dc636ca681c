import { enter, midicsv, openSong } from './support';
import { type Browser, expect, type Page, test } from './test';

/** Makes a link on the page that is open. */
const makeLink = async (page: Page, more: string, title: string): Promise<string> => {
  await page.getByRole('button', { name: more }).click();
  await page.getByRole('menuitem', { name: 'Link for a deputy' }).click();
  const dialog = page.getByRole('dialog', { name: `A link for a deputy: ${title}` });
  await dialog.getByRole('button', { name: 'Make a link' }).click();
  return dialog.getByRole('textbox', { name: 'Link' }).inputValue();
};

/** Somebody who has never met the band. */
const stranger = async (browser: Browser): Promise<Page> =>
  (await browser.newContext({ serviceWorkers: 'allow' })).newPage();

test('a deputy gets through a set with a link alone: what is odd, charts, stage, click, and no network', async ({
  page,
  browser,
}) => {
  await enter(page);
  await page.getByRole('link', { name: /First set/ }).click();
  await expect(page.getByRole('heading', { name: 'First set' })).toBeAttached();
  const link = await makeLink(page, 'More for First set', 'First set');

  const deputy = await stranger(browser);
  const asked: string[] = [];
  deputy.on('request', (request) => asked.push(request.url()));
  await deputy.goto(link);
  await expect(deputy.getByRole('heading', { name: 'First set' })).toBeVisible();
  await expect(deputy.getByText('A night for the tidal mill')).toBeVisible();
  const secret = link.split('#')[1]!;
  expect(asked.filter((url) => url.includes(secret))).toEqual([]);
  const songs = deputy.getByRole('heading', { level: 2 });
  await expect(songs).toHaveCount(7);
  const five = deputy.getByRole('listitem').filter({ has: deputy.getByText('Five Bells') });
  await expect(five.first()).toContainText('5/4');
  await expect(deputy.locator('meta[name="robots"]')).toHaveAttribute('content', /noindex/);

  const download = deputy.waitForEvent('download');
  await deputy.getByRole('link', { name: 'Click as MIDI' }).click();
  const file = await (await download).path();
  expect(midicsv(file).filter((row) => row[2] === 'Note_on_c').length).toBeGreaterThan(100);

  await deputy.getByRole('link', { name: 'Chart of Slack Water' }).click();
  await expect(deputy.getByRole('heading', { name: 'Slack Water' })).toBeVisible();
  await deputy.getByRole('link', { name: 'Back to the song' }).click();
  await deputy.getByRole('link', { name: 'Stage' }).click();
  await expect(deputy.getByText('Slack Water').first()).toBeVisible();
  await deputy.goto('/deputy/set');

  // For a place without a network.
  await deputy.getByRole('button', { name: /Take along/ }).click();
  await deputy.getByRole('button', { name: 'Take it along' }).click();
  await expect(deputy.getByRole('button', { name: 'Fetch it anew' })).toBeVisible({
    timeout: 60_000,
  });
  await deputy.context().setOffline(true);
  await deputy.goto('/deputy/stage');
  await expect(deputy.getByText('Slack Water').first()).toBeVisible();
  await deputy.context().setOffline(false);

  // Nothing else of the band is there.
  await deputy.goto('/saltreach-nine/songs');
  await expect(deputy).toHaveURL(/\/$/);
  expect((await deputy.request.get('/api/bands/saltreach-nine/find')).status()).toBe(401);

  // It is seen that it was opened, and taken back it opens nothing.
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'More for First set' }).click();
  await page.getByRole('menuitem', { name: 'Link for a deputy' }).click();
  const links = page.getByRole('table', { name: 'Links that open it' });
  await expect(links.getByText(/opened once, last/)).toBeVisible();
  await links.getByRole('button', { name: 'Take back' }).first().click();
  await expect(links).toHaveCount(0);
  await deputy.goto('/deputy/set');
  await expect(deputy).toHaveURL(/\/deputy$/);
  await deputy.goto(link);
  await expect(deputy.getByText('This link opens nothing any more')).toBeVisible();
});

test('a link to one song shows that song alone, and a reader makes none', async ({
  page,
  browser,
}) => {
  await enter(page);
  await openSong(page, 'Gannet Street');
  const link = await makeLink(page, 'More for Gannet Street', 'Gannet Street');
  const deputy = await stranger(browser);
  await deputy.goto(link);
  await expect(deputy.getByRole('heading', { name: 'Gannet Street', level: 1 })).toBeVisible();
  await deputy.getByRole('link', { name: 'Print' }).click();
  await deputy.waitForURL(/\/deputy\/paper/);
  await expect(deputy.getByRole('heading', { name: 'Gannet Street' })).toBeVisible();
  const [id] = new URL(page.url()).pathname.split('/').slice(-1);
  await deputy.goto('/deputy/songs/another');
  await expect(deputy.getByText('There is no such page')).toBeVisible();
  const tam = await stranger(browser);
  await enter(tam, 'Tam Breck');
  const refused = await tam.request.post(`/api/documents/${id}/links`, { data: { days: 7 } });
  expect(refused.status()).toBe(403);
});
