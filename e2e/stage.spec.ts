import { enter } from './support';
import { expect, type Page, test } from './test';

test.beforeEach(({ page }) => enter(page));

const openStage = async (page: Page, set = /First set/) => {
  await page.getByRole('link', { name: set }).first().click();
  await page.waitForURL(/sets\/./);
  await expect(page.getByTestId('total')).toBeVisible();
  const address = page.url();
  await page.keyboard.press('s');
  await page.waitForURL(/\/stage$/);
  return address;
};

const left = (page: Page) => page.getByTestId('bars-left');

test('the stage introduces a song, counts it in, and says bars left, beat, what comes and what is next', async ({
  page,
}) => {
  await openStage(page);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Slack Water');
  await expect(page.getByText('96 quarters a minute · 4/4 · count 4 · 3:20')).toBeVisible();
  await expect(page.getByText('begins with Intro, p, Quay pedal, hats by foot')).toBeVisible();
  await expect(page.getByText('No crash at the beginning of Bridge.')).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByText('count, of 4')).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Intro');
  await expect(left(page)).toHaveText('4');
  await expect(page.getByTestId('next')).toContainText('then Verse 16 bars, p, Quay cross-stick');
  // At 96 a bar lasts 2.5 s.
  await expect(left(page)).toHaveText('2');
  await page.keyboard.press('n');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Verse');
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('by hand, a pedal goes by sections and bars without any sound, also over songs', async ({
  page,
}) => {
  await openStage(page);
  await page.keyboard.press('h');
  await page.keyboard.press('PageDown');
  await page.keyboard.press('PageDown');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Verse');
  await expect(left(page)).toHaveText('16');
  for (let bars = 0; bars < 7; bars++) await page.keyboard.press('ArrowRight');
  await expect(left(page)).toHaveText('9');
  await expect(page.getByTestId('coming')).toHaveText('in 4 beats listen: second guitar comes in');
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByTestId('coming')).toHaveText('in 2 bars listen: second guitar comes in');
  await page.getByRole('button', { name: 'The next song' }).click();
  await expect(page.getByText('count, of 6')).toBeVisible();
  await page.keyboard.press('PageDown');
  await expect(page.getByText('2/7 Nine Mile Ferry')).toBeVisible();
  await page.keyboard.press('h');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Slack Water');
});

test('leaving takes a hold, by button and by key; a touch does nothing', async ({ page }) => {
  const set = await openStage(page);
  const leave = page.getByRole('button', { name: 'Leave the stage' });
  await leave.click();
  await page.keyboard.press('Escape');
  await expect(page).toHaveURL(/\/stage$/);
  await leave.hover();
  await page.mouse.down();
  await page.waitForURL(set);
  await page.mouse.up();
});

test('what plays on the set’s page goes on playing on its stage', async ({ page }) => {
  await page
    .getByRole('link', { name: /First set/ })
    .first()
    .click();
  await expect(page.getByTestId('position')).toHaveText(/^Count 1/);
  await page.keyboard.press('Space');
  await expect(page.getByTestId('position')).toHaveText(/^Bar 1/);
  await page.keyboard.press('s');
  await page.waitForURL(/\/stage$/);
  await expect(left(page)).toHaveText(/^[34]$/);
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
});

test('a place that is flagged stands on the set’s page afterwards, with a word for it, until it is done', async ({
  page,
}) => {
  const set = await openStage(page);
  await page.keyboard.press('h');
  for (let stops = 0; stops < 2; stops++) await page.keyboard.press('PageDown');
  await page.keyboard.press('ArrowRight');
  // What is flagged is what is in sight.
  await expect(left(page)).toHaveText('15');
  await page.keyboard.press('f');
  await expect(page.getByText('Flagged: Slack Water, Verse, bar 6')).toBeVisible();
  await page.goto(set);
  await page.getByRole('button', { name: '1 flag' }).click();
  const row = page.getByRole('row', { name: /Slack Water, Verse, bar 6/ });
  await row.getByRole('textbox').fill('came in early');
  await page.reload();
  await page.getByRole('button', { name: '1 flag' }).click();
  await expect(row.getByRole('textbox')).toHaveValue('came in early');
  await row.getByRole('button').click();
  await expect(page.getByRole('button', { name: /flag/ })).toHaveCount(0);
});

test('without a network the stage still says what was done and what could not be', async ({
  page,
  context,
}) => {
  await openStage(page);
  await page.waitForLoadState('networkidle', { timeout: 15_000 }).catch(() => undefined);
  await context.setOffline(true);
  await page.keyboard.press('f');
  await expect(page.getByText('Flagged: Slack Water, before it begins')).toBeVisible();
  await page.keyboard.press('k');
  await expect(page.getByText('The server does not answer')).toBeVisible();
});

/** Every text of the page with its contrast against what is behind it (WCAG 2.2, 1.4.3). */
const contrasts = (page: Page) =>
  page.evaluate(() => {
    const canvas = document.createElement('canvas').getContext('2d', { willReadFrequently: true })!;
    const rgb = (colour: string) => {
      canvas.clearRect(0, 0, 1, 1);
      canvas.fillStyle = colour;
      canvas.fillRect(0, 0, 1, 1);
      return [...canvas.getImageData(0, 0, 1, 1).data];
    };
    const luminance = ([r = 0, g = 0, b = 0]: number[]) => {
      const [R, G, B] = [r, g, b].map((value) => {
        const share = value / 255;
        return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
      }) as [number, number, number];
      return 0.2126 * R + 0.7152 * G + 0.0722 * B;
    };
    const behind = (element: Element | null): number[] => {
      if (!element) return [255, 255, 255];
      const colour = rgb(getComputedStyle(element).backgroundColor);
      return (colour[3] ?? 0) > 250 ? colour : behind(element.parentElement);
    };
    return [...document.querySelectorAll('*')].flatMap((element) => {
      const text = [...element.childNodes]
        .filter((node) => node.nodeType === Node.TEXT_NODE)
        .map((node) => node.textContent?.trim())
        .join('');
      const box = element.getBoundingClientRect();
      if (!text || box.width === 0 || box.height === 0) return [];
      const [a, b] = [luminance(rgb(getComputedStyle(element).color)), luminance(behind(element))];
      return [{ text, ratio: (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05) }];
    });
  });

for (const [width, height, millimetres, perInch] of [
  // Ten inches at 1024 × 768; a phone of 6.1 inches.
  [1024, 768, 18, 1280 / 10],
  [390, 844, 12, 930 / 6.1],
  [1280, 800, 18, 1280 / 10],
] as const) {
  test(`at ${width} × ${height} nothing scrolls, figures are large, targets fit a stick, contrast is 7:1`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    await openStage(page);
    await page.keyboard.press('h');
    for (let stops = 0; stops < 3; stops++) await page.keyboard.press('PageDown');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Chorus');
    for (const scheme of ['dark', 'light']) {
      expect(
        (await contrasts(page)).filter(({ ratio }) => ratio < 7),
        scheme,
      ).toEqual([]);
      await page.keyboard.press('d');
    }
    const size = await left(page).evaluate((element) =>
      Number.parseFloat(getComputedStyle(element).fontSize),
    );
    // A figure of this type is 0.68 of its size high.
    expect((size * 0.68 * 25.4) / perInch).toBeGreaterThan(millimetres);
    const targets = await page
      .getByRole('button')
      .evaluateAll((all) => all.map((one) => one.getBoundingClientRect()));
    for (const { width: wide, height: high } of targets) {
      expect(wide).toBeGreaterThanOrEqual(64);
      expect(high).toBeGreaterThanOrEqual(64);
    }
    expect(
      await page.evaluate(() => {
        const { scrollHeight, scrollWidth } = document.documentElement;
        return [scrollHeight - window.innerHeight, scrollWidth - window.innerWidth];
      }),
    ).toEqual([0, 0]);
  });
}
