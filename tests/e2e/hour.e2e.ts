import { card, goesTo, onQuickServer, press, putsCar, takesRun, tells } from './run-steps';
import { atTheCar, expect, expectAccessible, signIn, steady, test } from './support';

test('the hour at the car: ticked before it, marked in it, proved after it, and handed over with a note', async ({
  page,
  browser,
}) => {
  test.setTimeout(420_000);
  await signIn(page);
  const number = await atTheCar(page, 'halvorn merrowdale 2018 push start lost both quarry end');
  await page.goto(`/jobs/${number}/route`);
  await page.locator('[data-main]').first().click();
  await expect(page.getByText('taken', { exact: true })).toBeVisible();

  // A module VIN of another car stops the run before it begins, until papers and owner explain it.
  await page.goto(`/jobs/${number}/on-site`);
  const noteIt = page.getByRole('button', { name: 'Note it', exact: true });
  await page.getByLabel('Volts').fill('11,9');
  await page.getByRole('button', { name: /Socket lead/ }).click();
  await page.getByLabel('Module VIN against plate and papers').selectOption('anotherCar');
  await expect(page.getByText(/nothing is written until papers and owner explain it/)).toBeVisible();
  await expect(page.getByText(/11\.9 V is too little/)).toBeVisible();
  await noteIt.click();
  await expectAccessible(page);
  await page.goto(`/jobs/${number}/program`);
  await page.getByRole('button', { name: /Begin the run/ }).click();
  await expect(page.getByRole('alert').getByText(/nothing is written/)).toBeVisible();
  await page.goto(`/jobs/${number}/on-site`);
  await page.getByLabel('Module VIN against plate and papers').selectOption('same');
  await page.getByLabel('Every key that shall be learned is here').check();
  await noteIt.click();
  await expect(page.getByText(/^7 of 8 open/)).toBeVisible();
  await page.goto(`/jobs/${number}/program`);
  await expect(
    page.getByText(/7 things of the list before the first command are not ticked yet/),
  ).toBeVisible();
  await page.getByRole('button', { name: /Begin the run/ }).click();
  await expect(card(page)).toBeVisible();

  // Marks at a step, and a photograph.
  await page.getByRole('button', { name: 'This text is wrong' }).click();
  await page.getByRole('button', { name: 'Mark it' }).click();
  await expect(page.getByText('Write what it is.')).toBeVisible();
  await page.getByLabel(/What is wrong with this step/).fill('This coil has no mark');
  await page.getByRole('button', { name: 'Mark it' }).click();
  await expect(page.getByText('This text is wrong: This coil has no mark')).toBeVisible();
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'key.png', mimeType: 'image/png', buffer: await page.screenshot() });
  await expect(page.getByText('Kept with the job.')).toBeVisible();
  await expectAccessible(page);
  for (let turn = 0; turn < 40 && (await card(page).isVisible()); turn += 1) await press(page);
  const end = page.getByRole('region', { name: 'The end' });
  await end.getByLabel('Keys that the car knows now').fill('3');
  await end.getByRole('button', { name: /Note the count/ }).click();
  await expect(page.getByText('The run is over: it worked. The car knows 3.', { exact: true })).toBeVisible();

  // Prove: a start that fails has causes, and is put right before the rest.
  await page.goto(`/jobs/${number}/prove`);
  const check = page.getByRole('region', { name: 'The check at hand' });
  await expect(check).toContainText('Start at once');
  await check.getByRole('button', { name: /It does not/ }).click();
  const failed = page.getByRole('region', { name: 'A check that failed' });
  await expect(failed).toContainText('Another key is near');
  await expectAccessible(page);
  await page.goto(`/jobs/${number}/close`);
  await expect(page.getByText(/Failed at Prove: key 3, Start at once/)).toBeVisible();
  await page.goto(`/jobs/${number}/prove`);
  await failed.getByRole('button', { name: 'It works now' }).click();
  await expect(failed).toBeHidden();
  for (let left = 40; left > 0 && (await check.isVisible()); left -= 1) {
    // What was told before is taken.
    await expect(check.locator('[aria-busy=true]')).toHaveCount(0);
    const before = await check.textContent();
    await check.getByRole('button', { name: /It works|It does not start/ }).click();
    // The last one is gone while it is asked for.
    await expect.poll(() => check.textContent({ timeout: 1000 }).catch(() => '')).not.toBe(before);
  }
  await expect(page.getByRole('heading', { name: /^All \d+ checks work$/ })).toBeVisible();
  await expectAccessible(page);

  // Close: the note is a draft until then, and goes to the customer by a link afterwards.
  await page.goto(`/jobs/${number}/close`);
  await expect(page.getByText('This text is wrong: This coil has no mark')).toBeVisible();
  await page.getByLabel(/Why, where the work/).fill('The count was not read before: two lost keys');
  await page.getByRole('button', { name: /Close the job/ }).click();
  await expect(page.getByRole('heading', { name: 'Done', exact: true })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /Make a link/ }).click();
  const address = await page.locator('code', { hasText: '/offer/' }).textContent();
  const customer = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const phone = steady(await customer.newPage());
  await phone.goto(address ?? '');
  await phone.getByRole('button', { name: 'Open it' }).click();
  await expect(phone.getByRole('heading', { name: 'Your keys' })).toBeVisible();
  await expect(phone.getByText(/may still start this car/)).toBeVisible();
  await expect(phone.getByText(/Tried today, and it works: starting the engine/)).toBeVisible();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expectAccessible(phone);
  await customer.close();
  const pdf = await page.request.get(`/api/v1/jobs/${number}/handover`);
  expect(pdf.headers()['content-type']).toBe('application/pdf');

  // What was said of the text waits in the library until somebody has seen to it.
  await page.goto('/library/conflicts');
  const marked = page.getByRole('listitem').filter({ hasText: 'This coil has no mark' });
  const waits = await marked.count();
  await marked
    .first()
    .getByRole('button', { name: /^Seen to/ })
    .click();
  await expect(marked).toHaveCount(waits - 1);
});

test('a module of another car stops the run, on a phone, and what is left to try is said', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const { context, page } = await onQuickServer(browser, 'Sunniva Aasgren', { width: 390, height: 844 });
  await takesRun(page);
  await putsCar(page, 'swappedModule');
  await goesTo(page, /Go: ask the module/);
  await tells(page);
  await goesTo(page, /Compare the VIN/);
  await card(page)
    .getByRole('button', { name: /^(No|It differs|Another)/ })
    .click();
  const causes = page.getByRole('region', { name: 'What may be behind it' });
  await expect(causes).toContainText('The module was another car’s');
  await expectAccessible(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await causes.getByRole('button', { name: 'None of them' }).click();
  await page.getByRole('button', { name: 'End the run' }).click();
  await expect(page.getByText(/^The run is over: /)).toBeVisible();
  await expect(page.getByText('After this attempt')).toBeVisible();
  await expectAccessible(page);
  await context.close();
});

test('a run that erases does not begin with fewer keys than the car demands, by keyboard alone', async ({
  page,
}) => {
  test.setTimeout(300_000);
  await signIn(page);
  const number = await atTheCar(page, 'brevane lindiven 2020 push start lost both quarry end');
  await page.goto(`/jobs/${number}/route`);
  await page.getByRole('radio', { name: /AKL, erasing/ }).focus();
  await page.keyboard.press('Space');
  const why = page.getByLabel('Why not the advised one');
  if (await why.isVisible()) await why.fill('The lost keys shall stop');
  await page.keyboard.press('Alt+Enter');
  await expect(page.getByText('taken', { exact: true })).toBeVisible();
  // One new key hangs there, and the car wants two once it has forgotten the others.
  await page.goto(`/jobs/${number}/program`);
  const begin = page.getByRole('button', { name: /Begin the run/ });
  await expect(page.getByText(/After its erase this car wants 2 keys learned/)).toBeVisible();
  await expect(begin).toBeDisabled();
  await expectAccessible(page);
  // A second one is hung on the ring, and it begins.
  await page.getByRole('button', { name: 'New key', exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('dialog').locator('[data-main]').waitFor();
  await page.keyboard.press('Alt+Enter');
  await expect(page.getByRole('group', { name: 'Shall be learned' }).getByRole('checkbox')).toHaveCount(2);
  await expect(begin).toBeEnabled();
  await page.keyboard.press('Alt+Enter');
  await expect(card(page)).toBeVisible();
});
