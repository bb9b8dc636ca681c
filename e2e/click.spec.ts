import { unzipSync } from 'fflate';
import { bytesOf, enter, isReady, midicsv, newSong, saved, stored, typeSections } from './support';
import { expect, type Page, test } from './test';

test.beforeEach(({ page }) => enter(page));

const takeAway = async (page: Page, link: RegExp) => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: link }).click(),
  ]);
  return { name: download.suggestedFilename(), path: await download.path() };
};

/** The keys that are struck in a song’s MIDI file, in order. */
const struck = async (page: Page) => {
  await page.getByRole('button', { name: 'Export' }).click();
  const { path } = await takeAway(page, /MIDI/);
  await page.keyboard.press('Escape');
  return midicsv(path)
    .filter(([, , kind, , , velocity]) => kind === 'Note_on_c' && velocity !== '0')
    .map(([, , , , key]) => Number(key));
};

/** A song of two bars, counted in four, with its click view open. */
const shortSong = async (page: Page, title: string) => {
  const id = await newSong(page, title);
  await typeSections(page, [
    ['Verse', 1],
    ['Bridge', 1],
  ]);
  await saved(page);
  await page.keyboard.press('Escape');
  await page.getByRole('tab', { name: 'Click' }).click();
  await page.getByLabel('Whose click').selectOption('The whole song');
  return id;
};

// Keys by the General MIDI percussion map (from memory): 37 side stick, 76 and 77 wood blocks.
test('a song clicks on two and four, and one of its sections on the ones', async ({ page }) => {
  const id = await shortSong(page, 'Two and four');
  expect(await struck(page)).toEqual([37, 37, 37, 37, 76, 77, 77, 77, 76, 77, 77, 77]);
  await page.getByLabel('Click on').selectOption('two and four');
  await expect(page.getByRole('img', { name: '2 clicks in a bar of 4/4' })).toBeVisible();
  await saved(page);
  expect(await struck(page)).toEqual([37, 37, 37, 37, 77, 77, 77, 77]);

  await page.getByLabel('Whose click').selectOption('Bridge');
  await page.getByLabel('Click on').selectOption('the first beat');
  await page.getByLabel('First beat: sound').selectOption('cowbell');
  await expect(page.getByRole('img', { name: '1 clicks in a bar of 4/4' })).toBeVisible();
  await saved(page);
  expect(await struck(page)).toEqual([37, 37, 37, 37, 77, 77, 56]);
  const { body } = await stored(page, id);
  expect(body.click.pulses).toBe('off');

  await page.getByRole('button', { name: 'Put back: Click on' }).click();
  await page.getByRole('button', { name: 'Put back: First beat' }).click();
  await saved(page);
  expect(await struck(page)).toHaveLength(8);
  await expect(page.getByText('No section has a click of its own.')).toBeVisible();
});

test('bars are left out as typed; what makes no sense gets its sentence and changes nothing', async ({
  page,
}) => {
  await shortSong(page, 'Left out');
  const field = page.getByLabel('Bars left out');
  await field.fill('now and then');
  await field.blur();
  await expect(page.getByText(/Bars left out are written 4 on 2 off/)).toBeVisible();
  await field.fill('1 on 1 off');
  await field.press('Tab');
  await saved(page);
  expect(await struck(page)).toEqual([37, 37, 37, 37, 76, 77, 77, 77]);
});

test('the band’s click holds for every song that does not say otherwise', async ({ page }) => {
  await shortSong(page, 'As the band');
  const song = page.url();
  await page.goto('/saltreach-nine/click');
  await isReady(page);
  await expect(async () => {
    await page.getByLabel('Accents').selectOption('none');
    await expect(page.getByRole('button', { name: 'Put back: Accents' })).toBeVisible({
      timeout: 500,
    });
  }).toPass();
  await saved(page);
  await page.goto(song);
  await isReady(page);
  expect(await struck(page)).toEqual([37, 37, 37, 37, 77, 77, 77, 77, 77, 77, 77, 77]);
  await page.goto('/saltreach-nine/click');
  await isReady(page);
  await page.getByRole('button', { name: 'Put back: Accents' }).click();
  await saved(page);
});

test('names are spoken ahead of their sections, in the player and in the files', async ({
  page,
}) => {
  await newSong(page, 'Spoken');
  await typeSections(page, [
    ['Verse', 4],
    ['Bridge', 2],
  ]);
  await saved(page);
  await page.keyboard.press('Escape');
  const spoken = page.waitForResponse(
    (response) => response.url().includes('Bridge%20in%20two') && response.ok(),
  );
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const samples = await (await spoken).body();
  expect(samples.length / 2 / 24_000).toBeGreaterThan(0.4);
  await expect(page.getByTestId('position')).toHaveText(/^(Count|Bar)/);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await page.getByRole('button', { name: 'Export' }).click();
  const { path } = await takeAway(page, /MIDI/);
  const words = midicsv(path).filter(([, , kind]) => kind === 'Lyric_t');
  expect(words.map(([, , , text]) => text)).toEqual(['"Bridge in two"']);
});

test('click, voice and drums are exported each on their own, all of one length', async ({
  page,
}) => {
  await page.goto('/saltreach-nine/songs');
  await page
    .getByRole('link', { name: /Nine Mile Ferry/ })
    .first()
    .click();
  await page.waitForURL(/\/songs\/./);
  await isReady(page);
  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('checkbox', { name: 'Drums' }).check();
  const { name, path } = await takeAway(page, /Each on its own/);
  expect(name).toBe('Nine Mile Ferry.zip');
  const files = unzipSync(bytesOf(path));
  expect(Object.keys(files)).toEqual([
    'Nine Mile Ferry - click.wav',
    'Nine Mile Ferry - voice.wav',
    'Nine Mile Ferry - drums.wav',
  ]);
  for (const bytes of Object.values(files)) {
    expect(Buffer.from(bytes).toString('latin1', 0, 4)).toBe('RIFF');
    expect(Buffer.from(bytes).readUInt32LE(4)).toBe(bytes.length - 8);
  }
});

test('a set goes out as one file a song, numbered for a player', async ({ page }) => {
  await page.getByRole('link', { name: /First set/ }).click();
  await page.getByRole('button', { name: 'Export' }).click();
  const { path } = await takeAway(page, /WAV for each song/);
  const names = Object.keys(unzipSync(bytesOf(path)));
  expect(names).toHaveLength(7);
  names.forEach((name, index) => {
    expect(name).toMatch(new RegExp(`^0${index + 1} .+\\.wav$`));
  });
});

test('a set has a click of its own', async ({ page }) => {
  await page.getByRole('link', { name: /First set/ }).click();
  await page.getByText('The click of this set: as the band’s').click();
  await page.getByLabel('Count-in', { exact: true }).selectOption('every other, then every');
  await saved(page);
  await page.reload();
  await page.getByText('The click of this set', { exact: true }).click();
  await page.getByRole('button', { name: 'Put back: Count-in' }).click();
  await saved(page);
  await expect(page.getByText('The click of this set: as the band’s')).toBeVisible();
});
