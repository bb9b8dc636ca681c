import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { BAR, lengthOf, openRecording, playFrom, recordingOf } from './recorded';
import { enter, newSong, saved, stored } from './support';
import { expect, type Page, test } from './test';

// ffmpeg (Debian) writes every kind of file.
const ffmpeg = (folder: string, name: string, options: readonly string[]): Buffer => {
  const file = path.join(folder, name);
  execFileSync('ffmpeg', ['-y', '-loglevel', 'error', ...options, file]);
  return readFileSync(file);
};

const remove = (page: Page) => page.getByRole('button', { name: 'Remove it from this device' });
const fileOf = (name: string, buffer: Buffer) => ({
  name,
  mimeType: 'application/octet-stream',
  buffer,
});

/** Kinds of files, by name and how ffmpeg is asked for them. */
const KINDS: readonly (readonly [name: string, ...options: string[]])[] = [
  ['song.flac'],
  ['song.mp3', '-b:a', '96k'],
  ['song.m4a', '-b:a', '96k'],
  ['song.ogg', '-c:a', 'libvorbis', '-b:a', '96k'],
  ['song.opus', '-b:a', '64k'],
  ['8 bit.wav', '-c:a', 'pcm_u8'],
  ['96 kHz.wav', '-ar', '96000'],
  ['five channels.wav', '-ac', '5'],
];

test('one recording in every kind of file lies where it was marked, within 5 ms', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await enter(page);
  const whole = await recordingOf(page, 'Kinds');
  const id = await newSong(page, 'Kinds of files');
  const folder = mkdtempSync(path.join(tmpdir(), 'kinds-'));
  writeFileSync(path.join(folder, 'whole.wav'), whole);
  const excerpt = ['-i', path.join(folder, 'whole.wav'), '-t', '18', '-bitexact'];
  const wav = ffmpeg(folder, 'from.wav', excerpt);
  const from = ['-i', path.join(folder, 'from.wav')];
  await openRecording(page, fileOf('song.wav', wav));
  await expect(page.getByText(/beats a minute, not/)).toBeVisible({ timeout: 60_000 });
  await playFrom(page, BAR, lengthOf(wav));
  await page.keyboard.press('1');
  await page.keyboard.press('Space');
  await saved(page);

  const files = KINDS.map(
    ([name, ...options]) => [name, ffmpeg(folder, name, [...from, ...options])] as const,
  );
  // A name that says another kind, and a picture beside the sound.
  const video = ffmpeg(folder, 'film.mp4', [
    '-f',
    'lavfi',
    '-i',
    'color=size=64x64:rate=5',
    ...from,
    '-shortest',
  ]);
  for (const [name, buffer] of [
    ...files,
    ['mp3 by name.mp3', files[0]![1]] as const,
    ['film.mp4', video] as const,
  ]) {
    await remove(page).click();
    await openRecording(page, fileOf(name, buffer));
    await expect(page.getByText(name, { exact: true })).toBeVisible({ timeout: 60_000 });
    await expect(page.getByText(/beats a minute, not/)).toBeVisible({ timeout: 60_000 });
    await expect(page.getByText('This is not the recording')).toHaveCount(0);
    const moved = page.getByText(/everything comes \d\.\d+ s/);
    const by = (await moved.count()) > 0 ? /(\d\.\d+) s/.exec((await moved.textContent())!)![1] : 0;
    expect([name, Number(by) <= 0.005]).toEqual([name, true]);
  }

  // What is damaged, holds no sound, or holds none to count by: a sentence, and the map as it was.
  await remove(page).click();
  const before = await stored(page, id);
  const mp3 = files[1]![1];
  for (const [name, buffer, sentence] of [
    [
      'picture.mp4',
      ffmpeg(folder, 'picture.mp4', ['-f', 'lavfi', '-i', 'color=size=64x64:rate=5:duration=2']),
      'cannot read it as sound',
    ],
    [
      'holes.mp3',
      Buffer.from(mp3.map((byte, at) => (at % 40 < 30 ? 0 : byte))),
      'cannot read it as sound',
    ],
    [
      'three hours.flac',
      ffmpeg(folder, 'long.flac', ['-f', 'lavfi', '-i', 'anullsrc=r=8000:cl=mono', '-t', '10800']),
      '12 minutes',
    ],
  ] as const) {
    await openRecording(page, fileOf(name, buffer));
    await expect(page.getByText(`${name}: `)).toContainText(sentence, { timeout: 60_000 });
  }
  for (const [name, sound] of [
    ['silence.wav', 'anullsrc=r=44100:cl=mono'],
    ['tone.wav', 'sine=frequency=440'],
  ] as const) {
    const buffer = ffmpeg(folder, name, ['-f', 'lavfi', '-i', sound, '-t', '20']);
    await openRecording(page, fileOf(name, buffer));
    await expect(page.getByText('No beat was found. Tap it with T while it plays.')).toBeVisible({
      timeout: 60_000,
    });
    await remove(page).click();
  }
  // Of somebody who talks (espeak-ng) no sections are proposed.
  const talk = path.join(folder, 'talk.wav');
  const words = 'Somebody talks about the monitors, and about the way home after the gig. ';
  execFileSync('espeak-ng', ['-w', talk, words.repeat(5)]);
  await openRecording(page, fileOf('talk.wav', readFileSync(talk)));
  await expect(page.getByText(/a guess, as there may be no beat in it/)).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByText('Sections as they sound')).toHaveCount(0);
  await remove(page).click();
  // Half a file is the song as far as it goes.
  await openRecording(page, fileOf('half.mp3', mp3.subarray(0, mp3.length / 2)));
  await expect(page.getByText(/beats a minute, not/)).toBeVisible({ timeout: 60_000 });
  // What the browser has cleared away goes on while it is open, and is asked for the next time.
  await page.evaluate(async () => {
    const root = await navigator.storage.getDirectory();
    await root.removeEntry('recordings', { recursive: true });
  });
  await page.keyboard.press('Space');
  await expect(page.getByTestId('position')).toHaveText(/^Bar 1/);
  await page.keyboard.press('Space');
  await page.reload();
  await page.getByRole('tab', { name: 'Recording' }).click();
  await expect(page.getByRole('button', { name: 'Open a recording' })).toBeVisible();
  expect(await stored(page, id)).toEqual(before);
  rmSync(folder, { recursive: true });
});
