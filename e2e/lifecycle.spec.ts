import { enter, newSong, saved, typeSections } from './support';
import { expect, test } from './test';

test.beforeEach(({ page }) => enter(page));

test('a song is copied, renamed, deleted, brought back by undo and from the list', async ({
  page,
}) => {
  await newSong(page, 'Tarred rope');
  await typeSections(page, [['Verse', 16]]);
  await saved(page);
  await page.goto('/saltreach-nine/songs');
  const row = (title: string) =>
    page
      .getByRole('listitem')
      .filter({ has: page.getByRole('link', { name: new RegExp(`^${title}`) }) });
  const pick = async (title: string, what: string) => {
    await page.getByRole('button', { name: `More for ${title}`, exact: true }).click();
    await page.getByRole('menuitem', { name: what, exact: true }).click();
  };
  await pick('Tarred rope', 'Copy');
  await expect(page.getByRole('link', { name: /^Tarred rope \(copy\)/ })).toContainText('16 bars');
  await pick('Tarred rope (copy)', 'Rename');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Hawser');
  await page.keyboard.press('Enter');
  await expect(row('Hawser')).toContainText('16 bars');
  await pick('Hawser', 'Delete');
  await expect(row('Hawser')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row('Hawser')).toHaveCount(1);
  await pick('Hawser', 'Archive');
  await expect(row('Hawser')).toHaveCount(0);
  await page.reload();
  await expect(row('Hawser')).toHaveCount(0);
  await page.getByRole('button', { name: 'Archived and deleted' }).click();
  const list = page.getByRole('dialog');
  await expect(list.getByRole('row', { name: /Hawser/ })).toContainText('archived today');
  await list.getByRole('button', { name: 'Bring back Hawser' }).click();
  await expect(list.getByRole('row', { name: /Hawser/ })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(row('Hawser')).toHaveCount(1);
});

test('a deleted song still plays in its set, and its page says that it is deleted', async ({
  page,
}) => {
  await page.goto('/saltreach-nine/songs');
  const link = page.getByRole('link', { name: /^Rope Walk Shuffle/ });
  const address = (await link.getAttribute('href'))!;
  await page.getByRole('button', { name: 'More for Rope Walk Shuffle' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(link).toHaveCount(0);
  await page.goto('/saltreach-nine/sets');
  await page.getByRole('link', { name: /First set/ }).click();
  await expect(page.getByRole('link', { name: 'Rope Walk Shuffle', exact: true })).toBeVisible();
  await expect(page.getByTestId('total')).toContainText('7 songs');
  await page.goto(address);
  await expect(page.getByText('This song is deleted.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByText('This song is deleted.')).toHaveCount(0);
});

test('an arrangement is renamed and deleted, never the last one', async ({ page }) => {
  await newSong(page, 'Two ways');
  const menu = async (what: string) => {
    await page.getByRole('button', { name: 'More for Two ways' }).click();
    await page.getByRole('menuitem', { name: what }).click();
  };
  await page.getByRole('button', { name: 'More for Two ways' }).click();
  await expect(page.getByRole('menuitem', { name: 'Copy this arrangement' })).toBeVisible();
  await expect(page.getByRole('menuitem', { name: 'Delete this arrangement' })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await menu('Copy this arrangement');
  await page.getByLabel('Name of the copy').fill('Short');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'As recorded' })).toBeVisible();
  await menu('Rename this arrangement');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('As recorded');
  await page.keyboard.press('Enter');
  await expect(page.getByText('an arrangement of this name already')).toBeVisible();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Three minutes');
  await page.keyboard.press('Enter');
  await expect(page.locator('strong', { hasText: 'Three minutes' })).toBeVisible();
  const copy = page.url();
  await menu('Delete this arrangement');
  await expect(page.locator('strong', { hasText: 'As recorded' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Three minutes' })).toHaveCount(0);
  await page.goto(copy);
  await expect(page.getByText('This arrangement is deleted.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByText('is deleted.')).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'As recorded' })).toBeVisible();
});

test('the page of a set says that its gig is deleted, and brings that back', async ({ page }) => {
  await page.goto('/saltreach-nine/sets');
  const gig = page.getByRole('region', { name: 'Rehearsal for the quay' });
  const set = (await gig.getByRole('link', { name: /Run-through/ }).getAttribute('href'))!;
  await gig.getByRole('button', { name: 'More for Rehearsal for the quay' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(gig).toHaveCount(0);
  await page.goto(set);
  await expect(page.getByText('The gig or rehearsal of this set is deleted.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByText('is deleted.')).toHaveCount(0);
  await page.goto('/saltreach-nine/sets');
  await expect(gig).toHaveCount(1);
});

test.describe('somebody in another time zone', () => {
  test.use({ timezoneId: 'Europe/Berlin' });

  test('makes a gig in the time of its place, changes it, copies and deletes it', async ({
    page,
  }) => {
    await page.goto('/saltreach-nine/sets');
    await page.getByRole('button', { name: 'New gig or rehearsal' }).click();
    const form = page.getByRole('dialog').first();
    await form.getByLabel('Name', { exact: true }).fill('Net menders’ ball');
    await form.getByLabel('Place', { exact: true }).fill('Net loft');
    await form.getByRole('combobox', { name: 'Time zone of the place' }).fill('Lisbon');
    await page.getByRole('option', { name: 'Europe/Lisbon' }).click();
    await form.getByRole('button', { name: 'Add' }).click();
    await expect(form.getByText('Say on which day')).toBeVisible();
    await form.getByLabel('Day and time').click();
    await page
      .getByRole('button', { name: /^\d+ \w+ \d{4}$/ })
      .last()
      .click();
    await page.getByRole('spinbutton', { name: 'Hours' }).pressSequentially('20');
    await page.getByRole('spinbutton', { name: 'Minutes' }).pressSequentially('00');
    await page.getByRole('button', { name: 'Take this day and time' }).click();
    await form.getByRole('button', { name: 'Add' }).click();
    await page.waitForURL(/sets\/./);
    await expect(page.locator('time')).toHaveText(/at 20:00$/);
    await expect(page.getByText('(21:00 where you are)')).toBeVisible();
    await page.goto('/saltreach-nine/sets');
    const gig = page.getByRole('region', { name: 'Net menders’ ball' });
    await expect(gig).toContainText(/20:00 \(21:00 where you are\)/);
    await gig.getByRole('button', { name: 'More for Net menders’ ball' }).click();
    await page.getByRole('menuitem', { name: 'Change' }).click();
    await page.getByRole('dialog').getByLabel('Place', { exact: true }).fill('Sail loft');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(gig).toContainText('Gig, Sail loft');
    await expect(gig).toContainText('20:00');
    await gig.getByRole('button', { name: 'More for Net menders’ ball' }).click();
    await page.getByRole('menuitem', { name: 'Copy' }).click();
    await expect(gig).toHaveCount(2);
    await gig.first().getByRole('button', { name: 'More for Net menders’ ball' }).click();
    await page.getByRole('menuitem', { name: 'Delete' }).click();
    await expect(gig).toHaveCount(1);
  });
});
