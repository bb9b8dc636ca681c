import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { SAMPLE_RATE, wavHeader } from '../src/core/files/wav';
import { enter, songAsText } from './support';
import { type Browser, chromium, expect, test } from './test';

/** A stroke and the next are so much (s) early and late by turns. */
const OFF = 0.01;
const PER_MINUTE = 150;
const STROKES = 64;

/** Somebody at a pad, as a microphone would hear it: noise that dies away, over that of a quiet room. */
const recordedDrummer = (): string => {
  const beat = (60 / PER_MINUTE) * SAMPLE_RATE;
  let seed = 1;
  // Park and Miller 1988.
  const noise = () => {
    seed = (seed * 48271) % 2147483647;
    return (2 * seed) / 2147483647 - 1;
  };
  const samples = Float64Array.from({ length: STROKES * beat }, () => 0.0005 * noise());
  for (let stroke = 0; stroke < STROKES; stroke++) {
    const off = stroke % 2 === 0 ? -OFF : OFF;
    const from = Math.round((stroke + 0.5) * beat + off * SAMPLE_RATE);
    for (let at = 0; at < 0.15 * SAMPLE_RATE; at++)
      samples[from + at]! += 0.5 * Math.exp(-at / (0.03 * SAMPLE_RATE)) * noise();
  }
  const bytes = Int16Array.from(samples, (sample) => Math.round(sample * 32_000));
  const header = wavHeader({ layout: 'mono', bits: 16 }, samples.length);
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'ebrant-')), 'drummer.wav');
  writeFileSync(file, Buffer.concat([header, Buffer.from(bytes.buffer)]));
  return file;
};

test('strokes come through the microphone, and how late they are told is measured along with the click', async ({
  baseURL,
}) => {
  const browser: Browser = await chromium.launch({
    ...test.info().project.use.launchOptions,
    args: [
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${recordedDrummer()}`,
      '--autoplay-policy=no-user-gesture-required',
      '--no-sandbox',
    ],
  });
  try {
    const page = await (await browser.newContext({ baseURL: baseURL! })).newPage();
    await enter(page);
    await songAsText(
      page,
      'Through the microphone',
      `song ${PER_MINUTE}, in 4/4, count 4\ngroove Four = hh 4ths\nVerse: 8, groove Four`,
    );
    await page.getByRole('tab', { name: 'Practise' }).click();
    const field = (name: string) => page.getByRole('textbox', { name, exact: true });
    await field('From').fill(String(PER_MINUTE));
    await page.getByLabel('Strokes come from').selectOption('The microphone');
    await page.getByRole('button', { name: 'Measure it' }).click();
    // Ten milliseconds to either side by turns: even to 10.4 ms over twelve strokes, within 3.
    const said = page.getByText(
      /Strokes come -?\d+ ms late, even to \d+ ms: kept for this device\./,
    );
    await expect(said).toBeVisible({ timeout: 60_000 });
    const [late, even] = ((await said.textContent()) ?? '').match(/-?\d+/g)!.map(Number);
    expect(even).toBeGreaterThanOrEqual(8);
    expect(even).toBeLessThanOrEqual(13);
    await expect(field('Its lateness, ms')).toHaveValue(String(late));
    // It is remembered, and so is nothing that was only measured.
    await page.reload();
    await page.getByRole('tab', { name: 'Practise' }).click();
    await page.getByLabel('Strokes come from').selectOption('The microphone');
    await expect(field('Its lateness, ms')).toHaveValue(String(late));
    await expect(page.getByText('What you have practised')).toHaveCount(0);
  } finally {
    await browser.close();
  }
});

test('a microphone that may not be used says so', async ({ page }) => {
  await enter(page);
  await songAsText(
    page,
    'Without a microphone',
    'song 120, in 4/4\ngroove Four = hh 4ths\nVerse: 4, groove Four',
  );
  await page.getByRole('tab', { name: 'Practise' }).click();
  await page.getByLabel('Strokes come from').selectOption('The microphone');
  await page.getByRole('button', { name: 'Practise', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: /microphone/ })).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).first().click();
  // A pad on the screen is there all the same.
  await page.getByLabel('Strokes come from').selectOption('A pad on this screen');
  await page.getByRole('textbox', { name: 'From', exact: true }).fill('120');
  await page.getByRole('button', { name: 'Practise', exact: true }).click();
  const pad = page.getByRole('button', { name: 'Strike here' });
  for (let stroke = 0; stroke < 12; stroke++) {
    await pad.dispatchEvent('pointerdown');
    await page.waitForTimeout(300);
  }
  await expect(page.getByRole('row', { name: /^\d+ \d+/ }).last()).toContainText(/Of \d+ strokes/, {
    timeout: 30_000,
  });
});

test('the simulated drummer’s lateness is measured, and then taken off', async ({ page }) => {
  await enter(page);
  await songAsText(
    page,
    'Along with the click',
    'song 160, in 4/4\ngroove Four = hh 8ths\nVerse: 2, groove Four',
  );
  await page.getByRole('tab', { name: 'Practise' }).click();
  const field = (name: string) => page.getByRole('textbox', { name, exact: true });
  await field('From').fill('160');
  await page.getByLabel('Strokes come from').selectOption('Simulated drummer');
  await page.getByRole('button', { name: 'Measure it' }).click();
  // It plays 12 ms late, even to 7.
  await expect(page.getByText(/Strokes come (9|1\d) ms late, even to [3-9] ms/)).toBeVisible({
    timeout: 60_000,
  });
  await page.getByRole('button', { name: 'Practise', exact: true }).click();
  await expect(page.getByRole('row', { name: /^1 160/ })).toContainText('On the beat', {
    timeout: 60_000,
  });
});

test('a kit sends a key that nobody knows: it is asked once what that is', async ({ page }) => {
  // A kit for want of one: what the browser would give of it.
  await page.addInitScript(() => {
    const input = Object.assign(new EventTarget(), { id: 'in', name: 'Pad kit' });
    const access = {
      inputs: new Map([['in', input]]),
      outputs: new Map([['out', { id: 'out', name: 'Pad kit', send: () => undefined }]]),
    };
    Object.assign(navigator, { requestMIDIAccess: async () => access });
    Object.assign(window, {
      strike: (...data: number[]) =>
        input.dispatchEvent(
          Object.assign(new Event('midimessage'), { data: new Uint8Array(data) }),
        ),
    });
  });
  const strike = (...data: number[]) =>
    page.evaluate(
      (bytes) => (window as unknown as { strike: (...data: number[]) => void }).strike(...bytes),
      data,
    );
  await enter(page);
  await songAsText(
    page,
    'On a kit',
    'song 120, in 4/4\ngroove Four = hh 4ths\nVerse: 2, groove Four',
  );
  await page.getByRole('tab', { name: 'Practise' }).click();
  await page.getByLabel('Strokes come from').selectOption('Pad kit');
  await page.getByRole('textbox', { name: 'From', exact: true }).fill('120');
  await page.getByRole('button', { name: 'Practise', exact: true }).click();
  await expect(page.getByText('Getting the sounds ready')).toHaveCount(0);
  const asked = page.getByRole('alert').filter({ hasText: 'Your kit has sent key 22' });
  await expect(async () => {
    await strike(0x99, 22, 90);
    await expect(asked).toBeVisible({ timeout: 1000 });
  }).toPass({ timeout: 30_000 });
  await page.getByLabel('What key 22 is').selectOption('hi-hat');
  await expect(asked).toHaveCount(0);
  await strike(0x99, 22, 90);
  await strike(0x99, 42, 90);
  await expect(page.getByRole('row', { name: /^\d+ 120/ }).first()).toBeVisible({
    timeout: 30_000,
  });
  await expect(asked).toHaveCount(0);
});
