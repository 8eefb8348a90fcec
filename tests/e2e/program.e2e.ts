import { answers, beginRun, card, goesTo, goesToWait, onQuickServer, press, tells, tool } from './run-steps';
import { atTheCar, expect, expectAccessible, passcodes, signIn, steady, test } from './support';

test('a run goes through a wait without the server, and ends as an attempt with its count', async ({
  page,
  context,
}) => {
  test.setTimeout(300_000);
  const number = await beginRun(page);
  await expectAccessible(page);
  await expect(card(page)).toContainText('3 New');
  await goesToWait(page);
  await expectAccessible(page);

  await context.setOffline(true);
  await card(page)
    .getByRole('button', { name: /It is over/ })
    .click();
  await expect(page.getByText('▲ without the server', { exact: true })).toBeVisible();
  await expect(page.getByText('1 entry waits on this device', { exact: true })).toBeVisible();
  await expect(page.getByText(/Nothing gated is told to the car/)).toBeVisible();
  // The browser is opened anew in the dark: the run stands where it was, from the device alone.
  await page.reload();
  const shell = page.getByRole('heading', { name: `K-${number}, as this device has it` });
  await expect(shell).toBeVisible();
  await expect(page.getByText('1 entry waits on this device', { exact: true })).toBeVisible();
  await expectAccessible(page);
  await goesTo(page, /Go: /);
  await context.setOffline(false);
  // It takes itself up again with the server's own page.
  await expect(shell).toBeHidden();
  await expect(answers(page)).toBeVisible();
  await expect(page.getByText(/^\d+ (entry waits|entries wait) on this device$/)).toBeHidden();

  for (let turn = 0; turn < 20 && (await card(page).isVisible()); turn += 1) await press(page);
  await expect(
    page.getByRole('heading', { name: /every key that was to be learned is known/ }),
  ).toBeVisible();
  await expectAccessible(page);
  const end = page.getByRole('region', { name: 'The end' });
  await end.getByLabel('Keys that the car knows now').fill('3');
  await end.getByRole('button', { name: /Note the count/ }).click();
  await expect(page.getByText('The run is over: it worked. The car knows 3.', { exact: true })).toBeVisible();
  await expect(page.getByText('learned now')).toBeVisible();

  await page.goto(`/jobs/${number}/close`);
  await expect(page.getByText('learned: 3 New')).toBeVisible();
});

test('the run’s page opens without the server though none was opened with it', async ({ page, context }) => {
  await signIn(page);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await context.setOffline(true);
  await page.goto('/jobs/1/program');
  await expect(page.getByRole('heading', { name: 'Without the server' })).toBeVisible();
  await page.goto('/van');
  await expect(page.getByRole('heading', { name: /connection/i })).toBeVisible();
  await context.setOffline(false);
});

test('a screen that is locked without the server tells nothing, also where it is opened anew', async ({
  page,
  context,
}) => {
  const number = await beginRun(page);
  // The shell is kept once the worker has it.
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect
    .poll(() =>
      page.evaluate(async () => (await caches.match('/run-shell', { ignoreSearch: true })) !== undefined),
    )
    .toBe(true);
  await expect
    .poll(() => page.evaluate(async () => (await (await caches.open('program')).keys()).length))
    .toBeGreaterThan(5);
  // Of all that the server said nothing is kept but the shell and the program's own files.
  const kept = await page.evaluate(async () => {
    const found: string[] = [];
    for (const name of await caches.keys())
      for (const { url } of await (await caches.open(name)).keys()) found.push(new URL(url).pathname);
    return found;
  });
  const shells = ['/run-shell', '/no-connection'];
  expect(kept.filter((path) => !shells.includes(path) && !path.startsWith('/_next/static/'))).toEqual([]);
  const shell = await page.evaluate(async () =>
    (await caches.match('/run-shell', { ignoreSearch: true }))?.text(),
  );
  for (const told of [number, 'Merrowdale', 'Halvorn', 'Sunniva']) expect(shell).not.toContain(told);

  await context.setOffline(true);
  await page.keyboard.press('q');
  await expect(page.getByRole('dialog', { name: 'Locked' })).toBeVisible();
  await expectAccessible(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Locked, without the server' })).toBeVisible();
  await expect(card(page)).toBeHidden();
  await expectAccessible(page);
  await context.setOffline(false);
  await page.getByRole('button', { name: 'Try the server again' }).click();
  await expect(card(page)).toBeVisible();
});

test('another device asks to drive, is let in, and goes on where the run stood, on a phone', async ({
  page,
  browser,
}) => {
  test.setTimeout(300_000);
  const number = await beginRun(page);
  await press(page);
  const here = await card(page).getByRole('heading').first().textContent();

  const other = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const phone = steady(await other.newPage());
  await phone.goto('/sign-in');
  await phone.getByRole('radio', { name: /Imre Pellimoor/ }).click();
  await phone.getByLabel('Passcode').fill(passcodes['Imre Pellimoor'] ?? '');
  await phone.getByRole('button', { name: 'Sign in' }).click();
  await phone.waitForURL('**/jobs');
  await phone.goto(`/jobs/${number}/program`);
  await expect(card(phone).getByRole('heading').first()).toHaveText(here ?? '');
  await expect(phone.getByText('Sunniva Aasgren drives on another device', { exact: true })).toBeVisible();
  await expect(card(phone).locator('[data-main]').first()).toBeDisabled();
  await expectAccessible(phone);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);

  await phone.getByRole('button', { name: /Ask to drive/ }).click();
  await expect(
    page.getByText('Imre Pellimoor asks to drive this run from another device.', { exact: true }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Hand over' }).click();
  await expect(page.getByText('Imre Pellimoor drives on another device', { exact: true })).toBeVisible();
  await expect(phone.getByText('this device drives', { exact: true })).toBeVisible();
  await press(phone);
  const next = await card(phone).getByRole('heading').first().textContent();
  expect(next).not.toBe(here);
  // The one who watches sees it within a moment.
  await expect(card(page).getByRole('heading').first()).toHaveText(next ?? '');
  await phone.getByRole('button', { name: 'Stop the run' }).click();
  await phone.getByLabel('Why is it stopped').fill('The customer has no time');
  await phone.getByRole('button', { name: 'Stop it as it stands' }).click();
  await expect(page.getByText('The run is over: The customer has no time', { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: /Begin the run/ })).toBeVisible();
  await other.close();
});

test('a wait burns down on another device, reached over HTTPS by another address, and sounds there', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const baseURL = process.env.E2E_SECURE_ADDRESS ?? '';
  const van = await browser.newContext({
    baseURL,
    ignoreHTTPSErrors: true,
    viewport: { width: 390, height: 844 },
  });
  const page = steady(await van.newPage());
  await page.goto('/sign-in');
  await page.getByRole('radio', { name: /Sunniva Aasgren/ }).click();
  await page.getByLabel('Passcode').fill(passcodes['Sunniva Aasgren'] ?? '');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/jobs');
  expect(await page.evaluate(() => window.isSecureContext && 'wakeLock' in navigator)).toBe(true);
  const [session] = (await van.cookies()).filter(({ name }) => name.startsWith('__Host-kilnsman_session'));
  expect(session).toMatchObject({ secure: true, httpOnly: true });

  const number = await atTheCar(page, 'halvorn merrowdale 2018 push start lost both quarry end');
  await page.goto(`/jobs/${number}/route`);
  await page.locator('[data-main]').first().click();
  await expect(page.getByText('taken', { exact: true })).toBeVisible();
  await page.goto(`/jobs/${number}/program`);
  await page.getByRole('button', { name: /Begin the run/ }).click();
  await expect(card(page)).toBeVisible();
  await goesTo(page, /Go: open the function/);
  const desk = steady(await van.newPage());
  await desk.addInitScript(() => {
    const heard: number[] = [];
    Object.assign(window, { heard });
    const { start } = OscillatorNode.prototype;
    OscillatorNode.prototype.start = function started(...given) {
      heard.push(this.frequency.value);
      return start.apply(this, given);
    };
  });
  await desk.goto('/jobs');
  await desk.getByRole('heading', { name: 'Jobs' }).waitFor();
  await goesToWait(page);

  const strip = desk.getByRole('region', { name: `K-${number} Halvorn Merrowdale, 2018` });
  // Nine minutes at a clock that runs fifteen times as fast: it is over soon, and sounds.
  await expect(strip.getByRole('timer')).toBeVisible();
  await expect(strip.getByRole('timer')).toHaveText(/over|too long/, { timeout: 90_000 });
  expect(await desk.evaluate(() => (window as unknown as { heard: number[] }).heard)).toContain(660);
  await desk.getByRole('link', { name: `To the run of K-${number}` }).click();
  await desk.waitForURL('**/program');
  await expect(card(desk)).toBeVisible();
  await van.close();
});

test('a tablet that dies in a wait: a phone takes the run over where it stands, and the wait goes on', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const tablet = await onQuickServer(browser, 'Sunniva Aasgren', { width: 1280, height: 800 });
  const number = await atTheCar(tablet.page, 'halvorn merrowdale 2018 push start lost both quarry end');
  await tablet.page.goto(`/jobs/${number}/route`);
  await tablet.page.locator('[data-main]').first().click();
  await expect(tablet.page.getByText('taken', { exact: true })).toBeVisible();
  await tablet.page.goto(`/jobs/${number}/program`);
  await tablet.page.getByRole('button', { name: /Begin the run/ }).click();
  await expect(card(tablet.page)).toBeVisible();
  // A made-up car stands at the tablet's line: its tool tells it what the run says, and answers.
  await tablet.page.getByText('a made-up car at the line of this device').click();
  await tablet.page.getByRole('button', { name: 'Put it there' }).click();
  await expect(tool(tablet.page)).toBeVisible();
  await goesTo(tablet.page, /Go: ask the module/);
  await tells(tablet.page);
  await expect(tool(tablet.page)).toContainText('Its VIN is');
  await goesTo(tablet.page, /hazards on/);
  await tool(tablet.page)
    .getByRole('button', { name: /Let hands do/ })
    .click();
  await goesTo(tablet.page, /Go: open the function/);
  const phone = await onQuickServer(browser, 'Imre Pellimoor', { width: 390, height: 844 });
  await phone.page.goto(`/jobs/${number}/program`);
  await expect(
    phone.page.getByText('Sunniva Aasgren drives on another device', { exact: true }),
  ).toBeVisible();
  await tells(tablet.page);
  await expect(tool(tablet.page)).toContainText('The tool works.');
  await expectAccessible(tablet.page);
  await expect(card(phone.page).getByRole('timer')).toBeVisible();
  // What is left stands before the title too, and what is ahead beside the step.
  await expect(phone.page).toHaveTitle(/^(\(\d+\) )?((\d+ min )?\d+ s|over|too long) · K-\d+/);
  await expect(phone.page.getByRole('region', { name: 'What is ahead' })).toContainText(
    /over in .* four in five in/,
  );
  await expect(tool(phone.page)).toBeHidden();
  // What was done to the car is with the server a few seconds later.
  await tablet.page.waitForTimeout(6000);
  await tablet.context.close();

  // Nobody is there to say no: it is theirs once the tablet has given no sign of life for a while.
  await phone.page.getByRole('button', { name: /Ask to drive/ }).click();
  await expect(phone.page.getByText('this device drives', { exact: true })).toBeVisible({ timeout: 90_000 });
  // The car stands here as it stood there.
  await tool(phone.page).getByText('All parts and keys of the car').click();
  await expect(tool(phone.page).getByRole('button', { name: /^hazards/ })).toHaveText(/on$/);
  await expect(card(phone.page).getByRole('timer')).toHaveText('over', { timeout: 90_000 });
  await card(phone.page)
    .getByRole('button', { name: /It is over/ })
    .click();
  await expect(card(phone.page)).toContainText(/choose|do|command/);
  await phone.context.close();
});
