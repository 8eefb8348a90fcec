import { expect, expectAccessible, hangTag, signIn, takeCandidate, test } from './support';

test('a procedure is read step by step, changed, found wrong as it is typed, and saved as another version', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await signIn(page, 'Imre Pellimoor');
  await page.goto('/library/procedures');
  await page.getByRole('link', { name: 'Add after the hazards' }).click();
  const strip = page.getByRole('region', { name: 'The steps and their branches' });
  await strip.getByRole('button', { name: /^8 · command/ }).click();
  const step = page.getByRole('region', { name: 'The step looked at' });
  await expect(step.getByRole('heading', { name: 'Open the function' })).toBeVisible();
  await expect(step.getByText('The switch of the bonnet does not tell')).toBeVisible();
  await expect(step.getByText('Add, ignition on')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(step.getByRole('link', { name: 'Taken in the lock, off' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Batten, Add by the OBD socket' })).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Change its steps' }).click();
  await expect(page.getByText(/Every branch ends/)).toBeVisible();
  await expectAccessible(page);
  // A step is taken by its handle with space and moved with arrows: its clock now starts before it.
  await page.getByRole('button', { name: 'Move step 3, open' }).focus();
  await page.keyboard.press('Space');
  await page.waitForTimeout(400);
  await page.keyboard.press('ArrowDown');
  await page.waitForTimeout(400);
  await page.keyboard.press('Space');
  await expect(page.getByText('1 thing is wrong: the steps are marked.')).toBeVisible();
  await page.getByRole('button', { name: /^3 · in time · blink/ }).click();
  await expect(page.getByText('▲ Its clock starts at open, which does not come before it.')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save as version 2' }).click();
  await expect(page.getByText(/which does not come before it\./).last()).toBeVisible();

  // By the pointer it goes back to where it was.
  await page.getByRole('button', { name: 'Move step 1, ready' }).scrollIntoViewIfNeeded();
  const from = await page.getByRole('button', { name: 'Move step 4, open' }).boundingBox();
  const to = await page.getByRole('button', { name: 'Move step 3, blink' }).boundingBox();
  if (!from || !to) throw new Error('expected both handles');
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y + 10);
  await page.mouse.move(to.x + 20, to.y + 8, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByText(/Every branch ends/)).toBeVisible();
  await page.getByRole('button', { name: /^6 · in time · fifth/ }).click();
  await page.getByLabel('What to do').fill('Hazards off, at their fifth blink and not before');
  await page.getByLabel('Known from').fill('Tried on a car');
  await page.getByLabel('Why').fill('It was misread');
  await page.getByRole('button', { name: 'Save as version 2' }).click();
  await page.waitForURL('**/procedures/row**');
  const versions = page.locator('section', { has: page.getByRole('heading', { name: 'Versions' }) });
  await expect(versions.getByText('≠ changed')).toBeVisible();
  await expect(versions.getByText('fifth', { exact: true })).toBeVisible();
  await expectAccessible(page);
});

test('devices beside the car read a cartridge, and say what an image costs before it is asked for', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/benches/car');
  await page.getByLabel('Platform').selectOption('Damask');
  await expect(page.getByRole('img', { name: /The car from above/ })).toBeVisible();
  await expect(page.getByText(/A calculation costs 42\.00/)).toBeVisible();
  await page.getByRole('button', { name: 'Fetch another blank key' }).click();
  await expect(page.getByLabel('Where key 3 is')).toBeVisible();
  await page.getByLabel('Where key 2 is').selectOption('in a device beside the car');
  await page.getByRole('button', { name: 'Read cartridge 2' }).click();
  await expect(page.getByText('The device works.')).toBeVisible();
  await expect(page.getByText(/Cartridge 2 is reset\.|The contacts are dirty/)).toBeVisible();
  await expectAccessible(page);
});

test('a universal remote is written at Prepare with a fresh cell, and read back', async ({ page }) => {
  await signIn(page);
  await hangTag(page, 'halvorn merrowdale 2018 push start spare one key works');
  await takeCandidate(page, 'As on the papers');
  await page.goto(page.url().replace('/identify', '/prepare'));
  const panel = page.locator('section', { has: page.getByRole('heading', { name: 'Universal remote' }) });
  const write = panel.getByRole('button', { name: 'Write the profile and read it back' });
  await write.click();
  await expect(panel.getByText('Put a fresh cell into it first.')).toBeVisible();
  await panel.getByRole('checkbox', { name: 'A fresh cell is in it' }).check();
  // Now and then one falls asleep, or reads back otherwise: it is written once more.
  await expect(async () => {
    await panel.getByRole('checkbox', { name: 'A fresh cell is in it' }).check();
    await write.click();
    await expect(panel.getByText('● done').first()).toBeVisible({ timeout: 15_000 });
  }).toPass({ timeout: 90_000 });
  await expectAccessible(page);
});
