import { expect, expectAccessible, line, passcodes, signIn, steady, tabTo, test } from './support';

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

test('a call that is cut by a reload, a lock and a lost connection comes to an open job, by keyboard alone', async ({
  browser,
}) => {
  const context = await browser.newContext(phone);
  const page = steady(await context.newPage());
  const { keyboard } = page;
  const key = async (name: string) => {
    await keyboard.press('Escape');
    await keyboard.press(name);
  };
  await signIn(page);
  await key('n');
  await page.waitForURL('**/jobs/new');
  await expect(line(page)).toBeFocused();
  await keyboard.type('merrowdale 2018 push start spare one key works');
  await expect(page.getByRole('button', { name: /model Merrowdale/ })).toBeVisible();

  // A reload: the words are there again, and go on.
  await page.reload();
  await expect(line(page)).toHaveValue('merrowdale 2018 push start spare one key works');
  await tabTo(page, /The caller's words/);
  await keyboard.press('End');
  await keyboard.type(' quarry end');
  await tabTo(page, /^Name$/);
  await keyboard.type('Odile Varga');

  // Another place and back; nobody is asked, since nothing is lost.
  await tabTo(page, /^Jobs$/);
  await keyboard.press('Enter');
  await page.waitForURL('**/jobs');
  await expect(page.getByText(/A call was not finished/)).toBeVisible();
  await expectAccessible(page);
  await tabTo(page, /^Take it up again/);
  await keyboard.press('Enter');
  await page.waitForURL('**/jobs/new');
  await expect(line(page)).toHaveValue('merrowdale 2018 push start spare one key works quarry end');
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Odile Varga');

  // The lock, which shows nothing of it.
  await page.setViewportSize({ width: 844, height: 390 });
  await tabTo(page, /^Lock$/);
  await keyboard.press('Enter');
  await page.waitForURL('**/locked*');
  await page.setViewportSize(phone.viewport);
  await expect(page.getByText(/merrowdale|Odile/i)).toHaveCount(0);
  await expect(page.getByLabel('Your passcode')).toBeFocused();
  await keyboard.type(passcodes['Sunniva Aasgren'] ?? '');
  await keyboard.press('Enter');
  await page.waitForURL('**/jobs/new');
  await expect(line(page)).toHaveValue('merrowdale 2018 push start spare one key works quarry end');
  await expect(page.getByText(/^“From/)).toBeVisible();

  // No connection: the price is marked as that of older words, the press waits, and the job opens by itself.
  await context.setOffline(true);
  await tabTo(page, /The caller's words/);
  await keyboard.press('Control+a');
  // Dictated, so that one line takes the other's place at once.
  await keyboard.insertText('pelmore 2012 turn key spare one key works quarry end');
  await expect(page.getByText('No connection: of the words before').first()).toBeVisible();
  await keyboard.press('Alt+Enter');
  await expect(page.getByText(/its job opens by itself once there is one/)).toBeVisible();
  await expectAccessible(page);
  await context.setOffline(false);
  await page.waitForURL('**/identify');
  await expect(page.getByRole('heading', { name: /Pelmore/ })).toBeVisible();
  const opened = page.url();

  // The call is ended with it.
  await key('n');
  await page.waitForURL('**/jobs/new');
  await expect(line(page)).toHaveValue('');
  await expect(page.getByText(/A call was not finished/)).toBeHidden();
  await page.goto('/jobs?q=odile');
  await expect(page.getByRole('link', { name: new RegExp(`K-${opened.split('/').at(-2)}`) })).toHaveCount(1);
  await context.close();
});

test('what was typed is offered again, without names after an hour, and removed', async ({ browser }) => {
  const context = await browser.newContext(phone);
  const page = steady(await context.newPage());
  await signIn(page);
  await page.clock.install();
  await page.goto('/jobs/new');
  await line(page).fill('merrowdale 2018 lost both, 555 0142');
  await page.getByLabel('Name', { exact: true }).fill('Odile Varga');
  await expect(page.getByRole('button', { name: /model Merrowdale/ })).toBeVisible();
  // A battery that died: the tab is gone, the device is not.
  await page.close();
  const next = steady(await context.newPage());
  await next.goto('/jobs/new');
  await expect(next.getByText(/A call was not finished: .*lost both.*Odile Varga/)).toBeVisible();
  await expectAccessible(next);
  await next.close();

  const later = steady(await context.newPage());
  await later.clock.install({ time: Date.now() + 61 * 60_000 });
  await later.goto('/jobs/new');
  await expect(later.getByText('A call was not finished: Halvorn Merrowdale 2018')).toBeVisible();
  await expect(later.getByText(/Odile|0142/)).toHaveCount(0);
  await later.getByRole('button', { name: 'Take it up again' }).click();
  await expect(later.getByRole('button', { name: /model, by hand Merrowdale/ })).toBeVisible();
  await expect(line(later)).toHaveValue('');
  await later.getByRole('button', { name: /Start again/ }).click();
  await later.reload();
  await expect(later.getByText(/A call was not finished/)).toBeHidden();
  await context.close();
});

test('a caller who was here before is offered with the car, and a job is found by what is known of it', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/jobs/new');
  await line(page).fill('merrowdale 2018 push start spare one key works 555 014 9921');
  await page.getByLabel('Name', { exact: true }).fill('Perpetua Quoyle');
  await expect(page.getByText(/^“From/)).toBeVisible();
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
  const number = page.url().split('/').at(-2);

  await page.goto('/jobs/new');
  await line(page).fill('lost both, 5550149921');
  const known = page.getByRole('region', { name: 'Known here' });
  await expect(known).toContainText('Perpetua Quoyle, Halvorn Merrowdale, 2018');
  await expect(known).toContainText('spare wanted');
  await expectAccessible(page);
  await known.getByRole('button', { name: /^Take Halvorn Merrowdale/ }).click();
  await expect(page.getByRole('button', { name: /model, by hand Merrowdale/ })).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Perpetua Quoyle');
  await expect(page.getByText(/^“From/)).toBeVisible();
  await page.getByRole('button', { name: /Start again/ }).click();

  // The list: by what must happen next, chosen by the address, found by a part of the number and a slip in the name.
  await page.goto('/jobs');
  await expect(page.getByRole('region', { name: 'To be quoted' })).toContainText(`K-${number}`);
  await page.getByRole('link', { name: /^To be quoted/ }).click();
  await page.waitForURL('**/jobs?step=quote');
  await expect(page.getByRole('region', { name: 'Today' })).toBeHidden();
  await expectAccessible(page);
  for (const [words, said] of [
    ['0149921', ''],
    ['merowdalle quoyle', 'Read as Merrowdale'],
  ] as const) {
    await page.goto('/jobs');
    await page.getByLabel('Number, name, phone, plate, car, VIN or article').fill(words);
    await page.getByRole('button', { name: 'Find' }).click();
    await expect(page.getByRole('link', { name: new RegExp(`K-${number}`) })).toBeVisible();
    if (said) await expect(page.getByText(said)).toBeVisible();
  }
  const csv = await page.request.get('/api/job-list?q=quoyle');
  expect(csv.headers()['content-disposition']).toContain('jobs.csv');
  expect(await csv.text()).toContain(`K-${number}`);
});
