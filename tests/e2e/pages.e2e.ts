import { expect, expectAccessible, hangTag, line, signIn, test } from './support';

test('axe finds nothing on sign-in and its errors', async ({ page }) => {
  await page.goto('/sign-in');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('Type your passcode.')).toBeVisible();
  await expectAccessible(page);
});

/** Pages that are looked at one after another by one person. */
const pages: readonly { readonly who: string; readonly paths: readonly string[] }[] = [
  {
    who: 'Sunniva Aasgren',
    paths: [
      '/jobs',
      '/jobs?q=nothing-like-this',
      '/van',
      '/settings',
      '/jobs/999999/call',
      '/no-such-place',
      '/benches',
      '/benches/identify',
      '/benches/route',
      '/benches/blade',
      '/benches/blade?keyway=Whinchat%206',
      '/benches/blade?keyway=nothing-like-this',
      '/benches/pellet',
      '/benches/car',
      '/benches/key-count',
      '/settings/sessions',
      '/settings/role',
      '/settings/tools',
      '/settings/tokens',
      '/settings/suppliers',
      '/library',
      '/library/applications?q=merrowdale',
      '/library/chips?q=nothing-like-this',
      '/library/chips/row?id=CHL80-Rowan',
      '/library/chips/compare?id=CHL80-Rowan&id=CHL80-Whitebeam',
      '/library/remotes/new',
      '/library/behaviours/row?id=Heddle%203',
      '/library/procedures/row?id=PIN%20to%20the%20tool',
      '/library/conflicts',
      '/library/gaps',
      '/library/import',
    ],
  },
  {
    who: 'Imre Pellimoor',
    paths: [
      '/settings/people',
      '/settings/audit',
      '/settings/shop',
      '/settings/vans',
      '/settings/first-hour',
      '/settings/firm',
      '/settings/dealers',
      '/settings/backups',
      '/settings/health',
      '/settings/prices',
    ],
  },
];

for (const { who, paths } of pages)
  for (let at = 0; at < paths.length; at += 6) {
    const some = paths.slice(at, at + 6);
    test(`axe finds nothing for ${who} on ${some.join(', ')}`, async ({ page }) => {
      await signIn(page, who);
      for (const path of some)
        await test.step(path, async () => {
          await page.goto(path);
          await expectAccessible(page);
        });
    });
  }

test('axe finds nothing on the rows of a code series', async ({ page }) => {
  await signIn(page, 'Imre Pellimoor');
  await page.goto('/library/code-series');
  await page.getByRole('link', { name: /Serin T/ }).click();
  await expect(page.getByRole('link', { name: 'Take the rows as CSV' })).toBeVisible();
  await expectAccessible(page);
});

test('axe finds nothing on a new call and its errors', async ({ page }) => {
  await signIn(page);
  await page.goto('/jobs/new');
  await expectAccessible(page);
  await line(page).fill('halvorn merrowdale 2055 zorbex code 4512');
  await expect(page.getByText('2055 is no year of a car here')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /ask: where/ }).click();
  await expectAccessible(page);
});

test('axe finds nothing on the stations, dialogs and error states of a job', async ({ page }) => {
  await signIn(page);
  const number = await hangTag(page, 'merrowdale 2019 push start lost both quarry end');
  for (const station of ['call', 'identify', 'route', 'quote', 'prepare', 'on-site', 'blade', 'close']) {
    await page.goto(`/jobs/${number}/${station}`);
    await expectAccessible(page);
  }
  await page.getByLabel('Outcome').selectOption('Done');
  await page.getByRole('button', { name: 'Close the job' }).click();
  await expect(page.getByText('Choose the route that was taken.')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /1 Owner's/ }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await page.locator('body').press('?');
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toBeVisible();
  await expectAccessible(page);
});

test('axe finds nothing on the VIN bench with a wrong VIN, and on the Identify bench with a contradiction', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/benches/vin');
  await expectAccessible(page);
  await page.getByLabel('VIN', { exact: true }).fill('0hv md4 2k4 kho 12734');
  await expect(page.getByText(/Place 12: O is not a character of a VIN/)).toBeVisible();
  await expectAccessible(page);
  await page.goto('/benches/identify');
  await page.getByLabel('The car in one line').fill('merrowdale 2008 turn');
  await page.getByLabel('What is seen').selectOption('two dots at the foot of the blade');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText('What was told and seen does not fit together.')).toBeVisible();
  await expectAccessible(page);
  for (const tab of ['Equivalents', 'Universal remotes', 'Sisters']) {
    const found = page.getByRole('tab', { name: new RegExp(tab) });
    if (await found.isVisible()) {
      await found.click();
      await expectAccessible(page);
    }
  }
});

test('the call works on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page);
  await page.goto('/jobs/new');
  await line(page).fill('dapplemere 2016 spare tansy cross one key works');
  await expect(page.getByRole('region', { name: 'First price' })).toBeVisible();
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBe(0);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
});

test('touch targets are at least 44 px high', async ({ page }) => {
  await signIn(page);
  const number = await hangTag(page, 'merrowdale 2019 push start lost both quarry end');
  // A job of which nothing but a name is known has one line in the list.
  await page.goto('/jobs/new');
  await line(page).fill('Zorbex Quintal');
  await page.getByText('Not understood: Zorbex, Quintal').waitFor();
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
  for (const path of [
    '/jobs',
    '/jobs/new',
    '/settings',
    '/library',
    '/library/blanks',
    '/benches/vin',
    '/benches/identify',
    `/jobs/${number}/identify`,
    `/jobs/${number}/route`,
    `/jobs/${number}/quote`,
    `/jobs/${number}/prepare`,
    `/jobs/${number}/on-site`,
    `/jobs/${number}/blade`,
    '/benches/blade',
    `/jobs/${number}/close`,
    '/benches/route',
    '/benches/key-count',
    '/settings/tools',
    '/settings/sessions',
    '/settings/role',
    '/settings/tokens',
    '/settings/suppliers',
  ]) {
    await page.goto(path);
    if (path === '/benches/identify') {
      await page.getByLabel('The car in one line').fill('merrowdale 2019');
      await page.getByLabel('What is seen').waitFor();
    }
    const small = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('button, a, select, input, textarea, summary')]
        .filter(
          (element) =>
            element.offsetParent !== null &&
            !element.closest('.sr-only') &&
            !element.className.includes('sr-only'),
        )
        .map((element) =>
          element.matches('[type=radio], [type=checkbox]') ? (element.closest('label') ?? element) : element,
        )
        .filter((element) => element.getBoundingClientRect().height < 43.5)
        .map(
          (element) =>
            `${element.tagName} ${element.textContent?.slice(0, 30)} ${element.getBoundingClientRect().height}`,
        ),
    );
    expect(small, path).toEqual([]);
  }
});

test('a quote prints on one page with every sign in a shipped face', async ({ page }) => {
  await signIn(page);
  const number = await hangTag(page, 'dapplemere 2016 turn key spare tansy cross one key works');
  await page.goto(`/jobs/${number}/quote`);
  await page.getByRole('button', { name: 'Offer this one' }).click();
  await page.getByRole('link', { name: 'Print' }).click();
  await page.waitForURL('**/quote/*');
  await expect(page.getByRole('heading', { name: /^Q-\d+$/ })).toBeVisible();
  await expectAccessible(page);
  const pdf = (await page.pdf({ format: 'Letter' })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
});

test('every sign the product uses comes from a face it ships', async ({ page }) => {
  await page.goto('/sign-in');
  await page.evaluate(() => {
    const probe = document.createElement('p');
    probe.id = 'probe';
    probe.textContent = 'Ω → ← ≤ ≥ ≠ ± × · – — … “ ” ‘ ’ ✓ ½ ° € 0O1lI5S8B';
    document.body.append(probe);
  });
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(500);
  const session = await page.context().newCDPSession(page);
  await session.send('DOM.enable');
  await session.send('CSS.enable');
  const { root } = await session.send('DOM.getDocument');
  const { nodeId } = await session.send('DOM.querySelector', { nodeId: root.nodeId, selector: '#probe' });
  const { fonts } = await session.send('CSS.getPlatformFontsForNode', { nodeId });
  expect(fonts.length).toBeGreaterThan(1);
  expect(fonts.filter(({ isCustomFont }) => !isCustomFont)).toEqual([]);
});
