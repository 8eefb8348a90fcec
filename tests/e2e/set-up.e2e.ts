import { spawnSync } from 'node:child_process';
import { expect, expectAccessible, test } from './support';

/** What the console of a start shows for an empty database. */
function newCode(): string {
  const { stdout } = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/prepare-shop.ts'], {
    env: { ...process.env, DATABASE_URL: process.env.E2E_EMPTY_DATABASE },
  });
  return /code is (\w+)/.exec(stdout.toString())?.[1] ?? 'none shown';
}

test('an empty database is set up with the code of the console, and offers no demo people', async ({
  page,
}) => {
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
  await page.waitForURL('**/jobs');
  await expect(page.getByText('No job yet. A new call hangs the first tag.')).toBeVisible();
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
});
