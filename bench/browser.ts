import { randomUUID } from 'node:crypto';
import { chromium, type Page } from '@playwright/test';
import { firstOrders } from '@/core/base/document';
import { newSection } from '@/core/song/roadmap';
import { bytesOfScripts } from '../e2e/support';
import playwright from '../playwright.config';
import { milliseconds, quantile, type Row } from './measure';

/** What only a browser tells, from the built application with the demo data. */
export const measureBrowser = async (url: string | undefined): Promise<Row[]> => {
  if (!url) return [['browser', 'not measured', '', 'EBRANT_URL names no running application']];
  const browser = await chromium.launch(playwright.use?.launchOptions);
  const page = await browser.newPage({ baseURL: url, viewport: { width: 1280, height: 800 } });
  await page.goto('/');
  await page.getByRole('button', { name: /Wren Halloway/ }).click();
  await page.waitForURL(/sets$/);
  const rows = [await firstVisit(page, /First set/, 330)];
  rows.push(
    await firstSound(page),
    await keystrokes(page, 0),
    await keystrokes(page, 300),
    await pasting(page),
    await engraving(page),
  );
  await page.goto('/saltreach-nine/songs');
  rows.push(await firstVisit(page, /Nine Mile Ferry/, 400));
  await browser.close();
  return rows;
};

const firstVisit = async (page: Page, link: RegExp, most: number): Promise<Row> => {
  const path = await page.getByRole('link', { name: link }).first().getAttribute('href');
  const { bytes, files } = await bytesOfScripts(page, path ?? '');
  return [
    `JavaScript of a first visit to ${path?.includes('/sets/') ? 'a set' : 'a song'}`,
    `${(bytes / 1000).toFixed(0)} kB`,
    `under ${most} kB`,
    `${files} files, compressed`,
  ];
};

/** From Space to the first sound that the audio clock is given, in the set of the demo of 21 minutes. */
const firstSound = async (page: Page): Promise<Row> => {
  await page.addInitScript(() => {
    const { start } = AudioBufferSourceNode.prototype;
    AudioBufferSourceNode.prototype.start = function (this: AudioBufferSourceNode, when = 0) {
      const { sound } = window as unknown as { sound?: number };
      // When it is heard, by the page's clock.
      const ahead = (when - this.context.currentTime) * 1000;
      if (sound === undefined) Object.assign(window, { sound: performance.now() + ahead });
      return start.call(this, when);
    };
  });
  const times: number[] = [];
  for (let round = 0; round < 5; round++) {
    await page.reload({ waitUntil: 'networkidle' }).catch(() => undefined);
    await page.waitForTimeout(2500);
    const pressed = await page.evaluate(() => performance.now());
    await page.keyboard.press('Space');
    await page.waitForFunction(() => 'sound' in window, null, { timeout: 20_000 });
    const sound = await page.evaluate(() => (window as unknown as { sound: number }).sound);
    times.push(sound - pressed);
    await page.keyboard.press('Space');
  }
  return [
    'first sound of a set after Space',
    milliseconds(quantile(times, 0.5)),
    'under 500 ms',
    `median of 5, with drums, the page 2.5 s old; slowest ${milliseconds(Math.max(...times))}`,
  ];
};

/** From a key press in a song of 120 sections, with cues in them, to the frame that shows it. */
const keystrokes = async (page: Page, cues: number): Promise<Row> => {
  const { arrangement } = await (
    await page.request.post('/api/bands/saltreach-nine/songs', { data: { title: 'Long song' } })
  ).json();
  const operations = firstOrders(120).map((order, index) => ({
    type: 'insert',
    in: 'sections',
    id: `s${index}`,
    value: {
      ...newSection(`s${index}`, { name: `Section ${index}`, bars: 4 + (index % 7) }),
      order,
    },
  }));
  await page.request.post(`/api/documents/${arrangement}/changes`, {
    data: {
      base: 0,
      changes: [{ id: randomUUID(), operations: [...operations, ...cuesIn(cues)] }],
    },
  });
  await page.goto(`/saltreach-nine/songs/${arrangement}`);
  await page.getByLabel('Bars of Section 0', { exact: true }).click();
  const times = await keyTimes(page);
  const bare = await bareField(page);
  return [
    cues > 0 ? `keystroke with ${cues} cues` : 'keystroke in a 120-section song',
    milliseconds(quantile(times, 0.95)),
    'under 50 ms',
    `95th percentile; median ${milliseconds(quantile(times, 0.5))}, ${(quantile(times, 0.5) / bare).toFixed(1)} times a bare field`,
  ];
};

/** From each key press to the frame that shows it, in ms, in the field that has the focus. */
const keyTimes = async (page: Page): Promise<number[]> => {
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { times });
    window.addEventListener(
      'keydown',
      (event) => {
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => times.push(performance.now() - event.timeStamp);
          channel.port2.postMessage(undefined);
        });
      },
      true,
    );
  });
  for (let key = 0; key < 120; key++) {
    await page.keyboard.press(key % 2 === 0 ? '1' : 'Backspace', { delay: 20 });
    await page.waitForTimeout(60);
  }
  return page.evaluate(() => (window as unknown as { times: number[] }).times);
};

/** The same on a page with nothing but a field: what this machine takes at least. */
const bareField = async (page: Page): Promise<number> => {
  await page.setContent('<input autofocus>');
  await page.locator('input').focus();
  return quantile(await keyTimes(page), 0.5);
};

/** From pasting 500 lines to the frame that shows what became of them. */
const pasting = async (page: Page): Promise<Row> => {
  const { arrangement } = await (
    await page.request.post('/api/bands/saltreach-nine/songs', { data: { title: 'Pasted' } })
  ).json();
  await page.goto(`/saltreach-nine/songs/${arrangement}`);
  await page.getByRole('tab', { name: 'Text' }).click();
  await page.getByRole('button', { name: 'Paste what the band sent' }).click();
  const times: number[] = [];
  for (let run = 0; run < 7; run++) {
    const text = Array.from({ length: 500 }, (_, at) => `${run}. Verse ${at} - 8 bars x2`).join(
      '\n',
    );
    times.push(
      await page.getByLabel('Paste the song').evaluate(async (area, pasted) => {
        const field = area as HTMLTextAreaElement;
        // Set as React hears it; the editing command of this browser alone takes over a second.
        const { set } = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!;
        const from = performance.now();
        set!.call(field, pasted);
        field.dispatchEvent(new Event('input', { bubbles: true }));
        await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
        return performance.now() - from;
      }, text),
    );
  }
  return [
    '500 pasted lines read and shown',
    milliseconds(quantile(times, 0.5)),
    'under 100 ms',
    'median of 7, from pasting to the frame',
  ];
};

/** From a stroke in a pattern of eight bars to the frame with its staff drawn anew. */
const engraving = async (page: Page): Promise<Row> => {
  const { arrangement } = await (
    await page.request.post('/api/bands/saltreach-nine/songs', { data: { title: 'Eight bars' } })
  ).json();
  await page.goto(`/saltreach-nine/songs/${arrangement}/kit`);
  await page.getByRole('button', { name: 'An empty bar of 4/4' }).click();
  const bars = Array.from({ length: 8 }, () => 'hh 16ths, sn >2 (2a) >4, bd 1 2& 3').join(' | ');
  await page.getByLabel('The pattern as it is spoken').fill(bars);
  await page.getByRole('grid').focus();
  await page.waitForTimeout(1000);
  const times = await page.evaluate(async () => {
    const staff = [...document.querySelectorAll('[data-testid="staff"]')].at(-1)!;
    const grid = document.querySelector('[role="grid"]')!;
    const found: number[] = [];
    for (let run = 0; run < 15; run++) {
      const from = performance.now();
      const drawn = new Promise<void>((done) => {
        const observer = new MutationObserver(() => {
          observer.disconnect();
          requestAnimationFrame(() => setTimeout(done));
        });
        observer.observe(staff, { childList: true, subtree: true });
      });
      grid.dispatchEvent(new KeyboardEvent('keydown', { key: 'c', bubbles: true }));
      await drawn;
      found.push(performance.now() - from);
      await new Promise((done) => setTimeout(done, 150));
    }
    return found;
  });
  return [
    'a stroke in eight bars, engraved anew',
    milliseconds(quantile(times, 0.5)),
    'under 60 ms',
    'median of 15, from the key to the frame',
  ];
};

const cuesIn = (count: number) =>
  Array.from({ length: count }, (_, index) => ({
    type: 'insert',
    in: 'cues',
    id: `c${index}`,
    value: {
      id: `c${index}`,
      section: `s${index % 120}`,
      kind: 'remember',
      at: { bar: 1 + (index % 4), ticks: 0 },
      words: `cue ${index}`,
    },
  }));
