import { expect, type Page, test } from '@playwright/test';
import { enter, newSong, saved, stored } from './support';

/** Seven bars in the chorus: what is easily taken for eight. At 127.3 in 4/4. */
const SOURCE = `song 127.3, in 4/4, count 4
groove Rock = hh 8ths, sn 2 4, bd 1 3 3&
groove Ride = cr 1, rd 2 2& 3 3& 4 4&, sn 2 4, bd 1 1& 3
Intro: 4, groove Rock
Verse: 8, groove Rock
Chorus: 7, groove Ride
Out: 4, groove Rock`;
const BAR = 240 / 127.3;

/** A recording of a band’s drums, whose beats are known: made by the application itself. */
const recordingOf = async (page: Page, title: string): Promise<Buffer> => {
  const id = await newSong(page, title);
  await page.getByRole('tab', { name: 'Text' }).click();
  await page.getByRole('textbox', { name: 'The song as text' }).fill(SOURCE);
  await saved(page);
  const answer = await page.request.get(`/api/documents/${id}/click?as=wav&with=drums`);
  return answer.body();
};

const openRecording = async (
  page: Page,
  file: { name: string; mimeType: string; buffer: Buffer },
) => {
  await page.getByRole('tab', { name: 'Recording' }).click();
  await page.locator('input[type=file]').setInputFiles(file);
};

/** Clicks on the drawing where a time (s) is; it plays from there. */
const playFrom = async (page: Page, time: number, length: number) => {
  const wave = page.getByRole('slider', { name: 'Where the recording plays from' });
  const box = (await wave.boundingBox())!;
  await wave.click({ position: { x: (time * 1100) / length, y: box.height / 2 } });
};

test('a song is taken down from its recording: marked by keys, counted, taken over, heard with the click', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await enter(page);
  const wav = await recordingOf(page, 'Heard quay');
  const id = await newSong(page, 'By ear');
  await openRecording(page, { name: 'quay.wav', mimeType: 'audio/wav', buffer: wav });
  await expect(page.getByText(/127\.\d beats a minute/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('On this device only.', { exact: false })).toBeVisible();

  // 16 bits in two bytes, one channel, 48 kHz.
  const length = (wav.length - 44) / 96_000;
  for (const [bar, key, name] of [
    [1, '1', 'Intro'],
    [5, '2', 'Verse'],
    [13, '4', 'Chorus'],
    [20, '8', 'Outro'],
  ] as const) {
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

  // It is there again after a reload, plays with the click, and its level can be set.
  await page.reload();
  await page.getByRole('tab', { name: 'Recording' }).click();
  await expect(page.getByText('quay.wav')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('slider', { name: 'Where the recording plays from' })).toBeVisible();
  await playFrom(page, 6 * BAR, length);
  await expect(page.getByTestId('position')).toContainText(/Bar [67] /);
  await page.getByRole('button', { name: /level/i }).click();
  await expect(page.getByText('Recording level')).toBeVisible();
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
