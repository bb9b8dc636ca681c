/** Takes a picture of each main view of the application at EBRANT_URL, as Wren Halloway. */
import { type BrowserContextOptions, chromium, type Page } from '@playwright/test';
import { BAR, lengthOf, MARKS, openRecording, playFrom, recordingOf } from '../e2e/recorded';
import { newSong } from '../e2e/support';
import playwright from '../playwright.config';

const LAPTOP = { width: 1280, height: 800 };
const TABLET = { width: 1024, height: 768 };
const PHONE = { width: 390, height: 844 };

const browser = await chromium.launch(playwright.use?.launchOptions);

/** Opens a context of its own, goes somewhere as a member, and takes the picture. */
const picture = async (
  name: string,
  viewport: typeof LAPTOP,
  go: (page: Page) => Promise<unknown>,
  options: BrowserContextOptions = {},
) => {
  const context = await browser.newContext({
    baseURL: process.env.EBRANT_URL,
    viewport,
    timezoneId: 'UTC',
    ...options,
  });
  const page = await context.newPage();
  await page.goto('/');
  await go(page);
  await page.waitForTimeout(900); // fonts and the first drawing
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await context.close();
};

const enter = async (page: Page) => {
  await page.getByRole('button', { name: /Wren Halloway/ }).click();
  await page.waitForURL(/sets$/);
};

const song = (title: string, section?: string) => async (page: Page) => {
  await enter(page);
  await page.goto('/saltreach-nine/songs');
  await page
    .getByRole('link', { name: new RegExp(title) })
    .first()
    .click();
  await page.waitForURL(/songs\/./);
  if (section) await page.getByLabel(`Name of ${section}`).first().click();
  await page.evaluate(() => {
    (document.activeElement as HTMLElement | null)?.blur();
    window.scrollTo(0, 0);
  });
};

const view = (title: string, name: string) => async (page: Page) => {
  await song(title)(page);
  await page.getByRole('tab', { name }).click();
};

const set = (title: string) => async (page: Page) => {
  await enter(page);
  await page.getByRole('link', { name: new RegExp(title) }).click();
  await page.waitForURL(/sets\/./);
};

await picture('first', LAPTOP, async () => undefined);
await picture('sets', LAPTOP, enter);
await picture('set', LAPTOP, set('First set'));
/** Other people’s windows: what they do is seen in the pictures that follow. */
const aside = async (name: string): Promise<Page> => {
  const context = await browser.newContext({ baseURL: process.env.EBRANT_URL, viewport: LAPTOP });
  const page = await context.newPage();
  await page.goto('/');
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await page.waitForURL(/sets$/);
  return page;
};
await picture('people', LAPTOP, async (page) => {
  await page.getByRole('button', { name: /Odile Marsh/ }).click();
  await page.waitForURL(/sets$/);
  await page.getByRole('link', { name: 'People', exact: true }).click();
  await page.getByRole('button', { name: 'Invite' }).click();
  await page.getByRole('button', { name: 'Make the link' }).click();
  await page.keyboard.press('Escape');
});
await picture('history', LAPTOP, async (page) => {
  await song('Hauling Up')(page);
  await page.waitForResponse((response) => response.url().endsWith('/seen'));
  const odile = await aside('Odile Marsh');
  await odile.goto(new URL(page.url()).pathname);
  const type = async (column: string, row: number, text: string) => {
    await odile.locator(`[data-column="${column}"]`).nth(row).click();
    await odile.keyboard.press('ControlOrMeta+a');
    await odile.keyboard.type(text);
    await odile.keyboard.press('Enter');
  };
  await type('bars', 2, '12');
  await type('level', 3, '4');
  await type('name', 1, 'Verse, all in');
  await odile.getByText('Everything is saved').waitFor();
  await odile.context().close();
  await page.reload();
  await page.getByRole('button', { name: /since you looked last/ }).click();
  await page.getByRole('button', { name: 'Before' }).first().click();
});
await picture('deputy', LAPTOP, async (page) => {
  await set('Second set')(page);
  await page.getByRole('button', { name: 'More for Second set' }).click();
  await page.getByRole('menuitem', { name: 'Link for a deputy' }).click();
  await page.getByRole('button', { name: 'Make a link' }).click();
  const link = await page.getByRole('textbox', { name: 'Link' }).inputValue();
  await page.context().clearCookies();
  await page.goto(link);
  await page.waitForURL(/deputy\/set/);
});
await picture('song', LAPTOP, song('Nine Mile Ferry', 'Bridge'));
await picture('song-places', LAPTOP, async (page) => {
  await song('Nine Mile Ferry', 'Bridge')(page);
  await page.getByRole('button', { name: /show the bars/ }).click();
});
await picture('song-form', LAPTOP, song('Three Ways Home'));
await picture('click', LAPTOP, async (page) => {
  await enter(page);
  await page.goto('/saltreach-nine/click');
});
await picture('song-text', LAPTOP, view('Lantern over the Weir', 'Text'));
await picture('song-recording', LAPTOP, async (page) => {
  await enter(page);
  const wav = await recordingOf(page, 'Held Tide');
  await newSong(page, 'Held Tide, by ear');
  await openRecording(page, { name: 'rehearsal.wav', mimeType: 'audio/wav', buffer: wav });
  await page.getByText(/beats a minute/).waitFor();
  for (const [bar, key] of MARKS) {
    await playFrom(page, bar * BAR, lengthOf(wav));
    await page.keyboard.press(key);
  }
  await page.keyboard.press('Space');
});
await picture('practise', LAPTOP, async (page) => {
  await enter(page);
  await page.getByRole('link', { name: 'Practise' }).click();
  await page.getByRole('region', { name: 'Today' }).waitFor();
  await page.getByLabel('For', { exact: true }).selectOption('A night for the tidal mill');
});
await picture('song-practice', LAPTOP, async (page) => {
  await view('Nine Mile Ferry', 'Practise')(page);
  const field = (name: string) => page.getByRole('textbox', { name, exact: true });
  await page.getByRole('combobox', { name: 'Section' }).selectOption('Chorus, bar 27');
  await field('From bar').fill('30');
  await field('To bar').fill('31');
  await field('From').fill('100');
  await field('Rounds at each').fill('1');
  await page.getByLabel('Strokes come from').selectOption('Simulated drummer');
  await page.getByRole('button', { name: 'Practise', exact: true }).click();
  await page.getByText('The strokes of round 2').waitFor();
  await page.evaluate(() => window.scrollTo(0, 330));
});
const kit = async (page: Page) => {
  await song('Nine Mile Ferry')(page);
  await page.getByRole('link', { name: 'Kit' }).last().click();
  await page.waitForURL(/kit$/);
  await page.locator('[data-drawn]').first().waitFor();
};
await picture('kit', LAPTOP, kit);
await picture('chart', { width: 1000, height: 1240 }, async (page) => {
  await song('Lantern over the Weir')(page);
  await page.getByRole('link', { name: 'Chart' }).click();
  await page.waitForURL(/chart$/);
});
await picture('floor', { width: 1000, height: 1240 }, async (page) => {
  await set('First set')(page);
  await page.getByRole('link', { name: 'Print' }).click();
  await page.waitForURL(/paper$/);
});
await picture('stage', TABLET, async (page) => {
  await set('First set')(page);
  await page.getByRole('link', { name: 'Stage' }).click();
  await page.waitForURL(/stage$/);
  await page.waitForTimeout(500);
  await page.keyboard.press('h');
  for (let sections = 0; sections < 3; sections++) await page.keyboard.press('PageDown');
  for (let bars = 0; bars < 5; bars++) await page.keyboard.press('ArrowRight');
});
await picture('song-phone', PHONE, song('Five Bells'));
await browser.close();
