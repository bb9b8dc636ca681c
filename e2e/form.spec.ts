import { enter, newSong, openSong, saved, stored, typeSections } from './support';
import { expect, type Page, test } from './test';

test.beforeEach(({ page }) => enter(page));

const view = (page: Page, name: string) => page.getByRole('tab', { name }).click();
const leaveField = (page: Page) => page.keyboard.press('Escape');
const length = (page: Page) => page.getByTestId('length');

/** Writes a whole song as text. */
const write = async (page: Page, text: string) => {
  await view(page, 'Text');
  await page.getByLabel('The song as text').fill(text);
  await saved(page);
};

test('a part is made in place, changed for all that follow it, overridden and followed again', async ({
  page,
}) => {
  await newSong(page, 'Parts');
  await typeSections(page, [
    ['Verse', 16],
    ['Chorus', 8],
    ['Verse', 16],
  ]);
  for (const at of [0, 1]) {
    await page.getByLabel('Part of Verse').nth(at).fill('Verse groove');
    await page.getByLabel('Bars of Verse').nth(at).fill('');
  }
  await leaveField(page);
  await page.keyboard.press('Escape');
  await page.getByLabel('Bars of the part Verse groove').fill('12');
  await expect(length(page)).toContainText('32 bars');
  await page.getByLabel('Level of the part Verse groove').fill('2 > 4');
  await expect(page.getByLabel('Level of Verse').first()).toHaveAttribute('placeholder', '2 > 4');
  await page.getByLabel('Bars of Verse').nth(1).fill('10');
  await expect(length(page)).toContainText('30 bars');
  await expect(page.getByText('Differs from the part “Verse groove” in bars.')).toBeVisible();
  await page.getByRole('button', { name: 'Follow the part again' }).click();
  await expect(length(page)).toContainText('32 bars');
  await saved(page);
  await page.reload();
  await expect(length(page)).toContainText('32 bars');
  await expect(page.getByLabel('Bars of Verse').first()).toHaveValue('');
});

test('a row shows and sets its groove; what the song does not have is kept as typed and said', async ({
  page,
}) => {
  await newSong(page, 'Grooves in rows');
  await write(
    page,
    'song 100, in 4/4, count 4\ngroove Low = bd 1\ngroove High = sn 2\npart P = 8, groove Low\nA: part P\nB: 8',
  );
  await view(page, 'As written');
  const groove = (of: string) =>
    page.getByRole('combobox', { name: `Groove of ${of}`, exact: true });
  await expect(groove('A')).toHaveAttribute('placeholder', 'Low');
  await groove('A').fill('high');
  await page.keyboard.press('Enter');
  await expect(groove('B')).toBeFocused();
  await expect(groove('A')).toHaveValue('High');
  await groove('B').fill('Nope');
  await page.keyboard.press('Shift+Tab');
  await expect(page.getByText('The song has no groove “Nope” yet')).toBeVisible();
  await expect(groove('B')).toHaveValue('Nope');
  await groove('B').fill('low');
  await groove('A').fill('');
  await page.keyboard.press('Tab');
  await saved(page);
  await page.reload();
  await expect(groove('A')).toHaveValue('');
  await expect(groove('B')).toHaveValue('Low');
  await page.getByRole('link', { name: 'Chart' }).click();
  await expect(page.locator('[data-pattern]')).toHaveText([/^Low/]);
});

test('a repeat is made, filled, given endings, seen as played, written out and undone', async ({
  page,
}) => {
  await newSong(page, 'Repeats');
  await typeSections(page, [
    ['Verse', 8],
    ['Chorus', 8],
    ['Out', 4],
  ]);
  await page.getByLabel('Name of Verse').click();
  await page.keyboard.press('Control+b');
  await expect(length(page)).toContainText('28 bars');
  await page.getByLabel('Name of Chorus').click();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(length(page)).toContainText('36 bars');
  await page.getByLabel('Times of the repeat').fill('3');
  await expect(length(page)).toContainText('52 bars');
  await page.getByRole('button', { name: 'More for the repeat' }).click();
  await page.getByRole('menuitem', { name: 'Add an ending' }).click();
  await page.getByLabel('Passes of the ending').fill('1 2');
  await expect(length(page)).toContainText('60 bars');
  await expect(page.getByLabel('Bars of Ending')).toHaveValue('4');
  await page.getByLabel('Passes of the ending').fill('soon');
  await expect(page.getByText('Type passes like 1, 1 3, not 1, or last.')).toBeVisible();
  await expect(length(page)).toContainText('60 bars');
  await page.keyboard.press('Escape');
  await page.getByText('Played', { exact: true }).click();
  await page.keyboard.press('u');
  await expect(page.getByRole('tab', { name: 'As played' })).toHaveAttribute(
    'aria-selected',
    'true',
  );
  const played = page.locator('tbody tr');
  await expect(played).toHaveCount(9);
  await expect(played.nth(4)).toContainText('2 of 3');
  await page.keyboard.press('u');
  await page.getByRole('button', { name: 'More for the repeat' }).click();
  await page.getByRole('menuitem', { name: 'Write out' }).click();
  await expect(length(page)).toContainText('60 bars');
  await expect(page.getByLabel(/^Name of/)).toHaveCount(9);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Times of the repeat')).toHaveValue('3');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Passes of the ending')).toHaveValue('1 2');
});

test('equal sections fold into times, and double-time feel into doubled tempo with the bars explained', async ({
  page,
}) => {
  await newSong(page, 'Folds');
  await write(
    page,
    'song 100, in 4/4, count 4\nChorus: 8\nChorus: 8\nChorus: 8\nReel: 8, feel double-time\nOut: 4',
  );
  await view(page, 'As written');
  await page.getByLabel('Name of Chorus').first().click();
  await page.getByRole('button', { name: 'Join equal neighbours as × n' }).click();
  await expect(page.getByLabel('Times of Chorus')).toHaveValue('3');
  const before = await length(page).textContent();
  await page.getByLabel('Name of Reel').click();
  await page.getByRole('button', { name: 'Write at twice the tempo' }).click();
  await expect(page.getByTestId('said')).toContainText(
    'bars 25 to 32 at 100, becomes bars 25 to 40 at 200',
  );
  await expect(page.getByLabel('Bars of Reel')).toHaveValue('16');
  await expect(page.getByLabel('Tempo of Out')).toHaveValue('100');
  await page.getByRole('button', { name: 'Write as double-time feel' }).click();
  await expect(page.getByLabel('Bars of Reel')).toHaveValue('8');
  expect(await length(page).textContent()).toBe(before);
});

test('fills, hits, cues and fermatas are placed by key and by mouse, changed, and held to some passes', async ({
  page,
}) => {
  const id = await newSong(page, 'Places');
  await write(page, 'song 120, in 4/4, count 4\nVerse: 8, x 2\nOut: 4');
  await view(page, 'As written');
  await page.getByLabel('Name of Verse').click();
  await page.getByRole('button', { name: /show the bars/ }).click();
  const ruler = page.getByRole('application');
  await ruler.focus();
  await page.keyboard.press('End');
  for (let step = 0; step < 4; step++) await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('place')).toHaveText('8.3');
  await page.keyboard.press('f');
  await page.getByLabel('Name', { exact: true }).fill('round the toms');
  await page.getByLabel('On passes').fill('last');
  await ruler.focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('q');
  await page.getByLabel('Words').fill('horns come in');
  await page.getByLabel('Warning').fill('2 bars');
  await page.getByLabel('to be checked by ear').check();
  const bar = page.locator('[data-bar="4"]');
  const box = (await bar.boundingBox())!;
  await bar.click({ position: { x: box.width * 0.51, y: 20 } });
  await expect(page.getByTestId('place')).toHaveText('4.3');
  await page.getByRole('button', { name: /fermata/ }).click();
  await expect(length(page)).toContainText('0:46');
  await page.getByLabel('Seconds').fill('0');
  await expect(page.getByText('A fermata lasts more than 0')).toBeVisible();
  await page.getByLabel('Seconds').fill('5');
  await expect(length(page)).toContainText('0:50');
  await saved(page);
  const { body } = await stored(page, id);
  expect(Object.values(body.fills)[0]).toMatchObject({
    name: 'round the toms',
    from: { bar: -1, ticks: 2 * 20_160 },
    passes: { only: [-1] },
  });
  expect(Object.values(body.cues)[0]).toMatchObject({
    words: 'horns come in',
    byEar: true,
    warning: { count: 2, of: 'bars' },
  });
  await expect(page.getByRole('img', { name: /Profile/ })).toContainText('horns come in?');
});

test('text and rows are two views of one thing; an error in the middle loses nothing', async ({
  page,
  context,
}) => {
  await newSong(page, 'Text');
  await typeSections(page, [
    ['Intro', 4],
    ['Verse', 16],
  ]);
  await saved(page);
  await view(page, 'Text');
  const text = page.getByLabel('The song as text');
  await expect(text).toHaveValue(/Intro: 4\nVerse: 16$/);
  // Half a thought is not tidied away under the pen.
  await text.press('Control+End');
  await page.keyboard.type(', level 2, ');
  await expect(text).toHaveValue(/Verse: 16, level 2, $/);
  await saved(page);
  await expect(text).toHaveValue(/Verse: 16, level 2, $/);
  const typed = `${await text.inputValue()}\nChorus: seven\nOut: 4`;
  await text.fill(typed);
  await expect(page.getByText('Here stands bars').first()).toBeVisible();
  // The line that makes no sense waits; the one behind it is taken over at once.
  await expect(length(page)).toContainText('24 bars');
  await expect(page.getByRole('img', { name: /Profile/ })).toContainText('Out');
  await expect(page.getByText(/^Saved, except .* The song as text, line 4/)).toBeVisible();
  // Meanwhile somebody else changes what this text does not touch.
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByLabel('Level of Intro').fill('5');
  await saved(other);
  await text.fill(typed.replace('seven', '7'));
  await expect(length(page)).toContainText('31 bars');
  await saved(page);
  await expect(other.getByLabel('Bars of Chorus')).toHaveValue('7');
  await expect(other.getByLabel('Level of Intro')).toHaveValue('5');
  await view(page, 'As written');
  await expect(page.getByLabel('Level of Intro')).toHaveValue('5');
});

test('what a band sends is pasted, marked where it was guessed, decided where it was not understood', async ({
  page,
}) => {
  await newSong(page, 'Pasted');
  await view(page, 'Text');
  await page.getByRole('button', { name: 'Paste what the band sent' }).click();
  await page
    .getByLabel('Paste the song as the band wrote it')
    .fill(
      'Intro - 8 bars drums only\nV1 16\nCH x2 (8)\nBridge 7 !!!\nout 4 w/ ritard\nthanks, see you Saturday',
    );
  await expect(page.getByTestId('paste-summary')).toHaveText(
    '5 sections; 3 lines with a guess; 1 left out',
  );
  await expect(page.getByText('a fifth slower was taken')).toBeVisible();
  await page.getByRole('button', { name: 'Keep line 6 as a cue' }).click();
  await expect(page.getByTestId('paste-summary')).toContainText('0 left out');
  // The profile is drawn while one decides.
  await expect(page.getByRole('img', { name: /Profile of the song: 51 bars/ })).toBeVisible();
  await page.getByRole('button', { name: 'Use these' }).click();
  await view(page, 'As written');
  await expect(length(page)).toContainText('51 bars');
  await expect(page.getByLabel('Tempo of Outro')).toHaveValue('> 96');
  await expect(page.getByRole('img', { name: /Profile/ })).toContainText('drums only');
  await saved(page);
});

test('a file that is no text and a paste without end are refused in a sentence', async ({
  page,
}) => {
  await newSong(page, 'Hostile paste');
  await view(page, 'Text');
  await page.getByRole('button', { name: 'Paste what the band sent' }).click();
  const paste = page.getByLabel('Paste the song as the band wrote it');
  await paste.fill('\u0000\u0001PNG');
  await expect(page.getByText('This is not text.')).toBeVisible();
  await paste.fill(`Verse 16\n${'la '.repeat(70_000)}`);
  await expect(page.getByTestId('paste-summary')).toHaveText(
    '1 section; 0 lines with a guess; 1 left out',
  );
});

test('a line is read otherwise or left out by one key; a message about two songs makes two', async ({
  page,
}) => {
  await newSong(page, 'Two in one');
  await view(page, 'Text');
  await page.getByRole('button', { name: 'Paste what the band sent' }).click();
  const paste = page.getByLabel('Paste the song as the band wrote it');
  await paste.fill('Intro 4\nCHORUS x 8\nOut 4');
  const second = page.getByRole('row', { name: 'Line 2' });
  const profile = page.getByRole('img', { name: /Profile of the song/ });
  await expect(second).toContainText('Chorus 8');
  await page.getByRole('row', { name: 'Line 1' }).focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('o');
  await expect(second).toContainText('Chorus 8 × 8');
  await expect(profile).toHaveAccessibleName(/72 bars/);
  await page.keyboard.press('x');
  await expect(second).toContainText('left out');
  await expect(profile).toHaveAccessibleName(/8 bars/);
  await page.keyboard.press('x');
  await expect(profile).toHaveAccessibleName(/16 bars/);
  await paste.fill('Kiln Yard (98)\nIntro 6 x4\nVerse 16\n\nSail Yard, 3/4, 132\nA 16\nB 8');
  await page.getByText('Sail Yard', { exact: true }).click();
  await expect(profile).toHaveAccessibleName(/24 bars/);
  await page.getByRole('button', { name: 'Make a new song of “Sail Yard”' }).click();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Sail Yard');
  await expect(page.getByLabel('Meter of the song')).toHaveValue('3/4');
  await expect(page.getByLabel('Tempo of the song')).toHaveValue('132');
});

test('a time gives bar and beat, a bar its time, a stopwatch the nearest bars, in every view', async ({
  page,
}) => {
  await newSong(page, 'Clock');
  await write(page, 'song 100, in 4/4, count 4\nVerse: 60\nSlow: 40, tempo 50');
  const found = page.getByTestId('found');
  await page.getByLabel('A time, a bar or a length').fill('2:20');
  await expect(found).toHaveText('Bar 59, beat 2.33, Verse');
  await view(page, 'As written');
  await page.getByLabel('Where bar 1 is in the recording').fill('0:03.2');
  await expect(found).toHaveText('Bar 58, beat 1, Verse');
  await page.getByLabel('Where bar 1 is in the recording').blur();
  await page.keyboard.press('g');
  await page.keyboard.type('62.1');
  await expect(found).toHaveText('2:32, bar 2 of Slow');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-selected="true"]').getByLabel('Name of')).toHaveValue('Slow');
  // The stopwatch counts at the selected section's tempo: a bar of the slow one lasts 4.8 s.
  await page.getByLabel('A time, a bar or a length').fill('38.7 s');
  await expect(found).toHaveText('8 bars, 0.30 s over');
});

test('what stands out is gone to, mended, and waved away for good', async ({ page }) => {
  await newSong(page, 'Remarks');
  await write(page, 'song 126, in 4/4, count 6\nVerse: 8; fill last.3\nChorus: 7; no-crash 1.1');
  await view(page, 'As written');
  const remarks = page.getByRole('complementary', { name: 'The song as a whole' });
  await expect(remarks.getByText('“Chorus” at bar 9 has 7 bars: count 4 + 3.')).toBeVisible();
  await page.getByText('Played', { exact: true }).click();
  await page.keyboard.press('j');
  await page.keyboard.press('m');
  await expect(page.getByLabel('Pickup in beats')).toHaveValue('2');
  await expect(page.getByText('leaves bar 1 where')).toHaveCount(0);
  await page.keyboard.press('j');
  await page.keyboard.press('m');
  await expect(page.getByText('lands with a crash')).toHaveCount(0);
  await page.keyboard.press('j');
  await page.keyboard.press('w');
  await page.keyboard.press('Escape');
  await expect(remarks.getByText('Nothing stands out.')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText('Nothing stands out.')).toBeVisible();
});

test('an arrangement is copied, changed, compared, and chosen for a set', async ({ page }) => {
  await openSong(page, 'Millstone');
  await page.getByRole('button', { name: 'More for Millstone' }).click();
  await page.getByRole('menuitem', { name: 'Copy this arrangement' }).click();
  await page.getByLabel('Name of the copy').fill('As recorded');
  await page.keyboard.press('Enter');
  await expect(page.getByText('has an arrangement of this name already')).toBeVisible();
  await page.getByLabel('Name of the copy').fill('Without the bridge');
  const first = page.url();
  await page.keyboard.press('Enter');
  await page.waitForURL((url) => url.href !== first);
  await page.getByLabel('Name of Bridge').click();
  await page.keyboard.press('Alt+Delete');
  await saved(page);
  await page.getByRole('link', { name: 'As recorded' }).click();
  await page.waitForURL(first);
  await view(page, 'Compare');
  await expect(page.getByText('Without “Bridge”', { exact: false })).toBeVisible();
  await page.goto('/saltreach-nine/sets');
  await page.getByRole('link', { name: /Second set/ }).click();
  const total = await page.getByTestId('total').textContent();
  await page.getByLabel('Arrangement of Millstone').selectOption('Without the bridge');
  await expect(page.getByTestId('total')).not.toHaveText(total!);
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Arrangement of Millstone')).toContainText('Without the bridge');
});

test('a song of fifty sections is edited like a short one, by mouse and by key', async ({
  page,
}) => {
  const id = await newSong(page, 'Long rows');
  const lines = Array.from({ length: 50 }, (_, at) => `S${at}: 8`);
  await write(page, `song 100, in 4/4, count 4\n${lines.join('\n')}`);
  await view(page, 'As written');
  await page.getByLabel('Bars of S1', { exact: true }).click();
  await page.keyboard.type('4');
  await page.keyboard.press('Enter');
  await page.keyboard.type('6');
  await page.keyboard.press('Shift+Tab');
  await page.keyboard.type('Second');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.type('First');
  await page.getByLabel('Meter of S3', { exact: true }).click();
  await page.keyboard.type('seven');
  await page.keyboard.press('ArrowDown');
  // What makes no sense stays as typed when the row is left, with its sentence.
  await expect(page.getByLabel('Meter of S3', { exact: true })).toHaveValue('seven');
  expect((await page.getByTestId('played').allInnerTexts()).slice(0, 5)).toEqual([
    '1',
    '9',
    '13',
    '19',
    '27',
  ]);
  await expect(page.getByText(/^Saved, except .*: Meter of S3/)).toBeVisible();
  const sections = Object.values((await stored(page, id)).body.sections) as {
    name: string;
    bars: number;
  }[];
  const changed = sections.filter(({ name }) => name === 'First' || name === 'Second');
  expect(changed.map(({ name, bars }) => [name, bars]).sort()).toEqual([
    ['First', 4],
    ['Second', 6],
  ]);
});
