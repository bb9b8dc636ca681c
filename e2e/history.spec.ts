import { enter, isReady, saved, songAsText, stored } from './support';
import { type Browser, expect, type Page, test } from './test';

const SONG = 'song 120, in 4/4, count 4\nIntro: 4\nVerse: 16, level 2\nChorus: 8, level 4\nOut: 4';

const aside = async (browser: Browser, name: string): Promise<Page> => {
  const page = await (await browser.newContext()).newPage();
  await enter(page, name);
  return page;
};

/** Types a number of bars into a row. */
const typeBars = async (page: Page, row: number, bars: string) => {
  await page.locator('[data-column="bars"]').nth(row).click();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(bars);
  await page.keyboard.press('Enter');
  await saved(page);
};

/** Looks at a song for so long that it counts as seen. */
const look = async (page: Page, address: string) => {
  const seen = page.waitForResponse((response) => response.url().endsWith('/seen'));
  await page.goto(address);
  await isReady(page);
  await seen;
};

const bars = async (page: Page, id: string) => {
  const { body } = await stored(page, id);
  return Object.fromEntries(
    Object.values(body.sections as Record<string, { name: string; bars: number }>).map((one) => [
      one.name,
      one.bars,
    ]),
  );
};

test('who changed what since I looked, one thing taken back, and the song as it was, named and restored', async ({
  page,
  browser,
}) => {
  await enter(page, 'Wren Halloway');
  const id = await songAsText(page, 'Sounding Line', SONG);
  const address = `/saltreach-nine/songs/${id}`;
  await look(page, address);
  // What changes under somebody's eyes is seen.
  await page.goto('/saltreach-nine/songs');
  const odile = await aside(browser, 'Odile Marsh');
  await odile.goto(address);
  await isReady(odile);
  await typeBars(odile, 2, '16');
  await typeBars(odile, 1, '12');

  // In the list, and on the song itself.
  await page.reload();
  const line = page.getByRole('link', { name: /Sounding Line/ });
  await expect(line.getByTitle(/by Odile Marsh since you looked last/)).toBeVisible();
  await line.click();
  await isReady(page);
  await page.getByRole('button', { name: /changes by Odile Marsh since you looked last/ }).click();
  const history = page.getByRole('dialog', { name: 'History of Sounding Line' });
  const newest = history.getByRole('listitem').filter({ hasText: 'Odile Marsh,' }).first();
  await expect(newest.getByText('New')).toBeVisible();
  await expect(newest.getByText('made “Chorus” 8 bars longer: 16 bars.')).toBeVisible();
  await expect(newest.getByText('made “Verse” 4 bars shorter: 12 bars.')).toBeVisible();

  // One thing back, the other stays.
  await newest.getByRole('button', { name: 'Take back: made “Verse” 4 bars shorter' }).click();
  await expect(history.getByText('made “Verse” 4 bars longer: 16 bars.')).toBeVisible();
  await expect.poll(() => bars(page, id)).toMatchObject({ Verse: 16, Chorus: 16 });

  // By section, with who touched it last.
  await history.getByRole('combobox', { name: 'Section' }).click();
  await page.getByRole('option', { name: 'Chorus' }).click();
  await expect(history.getByText(/Last touched by Odile Marsh/)).toBeVisible();
  await expect(history.getByText('made “Verse”')).toHaveCount(0);
});

test('any moment is shown as it was, named, and made so again', async ({ page }) => {
  await enter(page, 'Wren Halloway');
  const id = await songAsText(page, 'Fathom', SONG);
  await page.getByRole('tab', { name: 'As written' }).click();
  await page.getByRole('button', { name: 'History' }).click();
  const history = page.getByRole('dialog', { name: 'History of Fathom' });
  const moment = history.getByRole('region', { name: 'As it was' });
  await history.getByRole('button', { name: 'Before' }).last().click();
  await expect(moment.getByRole('heading', { name: 'As it was: the beginning' })).toBeVisible();
  await expect(moment.getByText('“Verse” is new: 16, level 2.')).toBeVisible();
  await history.getByRole('button', { name: 'After' }).first().click();
  await expect(moment.getByText('Today it is just like this.')).toBeVisible();
  await moment.getByLabel('Name this moment').last().fill('As played on the quay');
  await moment.getByRole('button', { name: 'Name it' }).click();
  const named = history.getByRole('list', { name: 'Moments with a name' });
  await expect(named.getByText('named by Wren Halloway')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(history).toHaveCount(0);

  await typeBars(page, 2, '9');
  await page.getByRole('button', { name: 'History' }).click();
  await named.getByRole('button', { name: 'As played on the quay', exact: true }).click();
  // Both were typed in one sitting: what has a name is shown as it was all the same.
  await expect(moment.getByText('“Chorus”: 9 in place of 8.')).toBeVisible();
  await moment.getByRole('button', { name: 'Make it so again' }).click();
  await expect(moment.getByText('Today it is just like this.')).toBeVisible();
  await expect.poll(() => bars(page, id)).toMatchObject({ Chorus: 8 });
  await page.reload();
  await page.getByRole('button', { name: 'History' }).click();
  await named.getByRole('button', { name: 'Forget the name As played on the quay' }).click();
  await expect(named).toHaveCount(0);
});

test('a set has its history too', async ({ page }) => {
  await enter(page, 'Wren Halloway');
  await page.getByRole('link', { name: /Run-through/ }).click();
  await page.getByLabel('Time slot in minutes').fill('35');
  await page.keyboard.press('Enter');
  await saved(page);
  await page.getByRole('button', { name: 'History' }).click();
  const history = page.getByRole('dialog', { name: 'History of Run-through' });
  await expect(history.getByText('set the time slot to 35 min in place of 30.')).toBeVisible();
  await history.getByRole('button', { name: /Take back: set the time slot to 35/ }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Time slot in minutes')).toHaveValue('30');
});
