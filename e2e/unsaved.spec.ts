import { enter, isReady, newSong, saved, stored, typeSections } from './support';
import { expect, type Page, test } from './test';

/** What is typed is never lost, and the page says the truth about what is saved and what is live. */

test.beforeEach(({ page }) => enter(page));

const view = (page: Page, name: string) => page.getByRole('tab', { name }).click();
const text = (page: Page) => page.getByLabel('The song as text');
const state = (page: Page) => page.getByRole('status').first();
const SONG: [string, number][] = [
  ['Intro', 4],
  ['Verse', 16],
];
const songWith = async (page: Page, title: string, sections = SONG) => {
  const id = await newSong(page, title);
  await typeSections(page, sections);
  await saved(page);
  return id;
};
type Sections = Record<string, { name: string; bars: number }>;
const sectionsOf = async (page: Page, id: string) =>
  Object.values((await stored(page, id)).body.sections as Sections);
const barsOf = async (page: Page, id: string, name: string) =>
  (await sectionsOf(page, id)).find((one) => one.name === name)?.bars;

test('a text with a bad line survives another view, another page and a reload; its good lines are saved', async ({
  page,
}) => {
  const id = await songWith(page, 'Half a thought');
  await view(page, 'Text');
  const typed = `${await text(page).inputValue()}\nBridge: seven\nOut: 4`;
  await text(page).fill(typed);
  await expect(state(page)).toHaveText(/Saved, except .* The song as text, line 4$/);
  await expect.poll(() => barsOf(page, id, 'Out')).toBe(4);
  await view(page, 'As written');
  await expect(page.getByLabel('Bars of Out')).toHaveValue('4');
  await view(page, 'Text');
  await expect(text(page)).toHaveValue(typed);
  await page.getByRole('link', { name: 'Songs' }).click();
  await page.waitForURL(/songs$/);
  await page.goBack();
  await isReady(page);
  await page.reload();
  await isReady(page);
  await expect(state(page)).toHaveText(/Saved, except .* line 4$/);
  await view(page, 'Text');
  await expect(text(page)).toHaveValue(typed);
  await text(page).fill(typed.replace('seven', '7'));
  await saved(page);
  expect(await barsOf(page, id, 'Bridge')).toBe(7);
});

test('a value that was refused, and a pasted text, wait where they were typed until they are given up', async ({
  page,
}) => {
  await songWith(page, 'Refused');
  await page.getByLabel('Bars of Intro').fill('many');
  await view(page, 'Text');
  await page.getByRole('button', { name: 'Paste what the band sent' }).click();
  await page.getByLabel('Paste the song as the band wrote it').fill('Bridge 8\nparking is behind');
  await page.reload();
  await isReady(page);
  await expect(page.getByLabel('Bars of Intro')).toHaveValue('many');
  await expect(page.getByText('Bars are a whole number')).toBeVisible();
  await expect(state(page)).toHaveText(/Bars of Intro/);
  await page.getByRole('button', { name: 'Show what is kept' }).click();
  const kept = page.getByRole('dialog');
  await expect(kept).toContainText('parking is behind');
  await kept.getByRole('button', { name: 'Give it up' }).first().click();
  await kept.getByRole('button', { name: 'Give it up' }).first().click();
  await saved(page);
  await expect(page.getByLabel('Bars of Intro')).toHaveValue('4');
});

test('the typed form of a pattern waits as typed', async ({ page }) => {
  const id = await newSong(page, 'Typed form');
  await page.goto(`/saltreach-nine/songs/${id}/kit`);
  await page
    .getByRole('button', { name: /Quarters|Rock|Eighths/ })
    .first()
    .click();
  const form = page.getByLabel('The pattern as it is spoken');
  await form.fill('hh 8ths, snare on two');
  await expect(state(page)).toHaveText(/Saved, except .*: The pattern as it is spoken/);
  await page.reload();
  await expect(form).toHaveValue('hh 8ths, snare on two');
  await form.press('Escape');
  await saved(page);
});

test('undo in a cell takes back what was typed there and nothing else; undo outlives a reload', async ({
  page,
}) => {
  await songWith(page, 'Undo');
  const level = page.getByLabel('Level of Verse');
  await level.fill('4');
  await saved(page);
  const intro = page.getByLabel('Bars of Intro');
  await intro.click();
  await intro.fill('6');
  await intro.press('Control+z');
  await expect(intro).toHaveValue('4');
  await expect(level).toHaveValue('4');
  await intro.press('Control+Shift+z');
  await expect(intro).toHaveValue('6');
  await intro.press('Control+z');
  await saved(page);
  await page.reload();
  await isReady(page);
  await page.keyboard.press('Control+z');
  await expect(level).toHaveValue('');
  await expect(page.getByText('Undone: Section “Verse”, level: nothing')).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(level).toHaveValue('4');
  await saved(page);
});

test('the page of a hotel’s network in place of the server, and a cut answer, cost nothing', async ({
  page,
}) => {
  const id = await songWith(page, 'Portal');
  await page.route('**/changes*', (route) =>
    route.fulfill({ status: 200, contentType: 'text/html', body: '<h1>Welcome</h1>' }),
  );
  await page.getByLabel('Bars of Intro').fill('7');
  await expect(state(page)).toHaveText(/Not saved yet: Something else answers/);
  await page.unroute('**/changes*');
  await page.route('**/changes*', (route) => route.fulfill({ status: 200, body: '{"outco' }));
  await page.getByLabel('Bars of Verse').fill('11');
  await page.waitForTimeout(1500);
  await page.unroute('**/changes*');
  await saved(page);
  expect([await barsOf(page, id, 'Intro'), await barsOf(page, id, 'Verse')]).toEqual([7, 11]);
});

test('one edit that the server cannot save is set aside in its words, and the others are saved', async ({
  page,
}) => {
  const id = await songWith(page, 'Set aside');
  await page.route('**/changes', async (route) =>
    route.request().postData()?.includes('Thirteen')
      ? route.fulfill({ status: 500, body: 'broken' })
      : route.continue(),
  );
  await page.getByLabel('Name of Intro').fill('Thirteen');
  await page.getByLabel('Bars of Verse').fill('9');
  await expect(page.getByRole('region', { name: 'Not saved, and kept here' })).toContainText(
    'Section “Intro”, name: Thirteen',
    { timeout: 30_000 },
  );
  await saved(page);
  expect(await barsOf(page, id, 'Verse')).toBe(9);
  await page.reload();
  await expect(page.getByText('Section “Intro”, name: Thirteen')).toBeVisible();
  await page.getByRole('button', { name: 'Take off this list' }).click();
  await expect(page.getByText('Section “Intro”, name: Thirteen')).toBeHidden();
});

test('edits to a section that somebody removed meanwhile are named one by one', async ({
  page,
  context,
}) => {
  const id = await songWith(page, 'Removed');
  await page.route('**/changes*', (route) => route.abort());
  await page.getByLabel('Bars of Verse').fill('9');
  await page.getByLabel('Level of Verse').fill('4');
  await page.getByLabel('Bars of Intro').fill('5');
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByLabel('Name of Verse').click();
  await other.keyboard.press('Alt+Delete');
  await expect(other.getByLabel('Name of Verse')).toHaveCount(0);
  await expect.poll(async () => (await sectionsOf(other, id)).length).toBe(1);
  await page.unroute('**/changes*');
  const aside = page.getByRole('region', { name: 'Not saved, and kept here' });
  await expect(aside).toContainText('Section “Verse”, bars: 9', { timeout: 40_000 });
  await expect(aside).toContainText('Section “Verse”, level: from 4, to 4');
  await expect(aside).toContainText('somebody has removed it');
  expect(await barsOf(page, id, 'Intro')).toBe(5);
});

test('unsaved edits are their writer’s: they are said before signing out, and sent by nobody else', async ({
  page,
}) => {
  const id = await songWith(page, 'Whose');
  const url = page.url();
  await page.route('**/changes', (route) => route.abort());
  await page.getByLabel('Bars of Intro').fill('9');
  await page.getByRole('button', { name: /Wren Halloway/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  const dialog = page.getByRole('dialog', { name: 'Not everything is saved' });
  await expect(dialog).toContainText('One song or set has edits');
  await dialog.getByRole('button', { name: 'Sign out now' }).click();
  await expect(page.getByRole('heading', { name: 'Try the demo' })).toBeVisible();
  await page.unroute('**/changes');
  await enter(page, 'Odile Marsh');
  await page.goto(url);
  await isReady(page);
  await expect(page.getByLabel('Bars of Intro')).toHaveValue('4');
  await page.waitForTimeout(1500);
  expect(await barsOf(page, id, 'Intro')).toBe(4);
  await page.context().clearCookies();
  // From whatever page its writer comes back to.
  await enter(page);
  await expect.poll(() => barsOf(page, id, 'Intro'), { timeout: 20_000 }).toBe(9);
});

test('a set shows what is changed in one of its songs while it is looked at', async ({
  page,
  context,
}) => {
  await page.goto('/saltreach-nine/songs');
  await page
    .getByRole('link', { name: /Slack Water/ })
    .first()
    .click();
  await isReady(page);
  const set = await context.newPage();
  await set.goto('/saltreach-nine/sets');
  await set.getByRole('link', { name: /First set/ }).click();
  const row = set.getByRole('row').filter({ hasText: 'Slack Water' });
  const before = await row.textContent();
  const count = page.getByLabel('Count-in in beats');
  const beats = await count.inputValue();
  await count.fill(beats === '7' ? '8' : '7');
  await expect.poll(() => row.textContent()).not.toBe(before);
  await count.fill(beats);
  await expect.poll(() => row.textContent()).toBe(before);
});

test('a refused stream is opened again; until then the page asks, and says that it is not live', async ({
  page,
  context,
}) => {
  const id = await songWith(page, 'Not live');
  const other = await context.newPage();
  await other.route('**/news*', (route) => route.fulfill({ status: 503, body: 'busy' }));
  await other.goto(page.url());
  await expect(other.getByText(/^Not live:/)).toBeVisible();
  await page.getByLabel('Bars of Intro').fill('6');
  await expect(other.getByLabel('Bars of Intro')).toHaveValue('6', { timeout: 20_000 });
  await other.unroute('**/news*');
  await expect(other.getByText(/^Not live:/)).toBeHidden({ timeout: 40_000 });
  await page.getByLabel('Bars of Intro').fill('7');
  await expect(other.getByLabel('Bars of Intro')).toHaveValue('7');
  expect(await barsOf(page, id, 'Intro')).toBe(7);
});

test('two days without a network, the clock set back meanwhile: 200 edits against 300 newer ones', async ({
  page,
  context,
  browser,
}) => {
  const id = await songWith(page, 'Two days');
  await context.setOffline(true);
  for (let count = 1; count <= 200; count++) {
    if (count === 100) await page.clock.setSystemTime(new Date('2020-01-01T00:00:00Z'));
    const cell = page.getByLabel(count % 2 ? 'Bars of Intro' : 'Bars of Verse');
    await cell.fill(String(count));
  }
  await expect(state(page)).toHaveText(/Not saved yet/);
  const others = await browser.newContext();
  const other = await others.newPage();
  await enter(other, 'Odile Marsh');
  expect(await barsOf(other, id, 'Intro')).toBe(4);
  const sections = Object.keys((await stored(other, id)).body.sections);
  for (let batch = 0; batch < 3; batch++) {
    const changes = Array.from({ length: 100 }, (_, index) => ({
      id: crypto.randomUUID(),
      operations: [
        {
          type: 'set',
          in: 'sections',
          id: sections[index % sections.length],
          fields: { level: { from: 1 + (index % 5), to: 1 + (index % 5) } },
        },
      ],
    }));
    const answer = await other.request.post(`/api/documents/${id}/changes`, {
      data: { base: 0, changes },
    });
    expect(answer.status()).toBe(200);
  }
  await context.setOffline(false);
  await saved(page);
  expect([await barsOf(page, id, 'Intro'), await barsOf(page, id, 'Verse')]).toEqual([199, 200]);
  await expect(page.getByLabel('Level of Intro')).not.toHaveValue('');
  await others.close();
});

test('a value that makes no sense, typed without a network, replaces no page by an error, and waits', async ({
  page,
  context,
}) => {
  await songWith(page, 'Cut off');
  await page.getByLabel('Name of').first().click();
  await page.keyboard.press('Escape');
  await page.keyboard.press('r');
  const ruler = page.getByRole('region', { name: /^Places in/ });
  await ruler.getByRole('application').focus();
  await context.setOffline(true);
  await page.keyboard.press('h');
  await ruler.getByLabel('Comes again').fill('every 2 ba');
  await page.waitForTimeout(500);
  await page.getByRole('tab', { name: 'As played' }).click();
  await page.getByRole('tab', { name: 'As written' }).click();
  await expect(page.getByLabel('Name of').first()).toBeVisible();
  await context.setOffline(false);
  // What made sense is saved; the rest is said to be kept as it was typed.
  await expect(page.getByText(/Saved, except what is kept as typed/)).toBeVisible({
    timeout: 30_000,
  });
  await page.reload();
  await expect(page.getByText(/Saved, except what is kept as typed: Comes again/)).toBeVisible();
});
