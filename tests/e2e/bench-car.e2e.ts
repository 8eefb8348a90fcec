import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, expectAccessible, signIn, test } from './support';

const tool = (page: Page) => page.locator('section', { has: page.getByRole('heading', { name: 'Tool' }) });

async function openCar(page: Page, platform: string): Promise<void> {
  await page.goto('/benches/car');
  await page.getByLabel('Platform').selectOption(platform);
  await expect(page.getByRole('img', { name: /The car from above/ })).toBeVisible();
}

/** Keeps what was said; where too much is being worked on, once more. @returns its link */
async function keepTrace(page: Page, platform: string) {
  const link = page.getByRole('link', { name: new RegExp(`^Export the trace of ${platform}`) }).first();
  await expect(async () => {
    if (!(await link.isVisible())) await page.getByRole('button', { name: /^Keep/ }).click();
    await expect(link).toBeVisible({ timeout: 25_000 });
  }).toPass({ timeout: 150_000 });
  return link;
}

test('a key is added by hand and tool, and what was said is in words, masked and exported', async ({
  page,
}) => {
  await signIn(page, 'Imre Pellimoor');
  await openCar(page, 'Heddle 3');
  await page.getByLabel('Waits go by').selectOption('600 times faster');
  await tool(page).getByRole('button', { name: 'Ask what it is' }).click();
  await expect(tool(page).getByText(/^Its VIN is 0/)).toBeVisible();
  await expect(page.getByText(/^Memory: 2 of 5 slots · keys 1 · 1 that is not here/)).toBeVisible();
  await page.getByLabel('Where key 1 is').selectOption('in the cabin');
  await tool(page)
    .getByRole('button', { name: /^Add by the OBD socket/ })
    .click();
  await expect(tool(page).getByText('Add by the OBD socket is open.')).toBeVisible();
  // The known key in the cabin would spoil the reading.
  await page.getByLabel('Where key 1 is').selectOption('beside the car');
  await tool(page).getByRole('button', { name: 'Take a key' }).click();
  await expect(tool(page).getByText('The tool works.')).toBeVisible();
  await page.getByLabel('Where key 2 is').selectOption('at the pocket');
  await expect(tool(page).getByText('A key was taken: 1 in this session.')).toBeVisible();
  await expect(page.getByText(/^Memory: 3 of 5 slots · keys 1, 2/)).toBeVisible();
  const messages = page.getByRole('region', { name: 'Messages' });
  await expect(messages.getByText('Begin: Add by the OBD socket')).toBeVisible();
  await expect(messages.getByText(/^67 03 ••/)).toBeVisible();
  await expect(messages.getByText(/^27 04 ••/)).toBeVisible();
  await expectAccessible(page);
  const kept = await keepTrace(page, 'Heddle 3');
  const download = page.waitForEvent('download');
  await kept.click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('bench-heddle-3.log');
  const log = readFileSync(await file.path(), 'utf8').split('\n');
  expect(log[0]).toMatch(/^\(\d+\.\d{6}\) can0 7E0#0210030000000000$/);
  expect(log.length).toBeGreaterThan(50);
  await page.goto('/settings/audit');
  await expect(page.getByText(/Bench car: exported/).first()).toBeVisible();
  await page.goto('/benches/car');
  await page
    .getByRole('button', { name: /^Remove the trace of Heddle 3/ })
    .first()
    .click();
  await expect(page.getByRole('link', { name: /^Export the trace of Heddle 3/ })).toBeHidden();
});

test('somebody practises: what is wrong and what the memory holds are hidden until they are found', async ({
  page,
}) => {
  await signIn(page);
  await openCar(page, 'Heddle 3');
  await page.getByLabel('What is wrong').selectOption('surprise me');
  await expect(page.getByText('What the memory holds is hidden while you practise.')).toBeVisible();
  const why = page.getByRole('region', { name: 'Why does it refuse?' });
  const left = await why.getByText(/causes are left/).textContent();
  const causes = await why.getByRole('combobox').locator('option').allTextContents();
  expect(left).toBe(`${causes.length - 1} causes are left`);
  // Every cause in turn, until it is the one.
  for (const cause of causes.slice(1)) {
    if (await why.getByRole('button', { name: 'Show the answer' }).isHidden()) break;
    await why.getByRole('combobox').selectOption(cause);
    await why.getByRole('button', { name: 'This is it' }).click();
    await expect(why.getByText(`${cause}.`, { exact: false }).first()).toBeVisible();
  }
  await expect(why.getByRole('button', { name: 'Show the answer' })).toBeHidden();
  await expect(page.getByText(/^Memory: /)).toBeVisible();
  await expectAccessible(page);
});

test('a key is moved by drag, a door by a press, and a forgotten key is found by looking', async ({
  page,
}) => {
  await signIn(page);
  await openCar(page, 'Heddle 3');
  await page.getByLabel('What is wrong').selectOption('A key lies forgotten in a bag in the cabin');
  await expect(page.getByLabel('Where key 4 is')).toBeHidden();
  await page.getByRole('button', { name: 'Look in the bag' }).click();
  await expect(page.getByLabel('Where key 4 is')).toHaveValue('bag');
  const car = page.getByRole('region', { name: 'The car', exact: true });
  const key = car.getByRole('button', { name: 'Key 2, beside the car' });
  const [from, box] = [await key.boundingBox(), await car.getByRole('img').boundingBox()];
  if (!from || !box) throw new Error('nothing is drawn');
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.5, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByLabel('Where key 2 is')).toHaveValue('pocket');
  await page.getByRole('button', { name: /^Driver door/i }).click();
  await expect(page.getByRole('button', { name: /^Driver door ajar/i })).toBeVisible();
  await page.getByRole('button', { name: /^Hazards/i }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Hazards on/i })).toBeVisible();
});

test('an older line, no line at all, and a platform whose lists say something else', async ({ page }) => {
  await signIn(page);
  await openCar(page, 'Weft');
  await tool(page).getByRole('button', { name: 'Ask what it is' }).click();
  await expect(tool(page).getByText(/^Its VIN is 0/)).toBeVisible();
  const kept = await keepTrace(page, 'Weft');
  const download = page.waitForEvent('download');
  await kept.click();
  expect((await download).suggestedFilename()).toBe('bench-weft.csv');
  await page.getByLabel('Platform').selectOption('Treadle');
  await expect(page.getByText(/No line leads to this car/)).toBeVisible();
  await page.getByRole('radio', { name: 'What it wants' }).click();
  await expect(page.getByText(/ignition on with the new key while lights sidelights/)).toBeVisible();
  await expectAccessible(page);
});
