import { enter, songAsText } from './support';
import { expect, type Page, test } from './test';

const open = async (page: Page, title: string) => {
  await enter(page);
  await songAsText(
    page,
    title,
    [
      'song 200, in 4/4, count 4',
      'groove Plain = hh 8ths, sn 2 4, bd 1 3',
      'Verse: 2, groove Plain',
      'Chorus: 2, groove Plain',
    ].join('\n'),
  );
  await page.getByRole('tab', { name: 'Practise' }).click();
  await page.getByRole('combobox', { name: 'Section' }).selectOption('Chorus, bar 3');
};

const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
const rounds = (page: Page) => page.getByRole('row', { name: /^\d+ \d+/ });

test('a passage is practised up to its tempo, its strokes judged round by round', async ({
  page,
}) => {
  await open(page, 'Practised');
  await expect(page.getByTestId('tempo')).toHaveText('140');
  await field(page, 'From').fill('160');
  await field(page, 'By').fill('20');
  await field(page, 'Rounds at each').fill('1');
  await field(page, 'Bars before').fill('0');
  await page.getByLabel('Strokes come from').selectOption('Simulated drummer');
  await page.getByRole('button', { name: 'Practise', exact: true }).click();
  // A round at 160, at 180 and at 200, each measured by its end.
  await expect(rounds(page).last()).toContainText(/^1160yes.*1\d ms late, even to \d+ ms\./, {
    timeout: 20_000,
  });
  await expect(page.getByTestId('tempo')).toHaveText('200', { timeout: 20_000 });
  await expect(page.getByTestId('rung')).toContainText('clean for 1 round', { timeout: 20_000 });
  await expect(rounds(page).filter({ hasText: /^\d+200yes/ })).toBeVisible({ timeout: 20_000 });
  // Another tempo to come to holds from the next round on.
  await field(page, 'To').fill('210');
  await expect(page.getByText('210 quarters a minute')).toBeVisible({ timeout: 20_000 });
  // Other bars are begun anew.
  await field(page, 'To bar').fill('3');
  await expect(page.getByRole('button', { name: 'Practise', exact: true })).toBeVisible();
  // What was played stays to be read, stroke by stroke.
  await expect(
    page.getByRole('img', { name: 'How early and late each stroke came' }),
  ).toBeVisible();
  await expect(rounds(page).filter({ hasText: /^\d+180yes/ })).toBeVisible();
  // What was asked for is there after a look elsewhere.
  await page.getByRole('tab', { name: 'As written' }).click();
  await page.getByRole('tab', { name: 'Practise' }).click();
  await expect(field(page, 'To bar')).toHaveValue('3');
  await expect(field(page, 'By')).toHaveValue('20');
  await expect(page.getByLabel('Strokes come from')).toHaveValue('simulated-drummer');
  // It is in the log of whoever played it, and of nobody else.
  const logged = page.getByRole('listitem').filter({ hasText: 'Chorus, bars 3 to 4: ' });
  await expect(logged).toContainText(/200 of 210 clean, \d of \d rounds, 1 min, 1\d ms late/);
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'Practise', exact: true }).click();
  await expect(rounds(page).filter({ hasText: /^1160yes/ })).toBeVisible({ timeout: 20_000 });
  await expect(rounds(page)).toHaveCount(1);
  await page.getByRole('button', { name: 'Stop', exact: true }).first().click();
  const alone = page.getByRole('listitem').filter({ hasText: 'Chorus, bar 3: ' });
  await expect(alone).toContainText('Not kept yet');
  await page.context().setOffline(false);
  await alone.getByRole('button', { name: 'Keep it' }).click();
  await expect(alone.getByRole('button', { name: 'Keep it' })).toHaveCount(0);
  await page.reload();
  await page.getByRole('tab', { name: 'Practise' }).click();
  await expect(alone).toContainText('160 of 210 clean, 1 of 1 round');
  await logged.getByRole('button', { name: 'Forget it' }).click();
  await expect(logged).toHaveCount(0);
  await page.reload();
  await page.getByRole('tab', { name: 'Practise' }).click();
  await expect(alone).toBeVisible();
  await expect(logged).toHaveCount(0);
});

test('judged by ear: a round that breaks goes back a step, and a key strikes', async ({ page }) => {
  await open(page, 'By ear');
  await field(page, 'From').fill('100');
  await field(page, 'By').fill('20');
  await field(page, 'Rounds at each').fill('1');
  await page.keyboard.press('Escape');
  await page.getByTestId('tempo').click();
  await page.keyboard.press('Space');
  await expect(page.getByTestId('rung')).toContainText('round 2, then 140', { timeout: 20_000 });
  await page.keyboard.press('2');
  await expect(page.getByTestId('rung')).toContainText('round 2, then 100');
  await expect(page.getByTestId('tempo')).toHaveText('100', { timeout: 20_000 });
  await expect(rounds(page).filter({ hasText: /^2120/ })).toContainText('noJudged by ear.');
  await page.keyboard.press('Space');
  // Elsewhere Space plays the song as always.
  await page.getByRole('tab', { name: 'As written' }).click();
  await page.keyboard.press('Space');
  await expect(page.getByText('200 quarters a minute')).toBeVisible();
  await expect(page.getByTestId('rate')).toHaveText('100 %');
  await page.keyboard.press('Space');

  await page.getByRole('tab', { name: 'Practise' }).click();
  await page.getByLabel('Strokes come from').selectOption('Key T on this device');
  await page.getByTestId('tempo').click();
  await page.keyboard.press('Space');
  await expect(page.getByText('Getting the sounds ready')).toHaveCount(0);
  for (let stroke = 0; stroke < 12; stroke++) {
    await page.keyboard.press('t');
    await page.waitForTimeout(200);
  }
  await expect(rounds(page).last()).toContainText(/Of \d+ strokes .*(missing|too many)/, {
    timeout: 20_000,
  });
  await page.keyboard.press('Space');
});
