import { enter, isReady, newSong, openSong, saved, soxStat, stored } from './support';
import { expect, type Page, test } from './test';

test.beforeEach(({ page }) => enter(page));

const spoken = (page: Page) => page.getByLabel('The pattern as it is spoken');
const grid = (page: Page) => page.getByRole('grid');

/** The kit page of a new song, with an empty bar to write in. */
const emptyBar = async (page: Page, title: string): Promise<string> => {
  const id = await newSong(page, title);
  await page.goto(`/saltreach-nine/songs/${id}/kit`);
  await isReady(page);
  await page.getByRole('button', { name: 'An empty bar of 4/4' }).click();
  await expect(grid(page)).toBeVisible();
  return id;
};

const patternsOf = async (page: Page, id: string) =>
  Object.values((await stored(page, id)).body.patterns) as Record<string, unknown>[];

test('a groove is written with one key a stroke, and typed form, staff and store follow', async ({
  page,
}) => {
  const id = await emptyBar(page, 'Keys');
  await grid(page).focus();
  // 1: hat and foot; &: hat; 2: hat and an accented snare; a of 2: a ghost.
  for (const key of ['h', 'b', 'ArrowRight', 'ArrowRight', 'h', 'ArrowRight', 'ArrowRight', 'h'])
    await page.keyboard.press(key);
  await page.keyboard.down('a');
  await page.keyboard.press('s');
  await page.keyboard.up('a');
  for (let step = 0; step < 3; step++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('s');
  await page.keyboard.press('g');
  await expect(spoken(page)).toHaveValue('hh 1 1& 2, sn >2 (2a), bd 1');
  await expect(page.getByRole('img', { name: /on a staff/ }).last()).toHaveAttribute(
    'data-drawn',
    'true',
  );
  await saved(page);
  const [pattern] = await patternsOf(page, id);
  expect(pattern).toMatchObject({
    snare: [
      { at: 20_160, force: 'accent' },
      { at: 35_280, force: 'ghost' },
    ],
    bass: [{ at: 0 }],
  });
  await page.keyboard.press('Control+z');
  await expect(spoken(page)).toHaveValue('hh 1 1& 2, sn >2 2a, bd 1');
});

test('a row is painted by mouse, painted away, and a held key shapes what is painted', async ({
  page,
}) => {
  await emptyBar(page, 'Painted');
  const cell = (voice: string, word: string, nth = 0) =>
    page.getByLabel(new RegExp(`^${voice}, ${word}(:|$)`)).nth(nth);
  const centre = async (voice: string, word: string, nth = 0) => {
    const box = (await cell(voice, word, nth).boundingBox())!;
    return [box.x + box.width / 2, box.y + box.height / 2] as const;
  };
  await page.mouse.move(...(await centre('Hi-hat', '1')));
  await page.mouse.down();
  await page.mouse.move(...(await centre('Hi-hat', 'a', 3)), { steps: 40 });
  await page.mouse.up();
  await expect(spoken(page)).toHaveValue('hh 16ths');
  await page.mouse.move(...(await centre('Hi-hat', '3')));
  await page.mouse.down();
  await page.mouse.move(...(await centre('Hi-hat', 'a', 3)), { steps: 20 });
  await page.mouse.up();
  await expect(spoken(page)).toHaveValue('hh 1 1e 1& 1a 2 2e 2& 2a');
  await page.keyboard.down('o');
  await cell('Hi-hat', '4').click();
  await page.keyboard.up('o');
  await expect(spoken(page)).toHaveValue('hh 1 1e 1& 1a 2 2e 2& 2a 4:o');
});

test('what is typed is read as it is spoken, refused in a sentence, and divides the grid as it needs', async ({
  page,
}) => {
  await emptyBar(page, 'Typed');
  await spoken(page).fill('hh 8ths, sn >2 >4, bd 1 2& 3 | sn >2 4:x, t1 4+1/3');
  await expect(page.getByLabel('Parts of pulse 8')).toHaveValue('6');
  await expect(page.getByText('2 bars', { exact: true })).toBeVisible();
  await spoken(page).fill('hh 8ths, sn 5');
  await expect(page.getByText('A bar of 4/4 has beats 1 to 4.')).toBeVisible();
  await spoken(page).press('Escape');
  await expect(spoken(page)).toHaveValue('hh 8ths, sn >2 >4, bd 1 2& 3 | t1 4+1/3, sn >2 4:x');
  await page.getByLabel('Meter of the pattern').fill('7/8 2+2+3');
  await expect(spoken(page)).toHaveValue(/^hh 8ths, sn >3 >7/);
});

test('an easier version stands beside the full one, whose notes are never lost', async ({
  page,
}) => {
  const id = await emptyBar(page, 'Variants');
  await spoken(page).fill('hh 16ths, sn >2 (2a) >4, bd 1 2a 3');
  await spoken(page).blur();
  await page.getByRole('button', { name: '+ easier' }).click();
  await expect(spoken(page)).toHaveValue('hh 16ths, sn >2 >4, bd 1 3');
  await page.getByLabel('Make it').selectOption('half-time');
  await expect(spoken(page)).toHaveValue('hh 16ths, sn >3, bd 1 3');
  await page.getByRole('tab', { name: 'full' }).click();
  await expect(spoken(page)).toHaveValue('hh 16ths, sn >2 (2a) >4, bd 1 2a 3');
  await saved(page);
  const patterns = await patternsOf(page, id);
  expect(patterns.map(({ variant }) => variant).sort()).toEqual(['easier', 'full']);
});

test('a groove is given to a part, shown small on the song page, and written in the song’s text', async ({
  page,
}) => {
  const id = await newSong(page, 'Parts and grooves');
  await page.getByRole('tab', { name: 'Text' }).click();
  await page
    .getByLabel('The song as text')
    .fill('song 120, in 4/4, count 4\npart Verse = 8\nVerse: part Verse; fill last.3 "round"');
  await saved(page);
  await page.goto(`/saltreach-nine/songs/${id}/kit`);
  await isReady(page);
  await page
    .getByRole('region', { name: 'Begin with' })
    .getByRole('button', { name: 'Straight eighths', exact: true })
    .click();
  await page.getByRole('checkbox', { name: /^Verse part/ }).check();
  await page.getByRole('button', { name: 'Begin another' }).click();
  await page.getByLabel('Number of the fill').fill('312');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('checkbox', { name: /^Verse last\.3/ }).check();
  await saved(page);
  await page.goto(`/saltreach-nine/songs/${id}`);
  await isReady(page);
  await expect(page.getByLabel('Groove of the part Verse')).toContainText('Straight eighths');
  await expect(page.getByRole('img', { name: /Straight eighths on a staff/ })).toBeVisible();
  await page.getByRole('tab', { name: 'Text' }).click();
  const text = page.getByLabel('The song as text');
  await expect(text).toHaveValue(/groove Straight eighths, .*= hh 8ths, sn >2 >4, bd 1 3/);
  await expect(text).toHaveValue(/plays "Backbeat fill 312"/);
});

test('the same number gives the same fill; what is free, on the snare and allowed is kept to', async ({
  page,
}) => {
  const id = await newSong(page, 'Fills');
  await page.goto(`/saltreach-nine/songs/${id}/kit`);
  await isReady(page);
  const staff = page.getByRole('region', { name: 'A fill by number' }).getByTestId('staff');
  await page.getByLabel('Number of the fill').fill('41');
  await expect(page.getByLabel('Cells, 1 to 5')).toHaveValue('1 2 4 2');
  // The other way round: the cells are typed and give the number.
  await page.getByLabel('Cells, 1 to 5').fill('1 4 1 4');
  await expect(page.getByLabel('Number of the fill')).toHaveValue('78');
  await page.getByLabel('Cell 1', { exact: true }).fill('rrrl');
  await expect(page.getByRole('alert').filter({ hasText: 'Cell 1' })).toContainText(
    'at most twice in a row',
  );
  await page.getByRole('button', { name: 'The usual five' }).click();
  await page.getByLabel('Number of the fill').fill('41');
  const first = await staff.getAttribute('aria-label');
  await page.getByLabel('Number of the fill').fill('42');
  await expect(staff).not.toHaveAttribute('aria-label', first!);
  await page.getByLabel('Number of the fill').fill('41');
  await expect(staff).toHaveAttribute('aria-label', first!);
  await page.getByLabel('Beat 4').selectOption('rest');
  await expect(staff).not.toHaveAttribute('aria-label', / 4[e&a]/);
  for (const voice of ['High tom', 'Middle tom', 'Snare'])
    await page.getByRole('checkbox', { name: voice, exact: true }).uncheck();
  await expect(staff).not.toHaveAttribute('aria-label', /t1|t2/);
  await page.getByText('linear', { exact: true }).click();
  await expect(page.getByText(/never two at once/)).toBeVisible();
});

test('the band’s library is searched, written, and copied from into a song', async ({ page }) => {
  await page.goto('/saltreach-nine/kit');
  await isReady(page);
  await page.getByLabel('Kind').selectOption('groove');
  await expect(page.getByRole('heading', { name: /^6 of \d+/ })).toBeVisible();
  await page.getByLabel('Words in the name or the note').fill('bossa');
  await page
    .getByRole('button', { name: /^Bossa nova/ })
    .first()
    .click();
  await expect(spoken(page)).toHaveValue(/\| sn 2:x 3&:x$/);
  const id = await newSong(page, 'From the library');
  await page.goto(`/saltreach-nine/songs/${id}/kit`);
  await isReady(page);
  await page
    .getByRole('region', { name: 'From the band’s library' })
    .getByRole('button', { name: 'Bossa nova' })
    .click();
  await expect(spoken(page)).toHaveValue(/\| sn 2:x 3&:x$/);
  await saved(page);
});

test('a left-handed kit mirrors the sticking, and stays the player’s own', async ({ browser }) => {
  const page = await (await browser.newContext()).newPage();
  await enter(page, 'Odile Marsh');
  const hands = () => page.locator('td i').allInnerTexts();
  await openSong(page, 'Nine Mile Ferry');
  await page.getByRole('link', { name: 'Kit' }).last().click();
  await isReady(page);
  await page.getByRole('button', { name: /^Ferry train/ }).click();
  await expect.poll(async () => (await hands()).slice(0, 4).join('')).toBe('RLRL');
  await page.goto('/saltreach-nine/kit');
  await isReady(page);
  await page.getByRole('button', { name: 'Your kit' }).click();
  await page.getByText('left-handed', { exact: true }).click();
  await page.getByRole('checkbox', { name: 'Ride', exact: true }).last().uncheck();
  await page.reload();
  await isReady(page);
  await page.getByRole('button', { name: 'Your kit' }).click();
  await expect(page.getByRole('radio', { name: 'left-handed' })).toBeChecked();
  await openSong(page, 'Nine Mile Ferry');
  await page.getByRole('link', { name: 'Kit' }).last().click();
  await isReady(page);
  await page.getByRole('button', { name: /^Ferry train/ }).click();
  await expect.poll(async () => (await hands()).slice(0, 4).join('')).toBe('LRLR');
  // As it was, for whoever comes after.
  await page.request.put('/api/kit', { data: { hand: 'right' } });
});

test('a player who may not edit sees and hears grooves and can change nothing', async ({
  browser,
}) => {
  const page = await (await browser.newContext()).newPage();
  await enter(page, 'Ives Corran');
  await openSong(page, 'Nine Mile Ferry');
  await page.getByRole('link', { name: 'Kit' }).last().click();
  await isReady(page);
  await page.getByRole('button', { name: /^Ferry train/ }).click();
  await expect(grid(page)).toHaveAttribute('aria-readonly', 'true');
  await grid(page).focus();
  const before = await spoken(page).inputValue();
  await page.keyboard.press('h');
  await expect(spoken(page)).toHaveValue(before);
  await expect(page.getByRole('button', { name: 'Begin another' })).toHaveCount(0);
});

type Heard = { readonly when: number; readonly length: number; readonly cut: boolean };

/** Notes what is handed to the audio clock: when, how long it rings, whether it will be cut. */
const listen = (page: Page) =>
  page.addInitScript(() => {
    const heard: { when: number; length: number; cut: boolean }[] = [];
    Object.assign(window, { heard });
    const { start, stop } = AudioBufferSourceNode.prototype;
    AudioBufferSourceNode.prototype.start = function (this: AudioBufferSourceNode, when = 0) {
      const one = {
        when,
        length: this.buffer?.duration ?? 0,
        cut: false,
      };
      heard.push(one);
      Reflect.set(this, 'heard', one);
      return start.call(this, when);
    };
    AudioBufferSourceNode.prototype.stop = function (this: AudioBufferSourceNode, when?: number) {
      if (when) Reflect.get(this, 'heard').cut = true;
      return stop.call(this, when);
    };
  });
const heardIn = (page: Page) =>
  page.evaluate(() => (window as unknown as { heard: Heard[] }).heard);

test('a pattern is heard with every stroke in its place, slower, and one limb alone', async ({
  page,
}) => {
  await listen(page);
  await emptyBar(page, 'Heard');
  await spoken(page).fill('hh 1 2 3:o 4, bd 1 3');
  await spoken(page).blur();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  // Four beats of count at 120, then the bar; four seconds are handed over ahead.
  await expect
    .poll(async () => (await heardIn(page)).length, { timeout: 10_000 })
    .toBeGreaterThan(12);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const all = await heardIn(page);
  const from = all[0]!.when;
  // Clicks last 0.05 to 0.07 s, a closed hat 0.07, an open one 0.85, the bass drum 0.36.
  const at = (length: number) =>
    all.filter((one) => Math.abs(one.length - length) < 0.002).map(({ when }) => when - from);
  expect(at(0.36)[0]).toBeCloseTo(2, 3);
  expect(at(0.36)[1]).toBeCloseTo(3, 3);
  expect(at(0.85)[0]).toBeCloseTo(3, 3);
  expect(all.find(({ length }) => Math.abs(length - 0.85) < 0.002)?.cut).toBe(true);

  await page.keyboard.press('[');
  await page.keyboard.press('[');
  await expect(page.getByTestId('rate')).toHaveText('90 %');
  await page.getByRole('button', { name: 'Only the right foot' }).click();
  const before = all.length;
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect
    .poll(async () => (await heardIn(page)).length - before, { timeout: 10_000 })
    .toBeGreaterThan(8);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const slow = (await heardIn(page)).slice(before);
  const bass = slow.filter(({ length }) => Math.abs(length - 0.36) < 0.002);
  expect(bass[0]!.when - slow[0]!.when).toBeCloseTo(2 / 0.9, 3);
  expect(slow.some(({ length }) => Math.abs(length - 0.85) < 0.002)).toBe(false);
});

test('a two-bar rock groove with one open hat takes at most thirty keystrokes', async ({
  page,
}) => {
  await emptyBar(page, 'Thirty keys');
  await grid(page).focus();
  const beat = ['ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight'];
  const groove = ['h', '8', 'b', ...beat, 's', ...beat, 'b', ...beat, 's', '+', 'End', 'ArrowLeft'];
  for (const key of groove) await page.keyboard.press(key);
  await page.keyboard.down('o');
  await page.keyboard.press('h');
  await page.keyboard.up('o');
  await expect(spoken(page)).toHaveValue('hh 8ths, sn 2 4, bd 1 3 | hh 8ths 4&:o');
  expect(groove.length + 2).toBeLessThanOrEqual(30);
});

test('easier ways say what they leave out, and become variants', async ({ page }) => {
  await emptyBar(page, 'Easier');
  await spoken(page).fill('hh 16ths, sn >2 (2a) >4, bd 1 2a 3');
  await spoken(page).blur();
  const ways = page.getByRole('region', { name: 'Easier ways' });
  await expect(ways).toContainText('Leaves out one stroke of the foot between the eighths.');
  await ways.getByRole('button', { name: 'foot on the eighths' }).click();
  await expect(spoken(page)).toHaveValue('hh 16ths, sn >2 (2a) >4, bd 1 3');
  await page.getByRole('tab', { name: 'full' }).click();
  await ways.getByRole('button', { name: 'quarters in the leading hand' }).click();
  await expect(page.getByRole('tab', { name: 'foot on the eighths' })).toBeVisible();
});

test('what cannot be played is said with its place, and kept', async ({ page }) => {
  await emptyBar(page, 'Unplayable');
  await spoken(page).fill('hh 2&, sn 2&, t1 2&, bd 3:B');
  const asks = page.getByRole('region', { name: 'What it asks' });
  await expect(asks).toContainText('Bar 1, 2 &: hi-hat, high tom, snare are more than two hands');
  await expect(asks).toContainText('both feet cannot be on the pedal of the bass drum');
  await spoken(page).blur();
  await expect(spoken(page)).toHaveValue('hh 2&, t1 2&, sn 2&, bd 3:B');
});

test('what has been logged as clean is held against what the pattern asks', async ({ browser }) => {
  const page = await (await browser.newContext()).newPage();
  await enter(page, 'Odile Marsh');
  await page.goto('/saltreach-nine/kit');
  await isReady(page);
  await page.getByRole('button', { name: 'Your kit' }).click();
  await page.getByLabel('right hand').last().fill('2.5');
  await page.getByLabel('right hand').last().press('Tab');
  await page.keyboard.press('Escape');
  await page
    .getByRole('button', { name: /^Straight eighths/ })
    .first()
    .click();
  // Eighths at 100 are 3.3 a second.
  await expect(page.getByRole('region', { name: 'What it asks' })).toContainText('3.3 > 2.5');
});

test('load is drawn along the song, and a copy of a pattern goes into the band’s library', async ({
  page,
}) => {
  await openSong(page, 'Nine Mile Ferry');
  await page.getByRole('tab', { name: 'Load' }).click();
  await expect(
    page.getByRole('img', { name: /^right hand: \d+ strokes, at most \d+ a minute/ }),
  ).toBeVisible();
  await expect(page.getByText(/longest without a rest of 2 s: 1:49/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Kit' }).last().click();
  await isReady(page);
  await page.getByRole('button', { name: /^Open water/ }).click();
  await page.getByRole('button', { name: 'Copy it into the band’s library' }).click();
  await expect(page.getByText('A copy is in the band’s library.')).toBeVisible();
  await page.goto('/saltreach-nine/kit');
  await expect(page.getByRole('button', { name: /^Open water/ })).toBeVisible();
});

/** The drums of the song in sight, alone in a WAV file. */
const drumsAlone = async (page: Page): Promise<string> => {
  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('checkbox', { name: 'Click', exact: true }).uncheck();
  await page.getByRole('checkbox', { name: 'Spoken cues', exact: true }).uncheck();
  await page.getByRole('checkbox', { name: 'Drums', exact: true }).check();
  const waiting = page.waitForEvent('download');
  await page.getByRole('link', { name: /WAV file/ }).click();
  return (await waiting).path();
};

test('the drums of a song are exported as a file', async ({ page }) => {
  await openSong(page, 'Nine Mile Ferry');
  const path = await drumsAlone(page);
  // The count before bar 1 is silent in it: 6 beats and the pickup of 2 at 126 take 3.8 s.
  const level = (from: number, to: number) =>
    Number(/Maximum amplitude:\s+([\d.]+)/.exec(soxStat(path, from, to))?.[1]);
  expect(level(0, 3.7)).toBe(0);
  expect(level(3.8, 8)).toBeGreaterThan(0.01);
});

/** The same of a new song that is pasted as text. */
const drumsOf = async (page: Page, title: string, text: string): Promise<string> => {
  await newSong(page, title);
  await page.getByRole('tab', { name: 'Text' }).click();
  await page.getByLabel('The song as text').fill(text);
  await saved(page);
  return drumsAlone(page);
};

const loudnessOf = (path: string, from: number, to: number): number =>
  Number(/RMS\s+amplitude:\s+([\d.]+)/.exec(soxStat(path, from, to))?.[1]);

test('sox hears each bar of a crescendo louder than the one before, and the voices in their order', async ({
  page,
}) => {
  // At 60 a bar of 4/4 lasts four seconds; the count before bar 1 takes as long.
  const path = await drumsOf(
    page,
    'Twenty levels',
    'song 60, in 4/4, count 4\ngroove Ones = sn 1\nA: 20, level 1 > 5, groove Ones',
  );
  const bars = Array.from({ length: 20 }, (_, bar) =>
    loudnessOf(path, 4 * (bar + 1), 4 * (bar + 1) + 0.3),
  );
  for (const [index, bar] of bars.entries())
    if (index > 0) expect(bar, `bar ${index + 1}`).toBeGreaterThan(bars[index - 1]!);
  expect(bars[19]! / bars[0]!).toBeGreaterThan(3);

  const voices = ['bd', 'sn', 'rd', 'hh'];
  const struck = await drumsOf(
    page,
    'Four voices',
    `song 60, in 4/4, count 4\n${voices.map((voice) => `groove G${voice} = ${voice} 1`).join('\n')}\n${voices.map((voice) => `${voice.toUpperCase()}: 1, groove G${voice}`).join('\n')}`,
  );
  const loud = voices.map((_, index) =>
    loudnessOf(struck, 4 * (index + 1), 4 * (index + 1) + 0.05),
  );
  expect([...loud].sort((a, b) => b - a)).toEqual(loud);
});
