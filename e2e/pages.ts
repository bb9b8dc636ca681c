import type { Page } from './test';

/** A page's address in the demo, for each page file. A new page without a row fails the test. */
export const PAGES: Record<string, (page: Page) => Promise<string>> = {
  'page.tsx': async () => '/',
  'account/page.tsx': async () => '/account',
  'deputy/page.tsx': async () => '/deputy',
  'deputy/set/page.tsx': async () => '/deputy/set',
  'deputy/stage/page.tsx': async () => '/deputy/stage',
  'deputy/paper/page.tsx': async () => '/deputy/paper',
  'deputy/songs/[id]/page.tsx': async () => '/deputy/songs/none',
  'join/page.tsx': async () => '/join',
  'recover/page.tsx': async () => '/recover',
  'account/mailbox/page.tsx': async () => '/account/mailbox',
  '[band]/sets/page.tsx': async () => '/saltreach-nine/sets',
  '[band]/songs/page.tsx': async () => '/saltreach-nine/songs',
  '[band]/sets/[id]/page.tsx': async (page) => hrefOf(page, '/saltreach-nine/sets', /First set/),
  '[band]/sets/[id]/paper/page.tsx': async (page) =>
    `${await hrefOf(page, '/saltreach-nine/sets', /First set/)}/paper`,
  '[band]/sets/[id]/stage/page.tsx': async (page) =>
    `${await hrefOf(page, '/saltreach-nine/sets', /First set/)}/stage`,
  '[band]/songs/[id]/stage/page.tsx': async (page) =>
    `${await hrefOf(page, '/saltreach-nine/songs', /Slack Water/)}/stage`,
  '[band]/songs/[id]/page.tsx': async (page) =>
    hrefOf(page, '/saltreach-nine/songs', /Slack Water/),
  '[band]/kit/page.tsx': async () => '/saltreach-nine/kit',
  '[band]/guide/page.tsx': async () => '/saltreach-nine/guide',
  '[band]/people/page.tsx': async () => '/saltreach-nine/people',
  '[band]/practise/page.tsx': async () => '/saltreach-nine/practise',
  '[band]/click/page.tsx': async () => '/saltreach-nine/click',
  '[band]/songs/[id]/kit/page.tsx': async (page) =>
    `${await hrefOf(page, '/saltreach-nine/songs', /Slack Water/)}/kit`,
  '[band]/songs/[id]/chart/page.tsx': async (page) =>
    `${await hrefOf(page, '/saltreach-nine/songs', /Slack Water/)}/chart`,
};

/** The address that a link of a list leads to. */
export const hrefOf = async (page: Page, list: string, name: RegExp) => {
  await page.goto(list);
  return (await page.getByRole('link', { name }).first().getAttribute('href'))!;
};
