import { atTheCar, expect, expectAccessible, signIn, steady, test, watch } from './support';

const readingOf = (face: 'A' | 'B', at: number) => `Face ${face}, reading ${at}`;

test('a slip by a thousand is asked about, and counts when it is settled', async ({ page }) => {
  await signIn(page);
  await page.goto('/benches/pellet');
  await page.getByLabel(readingOf('A', 1)).fill('8.2 Ω');
  await expect(page.getByRole('heading', { name: '8.20 Ω, or 8.20 kΩ?' })).toBeVisible();
  await page.getByRole('button', { name: 'Take 8.20 kΩ' }).click();
  await expect(page.getByRole('heading', { name: /^Step 7, / })).toBeVisible();
  await page.getByLabel(readingOf('A', 2)).fill('8,2');
  await expect(page.getByText('Face A, reading 2: taken as kΩ')).toBeVisible();
  await page.getByLabel(readingOf('A', 3)).fill('eight');
  await expect(page.getByText('Face A, reading 3: is no resistance')).toBeVisible();
  await page.getByLabel('Year of the car').fill('19');
  await expect(page.getByText('four digits')).toBeVisible();
  await expectAccessible(page);
});

test('two faces that differ say clean and repeat; hands-free values are held', async ({ page }) => {
  await signIn(page);
  await page.goto('/benches/pellet');
  // Demo key 4 is dirty on its second face.
  await page.getByLabel('Demo key under the tips').selectOption('4');
  for (const face of ['A', 'B']) {
    await page
      .getByRole('group', { name: `Face ${face}` })
      .getByRole('button', { name: 'Measure hands-free' })
      .click();
    await expect(page.getByText(/waits until it lies still/)).toBeVisible();
    await expect(page.getByLabel(readingOf(face as 'A' | 'B', 1))).toHaveValue(/Ω$/);
  }
  await expect(page.getByRole('heading', { name: 'The two faces differ' })).toBeVisible();
  await expect(page.getByText(/Clean both faces and read each again/)).toBeVisible();
  await page.getByRole('button', { name: 'Clear the readings' }).click();
  await page.getByLabel('Demo key under the tips').selectOption('5');
  await page.getByRole('button', { name: 'Measure hands-free' }).first().click();
  await expect(page.getByRole('heading', { name: 'Open: no end on the meter' })).toBeVisible();
});

test('a hunt goes through two lockouts on the clock, reloaded in the middle', async ({ browser }) => {
  const baseURL = process.env.E2E_QUICK_ADDRESS ?? '';
  const context = await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 } });
  const page = steady(await context.newPage());
  const complaints: string[] = [];
  watch(page, complaints);
  await signIn(page, 'Imre Pellimoor', baseURL);
  const number = await atTheCar(page, 'brevane harrowick 1991 turn key lost all keys open');
  await page.goto(`/jobs/${number}/blade`);
  await page.getByRole('tab', { name: 'Pellet' }).click();
  await expect(page.getByRole('button', { name: /Does not start/ })).toBeHidden();
  await page.getByRole('radio', { name: 'looked at, sound' }).click();
  const title = page.getByRole('heading', { name: /^Try step \d+/ });
  const first = await title.textContent();
  await page.getByRole('button', { name: /Does not start/ }).click();
  const wait = page.getByRole('region', { name: /^Shut after step/ });
  await expect(wait).toBeVisible();
  // Before its end a try is refused.
  await page.getByRole('button', { name: /Does not start/ }).click();
  await expect(page.getByText(/The car is still shut after the last wrong step/)).toBeVisible();
  // It burns down at every station, also after a reload.
  await page.goto(`/jobs/${number}/close`);
  await expect(wait.getByRole('timer')).toHaveText(/min|s$/);
  await page.reload();
  await expect(wait).toBeVisible();
  await expect(wait.getByRole('timer')).toHaveText('over', { timeout: 60_000 });
  await page.goto(`/jobs/${number}/blade`);
  await page.getByRole('tab', { name: 'Pellet' }).click();
  const second = await title.textContent();
  expect(second).not.toBe(first);
  await page.getByRole('button', { name: /Does not start/ }).click();
  await expect(wait.getByRole('timer')).toHaveText('over', { timeout: 60_000 });
  await page.getByRole('button', { name: /It starts/ }).click();
  await expect(page.getByText(/^Step \d+ starts the car\.$/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Steps tried' }).getByRole('row')).toHaveCount(4);
  expect(complaints).toEqual([]);
  await context.close();
});
