import { execFileSync, spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { type Browser, expect, type Page } from './test';

/** Comes in through the demo's first page. */
export const enter = async (page: Page, name = 'Wren Halloway') => {
  await page.goto('/');
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await page.waitForURL(/\/sets$/);
  // Written by an effect: from then on the page hears keys.
  await expect(page.getByTestId('where')).toHaveText(/Open a set or a song/);
};

/** A new song of one's own, so that tests do not disturb one another; answers its id. */
export const newSong = async (page: Page, title: string): Promise<string> => {
  const response = await page.request.post('/api/bands/saltreach-nine/songs', { data: { title } });
  const { arrangement } = await response.json();
  await page.goto(`/saltreach-nine/songs/${arrangement}`);
  await isReady(page);
  return arrangement;
};

/** A new song of one's own, written as text; answers its id. */
export const songAsText = async (page: Page, title: string, text: string): Promise<string> => {
  const id = await newSong(page, title);
  await page.getByRole('tab', { name: 'Text' }).click();
  await page.getByRole('textbox', { name: 'The song as text' }).fill(text);
  await saved(page);
  return id;
};

export const openSong = async (page: Page, title: string) => {
  await page.goto('/saltreach-nine/songs');
  await page
    .getByRole('link', { name: new RegExp(title) })
    .first()
    .click();
  await page.waitForURL(/\/songs\/./);
  await isReady(page);
};

/** The transport says where it stands by an effect: from then on the page hears keys and clicks. */
export const isReady = (page: Page) => expect(page.getByTestId('position')).not.toBeEmpty();

/** Somebody else, in a browser of their own, at an address. */
export const as = async (browser: Browser, name: string, address: string): Promise<Page> => {
  const page = await (await browser.newContext()).newPage();
  await enter(page, name);
  await page.goto(address);
  await isReady(page);
  return page;
};

export const saved = (page: Page) =>
  expect(page.getByRole('status').filter({ hasText: 'Everything is saved' })).toBeVisible({
    timeout: 20_000,
  });

/** Types a song as a drummer would: name, Tab, bars, Enter. */
export const typeSections = async (
  page: Page,
  sections: readonly (readonly [string, number])[],
) => {
  await page.getByRole('button', { name: 'Add a section' }).click();
  for (const [index, [name, bars]] of sections.entries()) {
    await expect(page.locator('[data-column="name"]:focus')).toHaveCount(1);
    await page.keyboard.type(name);
    await page.keyboard.press('Tab');
    await page.keyboard.type(String(bars));
    if (index < sections.length - 1) await page.keyboard.press('Enter');
  }
};

/** The document as the server has it. */
export const stored = async (page: Page, id: string) =>
  (await page.request.get(`/api/documents/${id}`)).json();

/** What an independent reader, Debian's midicsv, finds in a file. */
export const midicsv = (path: string): string[][] =>
  execFileSync('midicsv', [path], { encoding: 'utf8' })
    .trim()
    .split('\n')
    .map((line) => line.split(', ').map((field) => field.trim()));

/** What sox finds in the head of a file. */
export const soxi = (path: string, what: string): string =>
  execFileSync('soxi', [what, path], { encoding: 'utf8' }).trim();

export const bytesOf = (path: string): Buffer => readFileSync(path);

/** What sox measures in a part of a file, from one second to another. */
export const soxStat = (path: string, from: number, to: number): string =>
  spawnSync('sox', [path, '-n', 'trim', String(from), `=${to}`, 'stat'], { encoding: 'utf8' })
    .stderr;

/** The compressed JavaScript that a page fetches with an empty cache. */
export const bytesOfScripts = async (
  page: Page,
  path: string,
): Promise<{ readonly bytes: number; readonly files: number }> => {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Network.enable');
  await devtools.send('Network.setCacheDisabled', { cacheDisabled: true });
  const scripts = new Set<string>();
  let bytes = 0;
  devtools.on(
    'Network.responseReceived',
    ({ requestId, type }) => type === 'Script' && scripts.add(requestId),
  );
  devtools.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  // Streams never fall silent where a page has much to fetch.
  await page.goto(path, { waitUntil: 'networkidle', timeout: 15_000 }).catch(() => undefined);
  await devtools.detach();
  return { bytes, files: scripts.size };
};
