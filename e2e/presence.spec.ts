import { as, enter, songAsText } from './support';
import { expect, type Page, test } from './test';

const SONG = 'song 120, in 4/4, count 4\nIntro: 4\nVerse: 16, level 2\nChorus: 8, level 4\nOut: 4';

const here = (page: Page) => page.getByRole('list', { name: 'Also here' });

test('who else is at a song shows with where they are and that they type, and goes when they go', async ({
  page,
  browser,
}) => {
  await enter(page);
  const id = await songAsText(page, 'Slack Rope', SONG);
  const address = `/saltreach-nine/songs/${id}`;
  await page.getByRole('tab', { name: 'As written' }).click();
  await expect(here(page)).toHaveCount(0);
  const odile = await as(browser, 'Odile Marsh', address);
  // Who comes knows at once who is there, and is known.
  await expect(here(odile).getByText('Wren Halloway')).toBeAttached();
  await expect(here(page).getByText('Odile Marsh')).toBeAttached();

  await odile.getByLabel('Bars of Chorus').click();
  await expect(here(page).getByText('Odile Marsh, at Chorus', { exact: true })).toBeAttached();
  await expect(
    page.locator('tr', { has: page.getByLabel('Name of Chorus') }).getByTitle('Odile Marsh'),
  ).toBeVisible();
  // Waited for while it is typed: it is said for three seconds, and a busy machine may look later.
  await Promise.all([
    expect(here(page).getByText('Odile Marsh, at Chorus, typing')).toBeAttached(),
    odile.keyboard.type('1212', { delay: 1500 }),
  ]);
  await expect(here(page).getByText('Odile Marsh, at Chorus', { exact: true })).toBeAttached();

  // Who only reads is there too; who looks at something else is not.
  const tam = await as(browser, 'Tam Breck', address);
  await expect(here(page).getByRole('listitem')).toHaveCount(2);
  await tam.getByRole('link', { name: 'Sets' }).first().click();
  await expect(here(page).getByRole('listitem')).toHaveCount(1);

  // The section says who touched it.
  await page.getByLabel('Name of Chorus').click();
  await expect(page.getByText(/^Last changed by Odile Marsh, /)).toBeVisible();
  await page.getByLabel('Level of Chorus').fill('5');
  await expect(page.getByText(/^Last changed by Wren Halloway, /)).toBeVisible();
  await page.getByLabel('Name of Intro').click();

  await odile.context().close();
  await expect(here(page)).toHaveCount(0);
});
