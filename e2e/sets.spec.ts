import { bytesOf, enter, midicsv, openSong, saved, soxi } from './support';
import { expect, type Page, test } from './test';

test.beforeEach(({ page }) => enter(page));

const titles = (page: Page) => page.locator('[data-item] a').allInnerTexts();

/** A rehearsal of its own with some songs of the band. */
const ownSet = async (page: Page, songs = ['Slack Water', 'Millstone', 'Gannet Street']) => {
  const response = await page.request.post('/api/bands/saltreach-nine/events', {
    data: {
      kind: 'rehearsal',
      title: 'Test evening',
      place: '',
      startsAt: '2027-01-05T19:00:00Z',
      timeZone: 'Europe/Lisbon',
      loadInAt: null,
    },
  });
  await page.goto(`/saltreach-nine/sets/${(await response.json()).set}`);
  for (const song of songs) {
    // Again until the page hears it.
    await expect(async () => {
      await page.getByLabel('Song to add').selectOption({ label: song });
      await expect(page.getByRole('button', { name: 'Add to the set' })).toBeEnabled({
        timeout: 500,
      });
    }).toPass();
    await page.getByRole('button', { name: 'Add to the set' }).click();
  }
  await saved(page);
};

test('the coming rehearsal and gig are there with their sets and times', async ({ page }) => {
  await expect(page.getByRole('heading', { name: 'Rehearsal for the quay' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'A night for the tidal mill' })).toBeVisible();
  await expect(page.getByRole('link', { name: /Second set/ })).toContainText('over');
});

test('a set shows what the drummer asks of each song, and the total against the slot', async ({
  page,
}) => {
  await page.getByRole('link', { name: /First set/ }).click();
  const lantern = page.locator('[data-item]').filter({ hasText: 'Lantern over the Weir' });
  for (const fact of ['64', '6/8', '104', '3:19']) await expect(lantern).toContainText(fact);
  await expect(lantern.getByRole('img', { name: 'dotted quarter' })).toBeVisible();
  await expect(page.getByTestId('total')).toContainText('20:45 of 25:00, 4:15 to spare');
  await page.getByLabel('Time slot in minutes').fill('20');
  await expect(page.getByTestId('total')).toContainText('0:45 over');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('total')).toContainText('4:15 to spare');
  await saved(page);
});

test('songs are added, reordered by mouse and by key, removed; gaps are set; all of it can be undone', async ({
  page,
}) => {
  await ownSet(page);
  expect(await titles(page)).toEqual(['Slack Water', 'Millstone', 'Gannet Street']);
  await page.getByLabel('Move Gannet Street').focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(() => titles(page)).toEqual(['Slack Water', 'Gannet Street', 'Millstone']);
  await page.getByLabel('Move Millstone').hover();
  await page.mouse.down();
  const top = (await page.getByLabel('Move Slack Water').boundingBox())!;
  await page.mouse.move(top.x + 10, top.y + 60, { steps: 4 });
  await page.mouse.move(top.x + 10, top.y + 4, { steps: 8 });
  await page.mouse.up();
  await expect.poll(() => titles(page)).toEqual(['Millstone', 'Slack Water', 'Gannet Street']);
  const starts = page.getByTestId('starts');
  const before = await starts.nth(1).textContent();
  await page.getByLabel('Seconds after Millstone').fill('70');
  await expect(starts.nth(1)).not.toHaveText(before!);
  await page.getByLabel('After Millstone', { exact: true }).selectOption('straight-on');
  await expect(page.locator('[data-item]').nth(1)).toContainText('none');
  await page.getByRole('button', { name: 'Take Slack Water out of the set' }).click();
  await expect.poll(() => titles(page)).toEqual(['Millstone', 'Gannet Street']);
  await saved(page);
  await page.reload();
  expect(await titles(page)).toEqual(['Millstone', 'Gannet Street']);
});

test('two windows on one set both keep their edits', async ({ page, context }) => {
  await ownSet(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await Promise.all([
    page.getByLabel('Seconds after Slack Water').fill('33'),
    other.getByRole('button', { name: 'Take Millstone out of the set' }).click(),
  ]);
  for (const window of [page, other]) {
    await expect.poll(() => titles(window)).toEqual(['Slack Water', 'Gannet Street']);
    await expect(window.getByLabel('Seconds after Slack Water')).toHaveValue('33');
  }
});

const takeAway = async (page: Page, link: RegExp) => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: link }).click(),
  ]);
  return { name: download.suggestedFilename(), path: await download.path() };
};

test('the click of a set as MIDI: an independent reader finds its songs, tempos and every click', async ({
  page,
}) => {
  await page.getByRole('link', { name: /First set/ }).click();
  await page.getByRole('button', { name: 'Export' }).click();
  const { name, path } = await takeAway(page, /MIDI/);
  expect(name).toBe('First set.mid');
  const rows = midicsv(path);
  const marks = rows.filter(([, , kind]) => kind === 'Marker_t').map((row) => row[3]);
  expect(marks.filter((mark) => mark?.includes('count-in'))).toHaveLength(6); // Quay Lights follows straight on
  expect(marks).toContain('"Nine Mile Ferry: count-in"');
  const notes = rows.filter(([, , kind, , , velocity]) => kind === 'Note_on_c' && velocity !== '0');
  expect(new Set(notes.map(([, , , channel]) => channel))).toEqual(new Set(['9'])); // counted from 0
  expect(notes.length).toBeGreaterThan(2200);
  expect(rows.find(([, , kind]) => kind === 'Tempo')?.[3]).toBe('625000'); // 96 a minute
  expect(
    rows.some(
      ([, , kind, nn, dd, cc]) =>
        kind === 'Time_signature' && nn === '6' && dd === '3' && cc === '36',
    ),
  ).toBe(true);
});

test('how far a file is, is said; it can be cancelled, and why there is none is said too', async ({
  page,
}) => {
  await page.getByRole('link', { name: /First set/ }).click();
  await page.getByRole('button', { name: 'Export' }).click();
  const line = await page.context().newCDPSession(page);
  const slow = (downloadThroughput: number) =>
    line.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: 0,
      uploadThroughput: -1,
      downloadThroughput,
    });
  await slow(1_000_000);
  let came = 0;
  page.on('download', () => came++);
  const wav = page.getByRole('link', { name: 'WAV file, 48 kHz' });
  await wav.click();
  const notice = page.getByRole('status').filter({ hasText: 'WAV file, 48 kHz:' });
  await expect(notice).toHaveText(/: [\d.]+ of \d+\.\d MB, about \d+ s more$/);
  await page.getByRole('button', { name: 'Cancel', exact: true }).click();
  await expect(notice).toHaveCount(0);
  // The page may be left and another one looked at while it comes.
  await slow(-1);
  const download = page.waitForEvent('download');
  await wav.click();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Songs' }).first().click();
  expect((await download).suggestedFilename()).toBe('First set.wav');
  expect(soxi(await (await download).path(), '-r')).toBe('48000');
  expect(came).toBe(1);
  // Who was signed out meanwhile is told so.
  await page.goBack();
  await page.getByRole('button', { name: 'Export' }).click();
  await page.context().clearCookies();
  await page.getByRole('link', { name: /MIDI/ }).click();
  const refused = page.getByRole('alert').filter({ hasText: 'MIDI file: Please sign in.' });
  await expect(refused).toBeVisible();
});

test('the click of a song as WAV in each form: sox reads it as asked for', async ({ page }) => {
  await openSong(page, 'Quay Lights');
  await page.getByRole('button', { name: 'Export' }).click();
  const mono = await takeAway(page, /WAV/);
  expect([soxi(mono.path, '-r'), soxi(mono.path, '-c'), soxi(mono.path, '-b')]).toEqual([
    '48000',
    '1',
    '16',
  ]);
  // 84 bars of 2 s, a count-in of 2 s, the tail of the last click.
  expect(Number(soxi(mono.path, '-D'))).toBeCloseTo(170.28, 2);
  const samples = bytesOf(mono.path).subarray(44);
  const firstOfBarOne = samples.readInt16LE(2 * 48_000 * 2);
  expect(firstOfBarOne).toBeGreaterThan(8000);
  expect(samples.readInt16LE((2 * 48_000 - 1) * 2)).toBe(0);
  await page.getByLabel('Resolution').selectOption('24');
  await page.getByLabel('Channels').selectOption('right');
  const stereo = await takeAway(page, /WAV/);
  expect([soxi(stereo.path, '-c'), soxi(stereo.path, '-b')]).toEqual(['2', '24']);
});

test('a song goes out whole, as a table and as a message, and comes back from its file', async ({
  page,
}) => {
  await openSong(page, 'Nine Mile Ferry');
  await page.getByRole('button', { name: 'Export' }).click();
  const take = async (name: string) => {
    const waiting = page.waitForEvent('download');
    await page.getByRole('link', { name }).click();
    return (await waiting).path();
  };
  const table = bytesOf(await take('Table (CSV)'))
    .toString('utf8')
    .split('\r\n');
  // A heading, 98 played bars, and the end of the last line.
  expect(table).toHaveLength(100);
  expect(bytesOf(await take('Message to the band')).toString('utf8')).toContain('**Bridge** 4+4+2');
  const file = await take('Whole song (JSON)');
  await page.goto('/saltreach-nine/songs');
  await page.locator('input[type=file]').setInputFiles(file);
  const understood = page.getByTestId('understood');
  await expect(understood).toContainText('As recorded: 12 sections, 8 patterns.');
  await expect(understood).toContainText('Small line-up');
  await page.getByRole('button', { name: 'Keep it as a new song' }).click();
  await page.waitForURL(/songs\/./);
  await expect(page.getByTestId('length')).toContainText('98 bars');
  await expect(page.getByRole('link', { name: 'Small line-up' })).toBeVisible();
});

test('a file that is no song is refused in a sentence, and nothing is kept', async ({ page }) => {
  await page.goto('/saltreach-nine/songs');
  await expect(page.getByTestId('where')).toHaveText(/Open a set or a song/);
  const before = await page.getByRole('listitem').count();
  const open = (buffer: Buffer | string, name = 'x.json') =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(buffer) });
  await open('{"format": "ebrant-song", "title": "Cut sh');
  await expect(page.getByText(/It is not JSON/)).toBeVisible();
  await open(Buffer.alloc(10_000_001), 'x.mid');
  await expect(page.getByText('A file has at most 10 MB.')).toBeVisible();
  await open('MThd nonsense', 'x.mid');
  await expect(page.getByText(/This is not a Standard MIDI File/)).toBeVisible();
  await open('<!DOCTYPE x [<!ENTITY a "b">]><x/>', 'x.xml');
  await expect(page.getByText(/entities of its own/)).toBeVisible();
  await page.reload();
  expect(await page.getByRole('listitem').count()).toBe(before);
});

test('a song exported as MIDI is opened again: what was understood is shown, then kept', async ({
  page,
}) => {
  await openSong(page, 'Last Boat');
  await page.getByRole('button', { name: 'Export' }).click();
  const { path } = await takeAway(page, /MIDI/);
  await page.goto('/saltreach-nine/songs');
  await expect(page.getByTestId('where')).toHaveText(/Open a set or a song/);
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'boat.mid', mimeType: 'audio/midi', buffer: bytesOf(path) });
  const understood = page.getByTestId('understood');
  await expect(understood).toContainText('93 bars');
  await expect(page.getByLabel('Title of this song')).toHaveValue('Last Boat');
  await expect(understood).toContainText(/at most \d\.\d ms off/);
  await expect(understood).toContainText('is a count-in of 4 beats');
  await page.getByLabel('Tempos may be off by').selectOption('1 ms');
  await expect(understood).toContainText(/at most 0\.\d ms off/);
  await page.getByLabel('Title of this song').fill(' ');
  await expect(understood).toContainText('A song needs a title.');
  await page.getByLabel('Title of this song').fill('Last Boat as heard');
  await page.getByRole('button', { name: 'Keep it as a new song' }).click();
  await page.waitForURL(/songs\/./);
  await expect(page.getByTestId('length')).toContainText('93 bars');
  await expect(page.getByLabel('Name of Climb')).toBeVisible();
});

test('a band’s file is put in song by song; cancelled, nothing of it is there', async ({
  page,
}) => {
  const file = await (await page.request.get('/api/bands/saltreach-nine/file')).json();
  const whole = (copies: number) => {
    const songs = Array.from({ length: copies }, () => file.songs).flat();
    return { songs: songs.length, text: JSON.stringify({ ...file, songs, events: [] }) };
  };
  // As large as may be opened.
  const { songs, text } = whole(Math.floor(9_000_000 / whole(1).text.length));
  const founded = await page.request.post('/api/bands', { data: { name: 'Fathom and Daughters' } });
  const { band: slug } = await founded.json();
  await page.goto(`/${slug}/songs`);
  await expect(page.getByTestId('where')).toHaveText(/Open a set or a song/);
  await page.locator('input[type=file]').setInputFiles({
    name: 'band.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text),
  });
  const put = page.getByRole('button', { name: 'Put all of it into this band' });
  await put.click();
  const notice = page.getByRole('status').filter({ hasText: `of ${songs}` });
  await expect(notice).toHaveText(/: song \d+ of \d+$/);
  await page.getByRole('button', { name: 'Cancel', exact: true }).click();
  await expect(notice).toHaveCount(0);
  const there = async () =>
    (await (await page.request.get(`/api/bands/${slug}/file`)).json()).songs.length;
  expect(await there()).toBe(0);
  await put.click();
  await expect.poll(there, { timeout: 90_000 }).toBe(songs);
  await expect(page.getByRole('link', { name: /Slack Water/ }).first()).toBeVisible();
});

test('a message from the band is opened as a file', async ({ page }) => {
  await page.goto('/saltreach-nine/songs');
  await expect(page.getByTestId('where')).toHaveText(/Open a set or a song/);
  await page.locator('input[type=file]').setInputFiles({
    name: 'from Odile.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('Intro - 8 bars drums only\nV1 16\nCH x2 (8)\nwear black\n'),
  });
  const understood = page.getByTestId('understood');
  await expect(understood).toContainText('40 bars');
  await expect(understood).toContainText('wear black');
});

test('a set changes tempo, key and sections of a song, and the song stays as it is', async ({
  page,
}) => {
  await ownSet(page);
  const row = page.locator('[data-item]').filter({ hasText: 'Millstone' });
  const before = (await row.locator('td').allInnerTexts()).join(' ');
  await page.getByRole('button', { name: 'Change Millstone for this set' }).click();
  await page.getByLabel('Tempo').selectOption('another tempo');
  await page.getByLabel('Per cent of the written tempo').fill('50');
  await page.getByLabel('Key in this set').fill('B flat');
  const first = page.getByLabel('Sections that are played').getByRole('checkbox').first();
  await first.uncheck();
  await page.keyboard.press('Escape');
  await expect(row).toContainText('50 %, in B flat, without');
  const after = (await row.locator('td').allInnerTexts()).join(' ');
  expect(after).not.toBe(before);
  await saved(page);
  await page.reload();
  await expect(row).toContainText('50 %, in B flat, without');
  await row.getByRole('link', { name: 'Millstone' }).click();
  await page.waitForURL(/songs\/./);
  const written = /:\d\d\s*(\d+) bars/.exec((await page.getByTestId('length').textContent())!)![1]!;
  expect(before).toContain(written);
});

test('what is hard between two songs is said, mended and dismissed', async ({ page }) => {
  await ownSet(page, ['Nine Mile Ferry', 'Lantern over the Weir', 'Rope Walk Shuffle']);
  await page.keyboard.press('j');
  const list = page.getByRole('list', { name: 'To look at' });
  const jump = list.getByRole('listitem').filter({ hasText: 'ends at 138' });
  await expect(jump).toContainText(
    '“Nine Mile Ferry” ends at 138, “Lantern over the Weir” begins at 64, with 10 seconds between',
  );
  await jump.getByRole('button', { name: /ends at 138/ }).click();
  await expect(page.getByRole('link', { name: 'Lantern over the Weir' })).toBeFocused();
  await jump.getByRole('button', { name: 'A gap of 15 s' }).click();
  await expect(jump).toHaveCount(0);
  await expect(page.getByLabel('Seconds after Nine Mile Ferry')).toHaveValue('15');
  const other = list.getByRole('listitem').filter({ hasText: 'ends at 50' });
  await other.getByRole('button', { name: 'Dismiss' }).click();
  await expect(other).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: /to look at/ })).toHaveCount(0);
});

test('an order that works better is shown with its reasons, taken by one key, and undone', async ({
  page,
}) => {
  const today = ['Millstone', 'Lantern over the Weir', 'Gannet Street', 'Slack Water'];
  await ownSet(page, today);
  await page.keyboard.press('Shift+O');
  const panel = page.getByRole('dialog', { name: 'An order that works better' });
  const better = panel.getByRole('region', { name: /^Better/ });
  const order = () => better.locator('.name').allInnerTexts();
  await expect(better.locator('.name')).toHaveCount(4);
  const free = await order();
  expect(free.toSorted()).toEqual(today.toSorted());
  const weights = (await panel.getByRole('heading', { level: 3 }).allInnerTexts()).map((text) =>
    Number(/\d+/.exec(text)?.[0]),
  );
  expect(weights[1]).toBeLessThan(weights[0] ?? 0);
  // What is pinned is kept to.
  const pinned = free[0] === today[0] ? (today[1] ?? '') : (today[0] ?? '');
  await panel.getByLabel(`Whether ${pinned} may move`).selectOption('keeps its place');
  await expect.poll(async () => (await order()).indexOf(pinned)).toBe(today.indexOf(pinned));
  const found = await order();
  await expect(panel.getByRole('button', { name: 'Take this order' })).toBeEnabled();
  await panel.getByRole('button', { name: 'Take this order' }).focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => titles(page)).toEqual(found);
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect.poll(() => titles(page)).toEqual(today);
});
