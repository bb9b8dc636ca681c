import net from 'node:net';
import { enter, saved, stored } from './support';
import { expect, type Page, test } from './test';

/** The network between a device and the server: it can be cut and mended. */
const networkTo = async (url: string) => {
  const { hostname, port } = new URL(url);
  const open = new Set<net.Socket>();
  let cut = false;
  const server = net.createServer((near) => {
    if (cut) return near.destroy();
    const far = net.connect(Number(port), hostname);
    for (const socket of [near, far]) {
      open.add(socket);
      socket.on('error', () => undefined).on('close', () => open.delete(socket));
    }
    near.pipe(far).pipe(near);
    near.on('close', () => far.destroy());
    far.on('close', () => near.destroy());
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = server.address() as net.AddressInfo;
  return {
    url: `http://127.0.0.1:${address.port}`,
    cut: () => {
      cut = true;
      for (const socket of open) socket.destroy();
    },
    mend: () => {
      cut = false;
    },
    close: () => server.close(),
  };
};

const takeAlong = async (page: Page) => {
  await page.getByRole('button', { name: /^Take along/ }).click();
  const status = page.getByRole('dialog').getByRole('status');
  await expect(status).toHaveText('Not on this device.');
  await page.getByRole('button', { name: 'Take it along' }).click();
  await expect(status).toHaveText(/^On this device, complete, as of \d\d:\d\d \(\d+\.\d MB\)\.$/, {
    timeout: 60_000,
  });
  await page.keyboard.press('Escape');
};

test('a set that is taken along is opened cold without a network: stage, charts, sound, edits, flags', async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const network = await networkTo(process.env.EBRANT_URL ?? '');
  const device = await browser.newContext({ baseURL: network.url, serviceWorkers: 'allow' });
  try {
    const page = await device.newPage();
    await enter(page);
    await page
      .getByRole('link', { name: /Second set/ })
      .first()
      .click();
    await page.waitForURL(/sets\/./);
    const set = new URL(page.url()).pathname;
    await takeAlong(page);
    await page.close();
    network.cut();

    // From nothing: another address leads to what is there.
    const away = await device.newPage();
    await away.goto('/');
    await expect(away.getByRole('heading', { name: 'No network' })).toBeVisible();
    await expect(away.getByRole('heading', { name: 'Second set' })).toBeVisible();
    await away.getByRole('link', { name: 'Stage' }).click();
    await away.waitForURL(new RegExp(`${set}/stage$`));
    await expect(away.getByRole('heading', { level: 1 })).toHaveText('While the Kettle Sings');
    await away.keyboard.press('Space');
    await expect(away.getByTestId('bars-left')).toHaveText(/^\d+$/, { timeout: 15_000 });
    const spoken = await away.evaluate(async () => {
      const words = await caches.open('ebrant-words');
      const [first] = await words.keys();
      return first && (await fetch(first.url)).ok;
    });
    expect(spoken).toBe(true);
    await away.keyboard.press('f');
    await expect(away.getByText(/^Flagged: While the Kettle Sings/)).toBeVisible();
    await away.keyboard.press('Space');

    // The set, one of its songs, its chart; an edit that waits, also over a reload.
    await away.goto(set);
    await expect(away.getByRole('button', { name: '1 flag' })).toBeVisible();
    await away.getByRole('link', { name: 'Millstone' }).click();
    await away.waitForURL(/songs\/./);
    const song = new URL(away.url()).pathname;
    await expect(away.getByTestId('position')).not.toBeEmpty();
    const name = away.getByRole('textbox', { name: /^Name of / }).first();
    await name.fill('Before all');
    await expect(away.getByText(/Not saved yet/).first()).toBeVisible({ timeout: 20_000 });
    await away.reload();
    await expect(away.getByLabel('Name of Before all')).toBeVisible();
    await away.goto(`${song}/chart`);
    await expect(away.locator('article [data-drawn="true"]').first()).toBeVisible();
    expect(
      await away.evaluate(() => document.fonts.check('16px "Atkinson Hyperlegible Next Variable"')),
    ).toBe(true);

    // What nobody has taken along says so.
    await away.goto('/saltreach-nine/click');
    await expect(away.getByRole('heading', { name: 'No network' })).toBeVisible();

    network.mend();
    await away.goto(song);
    const names = async () => {
      const { body } = await stored(away, song.split('/').at(-1) ?? '');
      return Object.values(body.sections).map((section) => (section as { name: string }).name);
    };
    await expect.poll(names, { timeout: 20_000 }).toContain('Before all');
    await saved(away);

    // The copy is that of today again, by itself; then it is removed.
    await away.goto(set);
    const status = away.getByRole('button', { name: /^Take along: On this device, complete/ });
    await status.click();
    await away.getByRole('button', { name: 'Remove it from this device' }).click();
    await expect(
      away.getByRole('button', { name: 'Take along: Not on this device.' }),
    ).toBeVisible();
    network.cut();
    await away.goto(set);
    await expect(away.getByText('Nothing is taken along on this device.')).toBeVisible();
  } finally {
    await device.close();
    network.close();
  }
});

test('a copy is fetched anew when the set has changed, says what was dropped, and goes with its member', async ({
  browser,
}) => {
  const network = await networkTo(process.env.EBRANT_URL ?? '');
  const device = await browser.newContext({ baseURL: network.url, serviceWorkers: 'allow' });
  try {
    const page = await device.newPage();
    await enter(page);
    const made = await page.request.post('/api/bands/saltreach-nine/events', {
      data: {
        kind: 'rehearsal',
        title: 'Taken along',
        place: '',
        startsAt: '2027-01-05T19:00:00Z',
        timeZone: 'Europe/Lisbon',
        loadInAt: null,
      },
    });
    const set = `/saltreach-nine/sets/${(await made.json()).set}`;
    await page.goto(set);
    await takeAlong(page);
    await page.getByLabel('Song to add').selectOption({ label: 'Millstone' });
    await page.getByRole('button', { name: 'Add to the set' }).click();
    await saved(page);
    // Once nothing has been touched for a while; the song's own page comes with that of the set.
    const kept = () =>
      page.evaluate(async () => {
        const name = (await caches.keys()).find((one) => one.startsWith('ebrant-pages-'));
        const cache = await caches.open(name ?? '');
        const texts = await Promise.all(
          (await cache.keys()).map(async (key) => (await cache.match(key))?.text()),
        );
        return [
          texts.some((text) => text?.includes('<title>Millstone')),
          texts.some((text) => text?.includes('Taken along') && text.includes('data-item=')),
        ];
      });
    await expect.poll(kept, { timeout: 40_000 }).toEqual([true, true]);
    const whole = page.getByRole('button', { name: /^Take along: On this device, complete/ });
    await expect(whole).toBeVisible();
    network.cut();
    const copy = await device.newPage();
    await copy.goto(set);
    await expect(copy.locator('[data-item] a')).toHaveText(['Millstone']);
    await copy.close();
    network.mend();
    // The browser has dropped something.
    await page.evaluate(async () => {
      for (const name of await caches.keys())
        if (name.startsWith('ebrant-words')) await caches.delete(name);
    });
    network.cut();
    await page.reload();
    await expect(
      page.getByRole('button', { name: /^Take along: On this device as of .* were dropped/ }),
    ).toBeVisible();
    network.mend();
    // Signed out, nothing of it stays.
    await page.goto(set);
    await page.getByRole('button', { name: 'Wren Halloway, drummer' }).click();
    await page.getByRole('menuitem', { name: 'Sign out' }).click();
    await page.waitForURL(/\/$/);
    network.cut();
    await page.goto(set);
    await expect(page.getByText('Nothing is taken along on this device.')).toBeVisible();
  } finally {
    await device.close();
    network.close();
  }
});
