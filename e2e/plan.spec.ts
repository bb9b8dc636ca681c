import { readFileSync } from 'node:fs';
import { enter, isReady } from './support';
import { expect, type Page, test } from './test';

const open = async (page: Page, name: string) => {
  await enter(page, name);
  await page.getByRole('link', { name: 'Practise' }).click();
  await expect(today(page)).toBeVisible();
};
const today = (page: Page) => page.getByRole('region', { name: 'Today' });
const days = (page: Page) => page.getByRole('region', { name: 'The days' });
const choose = (page: Page, name: string) =>
  page.getByLabel('For', { exact: true }).selectOption(name);
const sent = (page: Page) =>
  page.waitForResponse((response) => response.url().endsWith('/practice/plan') && response.ok());

test('the plan of a day is worked off, and made anew from what is logged', async ({ page }) => {
  await open(page, 'Tam Breck');
  await choose(page, 'A night for the tidal mill');
  await expect(today(page)).toContainText('5 minWarm-upSlowly and softly');
  await page.keyboard.press('1');
  await expect(today(page)).not.toContainText('Warm-up');
  // Nothing is logged yet, so what fills most of the songs is begun layer by layer.
  await expect(today(page)).toContainText('hands, then backbeat, then foot');
  await page.reload();
  await expect(today(page)).toBeVisible();
  await choose(page, 'A night for the tidal mill');
  await expect(today(page)).not.toContainText('Warm-up');
  const [title] = await today(page)
    .getByText(/^.* in .*: hands, then backbeat, then foot, \d+ to \d+$/)
    .first()
    .allTextContents();
  const [, from, to] = /, (\d+) to (\d+)$/.exec(title!)!;
  // Space begins what is next: its bars, from tempo to tempo.
  await page.keyboard.press('Space');
  await page.waitForURL(/\/songs\/.*#practise=/);
  await isReady(page);
  const field = (name: string) => page.getByRole('textbox', { name, exact: true });
  await expect(page.getByRole('tab', { name: 'Practise' })).toHaveAttribute(
    'aria-selected',
    'true',
  );
  await expect(field('From')).toHaveValue(from!);
  await expect(field('To')).toHaveValue(to!);
  const asked = new URLSearchParams(new URL(page.url()).hash.slice(1));
  const [first, last] = asked.get('practise')!.split('-');
  await expect(field('From bar')).toHaveValue(first!);
  await expect(field('To bar')).toHaveValue(last!);
  // What came of it is logged under what it was for.
  await field('Rounds at each').fill('1');
  await field('From').fill(to!);
  await page.getByLabel('Strokes come from').selectOption('Simulated drummer');
  await page.getByRole('button', { name: 'Practise', exact: true }).click();
  await expect(page.getByRole('row', { name: /^1 \d+/ })).toContainText('yes', { timeout: 60_000 });
  const kept = page.waitForResponse((response) => response.url().endsWith('/practice'));
  await page.getByRole('button', { name: 'Stop', exact: true }).first().click();
  expect((await kept).request().postDataJSON()).toMatchObject({ goal: asked.get('goal') });
  await page.getByRole('link', { name: 'the plan' }).click();
  await expect(today(page)).toBeVisible();
  await choose(page, 'A night for the tidal mill');
  await page.getByRole('tab', { name: 'How far the songs are' }).click();
  await expect(page.getByRole('row', { name: new RegExp(` ${to} \\d+ today`) })).toBeVisible();
});

test('days are as long as somebody says, with a kit or without, and stay so', async ({ page }) => {
  await open(page, 'Odile Marsh');
  await choose(page, 'A night for the tidal mill');
  await page.getByLabel('Minutes a day').fill('20');
  const tomorrow = days(page).getByRole('row').nth(2);
  await expect(tomorrow.getByRole('textbox')).toHaveValue('20');
  await tomorrow.getByRole('textbox').fill('50');
  await tomorrow.getByRole('checkbox').uncheck();
  await expect(tomorrow).toContainText('on the pad');
  await expect(tomorrow).toContainText('hear ');
  const third = days(page).getByRole('row').nth(3);
  const told = sent(page);
  await third.getByRole('textbox').fill('0');
  await expect(third).toContainText('nothing');
  await told;
  await page.reload();
  await choose(page, 'A night for the tidal mill');
  await expect(page.getByLabel('Minutes a day')).toHaveValue('20');
  await expect(tomorrow.getByRole('textbox')).toHaveValue('50');
  await expect(tomorrow.getByRole('checkbox')).not.toBeChecked();
  await expect(third).toContainText('nothing');
  // The server away: it is said, and kept with the next change.
  await page.context().setOffline(true);
  await third.getByRole('textbox').fill('5');
  await expect(page.getByRole('alert').filter({ hasText: 'Not kept' })).toBeVisible();
  await page.context().setOffline(false);
  const again = sent(page);
  await third.getByRole('textbox').fill('15');
  await again;
  await expect(page.getByRole('alert').filter({ hasText: 'Not kept' })).toHaveCount(0);
});

test('a leader is told which songs are ready, where a member says so, and no more', async ({
  page,
  browser,
}) => {
  await open(page, 'Wren Halloway');
  await choose(page, 'A night for the tidal mill');
  await page.getByRole('tab', { name: 'How far the songs are' }).click();
  await expect(page.getByRole('row', { name: /Five Bells: nearly/ })).toBeVisible();
  const told = sent(page);
  await page.getByLabel(/Tell the leaders/).check();
  await told;
  const leader = await (await browser.newContext()).newPage();
  await open(leader, 'Odile Marsh');
  await choose(leader, 'A night for the tidal mill');
  await leader.getByRole('tab', { name: 'How far the songs are' }).click();
  await expect(leader.getByText(/Wren Halloway says: .*nearly: .*Five Bells/)).toBeVisible();
  const taken = sent(page);
  await page.getByLabel(/Tell the leaders/).uncheck();
  await taken;
  await leader.reload();
  await expect(today(leader)).toBeVisible();
  await leader.getByRole('tab', { name: 'How far the songs are' }).click();
  await expect(leader.getByText('Wren Halloway says')).toHaveCount(0);
  await leader.context().close();
});

test('the log: three weeks in a picture, more of it by hand, as a table, and forgotten', async ({
  page,
}) => {
  await open(page, 'Ives Corran');
  await page.getByRole('tab', { name: 'Log' }).click();
  await expect(page.getByRole('img', { name: /Minutes a day/ })).toBeVisible();
  await expect(
    page.getByText(/minutes in four weeks, on \d+ days\. By limb: right hand/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText('Say what you practised.')).toBeVisible();
  await page.getByLabel('Practised elsewhere').fill('=doubles, "slowly"');
  await page.getByLabel('Minutes', { exact: true }).fill('35');
  await page.getByLabel('Days ago').fill('2');
  // Without the server it is not taken, and stays in its field.
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'Log it' }).click();
  await expect(page.getByText('The server does not answer.')).toBeVisible();
  await expect(page.getByLabel('Practised elsewhere')).toHaveValue('=doubles, "slowly"');
  await page.context().setOffline(false);
  await page.getByRole('button', { name: 'Log it' }).click();
  const row = page.getByRole('row').filter({ hasText: '=doubles, "slowly": 35 min' });
  await expect(row).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'As a table (CSV)' }).click();
  const lines = readFileSync((await (await download).path()) ?? '', 'utf8').split('\r\n');
  // A spreadsheet would run what begins with a sign; RFC 4180 doubles the quotes.
  const own = lines.filter((line) => line.endsWith(`,,"'=doubles, ""slowly""",,,,,,,35,,`));
  expect(own).toHaveLength(1);
  expect(lines.length).toBeGreaterThan(20);
  await page.reload();
  await page.getByRole('tab', { name: 'Log' }).click();
  await row.getByRole('button', { name: /Forget/ }).click();
  await expect(row).toHaveCount(0);
});

test('what an evening does to the ears, by two standards', async ({ page }) => {
  await open(page, 'Ives Corran');
  await page.getByRole('tab', { name: 'Ears' }).click();
  const sum = page.getByRole('region', { name: 'What it adds up to' });
  await page.getByLabel('Level of Rehearsal').fill('100');
  await page.getByLabel('Minutes of Rehearsal').fill('15');
  await page.getByRole('button', { name: 'Take out Show' }).click();
  // A quarter of an hour at 100 dB(A): all of a day by NIOSH, an eighth by OSHA's two hours.
  await expect(sum).toContainText('NIOSH, recommended: 100 % of a day.');
  await expect(sum).toContainText('OSHA, permitted in the US: 13 % of a day.');
  await page.getByLabel('Minutes of Rehearsal').fill('60');
  await expect(sum).toContainText('400 % of a day; it would have to be 6 dB quieter.');
  await page.getByLabel('Protection in Rehearsal').fill('12');
  await expect(sum).toContainText('NIOSH, recommended: 25 % of a day.');
  await page.reload();
  await page.getByRole('tab', { name: 'Ears' }).click();
  await expect(page.getByLabel('Protection in Rehearsal')).toHaveValue('12');
});

test('fills are drawn, heard in the flow of a song’s groove, and asked back', async ({ page }) => {
  await open(page, 'Ives Corran');
  await page.getByRole('tab', { name: 'Fills' }).click();
  await page.getByLabel('In the groove of').selectOption('Gannet Street');
  await expect(page.getByLabel('Tempo', { exact: true })).toHaveValue('178');
  await page.getByLabel('Bars before').fill('1');
  const turn = page.getByTestId('turn');
  const count = page.getByText(/^\d+ of 24$/);
  const next = page.getByRole('region', { name: 'Next' });
  await expect(turn).toHaveText('Space plays it');
  const second = await next.getByText(/^Then /).textContent();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Space');
  await expect(turn).toHaveText('Your turn', { timeout: 30_000 });
  await expect(count).toHaveText('2 of 24', { timeout: 30_000 });
  // What was announced is what came, and it is drawn.
  await expect(page.getByText((second ?? '').replace(/^Then /, ''), { exact: true })).toBeVisible();
  await expect(page.locator('svg [class*="notehead"], svg .vf-notehead').first()).toBeVisible();
  await page.keyboard.press('Space');
  await expect(turn).toHaveText('Space plays it');
  // The same number draws the same, another one others.
  await page.getByLabel('Draw').fill('2');
  await expect(next.getByText(/^Then /)).not.toHaveText(second!);
  await page.getByLabel('Draw').fill('1');
  await expect(next.getByText(/^Then /)).toHaveText(second!);
  // A song’s own fills, in its own meter.
  await page.getByLabel('In the groove of').selectOption('Seven at the Harbour Wall');
  await page.getByRole('combobox', { name: 'Fills' }).selectOption({ index: 0 });
  await page.getByLabel(/Hear it first/).uncheck();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Play', exact: true }).first().click();
  await expect(turn).toHaveText('Listen, or play along', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Stop', exact: true }).first().click();
});
