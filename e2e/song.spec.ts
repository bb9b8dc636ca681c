import { enter, isReady, newSong, openSong, saved, stored, typeSections } from './support';
import { expect, test } from './test';

test.beforeEach(({ page }) => enter(page));

const played = (page: import('@playwright/test').Page) =>
  page.getByTestId('played').allInnerTexts();

test('a song is typed without the mouse, and its numbers follow each keystroke', async ({
  page,
}) => {
  const id = await newSong(page, 'Typed song');
  await typeSections(page, [
    ['Intro', 28],
    ['Verse', 8],
    ['Chorus', 7],
  ]);
  expect(await played(page)).toEqual(['1', '29', '37']);
  await expect(page.getByText('4+3').first()).toBeVisible();
  await page.getByLabel('Tempo of the song').fill('100');
  await expect(page.getByTestId('length')).toContainText('1:43');
  await page.getByLabel('Bars of Intro').fill('4');
  expect(await played(page)).toEqual(['1', '5', '13']);
  await saved(page);
  await page.reload();
  expect(await played(page)).toEqual(['1', '5', '13']);
  expect((await stored(page, id)).body.start.tempo).toEqual({ perMinute: 100, unit: 'quarter' });
});

test('every property of a section can be set and is there after reloading', async ({ page }) => {
  const id = await newSong(page, 'Everything');
  await typeSections(page, [
    ['Dance', 8],
    ['Haul', 16],
  ]);
  await page.getByLabel('Times of Dance').fill('3');
  await page.getByLabel('Level of Dance').fill('2 > 4');
  await page.getByLabel('Meter of Dance').fill('7/8 2+2+3');
  await page.getByLabel('Feel of Dance').fill('half-time, stomp');
  await page.getByLabel('Click in Dance').uncheck();
  await page.getByLabel('Name of Haul').click();
  const details = page.getByLabel('Details of Haul');
  for (const [words, shape] of [
    ['evenly per second', 'even-per-second'],
    ['in steps, bar by bar', 'steps-per-bar'],
    ['evenly per beat', 'even-per-beat'],
  ] as const) {
    await details.getByText('ramp', { exact: true }).click();
    await details.getByLabel('How it gets there').selectOption({ label: words });
    await saved(page);
    const sections = Object.values((await stored(page, id)).body.sections) as { tempo: unknown }[];
    expect(sections).toContainEqual(
      expect.objectContaining({ tempo: expect.objectContaining({ kind: 'ramp', shape }) }),
    );
  }
  await page.getByLabel('Tempo of Haul').fill('96 > 144');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Times of Dance')).toHaveValue('3');
  await expect(page.getByLabel('Level of Dance')).toHaveValue('2 > 4');
  await expect(page.getByLabel('Meter of Dance')).toHaveValue('7/8 2+2+3');
  await expect(page.getByLabel('Feel of Dance')).toHaveValue('half-time, stomp');
  await expect(page.getByLabel('Click in Dance')).not.toBeChecked();
  await expect(page.getByLabel('Tempo of Haul')).toHaveValue('96 > 144');
  expect(await played(page)).toEqual(['1', '25']);
});

test('sections are reordered, duplicated and deleted, by key and by mouse', async ({ page }) => {
  await newSong(page, 'Order');
  await typeSections(page, [
    ['A', 4],
    ['B', 8],
    ['C', 16],
  ]);
  const names = () =>
    page
      .locator('[data-column="name"]')
      .evaluateAll((fields) => fields.map((field) => (field as HTMLInputElement).value));
  await page.getByLabel('Name of C').click();
  await page.keyboard.press('Alt+ArrowUp');
  expect(await names()).toEqual(['A', 'C', 'B']);
  await page.keyboard.press('Control+d');
  await expect.poll(names).toEqual(['A', 'C', 'C', 'B']);
  await page.keyboard.press('Alt+Delete');
  await expect.poll(names).toEqual(['A', 'C', 'B']);
  await page.getByLabel('Move B').hover();
  await page.mouse.down();
  const top = await page.getByLabel('Name of A').boundingBox();
  await page.mouse.move(60, top!.y + 40, { steps: 4 });
  await page.mouse.move(60, top!.y - 4, { steps: 8 });
  await page.mouse.up();
  await expect.poll(names).toEqual(['B', 'A', 'C']);
  await page.keyboard.press('Escape');
  for (let step = 0; step < 4; step++) await page.keyboard.press('Control+z');
  await expect.poll(names).toEqual(['A', 'B', 'C']);
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(names).toEqual(['A', 'C', 'B']);
  await saved(page);
});

test('dragging a border of the profile changes the bars, its top the level', async ({ page }) => {
  const id = await newSong(page, 'Dragged');
  await typeSections(page, [
    ['A', 8],
    ['B', 8],
  ]);
  await saved(page);
  const profile = page.getByRole('img', { name: /Profile of the song/ });
  const box = (await profile.boundingBox())!;
  const lead = 2 / 34; // the count-in of 2 s, and 16 bars of 2 s each
  const border = box.x + 16 + (lead + (1 - lead) / 2) * (box.width - 32);
  // In the middle of the ground, whose height the window settles.
  const middle = box.y + box.height / 2;
  await page.mouse.move(border - 2, middle);
  await page.mouse.down();
  await page.mouse.move(border + ((1 - lead) / 16) * (box.width - 32) * 2, middle, {
    steps: 6,
  });
  await page.mouse.up();
  await expect(page.getByLabel('Bars of A')).toHaveValue('10');
  await saved(page);
  const first = Object.values((await stored(page, id)).body.sections).find(
    (one) => (one as { name: string }).name === 'A',
  );
  expect(first).toMatchObject({ bars: 10 });
});

test('what makes no sense is refused under its field and nothing saved is lost', async ({
  page,
}) => {
  const id = await newSong(page, 'Refusals');
  await typeSections(page, [['Verse', 16]]);
  await saved(page);
  for (const [field, wrong, words] of [
    ['Bars of Verse', '0', 'Bars are a whole number'],
    ['Bars of Verse', '7.5', 'Bars are a whole number'],
    ['Times of Verse', '-1', 'played 1 to 200 times'],
    ['Tempo of Verse', '500', 'from 20 to 400'],
    ['Tempo of Verse', '96 >', 'Type a tempo like'],
    ['Meter of Verse', '4/3', 'lower number'],
    ['Meter of Verse', '7/8 2+2', 'add up'],
    ['Level of Verse', '9', 'level from 1 to 5'],
    ['Name of Verse', '', 'needs a name'],
    ['Name of Verse', 'x'.repeat(10_000), 'at most 120'],
  ] as const) {
    await page.getByLabel(field).fill(wrong);
    await expect(page.getByRole('alert').filter({ hasText: words })).toBeVisible();
    await page.keyboard.press('Escape');
  }
  const [section] = Object.values((await stored(page, id)).body.sections);
  expect(section).toMatchObject({ name: 'Verse', bars: 16, times: 1, tempo: null, meter: null });
});

test('markup, emoji and right-to-left names are text and break no layout', async ({ page }) => {
  await newSong(page, '<b>Bold</b> 🥁 فاصل');
  await typeSections(page, [
    ['<img src=x onerror=alert(1)>', 8],
    ['🥁🥁🥁', 4],
    ['المقطع الأول', 8],
    ['x'.repeat(120), 8],
  ]);
  page.on('dialog', () => expect(false, 'markup ran').toBe(true));
  await saved(page);
  await page.goto('/saltreach-nine/songs');
  await expect(page.getByText('<b>Bold</b> 🥁 فاصل')).toBeVisible();
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(width).toBeLessThanOrEqual(1280);
});

test('two windows on one song both keep their edits and see each other’s', async ({
  page,
  context,
}) => {
  await newSong(page, 'Two windows');
  await typeSections(page, [
    ['Intro', 4],
    ['Verse', 16],
  ]);
  await saved(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await Promise.all([
    page.getByLabel('Bars of Intro').fill('6'),
    other.getByLabel('Bars of Verse').fill('12'),
  ]);
  await Promise.all([
    page.getByLabel('Name of Verse').fill('First verse'),
    other.getByLabel('Level of Intro').fill('1 > 3'),
  ]);
  for (const window of [page, other]) {
    await saved(window);
    await expect(window.getByLabel('Bars of Intro')).toHaveValue('6');
    await expect(window.getByLabel('Bars of First verse')).toHaveValue('12');
    await expect(window.getByLabel('Level of Intro')).toHaveValue('1 > 3');
  }
});

test('tapping a key sets the tempo and shows how sure it is', async ({ page }) => {
  await newSong(page, 'Tapped');
  await page.keyboard.press('Escape');
  await page.evaluate(async () => {
    // Taps as the browser stamps them: key presses half a second apart.
    const stamp = (time: number) => {
      const event = new KeyboardEvent('keydown', { key: 't', bubbles: true });
      Object.defineProperty(event, 'timeStamp', { value: time });
      document.body.dispatchEvent(event);
    };
    for (const time of [12, 508, 996, 1503, 2001, 2497, 3010, 3502]) stamp(time);
  });
  await expect(page.getByLabel('Tempo of the song')).toHaveValue('120.2');
  await expect(page.getByTestId('tapped')).toContainText('120.2 ± 0.2, 8 taps');
  await saved(page);
});

test('a reader sees the numbers and can change nothing', async ({ browser }) => {
  const page = await (await browser.newContext()).newPage();
  await enter(page, 'Tam Breck');
  await openSong(page, 'Slack Water');
  await expect(page.getByText('You may read this')).toBeVisible();
  await expect(page.getByLabel('Bars of Bridge')).toHaveAttribute('readonly');
  await expect(page.getByRole('button', { name: 'Add a section' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveCount(0);
});

test('at 1280 by 800 twelve rows are in sight below the profile, whose height is dragged and remembered', async ({
  page,
}) => {
  await openSong(page, 'Nine Mile Ferry');
  const profile = page.getByRole('img', { name: /Profile of the song:/ });
  const inSight = () =>
    page.evaluate(() => {
      const foot = document.querySelector('footer')!.getBoundingClientRect().top;
      return [...document.querySelectorAll('tbody tr')].filter(
        (row) => row.getBoundingClientRect().bottom <= foot,
      ).length;
    });
  expect(await inSight()).toBe(12);
  const before = (await profile.boundingBox())!.height;
  const edge = page.getByRole('separator', { name: 'Height of the profile' });
  const at = (await edge.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + 5);
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2, at.y + 105, { steps: 4 });
  await page.mouse.up();
  expect((await profile.boundingBox())!.height).toBeCloseTo(before + 100, 0);
  await page.reload();
  await isReady(page);
  await expect.poll(async () => (await profile.boundingBox())!.height).toBeCloseTo(before + 100, 0);
  await edge.focus();
  await page.keyboard.press('Home');
  await expect(edge).toHaveAttribute('aria-valuenow', '140');
  // Scrolled away, the profile stays as a strip, and leads to its sections.
  await page.setViewportSize({ width: 1280, height: 420 });
  await page.mouse.wheel(0, 600);
  const strip = page.getByRole('img', { name: 'Profile of the song, small' });
  await expect(strip).toBeVisible();
  await strip.click({ position: { x: 1200, y: 20 } });
  await expect(page.locator('[data-selected="true"]')).toContainText('95');
});

test('two quick clicks make one song', async ({ page }) => {
  await page.goto('/saltreach-nine/songs');
  await page.getByLabel('Title of the new song').fill('Made once');
  await page.getByRole('button', { name: 'New song' }).dblclick();
  await page.waitForURL(/songs\/./);
  await page.goto('/saltreach-nine/songs');
  await expect(page.getByRole('link', { name: /Made once/ })).toHaveCount(1);
});

test('in the text, what marks a fault lies under its letters', async ({ page }) => {
  await enter(page);
  await openSong(page, 'Nine Mile Ferry');
  await page.getByRole('tab', { name: 'Text' }).click();
  const text = page.getByLabel('The song as text');
  await expect(text).toBeVisible();
  const set = (selector: string) =>
    page.locator(selector).evaluate((element) => {
      const { fontFamily, fontSize, lineHeight, letterSpacing, whiteSpace } =
        getComputedStyle(element);
      const { x, y } = element.getBoundingClientRect();
      const { paddingLeft, paddingTop, borderLeftWidth } = getComputedStyle(element);
      const inside = (edge: number, ...widths: string[]) =>
        widths.reduce((sum, width) => sum + Number.parseFloat(width), edge);
      return {
        letters: [fontFamily, fontSize, lineHeight, letterSpacing, whiteSpace],
        x: inside(x, paddingLeft, borderLeftWidth),
        y: inside(y, paddingTop),
      };
    });
  const area = await set('textarea[aria-label="The song as text"]');
  const marks = await set('pre[aria-hidden="true"]');
  expect(area).toEqual(marks);
  expect(area.letters[0]).toMatch(/Mono/);
});
