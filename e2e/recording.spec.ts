import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { BAR, lengthOf, MARKS, openRecording, playFrom, recordingOf } from './recorded';
import { enter, newSong, saved, stored } from './support';
import { expect, test } from './test';

declare global {
  interface Window {
    /** Those that were made since the page was opened. */
    panners: StereoPannerNode[];
  }
}

/** What aubio, an independent detector of onsets (Debian's aubio-tools), hears in a file, in seconds. */
const onsetsIn = (wav: Buffer): number[] => {
  const folder = mkdtempSync(path.join(tmpdir(), 'onsets-'));
  const file = path.join(folder, 'heard.wav');
  writeFileSync(file, wav);
  const heard = execFileSync('aubioonset', ['-B', '512', '-H', '64', '-t', '0.3', file], {
    encoding: 'utf8',
  });
  rmSync(folder, { recursive: true });
  return heard.trim().split('\n').map(Number);
};

test('a song is taken down from its recording: marked by keys, counted, taken over, heard with the click', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await page.addInitScript(() => {
    window.panners = [];
    window.StereoPannerNode = class extends StereoPannerNode {
      constructor(...args: ConstructorParameters<typeof StereoPannerNode>) {
        super(...args);
        window.panners.push(this);
      }
    };
  });
  await enter(page);
  const wav = await recordingOf(page, 'Heard quay');
  const id = await newSong(page, 'By ear');
  await openRecording(page, { name: 'quay.wav', mimeType: 'audio/wav', buffer: wav });
  await expect(page.getByText(/127\.\d beats a minute/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('On this device only.', { exact: false })).toBeVisible();

  const length = lengthOf(wav);
  for (const [bar, key, name] of MARKS) {
    await playFrom(page, bar * BAR, length);
    await page.keyboard.press(key);
    await expect(page.getByText(new RegExp(`^${name} begins at`))).toBeVisible();
  }
  await page.keyboard.press('Space');
  await expect(page.getByRole('row', { name: /Chorus/ })).toContainText(
    '7 bars, not 8; 8 would end 1.9 s late.',
  );
  await page.getByRole('button', { name: /Take (all|what is sure)/ }).click();
  await saved(page);
  const { body } = await stored(page, id);
  const sections = Object.values(body.sections as Record<string, { name: string; bars: number }>);
  expect(Object.fromEntries(sections.map(({ name, bars }) => [name, bars]))).toMatchObject({
    Intro: 4,
    Verse: 8,
    Chorus: 7,
  });
  // Bar 1 is where the count is over, and the tempo is that of the recording.
  expect(Math.abs(body.start.recording - BAR)).toBeLessThan(0.02);
  expect(Math.abs(body.start.tempo.perMinute - 127.3)).toBeLessThan(0.3);

  // Its click, as a file, lies on the recording’s own drums.
  const click = await page.request.get(`/api/documents/${id}/click?as=wav`);
  const later = body.start.recording - 4 * (60 / body.start.tempo.perMinute);
  const drums = onsetsIn(wav);
  const off = onsetsIn(await click.body()).flatMap((time) => {
    const nearest = drums.reduce((best, one) =>
      Math.abs(one - time - later) < Math.abs(best - time - later) ? one : best,
    );
    const by = time + later - nearest;
    // Between sections without the click’s beat nothing has to be struck.
    return Math.abs(by) < 0.06 ? [by] : [];
  });
  expect(off.length).toBeGreaterThan(80);
  expect(Math.abs(off.reduce((sum, by) => sum + by, 0) / off.length)).toBeLessThan(0.01);

  // A mark is dragged by a beat, which makes the count unsure, and is back by undo.
  const wave = page.getByRole('slider', { name: 'Where the recording plays from' });
  await page.mouse.wheel(0, -5000);
  await expect(async () => expect(await page.evaluate(() => window.scrollY)).toBe(0)).toPass();
  const box = (await wave.boundingBox())!;
  const xOf = (time: number) => box.x + (time * 1100) / length;
  await page.mouse.move(xOf(13 * BAR), box.y + 40);
  await page.mouse.down();
  await page.mouse.move(xOf(13.25 * BAR), box.y + 40, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText(/^Chorus begins at 0:24\.9/)).toBeVisible();
  await expect(page.getByRole('row', { name: /Verse/ })).toContainText('8.25');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('row', { name: /Verse/ })).toContainText('8.00');

  // A place is noted to be checked by ear, played from the list, and settled.
  await playFrom(page, 14 * BAR, length);
  await page.keyboard.press('9');
  await expect(page.getByText(/bar 14, Chorus: Check by ear/)).toBeVisible();
  // Bar 14 goes round with the bar before and the bar after.
  await page.getByRole('button', { name: 'Loop', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop looping bar 14' })).toBeVisible();
  await expect(page.getByTestId('position')).toContainText(/Bar 13 /);
  await expect(page.getByTestId('position')).toContainText(/Bar 15 /, { timeout: 10_000 });
  await expect(page.getByTestId('position')).toContainText(/Bar 13 /, { timeout: 10_000 });
  await page.getByRole('button', { name: 'Settled' }).click();
  await expect(page.getByText('To be checked by ear', { exact: true })).toHaveCount(0);
  await page.keyboard.press('Space');

  // It is there again after a reload, plays with the click, and its level can be set.
  await page.reload();
  await page.getByRole('tab', { name: 'Recording' }).click();
  await expect(page.getByText('quay.wav')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('slider', { name: 'Where the recording plays from' })).toBeVisible();
  await playFrom(page, 6 * BAR, length);
  await expect(page.getByTestId('position')).toContainText(/Bar [67] /);
  await page.getByRole('button', { name: /level/i }).click();
  await expect(page.getByText('Recording level')).toBeVisible();
  // The recording in the left ear, the click in the right one.
  await page.getByRole('radiogroup', { name: 'Side of recording' }).getByText('Left').click();
  await page.getByRole('radiogroup', { name: 'Side of click' }).getByText('Right').click();
  await expect
    .poll(() => page.evaluate(() => window.panners.map(({ pan }) => Math.round(pan.value)).sort()))
    .toEqual([-1, 0, 1]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Remove it from this device' }).click();
  await expect(page.getByRole('button', { name: 'Open a recording' })).toBeVisible();
  await page.reload();
  await page.getByRole('tab', { name: 'Recording' }).click();
  await expect(page.getByText('or drop or paste it here')).toBeVisible();
  await expect(page.getByText('quay.wav')).toHaveCount(0);
});

test('what is no recording is refused in a sentence, and the song stays as it was', async ({
  page,
}) => {
  await enter(page);
  const id = await newSong(page, 'No sound');
  const before = await stored(page, id);
  for (const [name, buffer, sentence] of [
    ['empty.wav', Buffer.alloc(0), 'The file is empty.'],
    ['words.mp3', Buffer.from('not sound at all'), 'cannot read it as sound'],
    ['cut.wav', Buffer.from('RIFF\u0000\u0000WAVEfmt '), 'cannot read it as sound'],
  ] as const) {
    await openRecording(page, { name, mimeType: 'audio/wav', buffer });
    await expect(page.getByText(`${name}: `)).toContainText(sentence);
  }
  expect(await stored(page, id)).toEqual(before);
});
