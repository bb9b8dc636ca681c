import { readdirSync } from 'node:fs';
import { hrefOf, PAGES } from './pages';
import { enter } from './support';
import { expect, test } from './test';

test('signing in by name and passphrase, a wrong one refused, and signing out', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByLabel('Name').fill('Odile Marsh');
  await page.getByLabel('Passphrase', { exact: false }).first().fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'do not belong together' })).toBeVisible();
  await page.getByLabel('Passphrase', { exact: false }).first().fill('the tidal mill');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(/saltreach-nine\/sets/);
  const cookie = (await page.context().cookies()).find(({ name }) => name === 'ebrant_session');
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
  await page.getByRole('button', { name: 'Odile Marsh, leader' }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Try the demo' })).toBeVisible();
  await page.goto('/saltreach-nine/sets');
  await expect(page).toHaveURL(/\/$/);
});

test('every page is open to members and hidden from others', async ({ page, browser }) => {
  const files = readdirSync('src/app', { recursive: true, encoding: 'utf8' }).filter((file) =>
    /(^|\/)page\.tsx$/.test(file),
  );
  expect(files.sort()).toEqual(Object.keys(PAGES).sort());
  await enter(page, 'Ives Corran');
  const addresses: string[] = [];
  for (const file of files) addresses.push(await PAGES[file]!(page));
  const outsider = await (await browser.newContext()).newPage();
  await enter(outsider, 'Perpetua Lund');
  const stranger = await (await browser.newContext()).newPage();
  for (const address of addresses.filter((one) => one.startsWith('/saltreach-nine/'))) {
    expect((await page.goto(address))?.status(), address).toBe(200);
    await outsider.goto(address);
    await expect(outsider.getByText('There is no such page'), address).toBeVisible();
    await expect(outsider.getByText('Slack Water')).toHaveCount(0);
    await stranger.goto(address);
    await expect(stranger, address).toHaveURL(/\/$/);
  }
  await stranger.goto('/account');
  await expect(stranger).toHaveURL(/\/$/);
});

test('a member of two bands goes from one to the other and never sees them mixed', async ({
  page,
}) => {
  await enter(page);
  await page.getByRole('button', { name: 'The Saltreach Nine' }).click();
  await page.getByRole('menuitem', { name: 'Loft Street Chapel team' }).click();
  await page.waitForURL(/loft-street/);
  await page.getByRole('link', { name: 'Songs', exact: true }).click();
  await expect(page.getByText('Bread and Lamplight')).toBeVisible();
  await expect(page.getByText('Slack Water')).toHaveCount(0);
});

test('every action is found by typing and listed with its key', async ({ page }) => {
  await enter(page);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'All keys' })).toContainText(
    'Play from the count-in',
  );
  await page.keyboard.press('Escape');
  // No key does two things on one page.
  for (const address of ['[band]/sets/[id]/page.tsx', '[band]/songs/[id]/page.tsx']) {
    await page.goto((await PAGES[address]?.(page)) ?? '');
    await expect(page.getByTestId('position')).not.toBeEmpty();
    await page.keyboard.press('?');
    const rows = page.getByRole('dialog', { name: 'All keys' }).getByRole('row');
    await expect(rows.nth(20)).toBeVisible();
    const keys = await rows.locator('kbd').allInnerTexts();
    expect(keys.filter((key, index) => keys.indexOf(key) < index)).toEqual([]);
    await page.keyboard.press('Escape');
  }
  // What is typed before the finder is there is meant for it: S opens the stage, P makes a part.
  await page.route(/chunks\/.*\.js/, async (route) => {
    await new Promise((after) => setTimeout(after, 500));
    await route.continue();
  });
  await page.keyboard.press('Control+k');
  await page.keyboard.type('stamps');
  await page.keyboard.press('Backspace');
  await expect(page.getByLabel('Type what you look for')).toHaveValue('stamp');
  await page.keyboard.press('Escape');
  // Enter too, pressed before there is a field: it takes the first of what is found.
  await page.goto('/saltreach-nine/sets');
  await expect(page.getByTestId('where')).toHaveText(/Open a set or a song/);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('go songs');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/songs$/);
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await page.keyboard.press('Control+k');
  await page.keyboard.type('mile ferry');
  await expect(page.getByRole('dialog').getByText('Small line-up')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Title of the song')).toHaveValue('Nine Mile Ferry');
  await page.keyboard.press('Control+k');
  // The guide is found by what somebody would ask.
  await page.keyboard.type('bass player');
  await expect(page.getByRole('dialog').getByText('Files for the others')).toBeVisible();
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/guide#files$/);
  await expect(page.getByRole('heading', { name: 'Files for the others' })).toBeInViewport();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('nobody has written this');
  await expect(page.getByText('Nothing here is called that or does that.')).toBeVisible();
});

test('every page runs only scripts of its own answer, and breaks no rule that it sets itself', async ({
  page,
}) => {
  const broken: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') broken.push(message.text().slice(0, 200));
  });
  await enter(page);
  // What was fetched since, by links and after signing in, came with rules of its own; the page keeps its.
  await page.getByRole('link', { name: /First set/ }).click();
  await page.getByRole('button', { name: 'Export' }).click();
  const doors = page.getByRole('dialog').locator('[class*="SimpleGrid"]');
  await expect(doors).toHaveCSS('grid-template-columns', /^\S+px \S+px \S+px$/);
  await page.keyboard.press('Escape');
  const nonces = new Set<string>();
  for (const address of Object.values(PAGES)) {
    const response = await page.goto(await address(page));
    const { 'content-security-policy': policy = '', ...headers } = response?.headers() ?? {};
    const [, nonce = ''] = /script-src 'self' 'nonce-([^']+)' 'strict-dynamic'/.exec(policy) ?? [];
    expect(nonce).toHaveLength(24);
    nonces.add(nonce);
    expect(headers).toMatchObject({
      'cache-control': expect.stringContaining('no-store'),
      'permissions-policy': expect.stringContaining('camera=()'),
      'x-content-type-options': 'nosniff',
    });
    await page.waitForLoadState('load');
  }
  // What opens over a page keeps the one behind it from scrolling, by a style of its own.
  await page.goto('/saltreach-nine/sets');
  await expect(page.getByTestId('where')).toHaveText(/Open a set or a song/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'All keys' })).toBeVisible();
  await expect
    .poll(() => page.evaluate(() => getComputedStyle(document.body).overflow))
    .toMatch(/hidden/);
  expect(nonces.size).toBe(Object.keys(PAGES).length);
  expect(broken).toEqual([]);
});

test('a song asked for under another band’s name is found under its own', async ({ page }) => {
  await enter(page);
  const song = await hrefOf(page, '/saltreach-nine/songs', /Slack Water/);
  await page.goto('/saltreach-nine/sets');
  await page.getByRole('button', { name: 'The Saltreach Nine' }).click();
  const other = await page
    .getByRole('menuitem', { name: 'Loft Street Chapel team' })
    .getAttribute('href');
  const slug = other?.split('/')[1] ?? '';
  for (const rest of ['', '/kit', '/chart']) {
    await page.goto(song.replace('saltreach-nine', slug) + rest);
    await expect(page).toHaveURL(new RegExp(`${song}${rest}$`));
  }
});
