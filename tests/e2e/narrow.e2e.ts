import type { Browser, Page } from '@playwright/test';
import { card, goesTo, takesRun } from './run-steps';
import { atTheCar, expect, expectAccessible, hangTag, signIn, steady, takeCandidate, test } from './support';

// Phones of 390 and 320 px: with everything folded out and wide letters nothing is cut, and axe finds nothing.

async function onPhone(browser: Browser, width: number, name?: string): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width, height: width === 320 ? 640 : 844 },
    hasTouch: true,
    isMobile: true,
  });
  const page = steady(await context.newPage());
  await signIn(page, name);
  return page;
}

/** The page as it stands, with everything folded out: axe, and its width with letters, words and lines set wide. */
async function expectFits(page: Page, what: string): Promise<void> {
  await page.evaluate(() => {
    for (const part of document.querySelectorAll('details')) part.open = true;
  });
  await expectAccessible(page);
  // Not against its own width: a phone that has to show more zooms out.
  const most = page.viewportSize()?.width ?? 0;
  const over = await page.evaluate((most) => {
    document.body.style.cssText += '; line-height: 1.5; letter-spacing: 0.12em; word-spacing: 0.16em';
    // A sheet over the page scrolls by itself.
    const sheet = document.querySelector('[role=dialog]');
    return [document.documentElement.scrollWidth - most, sheet ? sheet.scrollWidth - sheet.clientWidth : 0];
  }, most);
  expect.soft(over, what).toEqual([0, 0]);
  await page.evaluate(() => {
    for (const name of ['line-height', 'letter-spacing', 'word-spacing'])
      document.body.style.removeProperty(name);
  });
}

const stations = [
  'call',
  'identify',
  'route',
  'quote',
  'prepare',
  'on-site',
  'blade',
  'program',
  'prove',
  'close',
];
const line = 'merrowdale 2018 push start lost both quarry end';

test('the stations of a job at 320 px', async ({ browser }) => {
  test.setTimeout(400_000);
  const page = await onPhone(browser, 320);
  const number = await hangTag(page, line);
  await page.goto(`/jobs/${number}/identify`);
  await takeCandidate(page, 'Likeliest by the mark');
  for (const name of stations) {
    await page.goto(`/jobs/${number}/${name}`);
    await expectFits(page, name);
  }
  await page.context().close();
});

test('the papers of a job, prices and other places at 320 px', async ({ browser }) => {
  test.setTimeout(400_000);
  const page = await onPhone(browser, 320, 'Imre Pellimoor');
  const number = await hangTag(page, line);
  await page.goto(`/jobs/${number}/identify`);
  await takeCandidate(page, 'Likeliest by the mark');
  await page.goto(`/jobs/${number}/quote`);
  await page.getByRole('button', { name: 'Offer this one' }).first().click();
  const paper = page.getByRole('link', { name: 'Print' });
  await expect(paper).toBeVisible();
  await page.goto((await paper.getAttribute('href')) ?? '');
  await expectFits(page, 'the quote on paper');
  await page.goto(`/jobs/${number}/close/handover`);
  await expectFits(page, 'the handover note');
  for (const path of [
    '/settings/prices',
    '/settings/first-hour',
    '/library/import',
    '/benches/car',
    '/news',
    '/jobs',
    '/van',
  ]) {
    await page.goto(path);
    await expectFits(page, path);
  }
  await page.context().close();
});

for (const width of [390, 320])
  test(`the sheets of the ring, a run, a refusal and a closed job at ${width} px`, async ({ browser }) => {
    test.setTimeout(400_000);
    const page = await onPhone(browser, width);
    const number = await takesRun(page, line);
    const met = new Set<string>();
    await goesTo(page, /^\s*wait · /, async () => {
      const kind = (await card(page).locator('[data-said] p').first().textContent())?.split(' · ')[0] ?? '';
      if (met.has(kind)) return;
      met.add(kind);
      await expectFits(page, `a run, ${kind}`);
    });
    await expectFits(page, 'a run at its wait');
    await page.goto(`/jobs/${number}/route`);
    const ring = page.getByRole('complementary', { name: 'Ring' });
    await ring.getByRole('button', { name: 'Add a key' }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectFits(page, 'a key to add');
    await page.keyboard.press('Escape');
    await ring.getByRole('button').first().click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectFits(page, 'a key of the ring');
    await page.keyboard.press('Escape');

    const refused = await atTheCar(page, line);
    await page.goto(`/jobs/${refused}/on-site`);
    await page.locator('summary', { hasText: 'No authority' }).click();
    await page.getByRole('button', { name: 'Refuse the job' }).click();
    await expectFits(page, 'a refusal without a reason');
    await page.getByLabel('Why it is refused').fill('The papers are those of another car');
    await page.getByRole('button', { name: 'Refuse the job' }).click();
    await expect(page.getByRole('button', { name: 'Refuse the job' })).toHaveCount(0);
    for (const name of ['on-site', 'close']) {
      await page.goto(`/jobs/${refused}/${name}`);
      await expectFits(page, `${name} of a job that is refused`);
    }
    await page.context().close();
  });
