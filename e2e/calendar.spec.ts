import ICAL from 'ical.js';
import { enter } from './support';
import { expect, test } from './test';

test('one’s own calendar subscribes to the band’s evenings by a secret address, until it is renewed', async ({
  page,
  request,
}) => {
  await enter(page, 'Tam Breck');
  await page.getByRole('button', { name: 'In my calendar' }).click();
  const dialog = page.getByRole('dialog', { name: 'In my own calendar' });
  await dialog.getByRole('button', { name: 'Make an address' }).click();
  const address = dialog.getByRole('textbox', { name: 'Address to subscribe to' });
  const first = await address.inputValue();
  // Without a cookie, as a calendar asks.
  const answer = await request.get(first);
  expect(answer.headers()['content-type']).toContain('text/calendar');
  const events = new ICAL.Component(ICAL.parse(await answer.text())).getAllSubcomponents('vevent');
  const titles = events.map((event) => String(event.getFirstPropertyValue('summary')));
  expect(titles).toContain('A night for the tidal mill');
  await dialog.getByRole('button', { name: 'Renew it' }).click();
  await expect(address).not.toHaveValue(first);
  expect((await request.get(first)).status()).toBe(404);
  const second = await address.inputValue();
  await dialog.getByRole('button', { name: 'Take it away' }).click();
  await expect(dialog.getByText('No address of yours shows this calendar')).toBeVisible();
  expect((await request.get(second)).status()).toBe(404);
});

test('a rehearsal of somebody else’s calendar becomes one of the band’s; what is no calendar is refused', async ({
  page,
}) => {
  await enter(page, 'Perpetua Lund');
  const choose = async (name: string, text: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'From a calendar file' }).click();
    await (await chooser).setFiles({
      name,
      mimeType: 'text/calendar',
      buffer: Buffer.from(text),
    });
  };
  await choose('letter.ics', 'See you on Friday.');
  const dialog = page.getByRole('dialog', { name: 'Gigs and rehearsals in this file' });
  await expect(dialog.getByText('This is no calendar file')).toBeVisible();
  await page.keyboard.press('Escape');
  await choose(
    'loft.ics',
    [
      'BEGIN:VCALENDAR',
      'BEGIN:VEVENT',
      'UID:1',
      'DTSTART;TZID=Europe/Lisbon:20270603T200000',
      'SUMMARY:Rehearsal with the choir',
      'LOCATION:Upper room',
      'END:VEVENT',
      'END:VCALENDAR',
    ].join('\r\n'),
  );
  await dialog.getByRole('button', { name: 'Put Rehearsal with the choir in' }).click();
  await expect(dialog.getByText('It is in')).toBeVisible();
  await page.keyboard.press('Escape');
  const heading = page.getByRole('heading', { name: 'Rehearsal with the choir' });
  await expect(heading).toBeVisible();
  await expect(page.getByText(/Rehearsal, Upper room, .*20:00/)).toBeVisible();
});

test('a song goes to another band of one’s own, and says there where it came from', async ({
  page,
}) => {
  await enter(page);
  await page.goto('/saltreach-nine/songs');
  await page.getByRole('button', { name: 'More for Quay Lights' }).first().click();
  await page.getByRole('menuitem', { name: 'Copy to Loft Street Chapel team' }).click();
  await expect(page.getByText('“Quay Lights” is in Loft Street Chapel team too.')).toBeVisible();
  await page.goto('/loft-street/songs');
  // With all its arrangements.
  const copies = page.getByRole('link', { name: /Quay Lights.*from The Saltreach Nine/ });
  await expect(copies).toHaveCount(2);
  await page.goto('/saltreach-nine/songs');
  await expect(page.getByRole('link', { name: /Quay Lights \(copy\)/ })).toHaveCount(0);
});
