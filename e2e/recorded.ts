import type { Page } from '@playwright/test';
import { songAsText } from './support';

/** Seven bars in the chorus: what is easily taken for eight. At 127.3 in 4/4. */
export const SOURCE = `song 127.3, in 4/4, count 4
groove Rock = hh 8ths, sn 2 4, bd 1 3 3&
groove Ride = cr 1, rd 2 2& 3 3& 4 4&, sn 2 4, bd 1 1& 3
Intro: 4, groove Rock
Verse: 8, groove Rock
Chorus: 7, groove Ride
Out: 4, groove Rock`;
export const BAR = 240 / 127.3;

/** A recording of a band’s drums, whose beats are known: made by the application itself. */
export const recordingOf = async (page: Page, title: string, source = SOURCE): Promise<Buffer> => {
  const id = await songAsText(page, title, source);
  const answer = await page.request.get(`/api/documents/${id}/click?as=wav&with=drums`);
  return answer.body();
};

export const openRecording = async (
  page: Page,
  file: { name: string; mimeType: string; buffer: Buffer },
) => {
  await page.getByRole('tab', { name: 'Recording' }).click();
  await page.locator('input[type=file]').setInputFiles(file);
};

/** Clicks on the drawing where a time (s) is; it plays from there. */
export const playFrom = async (page: Page, time: number, length: number) => {
  const wave = page.getByRole('slider', { name: 'Where the recording plays from' });
  const box = (await wave.boundingBox())!;
  await wave.click({ position: { x: (time * 1100) / length, y: box.height / 2 } });
};

/** How long (s) a recording is: 16 bits in two bytes, one channel, 48 kHz. */
export const lengthOf = (wav: Buffer): number => (wav.length - 44) / 96_000;

/** Where its sections begin: in bars from its beginning, the count-in among them, with the key that marks them. */
export const MARKS = [
  [1, '1', 'Intro'],
  [5, '2', 'Verse'],
  [13, '4', 'Chorus'],
  [20, '8', 'Outro'],
] as const;
