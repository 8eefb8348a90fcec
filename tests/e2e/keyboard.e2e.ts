import type { Locator, Page } from '@playwright/test';
import { atTheCar, expect, hangTag, line, signIn, test } from './support';

/** What has the focus, by its label or its words; 'the body' where nothing has. */
function focused(page: Page): Promise<string> {
  return page.evaluate(() => {
    const element = document.activeElement as HTMLInputElement | null;
    if (!element || element === document.body) return 'the body';
    const own = element.getAttribute('aria-label') ?? element.labels?.[0]?.textContent ?? element.textContent;
    return (own ?? '').replace(/\s+/g, ' ').trim().slice(0, 60);
  });
}

/** Presses a control by keyboard while answers take a moment: what has the focus before, during and after. */
async function press(page: Page, control: Locator, key = 'Enter') {
  await control.focus();
  const before = await focused(page);
  // Its words may change while it works: it is the same control that keeps the focus.
  await page.evaluate(() => {
    for (const one of document.querySelectorAll('[data-pressed]')) one.removeAttribute('data-pressed');
    document.activeElement?.setAttribute('data-pressed', '');
  });
  let sent = 0;
  const count = (request: { method(): string }) => {
    if (request.method() === 'POST') sent += 1;
  };
  page.on('request', count);
  await page.keyboard.press(key);
  await page.waitForTimeout(150);
  const kept = await page.evaluate(() => document.activeElement?.hasAttribute('data-pressed') === true);
  const during = kept ? before : await focused(page);
  // What is wrong is often said before anything is sent.
  await page.waitForTimeout(sent > 0 ? slowMs : 100);
  await expect(page.locator('[aria-busy="true"]')).toHaveCount(0);
  await page.waitForTimeout(300);
  page.off('request', count);
  return { before, during, after: await focused(page), sent };
}

/** How long answers take in these tests, so that what is under way can be looked at. */
const slowMs = 350;

async function slowly(page: Page): Promise<void> {
  await page.route('**/*', async (route) => {
    if (route.request().method() === 'POST') await new Promise((resolve) => setTimeout(resolve, slowMs));
    await route.continue();
  });
}

test('a press of every station keeps the focus while it is under way and leads on to what follows', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await signIn(page);
  const number = await hangTag(page, 'merrowdale 2019 push start spare one key works Quarry End');
  await slowly(page);
  const button = (name: string | RegExp) => page.getByRole('button', { name });
  const go = (station: string) => page.goto(`/jobs/${number}/${station}`);
  const log: string[] = [];
  const step = async (station: string, control: Locator, after: RegExp, key?: string) => {
    const found = await press(page, control, key);
    log.push(`${station}: ${found.before} → ${found.during} → ${found.after}`);
    // What is wrong is said at once, where nothing had to be asked: the focus is there already.
    expect.soft([found.before, found.after], log.at(-1)).toContain(found.during);
    expect.soft(found.after, log.at(-1)).not.toBe('the body');
    expect.soft(found.after, log.at(-1)).toMatch(after);
  };

  await go('call');
  await page.getByLabel('Phone').fill('nobody');
  await step('call', button('Keep the call'), /Phone/);
  await page.getByLabel('Phone').fill('555-0177');
  await step('call', button('Keep the call'), /Keep the call/);

  await go('identify');
  const skip = button(/^Skip/);
  if (await skip.isVisible()) await step('identify', skip, /./);
  const why = page.getByLabel('Why this one');
  if (await why.isVisible()) await why.fill('Seen on the blade');
  await step('identify', button(/Take this one/), /./);

  await go('route');
  await step('route', button(/Take (this|the) route|Take it|Choose/).first(), /./);

  await go('quote');
  await page.getByLabel('Coupon').fill('NOT-ONE');
  await step('quote', button('Use'), /Coupon/);
  await page.getByLabel('From', { exact: true }).fill('18:00');
  await page.getByLabel('To', { exact: true }).fill('17:00');
  await step('quote', button('Reserve the time'), /To/);
  await page.getByLabel('To', { exact: true }).fill('18:40');
  await step('quote', button('Reserve the time'), /time|When/);

  await go('prepare');
  await step('prepare', button('Record the papers'), /./);
  await step('prepare', button(/Ask the code service/), /./);

  await go('on-site');
  await step('on-site', button('Record the right'), /./);

  await go('close');
  await page.getByLabel('The car knows, after the work').fill('2');
  await step('close', button('Note the count').first(), /count|Key|key/);
  await step('close', button('Car cannot say').first(), /cannot say|count|Key|key/);
  await step('close', button('Keep the facts'), /facts/);
  await page.unrouteAll({ behavior: 'ignoreErrors' });
});

/** What ends a job or an offer comes last, since nothing can be pressed after it. */
const endings = /^(Close the job|Refuse the job)/;

/** What can be pressed on the page now, or in the dialog that is open: buttons, choices side by side, and boxes that send. */
function actions(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    // The ring stands beside every station: its keys are pressed at the first.
    const ring = window.location.pathname.endsWith('/call') ? 'none' : '[aria-label=Ring] *';
    const within =
      document.querySelector('[role=dialog]') ?? document.querySelector('#page') ?? document.body;
    return [...within.querySelectorAll<HTMLElement>('button, input[type=checkbox]')]
      .filter((one) => one.checkVisibility() && !one.matches(`:disabled, [role=tab], form input, ${ring}`))
      .map((one) => {
        const own =
          one.getAttribute('aria-label') ??
          (one as HTMLInputElement).labels?.[0]?.textContent ??
          one.querySelector('span')?.textContent ??
          one.textContent;
        one.dataset.action = (own ?? '').replace(/\s+/g, ' ').trim();
        return one.dataset.action;
      });
  });
}

/** The same action of another row, key or space. */
const kindOf = (action: string) => action.replace(/\d+/g, '0');

/** Presses every action of a page by keyboard, each from the page as it stands then; those of dialogs too. */
async function pressEvery(page: Page, path: string): Promise<string[]> {
  const pressed = new Set<string>();
  const log: string[] = [];
  const pressOne = async (action: string) => {
    const control = page.locator(`[data-action=${JSON.stringify(action)}]`).first();
    const key = (await control.getAttribute('type')) === 'checkbox' ? 'Space' : 'Enter';
    const { before, during, after, sent } = await press(page, control, key);
    log.push(`${path.split('/').at(-1)}: ${before} → ${during} → ${after}`);
    expect.soft(during, log.at(-1)).not.toBe('the body');
    if (sent > 0) expect.soft([before, after], log.at(-1)).toContain(during);
    expect.soft(after, log.at(-1)).not.toBe('the body');
  };
  for (;;) {
    await page.goto(path);
    const all = await actions(page);
    const left = all.filter((action) => !pressed.has(kindOf(action)));
    const next = left.find((action) => !endings.test(action)) ?? left[0];
    if (next === undefined) return log;
    await pressOne(next);
    // What opens a dialog is pressed again until each action in it was; one that stays open goes on as it stands.
    const innerOf = async () => {
      const inDialog = (await page.getByRole('dialog').count()) > 0 ? await actions(page) : [];
      return inDialog.find((action) => !pressed.has(`${kindOf(next)} / ${kindOf(action)}`));
    };
    let inner = await innerOf();
    if (inner === undefined) pressed.add(kindOf(next));
    for (; inner !== undefined; inner = await innerOf()) {
      await pressOne(inner);
      pressed.add(`${kindOf(next)} / ${kindOf(inner)}`);
    }
  }
}

for (const [station, job] of [
  ['call', hangTag],
  ['identify', hangTag],
  ['route', atTheCar],
  ['quote', atTheCar],
  ['prepare', hangTag],
  ['on-site', hangTag],
  ['blade', atTheCar],
  ['close', atTheCar],
] as const)
  test(`every action of ${station} holds the focus while it works, and leaves it somewhere`, async ({
    page,
  }, info) => {
    test.setTimeout(600_000);
    await page.addInitScript(() => {
      window.print = () => {};
    });
    page.on('popup', (popup) => void popup.close());
    await signIn(page);
    const number = await job(page, 'merrowdale 2019 push start spare one key works Quarry End');
    await slowly(page);
    const log = await pressEvery(page, `/jobs/${number}/${station}`);
    await info.attach('focus', { body: log.join('\n'), contentType: 'text/plain' });
    expect(log.length).toBeGreaterThan(3);
    await page.unrouteAll({ behavior: 'ignoreErrors' });
  });

test('controls of one page have different names', async ({ page }) => {
  test.setTimeout(120_000);
  await signIn(page);
  const number = await hangTag(page, 'merrowdale 2019 push start spare one key works Quarry End');
  for (const station of ['call', 'identify', 'route', 'quote', 'prepare', 'on-site', 'blade', 'close']) {
    await page.goto(`/jobs/${number}/${station}`);
    const names = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLInputElement>('button, a[href], input, select, textarea')]
        .filter((control) => control.offsetParent !== null && control.type !== 'radio')
        .map((control) => {
          const labels = [...(control.labels ?? [])].map((label) => label.textContent).join(' ');
          const own = control.getAttribute('aria-label') ?? (labels || control.textContent);
          return `${control.tagName} ${(own ?? '').replace(/\s+/g, ' ').trim()}`;
        }),
    );
    const twice = [...new Set(names.filter((name, at) => names.indexOf(name) !== at))];
    expect.soft(twice, station).toEqual([]);
  }
});

test('a slip of one key loses no words: keys alone do nothing while words wait, and leaving asks', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/jobs/new');
  await line(page).fill('merrowdale 2019 lost both');
  await page.keyboard.press('Escape');
  for (const key of ['j', 'b', 'q']) await page.keyboard.press(key);
  await page.waitForTimeout(400);
  expect(new URL(page.url()).pathname).toBe('/jobs/new');
  // A call is kept on the device; a key code is not, and leaving asks.
  await page.getByLabel('Key code, if the customer has it').fill('K1234');
  await page.getByRole('link', { name: 'Library' }).click();
  await expect(page.getByRole('dialog', { name: 'Words here are not saved' })).toBeVisible();
  await page.getByRole('button', { name: 'Stay here' }).click();
  await expect(line(page)).toHaveValue('merrowdale 2019 lost both');
  await page.getByRole('link', { name: 'Library' }).click();
  await page.getByRole('button', { name: 'Leave without saving' }).click();
  await page.waitForURL('**/library');
  // With nothing to lose a key leads on, unless this device turned keys off.
  await page.keyboard.press('j');
  await page.waitForURL('**/jobs');
  await page.keyboard.press('?');
  await page.getByLabel('Shortcuts of one key on this device').uncheck();
  await page.keyboard.press('Escape');
  await page.keyboard.press('l');
  await page.waitForTimeout(400);
  expect(new URL(page.url()).pathname).toBe('/jobs');
  await page.getByRole('button', { name: 'Shortcuts' }).click();
  await page.getByLabel('Shortcuts of one key on this device').check();
  await page.keyboard.press('Escape');
  await page.keyboard.press('l');
  await page.waitForURL('**/library');
});
