import { enter } from './support';
import { type Browser, expect, type Page, test } from './test';

const left = (page: Page) => page.getByTestId('bars-left');
const heading = (page: Page) => page.getByRole('heading', { level: 1 });

/** A device of a member of the band, on the stage of the first set. */
const onStage = async (browser: Browser, name: string, stage?: string) => {
  const device = await browser.newContext();
  const page = await device.newPage();
  await enter(page, name);
  if (stage) await page.goto(stage);
  else {
    await page
      .getByRole('link', { name: /First set/ })
      .first()
      .click();
    await page.waitForURL(/sets\/./);
    await expect(page.getByTestId('total')).toBeVisible();
    await page.keyboard.press('s');
    await page.waitForURL(/\/stage$/);
  }
  await expect(heading(page)).toBeVisible();
  return page;
};

test('others follow the conductor: start, a jump, a wait, a late screen, the end of the baton', async ({
  browser,
}) => {
  const wren = await onStage(browser, 'Wren Halloway');
  const stage = wren.url();
  const tam = await onStage(browser, 'Tam Breck', stage);
  // A player follows; only who may edit conducts.
  await expect(tam.getByRole('button', { name: /Conduct the band/ })).toHaveCount(0);
  await wren.getByRole('button', { name: 'Conduct the band (K)' }).click();
  await expect(wren.getByText(/^You conduct, within \d+ ms/)).toBeVisible({ timeout: 15_000 });
  await expect(tam.getByText(/^Follows Wren Halloway, within \d+ ms/)).toBeVisible();
  await expect(heading(tam)).toHaveText('Slack Water');

  const ives = await (await browser.newContext()).newPage();
  await enter(ives, 'Ives Corran');
  await ives.goto(stage.replace(/\/stage$/, ''));
  await expect(ives.getByRole('link', { name: 'Stage: Wren Halloway conducts' })).toBeVisible();
  await ives.context().close();

  await wren.keyboard.press('Space');
  await expect(heading(tam)).toHaveText('Intro', { timeout: 15_000 });
  // Both change to the next bar within a quarter of a second, which is how often it is looked.
  for (const bars of ['4', '3', '2']) {
    await expect(left(wren)).toHaveText(bars);
    await expect(left(tam)).toHaveText(bars);
  }
  await wren.keyboard.press('n');
  await expect(heading(wren)).toHaveText('Verse');
  await expect(heading(tam)).toHaveText('Verse');
  // Everybody waits at the bar line.
  await wren.keyboard.press('p');
  await expect(wren.getByRole('button', { name: 'Go on (P)' })).toBeVisible();
  await wren.waitForTimeout(3500);
  await expect(tam.getByText('Everybody waits')).toBeVisible();
  const waiting = await left(tam).textContent();
  await tam.waitForTimeout(3000);
  expect(await left(tam).textContent()).toBe(waiting);
  await wren.keyboard.press('p');
  await expect(left(tam)).not.toHaveText(waiting ?? '');

  // A screen that joins late stands in the right bar at once, and so does one that is reloaded.
  const odile = await onStage(browser, 'Odile Marsh', stage);
  await expect(heading(odile)).toHaveText('Verse');
  await expect(odile.getByText(/^Follows Wren Halloway/)).toBeVisible();
  await expect(async () =>
    expect(await left(odile).textContent()).toBe(await left(wren).textContent()),
  ).toPass({ timeout: 15_000 });
  // The baton is taken by nobody else.
  await expect(odile.getByRole('button', { name: /Conduct the band/ })).toHaveCount(0);
  // Somebody goes on their own, and comes back.
  await odile.getByRole('button', { name: 'On my own' }).click();
  await expect(heading(odile)).toHaveText('Slack Water');
  await odile.getByRole('button', { name: 'Follow Wren Halloway' }).click();
  await expect(heading(odile)).toHaveText('Verse');

  // Handed over: given away, and taken.
  await wren.keyboard.press('Space');
  await expect(heading(tam)).toHaveText('Slack Water');
  await wren.getByRole('button', { name: 'Give the baton away (K)' }).click();
  await expect(odile.getByRole('button', { name: 'Conduct the band (K)' })).toBeVisible();
  await odile.keyboard.press('k');
  await expect(odile.getByText(/^You conduct/)).toBeVisible();
  await expect(wren.getByText(/^Follows Odile Marsh/)).toBeVisible();
  await odile.keyboard.press('Space');
  await expect(heading(wren)).toHaveText('Intro', { timeout: 15_000 });

  // The conductor's device goes: everybody goes on, says so, and somebody takes over.
  await odile.context().close();
  const before = await left(tam).textContent();
  await expect(left(tam)).not.toHaveText(before ?? '');
  await expect(
    tam.getByText(/^Odile Marsh was last heard at \d\d:\d\d:\d\d: going on alone$/),
  ).toBeVisible({
    timeout: 20_000,
  });
  await expect(heading(tam)).toHaveText('Verse', { timeout: 20_000 });
  await wren.getByRole('button', { name: 'Conduct the band (K)' }).click({ timeout: 20_000 });
  await expect(wren.getByText(/^You conduct/)).toBeVisible();
  // A reload keeps the baton; a copy of the page does not have it.
  await wren.reload();
  await expect(wren.getByText(/^You conduct/)).toBeVisible({ timeout: 10_000 });
  await wren.getByRole('button', { name: 'Give the baton away (K)' }).click();
  await expect(tam.getByText(/conduct|Follows/)).toHaveCount(0);
  await wren.context().close();
  await tam.context().close();
});
