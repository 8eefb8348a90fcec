import { spawnSync } from 'node:child_process';
import type { Browser, Page } from '@playwright/test';
import { expect, expectAccessible, recordRight, steady, takeCandidate, test } from './support';

/** What the console of a start shows for an empty database. */
function newCode(): string {
  const { stdout } = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/prepare-shop.ts'], {
    env: { ...process.env, DATABASE_URL: process.env.E2E_EMPTY_DATABASE },
  });
  return /code is (\w+)/.exec(stdout.toString())?.[1] ?? 'none shown';
}

test('an empty database is set up with the code of the console, and offers no demo people', async ({
  page,
  browser,
}) => {
  test.setTimeout(400_000);
  const address = process.env.E2E_EMPTY_ADDRESS ?? '';
  await page.goto(`${address}/jobs`);
  await page.waitForURL('**/set-up');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Set up the shop' }).click();
  await expect(page.getByText('Name the shop, in up to 80 characters.')).toBeVisible();
  await expectAccessible(page);

  await page.getByLabel('Set-up code').fill('guessed');
  await page.getByLabel('Name of the shop').fill('Tern Lane Keys');
  await page.getByLabel('Your name').fill('Odile Varga');
  await page.getByLabel('Your passcode').fill('long enough');
  await page.getByRole('button', { name: 'Set up the shop' }).click();
  await expect(page.getByText('This is not the set-up code shown at the last start.')).toBeVisible();
  await page.getByLabel('Set-up code').fill(newCode());
  await page.getByRole('button', { name: 'Set up the shop' }).click();
  await page.waitForURL('**/settings/first-hour');
  await expect(page.getByText('0 of 8 settled')).toBeVisible();
  await expectAccessible(page);
  await page.goto(`${address}/jobs`);
  await expect(page.getByText('8 steps of the first hour are open.')).toBeVisible();
  await expect(page.getByText('No job is open. A new call hangs the next tag.')).toBeVisible();
  await expectAccessible(page);

  await page.goto(`${address}/settings`);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.waitForURL('**/sign-in');
  await expect(page.getByText('Demo shop')).toBeHidden();
  await expect(page.getByText('Odile')).toBeHidden();
  await page.getByLabel('Your name').fill('odile  varga');
  await page.getByLabel('Passcode').fill('long enough');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/jobs');

  // Who the shop is, and what it goes by.
  await page.goto(`${address}/settings/firm`);
  await page.getByLabel('Mail', { exact: true }).fill('no mail');
  await page.getByRole('button', { name: 'Save' }).first().click();
  await expect(page.getByText('A mail address, such as desk@shop.example.')).toBeVisible();
  await page.getByLabel('Mail', { exact: true }).fill('desk@tern.example');
  await page.getByLabel('Phone', { exact: true }).fill('555-0117');
  await page.getByLabel('Address', { exact: true }).fill('4 Tern Lane\nSaltpan Ferry');
  await page.getByRole('button', { name: 'Save' }).first().click();
  await expect(page.getByText('It stands on every paper from now on.')).toBeVisible();
  await page.getByLabel('Picture of the logo').setInputFiles({
    name: 'logo.png',
    mimeType: 'image/png',
    buffer: Buffer.from('no picture'),
  });
  await expect(page.getByText(/This is no picture that can be read/)).toBeVisible();
  await page.getByLabel('Picture of the logo').setInputFiles({
    name: 'logo.png',
    mimeType: 'image/png',
    buffer: await page.screenshot({ clip: { x: 0, y: 0, width: 300, height: 100 } }),
  });
  await expect(page.getByRole('img', { name: 'The logo as it is printed' })).toBeVisible();
  await page.getByLabel('Paper', { exact: true }).selectOption('A4');
  await page.getByRole('button', { name: 'Save' }).nth(1).click();
  await expect(page.getByText('It is set. Quotes that were made stay as they are.')).toBeVisible();
  await expectAccessible(page);

  // The first van and a place, by which trips are priced; what a van can do follows.
  await page.goto(`${address}/settings/tools`);
  await page.getByRole('link', { name: 'Add the first one' }).click();
  await page.waitForURL('**/settings/vans');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Add a van' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(sheet.getByText('Name the van, in up to 40 characters.')).toBeVisible();
  await sheet.getByLabel('Van', { exact: true }).fill('Skiff');
  await expectAccessible(page);
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('cell', { name: 'Skiff' })).toBeVisible();
  await page.getByRole('button', { name: 'Add a place' }).click();
  await sheet.getByLabel('Place', { exact: true }).fill('Tern Lane');
  await sheet.getByLabel(/^By road from the workshop/).fill('16');
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('row', { name: /Tern Lane 16 (km|mi) (22|30) min/ })).toBeVisible();
  await page.getByRole('button', { name: 'Change Skiff' }).click();
  await sheet.getByRole('button', { name: /Give it up/ }).click();
  await expect(page.getByRole('cell', { name: 'Skiff' })).toBeHidden();
  await page.getByRole('button', { name: 'Add a van' }).click();
  await sheet.getByLabel('Van', { exact: true }).fill('Skiff');
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('cell', { name: 'Skiff' })).toBeVisible();

  // Without a library a call is taken in the caller's words.
  await page.goto(`${address}/jobs/new`);
  await page.getByRole('button', { name: /ask: model/ }).click();
  await page.getByLabel("Or in the caller's words").fill('old blue van');
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
  await expect(page.getByRole('heading', { name: 'old blue van' })).toBeVisible();
  for (const station of ['call', 'route', 'quote', 'close']) {
    await page.goto(page.url().replace(/[a-z]+$/, station));
    await expect(page.getByRole('heading', { name: 'old blue van' })).toBeVisible();
  }

  // The rest of the first hour: the library to begin with, a machine in the van, prices, a supplier; then a trial call.
  await page.goto(`${address}/library/import`);
  const starter = await page.request.get(`${address}/api/starter?form=json`);
  await page.getByLabel('What it holds').selectOption({ label: 'All lists, JSON' });
  const library = { name: 'starter.json', mimeType: 'application/json', buffer: await starter.body() };
  await page.getByLabel('File', { exact: true }).setInputFiles(library);
  await page.getByRole('button', { name: 'Read it' }).click();
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByText('Stored', { exact: true })).toBeVisible();

  await page.goto(`${address}/settings/first-hour`);
  await expect(page.getByText(/Nothing has a price without: How you charge, What you sell\./)).toBeVisible();
  await page.getByRole('button', { name: 'Leave out Tools and licences' }).click();
  await page.getByRole('button', { name: 'Hours and holidays fits as it is' }).click();
  await expect(page.getByText('6 of 8 settled')).toBeVisible();
  await page
    .getByLabel('In the caller’s words')
    .fill('Brevane Harrowick 1990, one key works, wants a spare, Tern Lane');
  await page.getByRole('button', { name: 'Price it' }).click();
  await expect(page.getByText('The shop has no prices today.')).toBeVisible();

  await page.goto(`${address}/settings/prices`);
  await page.getByLabel('An hour costs the customer, USD').fill('70');
  await page.getByLabel('Markup on articles, %').fill('30');
  await page.getByLabel('Cutting: first key').fill('25');
  await page.getByLabel('Pellet step: first key').fill('18');
  await page.getByRole('button', { name: 'Add a work' }).click();
  await page.getByLabel('Work 1', { exact: true }).fill('Cell changed');
  await page.getByLabel('Minutes', { exact: true }).fill('5');
  await page.getByText('Trips and tows').click();
  await page.getByRole('button', { name: 'Add a band' }).click();
  await page.getByLabel('To km, band 1').fill('20');
  // What is wrong in a folded group opens it.
  await page.getByText('Trips and tows').click();
  await page.getByRole('button', { name: 'Show the effect', exact: true }).click();
  await expect(page.getByLabel('Price', { exact: true }).last()).toBeVisible();
  await page.getByLabel('Price', { exact: true }).last().fill('30');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Show the effect', exact: true }).click();
  await page.getByRole('button', { name: /Save these prices/ }).click();
  await expect(page.getByRole('button', { name: 'Show the effect', exact: true })).toBeEnabled();

  await page.goto(`${address}/settings/suppliers`);
  await page.getByLabel('Name', { exact: true }).fill('Cobble Wharf');
  await page.getByLabel('Sells').selectOption('aftermarket');
  await page.getByLabel('Orders until').fill('15:00');
  await page.getByLabel('Here by').fill('12:00');
  await page.getByLabel('Late by, days').fill('2');
  await page.getByLabel('Stated comeback, %').fill('3');
  await page
    .getByRole('button', { name: /Save the supplier|Add the supplier|Save/ })
    .first()
    .click();
  await expect(page.getByRole('cell', { name: 'Cobble Wharf' })).toBeVisible();
  await page.getByLabel('File', { exact: true }).setInputFiles({
    name: 'prices.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      [
        'article,price,lead_days',
        ...blanksOf(await starter.json()).map((article) => `${article},6.40,1`),
      ].join('\n'),
    ),
  });
  await page.getByRole('button', { name: 'Read it' }).click();
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByText(/Stored: \d+ prices hold from today/)).toBeVisible();

  await page.goto(`${address}/settings/tools`);
  // Its machine cuts edges already.
  await expect(page.getByLabel('edge', { exact: true })).toBeChecked();
  await page.goto(`${address}/settings/first-hour`);
  await expect(page.getByText('8 of 8 settled')).toBeVisible();
  await page
    .getByLabel('In the caller’s words')
    .fill('Brevane Harrowick 1990, one key works, wants a spare, Tern Lane');
  await page.getByRole('button', { name: 'Price it' }).click();
  await expect(page.getByText(/Say first: Shop, .*\$\d+\.\d\d with tax/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /Take this call/ }).click();
  await page.waitForURL('**/jobs/new');
  await expect(page.getByRole('region', { name: 'First price' })).toContainText('$');
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
  await page.goto(page.url().replace(/identify$/, 'quote'));
  await page.getByLabel('Add a work').selectOption({ index: 1 });
  await expect(page.getByRole('button', { name: 'Remove Cell changed' })).toBeVisible();
  await page.getByRole('button', { name: 'Offer this one' }).click();
  await page.getByRole('link', { name: 'Print' }).click();
  await expect(page.getByText('4 Tern Lane, Saltpan Ferry')).toBeVisible();
  await expect(page.getByRole('link', { name: '555-0117' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Logo of Tern Lane Keys' })).toBeVisible();
  await expectAccessible(page);

  const number = /jobs\/(\d+)/.exec(page.url())?.[1] ?? '';
  await workedByAnother(page, browser, address, number);

  // Everything out, and how it all is.
  await page.goto(`${address}/settings/backups`);
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByText(/The last one is (less than a minute|\d+ min) old/)).toBeVisible({
    timeout: 60_000,
  });
  await page
    .getByRole('button', { name: /^Check kilnsman-/ })
    .first()
    .click();
  await expect(page.getByText(/Whole, and sealed here: \d+ rows/).first()).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: /^Export everything/ }).click();
  expect((await download).suggestedFilename()).toMatch(/^kilnsman-.*\.zip$/);
  await expect(page.getByText(/\.zip is kept/)).toBeVisible();
  await page.goto(`${address}/settings/health`);
  await expect(page.getByRole('row', { name: /Backups fine/ })).toBeVisible();
});

/** The job goes on with a second person, on a device of their own, to its close; who began it sees it at once. */
async function workedByAnother(page: Page, browser: Browser, address: string, number: string) {
  await page.goto(`${address}/settings/people`);
  await page.getByRole('button', { name: 'Add somebody' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('Name', { exact: true }).fill('Bertil Ochs');
  await sheet.getByLabel('Role').selectOption('locksmith');
  await sheet.getByLabel('Passcode').fill('blue slip 9');
  await sheet.getByRole('button', { name: 'Add them' }).click();
  await expect(page.getByRole('cell', { name: 'Bertil Ochs' })).toBeVisible();
  await page.goto(`${address}/jobs/${number}/quote`);
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText(/^Q-\d+ accepted:/)).toBeVisible();
  await page.goto(`${address}/jobs/${number}/close`);

  const device = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const other = steady(await device.newPage());
  await other.goto(`${address}/sign-in`);
  await other.getByLabel('Your name').fill('Bertil Ochs');
  await other.getByLabel('Passcode').fill('blue slip 9');
  await other.getByRole('button', { name: 'Sign in' }).click();
  await other.waitForURL('**/jobs');
  await other.getByRole('link', { name: new RegExp(`K-${number}`) }).click();
  await other.goto(`${address}/jobs/${number}/identify`);
  await takeCandidate(other, 'Seen on the blade');
  await other.goto(`${address}/jobs/${number}/route`);
  await other.locator('[data-main]').first().click();
  await expect(other.getByText('taken', { exact: true })).toBeVisible();
  await recordRight(other, number, address);
  await other.goto(`${address}/jobs/${number}/close`);
  await other.getByRole('button', { name: 'Record the attempt' }).click();
  // Who began the job sees it without a press.
  await expect(page.getByText(/right to the car is on record: Odile Varga/)).toBeVisible();
  await expect(page.getByText('No programming').first()).toBeVisible();
  await other.goto(`${address}/jobs/${number}/prove`);
  await expectAccessible(other);
  await other.goto(`${address}/jobs/${number}/close`);
  await other.getByRole('button', { name: /Close the job/ }).click();
  await expect(other.getByRole('heading', { name: 'Done', exact: true })).toBeVisible();
  await expect(page.getByText(/by Bertil Ochs/).first()).toBeVisible();
  await page.getByRole('link', { name: /Look and print/ }).click();
  await expect(page.getByRole('heading', { name: 'Your keys' })).toBeVisible();
  await expect(page.getByRole('link', { name: '555-0117' })).toBeVisible();
  const pdf = await other.request.get(`${address}/api/v1/jobs/${number}/handover`);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  await device.close();
}

/** The blanks of the starter. */
function blanksOf(document: {
  readonly lists: { readonly blanks: readonly { readonly article: string }[] };
}): string[] {
  return document.lists.blanks.map(({ article }) => article);
}
