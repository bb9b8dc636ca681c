import { test as base } from '@playwright/test';

export {
  type Browser,
  type BrowserContext,
  chromium,
  expect,
  type Locator,
  type Page,
} from '@playwright/test';

/**
 * A test that leaves no page open: those of other people that it opened would go on hearing news, drawing and
 * ticking beside the tests after it.
 */
export const test = base.extend<{ closing: undefined }>({
  closing: [
    async ({ browser, context }, use) => {
      await use(undefined);
      for (const other of browser.contexts()) if (other !== context) await other.close();
    },
    { auto: true },
  ],
});
