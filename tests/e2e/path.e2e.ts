import { expect, hangTag, passcodes, signIn, tabTo, takeCandidate, test } from './support';

test('from a caller’s sentence to a closed job, by keyboard alone', async ({ page }) => {
  test.setTimeout(400_000);
  const { keyboard } = page;
  const station = (name: string) => page.waitForURL(`**/${name}`);
  const shortcut = async (key: string) => {
    await keyboard.press('Escape');
    await keyboard.press(key);
  };

  // Sign in.
  await page.goto('/sign-in');
  await tabTo(page, /Imre Pellimoor/);
  // Held until it took effect: a radio group chooses only while the arrow is down.
  await keyboard.down('ArrowDown');
  await expect(page.getByRole('radio', { name: /Sunniva Aasgren/ })).toBeChecked();
  await keyboard.up('ArrowDown');
  await tabTo(page, /Passcode/);
  await keyboard.type(passcodes['Sunniva Aasgren'] ?? '');
  await keyboard.press('Enter');
  await station('jobs');

  // Call: one line, a chip corrected, name and phone, and the tag is hung.
  await page.getByRole('heading', { name: 'Jobs' }).waitFor();
  await keyboard.press('n');
  await station('new');
  await keyboard.type('halvron merowdale 2018 push start lost both Quarry End before six');
  await expect(page.getByRole('button', { name: /model, read as Merrowdale/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'What it takes' })).toContainText('CHL80-Rowan');
  await expect(page.getByText('Say on the phone')).toBeVisible();
  await expect(page.getByText(/“From \$/)).toBeVisible();
  await tabTo(page, /ask: open or locked/);
  await keyboard.press('Enter');
  await expect(page.getByRole('dialog').locator(':focus')).toBeVisible();
  await keyboard.press('ArrowLeft');
  await expect(page.getByRole('dialog').getByRole('radio', { name: 'locked' })).toBeFocused();
  await keyboard.press('Enter');
  await keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /car is, by hand locked/ })).toBeVisible();
  await tabTo(page, /^Name$/);
  await keyboard.type('Odile Varga');
  await tabTo(page, /^Phone$/);
  await keyboard.type('555-0142');
  await keyboard.press('Alt+Enter');

  // Identify: two candidates side by side, one taken with a reason.
  await station('identify');
  const number = page.url().split('/').at(-2) ?? '';
  await expect(page.getByRole('region', { name: 'Candidates' })).toContainText('AES128-Elm');
  await tabTo(page, /Why this one/);
  await keyboard.type('A notch at the foot of the blade');
  await keyboard.press('Alt+Enter');
  await expect(page.getByText('Chosen').first()).toBeVisible();

  // Ring: the car says two keys.
  await tabTo(page, /The car knows, before the work/);
  await keyboard.type('2');
  await keyboard.press('Enter');
  await expect(page.getByText('2 known to the car')).toBeVisible();

  // Route: adding, with every lost key still live.
  await shortcut('3');
  await station('route');
  await expect(page.getByRole('heading', { name: 'Advised: AKL, adding' })).toBeVisible();
  await keyboard.press('Alt+Enter');
  await expect(page.getByText('taken', { exact: true })).toBeVisible();
  await expect(page.getByText('lost, still live').first()).toBeVisible();

  // Quote: one offered and frozen.
  await shortcut('4');
  await station('quote');
  await tabTo(page, /Shop, new original|Shop, aftermarket|Customer buys online/);
  await keyboard.press('ArrowUp', { delay: 300 });
  await keyboard.press('Alt+Enter');
  await expect(page.getByRole('heading', { name: 'Offered', exact: true })).toBeVisible();
  await expect(page.getByText(/valid until/)).toBeVisible();

  // Close: nothing without the right to the car, which is recorded at On site.
  await shortcut('0');
  await station('close');
  await expect(page.getByText('Record the right to the car first')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Record the attempt' })).toBeDisabled();
  await shortcut('6');
  await station('on-site');
  await tabTo(page, /Number of the document/);
  await keyboard.type('D-771-4221');
  await tabTo(page, /The person is the one on the document/);
  await keyboard.press('Space');
  await tabTo(page, /The VIN on the plate/);
  await keyboard.press('Space');
  await tabTo(page, /Signed on paper instead/);
  await keyboard.press('Space');
  await tabTo(page, /Record the right/);
  await keyboard.press('Enter');
  await expect(page.getByText(/driving licence …4221.*The person and the plate fit\./)).toBeVisible();
  await shortcut('0');
  await station('close');

  await tabTo(page, /Record the attempt/);
  await keyboard.press('Enter');
  await expect(page.getByText('learned: 3 New')).toBeVisible();
  await expect(page.getByText('learned now')).toBeVisible();

  await keyboard.press('Alt+Enter');
  await expect(page.getByText('Read the key count again')).toBeVisible();
  await tabTo(page, /The car knows, after the work/);
  await keyboard.type('4');
  await keyboard.press('Enter');
  const differs = page.getByText('The car knows 4, the plan was 3. Write why they differ.');
  await expect(differs).toHaveCount(1);
  await keyboard.press('Alt+Enter');
  await expect(differs).toHaveCount(2);
  await tabTo(page, /Why, where the work was not done/);
  await keyboard.type('The owner had one more key learned last year');
  await keyboard.press('Alt+Enter');
  await expect(page.getByRole('heading', { name: 'Done', exact: true })).toBeVisible();

  // What was changed, by whom.
  await page.getByText(/^\d+ changes$/).press('Enter');
  await expect(page.getByRole('listitem').filter({ hasText: 'right to the car' }).first()).toContainText(
    'name on the document',
  );

  // Found again by number, name and make.
  for (const words of [`K-${number}`, 'odile', 'merrowdale varga']) {
    await page.goto('/jobs');
    await page.getByRole('heading', { name: 'Jobs' }).waitFor();
    await page.locator('body').press('/');
    await keyboard.type(words);
    await keyboard.press('Enter');
    await page.waitForURL(/\?q=/);
    await expect(page.getByRole('link', { name: new RegExp(`K-${number}`) })).toBeVisible();
  }
});

test('five presses at most lead from an open job to an offered quote', async ({ page }) => {
  // Every press of a pointer or a key on a control, through each page.
  await page.addInitScript(() => {
    addEventListener(
      'click',
      ({ isTrusted }) => {
        if (isTrusted) sessionStorage.presses = Number(sessionStorage.presses ?? 0) + 1;
      },
      true,
    );
  });
  const begin = () => page.evaluate(() => sessionStorage.setItem('presses', '0'));
  const presses = () => page.evaluate(() => Number(sessionStorage.presses));
  const station = page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name: /Quote/ });
  const offered = page.getByText(/^Q-\d+$/).first();
  await signIn(page);
  await hangTag(page, 'merrowdale 2018 push start spare one key works quarry end');

  // What is advised, as soon as the job is open.
  await begin();
  await station.click();
  await page.waitForURL('**/quote');
  await page.getByRole('button', { name: 'Offer this one' }).click();
  await expect(offered).toBeVisible();
  expect(await presses()).toBe(2);

  // The car settled first, and another option than the advised one.
  await hangTag(page, 'merrowdale 2018 push start spare one key works quarry end');
  await begin();
  await takeCandidate(page, 'Likeliest by the mark');
  await station.click();
  await page.waitForURL('**/quote');
  const others = page.getByRole('radio', { name: /^(Shop|Customer)/, checked: false });
  await others.first().click();
  await page.getByRole('button', { name: 'Offer this one' }).click();
  await expect(offered).toBeVisible();
  expect(await presses()).toBeGreaterThan(2);
  expect(await presses()).toBeLessThanOrEqual(5);
});

test('the shortcuts are listed under ?', async ({ page }) => {
  await page.goto('/sign-in');
  await page.getByLabel('Passcode').fill(passcodes['Imre Pellimoor'] ?? '');
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'Jobs' }).waitFor();
  await page.locator('body').press('?');
  const dialog = page.getByRole('dialog', { name: 'Shortcuts' });
  await expect(dialog).toContainText('New call');
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  for (const [key, path] of [
    ['v', 'van'],
    ['w', 'news'],
    ['s', 'settings'],
    ['j', 'jobs'],
  ] as const) {
    await page.locator('body').press(key);
    await page.waitForURL(`**/${path}`);
  }
});
