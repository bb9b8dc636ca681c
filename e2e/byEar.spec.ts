import { BAR, lengthOf, openRecording, playFrom, recordingOf, SOURCE } from './recorded';
import { enter, newSong, saved, stored } from './support';
import { type Browser, chromium, expect, type Page, test } from './test';

const SECOND = 96_000;

/** The same recording with silence before it, as another copy may have it. */
const laterBy = (wav: Buffer, seconds: number): Buffer => {
  const silence = Buffer.alloc(seconds * SECOND);
  const moved = Buffer.concat([wav.subarray(0, 44), silence, wav.subarray(44)]);
  moved.writeUInt32LE(moved.length - 8, 4);
  moved.writeUInt32LE(moved.length - 44, 40);
  return moved;
};

const wavOf = (name: string, buffer: Buffer) => ({ name, mimeType: 'audio/wav', buffer });
const isHeard = (page: Page) =>
  expect(page.getByText(/beats a minute, (not|by)/)).toBeVisible({ timeout: 60_000 });

test('another copy of a recording is lined up with the marks, and another recording is told', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await enter(page);
  const wav = await recordingOf(page, 'Copies');
  const other = await recordingOf(page, 'Other', SOURCE.replace('127.3', '131'));
  const id = await newSong(page, 'Two copies');
  await openRecording(page, wavOf('first.wav', wav));
  await isHeard(page);
  await playFrom(page, BAR, lengthOf(wav));
  await page.keyboard.press('1');
  await saved(page);
  const mark = async () => {
    const { body } = await stored(page, id);
    const [intro] = Object.values(body.sections as Record<string, { inRecording: number }>);
    return intro!.inRecording;
  };
  const before = await mark();

  await page.getByRole('button', { name: 'Remove it from this device' }).click();
  await openRecording(page, wavOf('second.wav', laterBy(wav, 1.5)));
  await expect(page.getByText(/everything comes 1\.(499|500|501) s later/)).toBeVisible({
    timeout: 60_000,
  });
  // Bar 1 of the map is where it was, and plays from there.
  expect(await mark()).toBe(before);
  await playFrom(page, 5 * BAR, lengthOf(wav));
  await expect(page.getByTestId('position')).toContainText(/Bar 5/);
  await page.keyboard.press('Space');

  await page.getByRole('button', { name: 'Remove it from this device' }).click();
  await openRecording(page, wavOf('other.wav', other));
  await expect(page.getByText(/This is not the recording that the marks were set in/)).toBeVisible({
    timeout: 60_000,
  });
  await page.getByRole('button', { name: 'Go by this one from now on' }).click();
  await expect(page.getByText(/This is not the recording/)).toHaveCount(0);
  expect(await mark()).toBe(before);
});

test('taps, first beats and fills belong to the song; sections as they sound are proposals', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await enter(page);
  const wav = await recordingOf(page, 'Tapped');
  const length = lengthOf(wav);
  const id = await newSong(page, 'Tapped too');
  await openRecording(page, wavOf('tapped.wav', wav));
  await isHeard(page);
  const tapsOf = async () =>
    Object.values((await stored(page, id)).body.taps as Record<string, { isFirst: boolean }>);

  await playFrom(page, 6 * BAR, length);
  for (let tap = 0; tap < 5; tap++) {
    await page.keyboard.press('T');
    await page.waitForTimeout((BAR * 1000) / 4);
  }
  await expect(page.getByText(/^5 taps kept/)).toBeVisible();
  await saved(page);
  expect(await tapsOf()).toHaveLength(5);
  await expect(page.getByText(/12[5-9]\.\d beats a minute, by your 5 taps/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await saved(page);
  expect(await tapsOf()).toHaveLength(0);

  await playFrom(page, 13 * BAR, length);
  await page.keyboard.press('E');
  await expect(page.getByText(/^A bar begins at/)).toBeVisible();
  await page.keyboard.press('Space');
  await saved(page);
  expect(await tapsOf()).toMatchObject([{ isFirst: true }]);

  // A stretch that sounds like a section is named and taken; the others stay proposals.
  const proposals = page.getByRole('region', { name: 'Sections as they sound' });
  await proposals.getByLabel('Name of A').fill('Verse');
  await page.keyboard.press('Escape');
  await proposals.getByRole('button', { name: 'Take' }).first().click();
  await expect(page.getByRole('row', { name: /Verse/ }).first()).toBeVisible();
  await saved(page);
  const { body } = await stored(page, id);
  expect(Object.values(body.sections as Record<string, { name: string }>)[0]!.name).toMatch(
    /^Verse/,
  );

  await playFrom(page, 7.4 * BAR, length);
  await page.keyboard.press('X');
  await expect(page.getByText('A fill begins here, up to the bar line.')).toBeVisible();
  await saved(page);
  expect(Object.values((await stored(page, id)).body.fills)).toHaveLength(1);
});

test('a map with a bar too many is told so beside the recording', async ({ page }) => {
  test.setTimeout(120_000);
  await enter(page);
  const wav = await recordingOf(page, 'Seven');
  await recordingOf(page, 'Eight', SOURCE.replace('Chorus: 7', 'Chorus: 8'));
  await openRecording(page, wavOf('seven.wav', wav));
  await isHeard(page);
  // The count-in is on the recording: bar 1 is a bar later.
  const compared = page.getByRole('region', { name: 'The map beside the recording' });
  for (const [bar, key] of [
    [1, '0'],
    [5, '0'],
    [13, '0'],
    [20, '0'],
  ] as const) {
    await playFrom(page, bar * BAR, lengthOf(wav));
    await page.keyboard.press(key);
    await page.waitForTimeout(100);
  }
  await expect(
    compared.getByText(
      'From bar 21 on the map is 1 bar too long: likely Chorus has 1 bar too many.',
    ),
  ).toBeVisible();
  const struck = page.getByRole('region', { name: 'What is heard of the drums' });
  await struck.getByLabel('Section').selectOption('Verse');
  // Bass drum on 1, 3 and its and: the surest of its row, dotted where the map has them too.
  const cells = struck.getByRole('row', { name: /Bass drum/ }).getByRole('cell');
  await expect(cells.nth(0)).toHaveText('•');
  await expect(cells.nth(10)).toHaveText('•');
  await expect(async () => {
    const likely = await cells.evaluateAll((all) =>
      all.map((cell) => Number.parseInt(cell.getAttribute('title')!, 10)),
    );
    expect(Math.min(likely[0]!, likely[8]!, likely[10]!)).toBeGreaterThan(60);
    expect(Math.max(likely[3]!, likely[6]!, likely[14]!)).toBeLessThan(40);
  }).toPass();
  // Written as a groove it has these strokes, and the section plays it.
  await struck.getByRole('button', { name: 'Write it as a groove' }).click();
  await expect(struck.getByText('Verse plays the groove “Heard in Verse” now')).toBeVisible();
  await page.getByRole('tab', { name: 'Text' }).click();
  await expect(page.getByRole('textbox', { name: 'The song as text' })).toHaveValue(
    /groove Heard in Verse = hh 8ths, sn 2 4, bd 1 3 3&/,
  );
});

test('without a recording it is tapped along to music that plays elsewhere, and a microphone listens', async ({
  baseURL,
}) => {
  test.setTimeout(120_000);
  // A browser whose microphone beeps once a second.
  const browser: Browser = await chromium.launch({
    ...test.info().project.use.launchOptions,
    args: ['--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream', '--no-sandbox'],
  });
  try {
    const page = await (await browser.newContext({ baseURL: baseURL! })).newPage();
    await enter(page);
    const id = await newSong(page, 'Elsewhere');
    await page.getByRole('tab', { name: 'Recording' }).click();
    await page.getByRole('button', { name: 'Tap along without one' }).click();
    await page.getByRole('button', { name: 'Listen with the microphone' }).click();
    // A beep is short, and its peak stays to be seen.
    await expect(
      page.getByRole('progressbar', { name: 'Level of the microphone' }),
    ).toHaveAttribute('aria-valuenow', /^[1-9]/);
    for (let tap = 0; tap < 5; tap++) {
      await page.keyboard.press('T');
      await page.waitForTimeout(500);
    }
    await expect(page.getByText(/^5 taps kept/)).toBeVisible();
    await expect(page.getByText(/beats a minute, by your 5 taps/)).toBeVisible();
    await page.keyboard.press('2');
    await saved(page);
    expect(Object.values((await stored(page, id)).body.taps)).toHaveLength(5);
    await page.getByRole('button', { name: 'Stop listening' }).click();
    await expect(page.getByText('From the microphone')).toBeVisible({ timeout: 30_000 });
    await expect(page.getByText('In this page only')).toBeVisible();
    await page.getByRole('button', { name: 'Keep it on this device' }).click();
    await expect(page.getByText('On this device only.')).toBeVisible();
    // It goes on being listened to.
    await expect(page.getByText('it was not listened to')).toHaveCount(0);
  } finally {
    await browser.close();
  }
});
