import { as, enter, isReady, songAsText } from './support';
import { expect, type Page, test } from './test';

const SONG = 'song 120, in 4/4, count 4\nIntro: 4\nVerse: 16, level 2\nChorus: 8, level 4\nOut: 4';

const openNotes = async (page: Page) => {
  await page.getByRole('button', { name: /^Notes/ }).click();
  return page.getByRole('dialog', { name: /^Notes at/ });
};

type Written = { words: string; at?: string; bar?: string; readers?: string; ask?: string };

const write = async (page: Page, { words, at, bar, readers, ask }: Written) => {
  const form = page.getByRole('form', { name: 'New note' });
  await form.getByLabel('A new note').fill(words);
  if (at) await form.getByLabel('At', { exact: true }).selectOption(at);
  if (bar) await form.getByLabel('Bar in it').fill(bar);
  if (readers) await form.getByLabel('For', { exact: true }).selectOption(readers);
  if (ask) await form.getByLabel('Ask', { exact: true }).selectOption(ask);
  await form.getByRole('button', { name: 'Write it' }).click();
};

test('a question at a bar is answered and settled; a private note is on one’s own stage and chart alone', async ({
  page,
  browser,
}) => {
  await enter(page);
  const id = await songAsText(page, 'Ground Swell', SONG);
  const address = `/saltreach-nine/songs/${id}`;
  const tam = await as(browser, 'Tam Breck', address);

  const notes = await openNotes(page);
  // A place that there is not is said, and the words stay.
  await write(page, { words: 'Do you push here?', at: '3. Chorus', bar: 'soon', ask: 'Tam Breck' });
  await expect(notes.getByRole('alert')).toBeVisible();
  await notes.getByLabel('Bar in it').fill('7.4');
  await notes.getByRole('button', { name: 'Write it' }).click();
  await expect(notes.getByText('“Chorus”, 7.4')).toBeVisible();
  // What is typed waits while other things are looked at, and through a reload.
  await notes.getByLabel('A new note').fill('Half a thought');
  await page.keyboard.press('Escape');
  await expect(notes).toHaveCount(0);
  await page.reload();
  await isReady(page);
  await openNotes(page);
  await expect(notes.getByLabel('A new note')).toHaveValue('Half a thought');
  await write(page, { words: 'Breathe out', at: '2. Verse', readers: 'only me' });
  await expect(notes.getByText('Breathe out')).toBeVisible();
  await expect(notes.getByText('only you')).toBeVisible();

  // It has come to Tam’s open page, and stands where Tam comes in.
  await expect(
    tam.getByRole('button', { name: 'Notes: 1 open, one of them asked of you' }),
  ).toBeVisible();
  await tam.goto('/saltreach-nine/sets');
  await expect(tam.getByText('Asked of you')).toBeVisible();
  await tam.getByRole('alert').getByRole('link', { name: 'Ground Swell' }).click();
  await isReady(tam);
  const his = await openNotes(tam);
  await expect(his.getByText('Breathe out')).toHaveCount(0);
  await his.getByRole('button', { name: 'Answer' }).click();
  await his.getByLabel('Your answer').fill('Yes, with the bass');
  await his.getByRole('form', { name: 'Answer' }).getByRole('button', { name: 'Answer' }).click();
  await expect(notes.getByText('Yes, with the bass')).toBeVisible();
  await his.getByRole('button', { name: 'Settle it' }).click();
  await expect(his.getByText('No note is open here.')).toBeVisible();
  await expect(notes.getByText('Do you push here?')).toHaveCount(0);
  await notes.getByRole('button', { name: 'Show 1 that is settled' }).click();
  await expect(notes.getByText('Do you push here?')).toBeVisible();

  // On stage, at its section, for its author alone.
  const onStage = async (who: Page) => {
    await who.goto(`${address}/stage`);
    await who.keyboard.press('h');
    await who.keyboard.press('PageDown');
    await who.keyboard.press('PageDown');
    await expect(who.getByRole('heading', { level: 1 })).toHaveText('Verse');
    return who.getByText('Breathe out');
  };
  await expect(await onStage(page)).toBeVisible();
  await expect(await onStage(tam)).toHaveCount(0);
  await page.goto(`${address}/chart`);
  await expect(page.getByText('Breathe out')).toBeVisible();
  await tam.goto(`${address}/chart`);
  await expect(tam.getByRole('heading', { name: 'Ground Swell' })).toBeVisible();
  await expect(tam.getByText('Breathe out')).toHaveCount(0);
});

test('a note stays with its section when that moves, and with nothing when it is taken out', async ({
  page,
}) => {
  await enter(page);
  const id = await songAsText(page, 'Undertow', SONG);
  await page.goto(`/saltreach-nine/songs/${id}`);
  await isReady(page);
  const notes = await openNotes(page);
  await write(page, { words: '<b>Not bold</b> 🥁 \u202eright', at: '2. Verse', bar: 'last' });
  await expect(notes.getByText('“Verse”, last.1')).toBeVisible();
  await expect(notes.getByText('<b>Not bold</b>')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('tab', { name: 'Text' }).click();
  const text = page.getByRole('textbox', { name: 'The song as text' });
  await text.fill(
    'song 120, in 4/4, count 4\nIntro: 4\nChorus: 8, level 4\nVerse: 12, level 2\nOut: 4',
  );
  await expect(page.getByText('Everything is saved')).toBeVisible();
  await openNotes(page);
  await expect(notes.getByText('“Verse”, last.1')).toBeVisible();
  await page.keyboard.press('Escape');
  await text.fill('song 120, in 4/4, count 4\nIntro: 4\nChorus: 8, level 4\nOut: 4');
  await expect(page.getByText('Everything is saved')).toBeVisible();
  await openNotes(page);
  await expect(notes.getByText('A section that was taken out')).toBeVisible();
  await notes.getByRole('button', { name: /^Delete:/ }).click();
  await expect(notes.getByText('No note is open here.')).toBeVisible();
  const long = await page.request.post(`/api/documents/${id}/notes`, {
    data: { words: 'x'.repeat(100_000) },
  });
  expect(long.status()).toBe(422);
});
