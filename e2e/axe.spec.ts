import axe from 'axe-core';
import { hrefOf, PAGES } from './pages';
import { enter, openSong } from './support';
import { expect, type Page, test } from './test';

/**
 * What axe finds wrong with what is in sight, each with the first element that it is about. Menus are left
 * out: the component library keeps an empty element in them that axe takes for an item.
 */
const faults = async (page: Page): Promise<string[]> => {
  // Put into a page once, and called there: no second page, and no half a megabyte for each look.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(async () => {
    const { axe: here } = window as unknown as { axe: typeof axe };
    const { violations } = await here.run(
      { exclude: [['[role="menu"]']] },
      { resultTypes: ['violations'] },
    );
    return violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 160)}`);
  });
};

/** In which light and on which screens a page is looked at. */
const LOOKS = [
  { colorScheme: 'light', width: 1280, height: 800 },
  { colorScheme: 'dark', width: 390, height: 844 },
] as const;
const NARROWEST = { width: 320, height: 640 };

/** Looks at pages in every light and on every screen; answers what is wrong with them. */
const lookAt = async (page: Page, paths: readonly string[]): Promise<string[]> => {
  const found: string[] = [];
  for (const path of paths) {
    await page.goto(path);
    await page.waitForLoadState('load');
    for (const { colorScheme, ...size } of LOOKS) {
      await page.emulateMedia({ colorScheme });
      await page.setViewportSize(size);
      await page.waitForTimeout(250);
      for (const fault of await faults(page)) found.push(`${path}, ${colorScheme}: ${fault}`);
    }
    // A sheet of paper is as wide as it is.
    if (/chart$|paper$/.test(path)) continue;
    for (const size of [...LOOKS, NARROWEST]) {
      await page.setViewportSize(size);
      // Staves are drawn again once the room for them is known.
      await page.waitForTimeout(300);
      const over = await page.evaluate(
        () => document.documentElement.scrollWidth - window.innerWidth,
      );
      if (over > 0) found.push(`${path}, ${size.width} wide: ${over} pixels too wide`);
    }
  }
  return found;
};

const addressesOf = async (page: Page, wanted: (file: string) => boolean): Promise<string[]> => {
  const paths: string[] = [];
  for (const [file, address] of Object.entries(PAGES))
    if (wanted(file)) paths.push(await address(page));
  return paths;
};

const ofBand = (file: string) => file.startsWith('[band]');

test('axe says what is wrong, where something is', async ({ page }) => {
  await page.setContent(
    '<html lang="en"><title>A</title><main><h1>A</h1><img src="/icon.svg"></main>',
  );
  expect(await faults(page)).toEqual([expect.stringMatching(/^image-alt: <img/)]);
});

test('axe finds nothing on any page of a band, light and dark, wide and narrow; none scrolls sideways', async ({
  page,
}) => {
  test.setTimeout(400_000);
  await enter(page);
  expect(await lookAt(page, await addressesOf(page, ofBand))).toEqual([]);
});

test('axe finds nothing on any page beside a band’s: first, account, invitation, a deputy’s', async ({
  page,
}) => {
  test.setTimeout(400_000);
  expect(await lookAt(page, ['/', '/join', '/recover', '/deputy'])).toEqual([]);
  await enter(page);
  // A set whose links no other test counts.
  const set = await hrefOf(page, '/saltreach-nine/sets', /Run-through/);
  const made = await page.request.post(`/api/documents/${set.split('/').at(-1)}/links`, {
    data: { days: 1 },
  });
  await page.request.post('/api/deputy', { data: { link: (await made.json()).link } });
  const rest = await addressesOf(page, (file) => /^(account|deputy\/.+)\//.test(file));
  expect(rest.length).toBeGreaterThan(4);
  expect(await lookAt(page, rest)).toEqual([]);
});

test('axe finds nothing in any view of a song, with a section chosen and its ruler open', async ({
  page,
}) => {
  await enter(page);
  await openSong(page, 'Nine Mile Ferry');
  await page.getByLabel('Name of Bridge').click();
  await page.keyboard.press('Escape');
  await page.keyboard.press('r');
  await expect(page.getByRole('region', { name: 'Places in Bridge' })).toBeVisible();
  expect(await faults(page)).toEqual([]);
  for (const view of ['As played', 'Text', 'Practise', 'Load', 'Click', 'Compare']) {
    await page.getByRole('tab', { name: view }).click();
    await page.waitForTimeout(300);
    expect(await faults(page), view).toEqual([]);
  }
});

test('axe finds nothing in any view of what to practise; on a phone none scrolls sideways', async ({
  page,
}) => {
  await enter(page);
  await page.getByRole('link', { name: 'Practise' }).click();
  await expect(page.getByRole('region', { name: 'Today' })).toBeVisible();
  const found: string[] = [];
  for (const view of ['How far the songs are', 'Fills', 'Log', 'Ears', 'Plan']) {
    await page.getByRole('tab', { name: view }).click();
    for (const { colorScheme, ...size } of LOOKS) {
      await page.emulateMedia({ colorScheme });
      await page.setViewportSize(size);
      await page.waitForTimeout(400);
      for (const fault of await faults(page)) found.push(`${view}, ${colorScheme}: ${fault}`);
      const over = await page.evaluate(
        () => document.documentElement.scrollWidth - window.innerWidth,
      );
      if (over > 0) found.push(`${view}, ${size.width} wide: ${over} pixels too wide`);
    }
  }
  expect(found).toEqual([]);
});

test('axe finds nothing in what opens over a page', async ({ page }) => {
  await enter(page);
  await openSong(page, 'Nine Mile Ferry');
  const over = page.locator('[role="dialog"], [role="menu"]');
  for (const open of [
    () => page.getByRole('button', { name: 'Export' }).click(),
    () => page.getByRole('button', { name: 'More for Nine Mile Ferry' }).click(),
    () => page.getByRole('button', { name: 'Levels and hearing' }).click(),
    () => page.keyboard.press('?'),
    () => page.keyboard.press('Control+k'),
  ]) {
    await open();
    await expect(over.first()).toBeVisible();
    await page.waitForTimeout(300);
    expect(await faults(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(over).toHaveCount(0);
  }
  await page.goto('/saltreach-nine/sets');
  await page.getByRole('button', { name: 'New gig or rehearsal' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page
    .getByRole('link', { name: /First set/ })
    .first()
    .click();
  await page.getByRole('button', { name: /^Take along/ }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Better order' }).click();
  await expect(page.getByRole('button', { name: 'Take this order' })).toBeEnabled();
  expect(await faults(page)).toEqual([]);
});
