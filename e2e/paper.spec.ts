import { enter, newSong, openSong, saved, stored } from './support';
import { expect, type Page, test } from './test';

test.beforeEach(({ page }) => enter(page));

const view = (page: Page, name: string) => page.getByRole('tab', { name }).click();

/** Writes a whole song as text. */
const write = async (page: Page, text: string) => {
  await view(page, 'Text');
  await page.getByLabel('The song as text').fill(text);
  await saved(page);
};

test('the chart prints on one page, without the application around it', async ({ page }) => {
  for (const title of ['Nine Mile Ferry', 'Low Tide Blues', 'Lantern over the Weir']) {
    await openSong(page, title);
    await page.getByRole('link', { name: 'Chart' }).click();
    await expect(page.getByRole('heading', { name: title })).toBeVisible();
    await expect(page.locator('[data-measured="true"]')).toBeVisible();
    for (const paper of ['A4', 'Letter']) {
      await page.getByLabel(paper).check();
      const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
      expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
    }
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('banner').getByText('Ebrant')).toBeHidden();
    await expect(page.getByRole('contentinfo')).toBeHidden();
    await page.emulateMedia({ media: null });
  }
});

test('the chart names every groove and fill, says what will catch one out, and clips nothing', async ({
  page,
}) => {
  await openSong(page, 'Nine Mile Ferry');
  await page.getByRole('link', { name: 'Chart' }).click();
  const chart = page.locator('article');
  await expect(chart.locator('[data-drawn="true"]')).toHaveCount(6);
  await expect(chart.getByRole('listitem').filter({ hasText: /^9Verse16/ })).toContainText(
    'Ferry train, train beat, hats closed',
  );
  for (const words of [
    'Chorus has 7 bars (4+3).',
    'No drums in Break (4 bars); in again with Bridge.',
    'The count-in is 6 beats, then 2 beats are played before bar 1.',
    '9.1 (17) listen: accordion run (not sure)',
    '7.4 (33) fill one beat of snare (Two of snare), 1 beat',
    '10.3 (72) fill open (Open two), 2 beats',
    '7.3 (58) stop, 2 beats',
    '7.4& (79) push with the horns, the last time',
    '4.4 (87) choke',
    'until Odile lifts the bow',
  ])
    await expect(chart).toContainText(words);
  const frames = await chart.locator('[data-pattern]').evaluateAll((patterns) =>
    patterns.map((pattern) => {
      const pictures = [...pattern.querySelectorAll('svg')];
      return {
        name: pattern.querySelector('b')?.textContent,
        bars: pictures.length > 0,
        clipped: pictures.some((picture) => {
          const { left, right } = picture.getBoundingClientRect();
          return [...picture.children].some((ink) => {
            const box = ink.getBoundingClientRect();
            return box.left < left - 1 || box.right > right + 1;
          });
        }),
        lines: [...pattern.querySelectorAll('div')].some(
          (one) => one.scrollHeight > one.clientHeight + 1 || one.scrollWidth > one.clientWidth + 1,
        ),
      };
    }),
  );
  expect(frames).toHaveLength(6);
  for (const { name, bars, clipped, lines } of frames)
    expect({ name, bars, clipped, lines }).toEqual({
      name,
      bars: true,
      clipped: false,
      lines: false,
    });
});

test('every section, groove, fill, hit and cue of a song appears on its chart', async ({
  page,
}) => {
  let checked = 0;
  for (const title of ['Slack Water', 'Nine Mile Ferry', 'Lantern over the Weir']) {
    await openSong(page, title);
    const address = new URL(page.url()).pathname;
    await page.goto(`${address}/chart`);
    const chart = page.locator('article');
    await expect(chart.getByRole('listitem').first()).toBeVisible();
    const words = ((await chart.textContent()) ?? '').toLowerCase();
    const { body: map } = await stored(page, address.split('/').at(-1)!);
    const all = <T>(name: string) => Object.values(map[name]) as T[];
    const named = (id: string | null) => (id ? map.patterns[id]?.name : undefined);
    type Said = {
      name: string;
      words: string;
      kind: string;
      groove: string | null;
      pattern: string | null;
      tacet: boolean;
    };
    const expected = [
      ...all<Said>('sections').flatMap(({ name, groove, tacet }) => [
        name,
        tacet ? undefined : named(groove),
      ]),
      ...all<Said>('fills').flatMap(({ name, pattern }) => [name, named(pattern)]),
      ...all<Said>('hits').flatMap(({ kind, words: said }) => [kind.replace('-', ' '), said]),
      ...all<Said>('cues').map(({ words: said }) => said),
    ].filter((one): one is string => Boolean(one));
    for (const one of expected) expect(words, address).toContain(one.toLowerCase());
    checked += expected.length;
  }
  expect(checked).toBeGreaterThan(40);
});

test('on a chart that is opened first of all, every stem stands at the side of a head', async ({
  page,
  browser,
}) => {
  await openSong(page, 'Slack Water');
  // A browser that has no font of ours yet.
  const other = await browser.newContext({ storageState: await page.context().storageState() });
  const chart = await other.newPage();
  await chart.goto(`${page.url()}/chart`);
  await expect(chart.locator('article [data-drawn="true"]')).toHaveCount(6);
  const apart = await chart.locator('[data-pattern] svg').evaluateAll((pictures) =>
    pictures.flatMap((picture) => {
      const heads = [...picture.querySelectorAll('.vf-notehead')].map((one) =>
        one.getBoundingClientRect(),
      );
      return [...picture.querySelectorAll('.vf-stem')].map((stem) => {
        const { left } = stem.getBoundingClientRect();
        return Math.min(
          ...heads.flatMap((head) => [Math.abs(left - head.left), Math.abs(left - head.right)]),
        );
      });
    }),
  );
  expect(apart.length).toBeGreaterThan(20);
  expect(Math.max(...apart)).toBeLessThan(1);
  await other.close();
});

test('a song of a hundred sections says that it does not fit, and goes on to a second page', async ({
  page,
}) => {
  await newSong(page, 'Long chart');
  const lines = Array.from(
    { length: 100 },
    (_, at) => `S ${at}: 8; cue 1.1 listen "the ${at}th of many things to remember here"`,
  );
  await write(page, `song 100, in 4/4, count 4\n${lines.join('\n')}`);
  await page.getByRole('link', { name: 'Chart' }).click();
  await expect(page.getByText('It does not fit on one page')).toBeVisible({ timeout: 20_000 });
});

test('a set prints as a list for the floor and as a chart of each song, a page each', async ({
  page,
}) => {
  await enter(page);
  await page.getByRole('link', { name: /First set/ }).click();
  await page.getByRole('link', { name: 'Print' }).click();
  const sheet = page.locator('[data-measured="true"]');
  await expect(sheet).toHaveCount(1);
  await expect(sheet.getByRole('listitem')).toHaveCount(7);
  await expect(sheet.getByRole('listitem').nth(1)).toContainText(
    /Nine Mile Ferry.*126.*count 6, pickup 2 · Intro, p · 3:10/,
  );
  await expect(sheet.getByRole('listitem').nth(4)).toContainText('↓ straight on');
  await expect(sheet.getByRole('listitem').nth(5)).toContainText('straight on · Intro, mf');
  const pages = async () =>
    (await page.pdf({ preferCSSPageSize: true })).toString('latin1').match(/\/Type\s*\/Page\b/g);
  expect(await pages()).toHaveLength(1);
  await page.getByLabel('Charts of its songs').check();
  await expect(sheet).toHaveCount(7);
  await expect(sheet.getByRole('heading', { level: 1 })).toHaveText([
    'Slack Water',
    'Nine Mile Ferry',
    'Lantern over the Weir',
    'Rope Walk Shuffle',
    'Five Bells',
    'Quay Lights',
    'Hauling Up',
  ]);
  expect(await pages()).toHaveLength(7);
});
