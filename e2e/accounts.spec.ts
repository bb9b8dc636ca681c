import jsQR from 'jsqr';
import { enter, isReady, newSong, typeSections } from './support';
import { type Browser, expect, type Page, test } from './test';

const PASSPHRASE = 'nets drying in the loft';
let count = 0;
/** Names of this run’s own: accounts stay. */
const newName = (name: string) => `${name} ${Date.now().toString(36)}${count++}`;

const aside = async (browser: Browser): Promise<Page> => (await browser.newContext()).newPage();

/** Makes an account on the first page; it is in no band. */
const signUp = async (page: Page, name: string) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Make an account' }).click();
  await fillAccount(page, name);
  await expect(
    page.getByRole('heading', { name: `${name}, you are in no band yet` }),
  ).toBeVisible();
};

const fillAccount = async (page: Page, name: string) => {
  const form = page.getByRole('form', { name: 'Make an account' });
  await form.getByLabel('Name').fill(name);
  await form.getByRole('textbox', { name: 'Passphrase' }).fill(PASSPHRASE);
  await form.getByRole('button', { name: 'Make an account' }).click();
};

/** What a phone’s camera would read off the screen: an independent reader of QR codes. */
const readCode = async (page: Page): Promise<string | undefined> => {
  const { data, size } = await page
    .getByRole('img', { name: 'The link as a code' })
    .evaluate(async (svg) => {
      const size = 400;
      const image = new Image();
      const text = new XMLSerializer().serializeToString(svg);
      image.src = `data:image/svg+xml,${encodeURIComponent(text)}`;
      await image.decode();
      const canvas = document.createElement('canvas');
      canvas.width = size;
      canvas.height = size;
      const context = canvas.getContext('2d')!;
      context.fillStyle = 'white';
      context.fillRect(0, 0, size, size);
      context.drawImage(image, 0, 0, size, size);
      return { data: [...context.getImageData(0, 0, size, size).data], size };
    });
  return jsQR(new Uint8ClampedArray(data), size, size)?.data;
};

test('somebody new comes in by an invitation, is given a role, and is taken out again', async ({
  page,
  browser,
}) => {
  await enter(page, 'Odile Marsh');
  await page.getByRole('link', { name: 'People', exact: true }).click();
  await page.getByRole('button', { name: 'Invite' }).click();
  const invitation = page.getByRole('dialog', { name: 'Invite to The Saltreach Nine' });
  await invitation.getByLabel('As').selectOption('player');
  const days = invitation.getByLabel('Good for, days');
  await days.fill('400');
  await days.blur();
  await expect(days).toHaveValue('90');
  await invitation.getByRole('button', { name: 'Make the link' }).click();
  const link = await invitation.getByRole('textbox', { name: 'Link' }).inputValue();
  expect(await readCode(page)).toBe(link);
  // By mail too: the demo keeps the letter and shows it.
  await invitation.getByLabel('Or by mail to').fill('anselm@example.org');
  await invitation.getByRole('button', { name: 'Send', exact: true }).click();
  const mailbox = page.waitForEvent('popup');
  await invitation.getByRole('link', { name: 'mailbox' }).click();
  const letter = (await mailbox).getByRole('listitem').filter({ hasText: 'To anselm@example.org' });
  await expect(letter).toContainText('Odile Marsh invites you to the band “The Saltreach Nine”');
  await expect(letter.getByRole('link').first()).toHaveAttribute('href', link);
  await (await mailbox).close();

  const name = newName('Anselm Quay');
  const other = await aside(browser);
  // A preview of the link opens it and is sent nothing of it.
  const asked: string[] = [];
  other.on('request', (request) => asked.push(request.url()));
  await other.goto(link);
  await expect(other.getByText('Odile Marsh invites you as a player')).toBeVisible();
  expect(other.url()).toMatch(/\/join$/);
  expect(asked.filter((url) => url.includes(link.split('#')[1]!))).toEqual([]);
  await fillAccount(other, name);
  await other.waitForURL(/saltreach-nine\/sets/);
  await other.getByRole('link', { name: /First set/ }).click();
  await expect(other.getByRole('heading', { name: 'First set' })).toBeVisible();

  // The same link lets nobody else in.
  const late = await aside(browser);
  await late.goto(link);
  await expect(late.getByText('As many have come with this invitation')).toBeVisible();

  await page.reload();
  const row = page.getByRole('row', { name: new RegExp(name) });
  await expect(row).toContainText('reads everything and takes it along');
  await row.getByRole('button', { name: `What to do about ${name}` }).click();
  await page.getByRole('menuitem', { name: 'Make a drummer' }).click();
  await expect(row).toContainText('changes maps, sets and the library');
  // Their open page has heard of it.
  await other.goto('/saltreach-nine/songs');
  const song = await newSong(other, `By ${name}`);
  await typeSections(other, [['Verse', 8]]);
  expect(song).toBeTruthy();

  await row.getByRole('button', { name: `What to do about ${name}` }).click();
  await page.getByRole('menuitem', { name: 'Take out of the band' }).click();
  await expect(row).toHaveCount(0);
  await expect(other.getByRole('heading', { name: 'This page has stopped' })).toBeVisible();
  await expect(other.getByText('You are not in The Saltreach Nine any more')).toBeVisible();
  await page.getByRole('tab', { name: 'What was done' }).click();
  const log = page.getByRole('table').getByRole('row');
  await expect(log.nth(1)).toContainText(`Odile Marsh took ${name} out of the band.`);
  await expect(log.nth(2)).toContainText(`made ${name} a drummer; before, they were a player.`);
  await expect(log.nth(3)).toContainText(`${name} came in as a player, invited by Odile Marsh.`);
});

test('anybody founds a band, writes its first song, archives it, deletes it and brings it back', async ({
  page,
}) => {
  const name = newName('Cade Orme');
  await signUp(page, name);
  await page.getByLabel('The band’s name').fill('The Quay Four');
  await page.getByRole('button', { name: 'Found a band' }).click();
  await page.waitForURL(/the-quay-four[-\w]*\/sets/);
  const slug = new URL(page.url()).pathname.split('/')[1]!;
  await page.getByRole('link', { name: 'Songs', exact: true }).click();
  await page.getByLabel('Title of the new song').fill('First of all');
  await page.getByRole('button', { name: 'New song' }).click();
  await page.waitForURL(/\/songs\/./);
  await isReady(page);
  await typeSections(page, [
    ['Intro', 4],
    ['Verse', 16],
  ]);
  // Every place is there in a band that has nothing yet.
  for (const place of ['Sets', 'Kit', 'Click', 'Practise', 'People']) {
    await page.getByRole('link', { name: place, exact: true }).click();
    await page.waitForURL(new RegExp(`/${slug}/${place.toLowerCase()}`));
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeAttached();
    await expect(page.getByText('This page could not be read')).toHaveCount(0);
  }
  await page.getByRole('tab', { name: 'The band' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('The Quay Five');
  await page.getByRole('button', { name: 'Rename' }).click();
  await expect(page.getByRole('button', { name: 'The Quay Five', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Archive the band' }).click();
  await expect(page.getByText('This band is archived')).toBeVisible();
  const refused = await page.request.post(`/api/bands/${slug}/songs`, { data: { title: 'No' } });
  expect(refused.status()).toBe(403);
  await page.getByRole('button', { name: 'Play it again' }).click();
  await expect(page.getByText('This band is archived')).toHaveCount(0);
  await page.getByRole('button', { name: 'Delete the band' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete the band' }).click();
  await page.waitForURL(/\/account/);
  await expect(page.getByRole('row', { name: /The Quay Five/ })).toContainText('gone for good on');
  expect((await page.goto(`/${slug}/songs`))?.status()).toBe(404);
  await page.goto('/account');
  await page.getByRole('button', { name: 'Bring The Quay Five back' }).click();
  await page.getByRole('link', { name: 'The Quay Five', exact: true }).click();
  await page.getByRole('link', { name: 'Songs', exact: true }).click();
  await expect(page.getByText(/20 bars/).first()).toBeVisible();
});

test('a forgotten passphrase: by a recovery code, and by a leader’s link', async ({
  page,
  browser,
}) => {
  const name = newName('Merrin Oake');
  await signUp(page, name);
  await page.getByRole('link', { name: 'Account' }).click();
  await page.getByRole('button', { name: 'Make ten' }).click();
  const dialog = page.getByRole('dialog', { name: 'Recovery codes' });
  await expect(dialog.getByRole('listitem')).toHaveCount(10);
  const code = (await dialog.getByRole('listitem').nth(4).textContent())!;
  await dialog.getByRole('button', { name: 'I have put them by' }).click();
  await expect(page.getByText('You have 10.')).toBeVisible();

  const other = await aside(browser);
  await other.goto('/');
  await other.getByRole('link', { name: 'I cannot sign in' }).click();
  const form = other.getByRole('form', { name: 'A new passphrase' });
  const fill = async (passphrase: string) => {
    await form.getByLabel('Name').fill(name);
    await form.getByLabel('Recovery code').fill(code);
    await form.getByRole('textbox', { name: 'New passphrase' }).fill(passphrase);
    await form.getByRole('button', { name: 'Set it and sign in' }).click();
  };
  await fill('password1234');
  await expect(form.getByRole('alert')).toContainText('Very many people have this passphrase');
  await fill('gulls on the slipway');
  await expect(
    other.getByRole('heading', { name: `${name}, you are in no band yet` }),
  ).toBeVisible();
  // Everywhere else it is over.
  await page.goto('/account');
  await expect(page).toHaveURL(/\/$/);

  const odile = await aside(browser);
  await enter(odile, 'Odile Marsh');
  await odile.getByRole('link', { name: 'People', exact: true }).click();
  await odile.getByRole('button', { name: 'What to do about Wren Halloway' }).click();
  await odile.getByRole('menuitem', { name: 'Link to a new passphrase' }).click();
  await expect(odile.getByText('They are in a band that you do not lead')).toBeVisible();
  await odile.getByRole('button', { name: 'Invite' }).click();
  const invited = odile.getByRole('dialog', { name: 'Invite to' });
  await invited.getByRole('button', { name: 'Make the link' }).click();
  await other.goto(await invited.getByRole('textbox', { name: 'Link' }).inputValue());
  await other.getByRole('button', { name: `Join as ${name}` }).click();
  await other.waitForURL(/saltreach-nine/);
  await odile.reload();
  await odile.getByRole('button', { name: `What to do about ${name}` }).click();
  await odile.getByRole('menuitem', { name: 'Link to a new passphrase' }).click();
  const link = await odile.getByRole('textbox', { name: 'Link' }).inputValue();
  const forgetful = await aside(browser);
  for (const round of [1, 2]) {
    await forgetful.goto(link);
    if (round === 2) break;
    await expect(forgetful.getByText(`A new passphrase for ${name}`)).toBeVisible();
    await forgetful.getByRole('textbox', { name: 'New passphrase' }).fill('rain over the estuary');
    await forgetful.getByRole('button', { name: 'Set it and sign in' }).click();
    await forgetful.waitForURL(/saltreach-nine/);
    await expect(other.getByRole('heading', { name: 'This page has stopped' })).toBeVisible();
  }
  await expect(forgetful.getByText('This link was used')).toBeVisible();
});

test('a passkey is made, signs in, and opens nothing once it is forgotten', async ({ browser }) => {
  // A passkey belongs to a name, not to a number (W3C Web Authentication Level 2, 5.1.2).
  const site = process.env.EBRANT_URL!.replace('127.0.0.1', 'localhost');
  const page = await (await browser.newContext({ baseURL: site })).newPage();
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('WebAuthn.enable');
  await devtools.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  const name = newName('Linnet Rowe');
  await signUp(page, name);
  const signIn = async () => {
    await page.context().clearCookies();
    await page.goto('/');
    await page.getByRole('button', { name: 'With a passkey' }).click();
  };
  await page.goto('/account');
  const make = async (called: string) => {
    await page.getByRole('textbox', { name: 'A new passkey' }).fill(called);
    await page.getByRole('button', { name: 'Make it' }).click();
  };
  await make('Laptop in the loft');
  await expect(page.getByRole('row', { name: /Laptop in the loft/ })).toContainText('made');
  await make('The same again');
  await expect(page.getByText('This passkey is here already.')).toBeVisible();
  await signIn();
  await expect(
    page.getByRole('heading', { name: `${name}, you are in no band yet` }),
  ).toBeVisible();
  await page.goto('/account');
  await expect(page.getByRole('row', { name: /Laptop in the loft/ })).toContainText('used');
  await page.getByRole('button', { name: 'Forget Laptop in the loft' }).click();
  await expect(page.getByText('opens nothing any more')).toBeVisible();
  await signIn();
  await expect(page.getByText('This passkey belongs to nobody here.')).toBeVisible();
});

test('one’s account: signed out elsewhere, one’s own data as a file, and deleted for good', async ({
  page,
  browser,
}) => {
  const name = newName('Corin Vale');
  await signUp(page, name);
  const other = await aside(browser);
  await other.goto('/');
  await other.getByLabel('Name').fill(name);
  await other.getByRole('textbox', { name: 'Passphrase' }).fill(PASSPHRASE);
  await other.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(
    other.getByRole('heading', { name: `${name}, you are in no band yet` }),
  ).toBeVisible();
  await page.goto('/account');
  await expect(page.getByText('here', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'End all others' }).click();
  await expect(page.getByRole('button', { name: 'End all others' })).toHaveCount(0);
  await other.goto('/account');
  await expect(other).toHaveURL(/\/$/);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Take it along' }).click();
  expect((await download).suggestedFilename()).toContain('in Ebrant');
  await page.getByRole('button', { name: 'Delete my account' }).click();
  await page.getByRole('button', { name: 'Delete it for good' }).click();
  await page.waitForURL(/\/$/);
  await page.getByLabel('Name').fill(name);
  await page.getByRole('textbox', { name: 'Passphrase' }).fill(PASSPHRASE);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText('do not belong together')).toBeVisible();
});
