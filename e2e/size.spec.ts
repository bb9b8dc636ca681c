import { bytesOfScripts, enter } from './support';
import { expect, test } from './test';

/** Compressed kilobytes of JavaScript with which a page may come at first. */
const LIMITS = [
  { page: 'sets', link: /First set/, most: 330 },
  { page: 'songs', link: /Nine Mile Ferry/, most: 400 },
] as const;

for (const { page: list, link, most } of LIMITS)
  test(`a first visit below ${list} fetches less than ${most} kB of JavaScript`, async ({
    page,
  }) => {
    await enter(page);
    await page.goto(`/saltreach-nine/${list}`);
    const href = await page.getByRole('link', { name: link }).first().getAttribute('href');
    const { bytes, files } = await bytesOfScripts(page, href ?? '');
    expect(files).toBeGreaterThan(10);
    expect(bytes / 1000).toBeLessThan(most);
  });
