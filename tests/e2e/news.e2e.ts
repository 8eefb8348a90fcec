import type { Browser, Page } from '@playwright/test';
import { expect, expectAccessible, hangTag, passcodes, signIn, steady, takeCandidate, test } from './support';

// The browser of the other tests has no windows, and shows no notification.
test.use({
  launchOptions: [
    async ({ launchOptions }, use) => use({ ...launchOptions, executablePath: process.env.CHROMIUM_WHOLE }),
    { scope: 'worker' },
  ],
});

/** A job whose newest quote has a link, and where the link leads. */
async function linkedJob(page: Page): Promise<{ readonly number: string; readonly address: string }> {
  const number = await hangTag(page, 'merrowdale 2018 push start spare one key quarry end');
  await takeCandidate(page, 'Likeliest by the mark');
  await page.goto(`/jobs/${number}/quote`);
  await page.getByRole('radio', { name: /new original/ }).check();
  await page.getByRole('button', { name: /Offer this one/ }).click();
  await page.getByRole('button', { name: /Make a link/ }).click();
  await expect(page.getByText('Send this, it is shown only now:')).toBeVisible();
  const address = (await page.locator('code').first().textContent()) ?? '';
  return { number, address };
}

/** A customer's phone on which no script runs. */
async function plainPhone(browser: Browser): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    javaScriptEnabled: false,
  });
  return context.newPage();
}

test('two people and a customer on one job: each is told, one answers, and the customer reads it', async ({
  page,
  browser,
}) => {
  await page.context().grantPermissions(['notifications']);
  await signIn(page);
  const { number, address } = await linkedJob(page);
  const others = await browser.newContext();
  const imre = steady(await others.newPage());
  await signIn(imre, 'Imre Pellimoor');
  const newOf = (one: Page) => one.getByRole('link', { name: /^News \d+ new$/ });
  await page.goto('/jobs');
  const before = Number(
    /\d+/.exec(
      (await newOf(imre)
        .textContent()
        .catch(() => '0')) ?? '0',
    )?.[0] ?? 0,
  );

  // Without a script: read, accepted and written on, from little.
  const phone = await plainPhone(browser);
  await phone.goto(address);
  await expect(phone.getByRole('heading', { name: /^From / })).toBeVisible();
  await phone.getByRole('button', { name: 'Open it' }).click();
  await phone.waitForURL('**/offer');
  await expect(phone.getByText('The keys that you have go on working as they do now.')).toBeVisible();
  const loaded = await Promise.all(
    ['/offer', (await phone.locator('link[rel=stylesheet]').first().getAttribute('href')) ?? ''].map(
      async (path) => (await phone.request.get(path)).body(),
    ),
  );
  expect(loaded.reduce((sum, body) => sum + body.length, 0)).toBeLessThan(100_000);

  // Another page is in front of the shop's while it happens.
  await page.evaluate(() => Object.defineProperty(document, 'hidden', { get: () => true }));
  await phone.getByLabel('When would suit you?').fill('Thursday at four');
  await phone.getByRole('button', { name: /Accept this one/ }).click();
  await expect(phone.getByText(/You accepted: Shop, new original/)).toBeVisible();
  await expect(phone.getByText('The shop agrees a time with you.')).toBeVisible();
  await expect(newOf(page)).toBeVisible();
  await expect(page).toHaveTitle(/^\(\d+\) (.* · )?Jobs/);
  const notified = () =>
    page.evaluate(async () =>
      (await (await navigator.serviceWorker.ready).getNotifications()).map(({ body }) => body),
    );
  await expect.poll(notified).toContain(`Accepted: K-${number}`);
  await phone.getByLabel('Write to the shop').fill('Is the dog a problem?');
  await phone.getByRole('button', { name: 'Send' }).click();
  await expect(phone.getByText('Is the dog a problem?')).toBeVisible();

  // The first one reads both, and answers from there.
  await newOf(page).click();
  await page.waitForURL('**/news');
  const told = page.getByRole('listitem').filter({ hasText: `K-${number}` });
  await expect(told).toHaveCount(2);
  await expect(told.filter({ hasText: 'Wished for: Thursday at four.' })).toContainText(
    'Agree a time, and reserve it.',
  );
  await expectAccessible(page);
  const written = told.filter({ hasText: 'Is the dog a problem?' });
  await written.getByLabel(/^Answer on Q-\d+/).fill('Not at all, we like dogs.');
  await written.getByRole('button', { name: 'Send' }).click();
  await expect(written.getByRole('button', { name: 'Send' })).toHaveCount(0);
  await phone.reload();
  await expect(phone.getByText('Not at all, we like dogs.')).toBeVisible();
  // What was answered is new to nobody any more; the acceptance still is to whoever has not read it.
  await expect
    .poll(async () => Number(/\d+/.exec((await newOf(imre).textContent()) ?? '')?.[0]))
    .toBe(before + 1);
  await told.getByRole('button', { name: /^Mark as read: Accepted/ }).click();
  await expect(told.getByRole('button')).toHaveCount(0);
  await imre.goto('/news');
  await expect(
    imre
      .getByRole('listitem')
      .filter({ hasText: `K-${number}` })
      .first(),
  ).toContainText('Agree a time');

  // A locked screen says that there is news, and not what.
  await imre.getByRole('button', { name: 'Lock', exact: true }).click();
  await imre.waitForURL('**/locked*');
  await expect(imre.getByText(/new at the shop\.$/)).toBeVisible();
  await expect(imre.getByText(/Thursday|dog|K-\d/)).toHaveCount(0);
  await expectAccessible(imre);
  await imre.getByLabel('Your passcode').fill(passcodes['Imre Pellimoor'] ?? '');
  await imre.getByRole('button', { name: 'Unlock' }).click();
  await imre.waitForURL('**/news');
  // The station at which it stands is where it is read.
  await imre.goto(`/jobs/${number}/quote`);
  await expect(imre.getByText(/accepted: Shop, new original/)).toBeVisible();
  await imre.goto('/news');
  await expect(
    imre.getByRole('region', { name: 'Read or seen to' }).getByText(`K-${number}`).first(),
  ).toBeVisible();
  await others.close();
  await phone.context().close();
});

test('the customer’s page in large type, on a narrow screen and by keyboard', async ({ page, browser }) => {
  await signIn(page);
  const { number, address } = await linkedJob(page);
  const context = await browser.newContext({ viewport: { width: 320, height: 640 } });
  const theirs = steady(await context.newPage());
  await theirs.goto(address);
  await theirs.keyboard.press('Tab');
  await theirs.keyboard.press('Enter');
  await theirs.waitForURL('**/offer');
  await theirs
    .addStyleTag({
      content: ':root { font-size: 200%; line-height: 1.5; letter-spacing: 0.12em; word-spacing: 0.16em }',
    })
    .catch(() => {});
  await theirs.evaluate(() => {
    document.documentElement.style.fontSize = '200%';
    document.body.style.letterSpacing = '0.12em';
    document.body.style.wordSpacing = '0.16em';
    document.body.style.lineHeight = '1.5';
  });
  expect(await theirs.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
  await expectAccessible(theirs);

  // The second option by arrow, then the press, without a pointer.
  await theirs.getByRole('radio').first().focus();
  await theirs.keyboard.press('ArrowDown');
  const second = theirs.getByRole('radio').nth(1);
  await expect(second).toBeChecked();
  await theirs.getByLabel('When would suit you?').focus();
  await theirs.keyboard.type('before noon');
  await theirs.keyboard.press('Enter');
  // Which option stands second hangs on what the van has left.
  await expect(theirs.getByText(/^You accepted: /)).toBeVisible();
  await expect(second).toBeChecked();

  // A time that is agreed stands there, and another can be asked for.
  await page.goto(`/jobs/${number}/quote`);
  const form = page.locator('form').filter({ has: page.getByRole('button', { name: /Reserve/ }) });
  const from = await form.getByLabel('From').inputValue();
  await form.getByRole('button', { name: /Reserve/ }).click();
  await expect(page.getByRole('button', { name: 'Give it back' })).toBeVisible();
  await theirs.reload();
  await expect(theirs.getByText(new RegExp(`${from} to \\d\\d:\\d\\d`))).toBeVisible();
  await theirs.getByText('Ask for another time').click();
  await theirs.getByLabel('Which time suits you better?').fill('After four');
  await theirs.getByRole('button', { name: 'Send' }).first().click();
  await expect(theirs.getByText(/stands as it is until the shop has changed it/)).toBeVisible();
  await expect(page.getByText('“After four”')).toBeVisible();
  await context.close();
});
