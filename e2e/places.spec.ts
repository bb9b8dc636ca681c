import { enter, isReady, newSong, saved, stored } from './support';
import { expect, type Page, test } from './test';

test.beforeEach(({ page }) => enter(page));

const SONG = `song 120, in 4/4, count 4
groove Rock = hh 8ths, sn 2 4, bd 1 3
groove Bell = rd 8ths, sn 2 4, bd 1 3
fill Two, 2 beats = sn 3 3& 4 4&
Verse: 8, groove Rock
Chorus: 8, x 2, groove Rock`;

const songWith = async (page: Page, title: string): Promise<string> => {
  const id = await newSong(page, title);
  await page.getByRole('tab', { name: 'Text' }).click();
  await page.getByLabel('The song as text').fill(SONG);
  await saved(page);
  await page.getByRole('tab', { name: 'As written' }).click();
  return id;
};

const records = async (page: Page, id: string, name: string) =>
  Object.values((await stored(page, id)).body[name]) as Record<string, unknown>[];

test('hits that come again, another groove, a fill that leads in and notes stand in song and chart', async ({
  page,
}) => {
  const id = await songWith(page, 'Places');
  await page.getByLabel('Name of Chorus').click();
  await page.keyboard.press('Escape');
  await page.keyboard.press('r');
  const ruler = page.getByRole('region', { name: 'Places in Chorus' });
  const frame = ruler.getByRole('application');
  await frame.focus();
  await expect(ruler).toContainText('bar 9.1, 0:16');

  await page.keyboard.press('h');
  await ruler.getByLabel('At', { exact: true }).fill('song 10.2&');
  await ruler.getByLabel('Plays', { exact: true }).selectOption('crash and bass');
  await ruler.getByLabel('Comes again').fill('every second bar');
  await expect(ruler.locator('[data-kind="hit"]')).toHaveCount(4);

  await frame.focus();
  await page.keyboard.press('End');
  await page.keyboard.press('g');
  await ruler.getByLabel('Groove', { exact: true }).selectOption({ label: 'Bell' });
  await expect(ruler.getByRole('checkbox', { name: /same manner/ })).not.toBeChecked();

  await ruler.getByRole('button', { name: 'bar before' }).click();
  await page.keyboard.press('Shift+ArrowRight');
  for (let step = 0; step < 4; step++) await page.keyboard.press('ArrowLeft');
  await expect(ruler.getByTestId('place')).toHaveText('0.3');
  await page.keyboard.press('f');
  await ruler.getByLabel('Plays', { exact: true }).selectOption({ label: 'Two' });
  await ruler.getByLabel('Note', { exact: true }).fill('softly');

  // A place that is not in this section says where it is, and is kept as typed.
  await ruler.getByLabel('From', { exact: true }).fill('song 2');
  await expect(page.getByText('Bar 2 of the song lies in “Verse”.')).toBeVisible();
  await ruler.getByLabel('From', { exact: true }).press('Escape');

  const details = page.getByLabel('Details of Chorus');
  await details.getByLabel('Note').fill('The bell only at the end.');
  await details.getByLabel('Played with').selectOption('brushes');
  await saved(page);
  expect(await records(page, id, 'hits')).toMatchObject([
    { at: { bar: 2, ticks: 30_240 }, plays: 'crash and bass', every: { bars: 2, toBar: null } },
  ]);
  expect(await records(page, id, 'fills')).toMatchObject([
    { from: { bar: 0, ticks: 40_320 }, to: null, lands: 'crash', notes: 'softly' },
  ]);
  await page.getByRole('link', { name: 'Chart' }).click();
  const chorus = page
    .locator('article')
    .getByRole('listitem')
    .filter({ hasText: /^9Chorus/ });
  for (const words of [
    'with brushes',
    'The bell only at the end.',
    '0.3 (8) fill Two, 2 beats, softly',
    '2.2& (10) hit, crash and bass, every 2 bars',
    '8.1 (16) Bell',
  ])
    await expect(chorus).toContainText(words);
});

test('a song that begins with bar 106 is counted from there, and its note is printed', async ({
  page,
}) => {
  await songWith(page, 'Second movement');
  const whole = page.getByLabel('The song as a whole');
  await page.keyboard.press('Escape');
  await whole.getByLabel('Number of the first bar').fill('106');
  await whole.getByLabel('Note on the song').fill('Goes on from the first part.');
  await expect(
    page.getByRole('row').filter({ has: page.getByLabel('Name of Chorus') }),
  ).toContainText('114');
  await page.keyboard.press('Escape');
  await page.getByPlaceholder('2:41, bar 68, 41.7 s').fill('115.2&');
  await expect(page.getByText('0:18.75, bar 2 of Chorus')).toBeVisible();
  await page.getByRole('button', { name: 'Play from a bar' }).click();
  await expect(page.getByText('106 to 129, repeats counted each time')).toBeVisible();
  await page.getByRole('textbox', { name: 'Bar', exact: true }).fill('12');
  await expect(page.getByText('There is no bar 12; the song has bars 106 to 129.')).toBeVisible();
  await page.keyboard.press('Escape');
  await saved(page);
  await page.getByRole('link', { name: 'Chart' }).click();
  await expect(page.locator('article')).toContainText('Goes on from the first part.');
});

test('an empty fill of three beats is swept full, undone as one, counted aloud, and placed', async ({
  page,
}) => {
  const id = await songWith(page, 'Empty fill');
  await page.goto(`/saltreach-nine/songs/${id}/kit`);
  await isReady(page);
  await page.getByRole('button', { name: 'Begin another' }).click();
  await page.getByLabel('Beats of the empty fill').fill('3');
  await page.getByRole('button', { name: 'An empty fill of' }).click();
  const row = page
    .getByRole('row')
    .filter({ has: page.getByRole('rowheader', { name: /^Snare/ }) });
  const cells = row.locator('td');
  await expect(cells).toHaveCount(12);
  const [from, to] = [await cells.nth(0).boundingBox(), await cells.nth(11).boundingBox()];
  await page.mouse.move(from!.x + 5, from!.y + 5);
  await page.mouse.down();
  // Two moves only: the cells between are painted all the same.
  await page.mouse.move(to!.x + 5, to!.y + 5, { steps: 2 });
  await page.mouse.up();
  await expect(row.locator('td[data-on="true"]')).toHaveCount(12);
  await page.keyboard.press('Control+z');
  await expect(row.locator('td[data-on="true"]')).toHaveCount(0);
  await page.keyboard.press('Control+Shift+z');
  await expect(row.locator('td[data-on="true"]')).toHaveCount(12);

  const spoken = page.waitForResponse(/\/api\/speech\/british\?.*text=ee/);
  await page.getByLabel(/counted aloud/).check();
  expect((await spoken).ok()).toBe(true);

  await page.getByLabel('In', { exact: true }).selectOption({ label: 'Verse' });
  await expect(page.getByLabel('from', { exact: true })).toHaveValue('last.2');
  await page.getByRole('button', { name: 'Place it' }).click();
  await expect(page.getByRole('checkbox', { name: /Verse last\.2/ })).toBeChecked();
  await saved(page);
  expect(await records(page, id, 'fills')).toMatchObject([{ from: { bar: -1, ticks: 20_160 } }]);
});
