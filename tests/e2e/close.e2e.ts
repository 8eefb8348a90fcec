import { expect, expectAccessible, hangTag, passcodes, signIn, steady, takeCandidate, test } from './support';

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

test('a job on a phone: turned to the customer, paid, closed with a receipt, opened again, and its comeback', async ({
  browser,
}) => {
  const context = await browser.newContext(phone);
  const page = steady(await context.newPage());
  await signIn(page);
  const number = await hangTag(page, 'merrowdale 2018 push start spare one key works quarry end 555 0188');
  await page.goto(`/jobs/${number}/identify`);
  await takeCandidate(page, 'Likeliest by the mark');

  // The main action stands within the thumb's reach above the stations, and is the button's own press.
  await page.goto(`/jobs/${number}/quote`);
  const stations = page.getByRole('navigation', { name: 'Stations' });
  const bar = await stations.boundingBox();
  expect((bar?.y ?? 0) + (bar?.height ?? 0)).toBeCloseTo(844, 0);
  await page.getByRole('radio', { name: /new original/ }).check();
  await page.locator('button[tabindex="-1"]').filter({ hasText: 'Offer this one' }).click();
  await expect(page.getByText(/^Q-\d+$/).first()).toBeVisible();

  // Turned to the customer, at every station and through a reload, until the passcode.
  await expect(page.getByText(/Earns/).filter({ visible: true }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Turn it to the customer' }).click();
  const hidden = [
    page.getByText(/Earns/),
    page.getByLabel('Another firm says, with tax'),
    page.getByText(/^floor/),
  ];
  for (const own of hidden) await expect(own.filter({ visible: true })).toHaveCount(0);
  await expect(page.getByRole('radio', { name: /new original/ })).toBeVisible();
  await expectAccessible(page);
  await page.reload();
  for (const own of hidden) await expect(own.filter({ visible: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Turn it back' }).click();
  await page.getByLabel('Your passcode').fill('a guess');
  await page.getByRole('button', { name: 'Turn it back' }).click();
  await expect(page.getByText(/does not fit/)).toBeVisible();
  await page.getByLabel('Your passcode').fill(passcodes['Sunniva Aasgren'] ?? '');
  await page.getByRole('button', { name: 'Turn it back' }).click();
  await expect(page.getByText(/Earns/).filter({ visible: true }).first()).toBeVisible();
  // Leaving the job ends it too.
  await page.getByRole('button', { name: 'Turn it to the customer' }).click();
  await stations.getByRole('link', { name: /^Route/ }).click();
  await page.waitForURL('**/route');
  await expect(page.getByRole('region', { name: 'Turned to the customer' })).toBeVisible();
  await page
    .getByRole('link', { name: /^(Jobs|News)/ })
    .first()
    .click();
  await page.waitForURL(/\/(jobs|news)$/);
  await page.goto(`/jobs/${number}/quote`);
  await expect(page.getByText(/Earns/).filter({ visible: true }).first()).toBeVisible();

  // Accepted on the phone; a deposit is taken at once and set off at the close.
  await page.getByRole('button', { name: 'Note it' }).click();
  const payment = page
    .getByRole('region', { name: 'Payment' })
    .or(page.locator('section').filter({ has: page.getByRole('heading', { name: 'Payment' }) }));
  await payment.getByLabel(/^Amount taken/).fill('50');
  await payment.getByRole('button', { name: 'Take it' }).click();
  await expect(payment.getByText(/^Card, /)).toBeVisible();
  await page.goto(`/jobs/${number}/close`);
  const due = await payment.getByLabel(/^Amount taken/).inputValue();
  expect(Number(due)).toBeGreaterThan(0);
  await payment.getByLabel(/^Amount taken/).fill('100000');
  await payment.getByRole('button', { name: 'Take it' }).click();
  await expect(payment.getByText(/^Only .* is due\.$/)).toBeVisible();
  await payment.getByLabel(/^Amount taken/).fill(due);
  await payment.getByLabel('How').selectOption('Cash');
  await payment.getByRole('button', { name: 'Take it' }).click();
  await expect(payment.getByText(/^Cash, /)).toBeVisible();
  await payment.getByRole('button', { name: /Make the receipt/ }).click();
  const receipt = payment.getByRole('link', { name: /^R-\d+/ });
  await expect(receipt).toBeVisible();
  const paper = await page.request.get((await receipt.getAttribute('href')) ?? '');
  expect(paper.headers()['content-type']).toBe('application/pdf');
  await expectAccessible(page);

  // What was tried is nothing: the close begins with that, and wants a reason.
  await expect(page.getByLabel('Outcome')).toHaveValue('notDone');
  await page.getByLabel('Outcome').selectOption('Went to another firm');
  await page.getByLabel(/^Why, where the work/).fill('His brother had a key');
  await page
    .getByRole('button', { name: /^Close the job/ })
    .last()
    .click();
  await expect(page.getByRole('heading', { name: 'Went to another firm' })).toBeVisible();
  await page.getByLabel('Why it is opened again').fill('He called back');
  await page.getByRole('button', { name: 'Open it again' }).click();
  await expect(page.getByText(/opened again .* by Sunniva Aasgren: He called back/)).toBeVisible();
  await page.getByLabel(/^Why, where the work/).fill('His brother had a key after all');
  await page
    .getByRole('button', { name: /^Close the job/ })
    .last()
    .click();
  await expect(page.getByLabel('Why it is opened again')).toBeVisible();

  await page.getByRole('button', { name: 'Open its comeback' }).click();
  await page.waitForURL(/\/jobs\/\d+\/call$/);
  expect(page.url()).not.toContain(`/${number}/`);
  await expect(page.getByRole('heading', { name: /Halvorn Merrowdale, 2018/ })).toBeVisible();
  await page.goto(`${page.url().replace(/call$/, 'close')}`);
  await expect(page.getByText(`This is the comeback of K-${number}.`)).toBeVisible();
  await context.close();
});
