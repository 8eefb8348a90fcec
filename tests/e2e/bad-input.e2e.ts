import { connect } from 'node:net';
import { expect, expectAccessible, hangTag, line, signIn, steady, takeCandidate, test } from './support';

const hostile = `<img src=x onerror=alert(1)>'; DROP TABLE job; -- 🚗`;

test.beforeEach(async ({ page }) => {
  page.on('dialog', () => {
    throw new Error('a script from a field ran');
  });
  await signIn(page);
});

test('an empty line opens nothing; an unknown make opens with its words, an impossible year is not kept', async ({
  page,
}) => {
  await page.goto('/jobs/new');
  await page.getByRole('button', { name: 'Open the job' }).click();
  await expect(page.getByText('Choose a model, or write what the caller called the car.')).toBeVisible();
  expect(page.url()).toContain('/jobs/new');
  await line(page).fill('Zorbex Quintal 1873');
  await expect(page.getByText('Not understood: Zorbex, Quintal')).toBeVisible();
  await expect(page.getByText('1873 is no year of a car here: 1980 to 2028.')).toBeVisible();
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
  await expect(page.getByRole('heading', { name: 'Zorbex Quintal' })).toBeVisible();
});

test('ten thousand characters are refused beside the line', async ({ page }) => {
  await page.goto('/jobs/new');
  await line(page).fill(`merrowdale ${'x'.repeat(10_000)}`);
  await expect(page.getByText(/A line has up to 400 characters; this has 10011\./)).toBeVisible();
  await page.getByRole('button', { name: 'Open the job' }).click();
  await expect(page.getByText(/A line has up to 400 characters/).first()).toBeVisible();
  expect(page.url()).toContain('/jobs/new');
});

test('a code in the line is flagged and not kept', async ({ page }) => {
  await page.goto('/jobs/new');
  await line(page).fill('merrowdale 2019 spare code 77431');
  await expect(page.getByText('looks like a key code or PIN and will not be kept')).toBeVisible();
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
  await page.goto(page.url().replace('identify', 'call'));
  await expect(page.getByText('merrowdale 2019 spare code …')).toBeVisible();
  expect(await page.content()).not.toContain('77431');
});

test('hostile text in every field is text', async ({ page }) => {
  await page.goto('/jobs/new');
  await line(page).fill(`merrowdale ${hostile}`);
  await page.getByLabel('Name').fill(hostile);
  await page.getByLabel('Where exactly').fill(hostile);
  await page.getByLabel('Note').fill(hostile);
  await page.getByLabel('Phone').fill(hostile);
  await page.getByLabel('VIN').fill('0hv md4-2k4 kho 12734');
  await expect(page.getByText('Read as 0HV MD4 2K4 KH0 12734')).toBeVisible();
  await page.getByLabel('VIN').fill('0HVMD42K4KH');
  await expect(page.getByText('A VIN has 17 characters; this has 11.')).toBeVisible();
  await page.getByRole('button', { name: 'Open the job' }).click();
  await expect(page.getByText('Digits, spaces and dashes only')).toBeVisible();
  await expect(page.getByText('A VIN has 17 characters; this has 11.')).toBeVisible();
  await page.getByLabel('Phone').fill('555-0100');
  await page.getByLabel('VIN').fill('');
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
  const number = page.url().split('/').at(-2);
  await takeCandidate(page, hostile);
  for (const station of ['call', 'identify', 'route', 'quote', 'close']) {
    await page.goto(`/jobs/${number}/${station}`);
    await expect(page.getByText('Merrowdale').first()).toBeVisible();
  }
  await page.goto(`/jobs?q=${encodeURIComponent(hostile)}`);
  await expect(page.getByText(/No job fits|K-/).first()).toBeVisible();
});

test('a long name, place and car fit the tag', async ({ page }) => {
  await page.goto('/jobs/new');
  await page.getByRole('button', { name: /ask: model/ }).click();
  await page
    .getByLabel("Or in the caller's words")
    .fill('Extraordinarilylongwordwithoutanybreakatall'.repeat(2).slice(0, 80));
  await page.keyboard.press('Escape');
  await page.getByLabel('Name').fill('N'.repeat(80));
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
  await expect(page.getByText('The library has nothing for this car')).toBeVisible();
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBe(0);
});

test('two people on one job: the second is told, sees both and decides', async ({ page, browser }) => {
  const number = await hangTag(page, 'pelmore 2012 turn key spare millrace one key works');
  const other = steady(await (await browser.newContext()).newPage());
  await signIn(other, 'Imre Pellimoor');
  await other.goto(`/jobs/${number}/call`);
  await page.goto(`/jobs/${number}/call`);
  const typeYear = async (who: typeof page, year: string) => {
    await who.getByRole('button', { name: /^year/ }).click();
    await who.getByLabel('Model year').fill(year);
    await who.getByRole('button', { name: 'Done' }).click();
  };
  const keep = (who: typeof page) => who.getByRole('button', { name: 'Keep the call' }).click();
  await typeYear(page, '2014');
  await typeYear(other, '2013');
  await keep(other);
  await expect(other.getByRole('heading', { name: /Pelmore, 2013/ })).toBeVisible();
  await expect(page.getByText('What you typed is still here.')).toBeVisible();
  await keep(page);
  const told = page.getByRole('alert').filter({ hasText: 'Imre Pellimoor changed this job meanwhile' });
  await expect(told).toContainText('year');
  await expect(told).toContainText('2014');
  await expect(told).toContainText('2013');
  await expect(page.getByRole('heading', { name: /Pelmore, 2012/ })).toBeVisible();
  await expectAccessible(page);
  await told.getByRole('button', { name: 'Store mine over it' }).click();
  await expect(page.getByRole('heading', { name: /Pelmore, 2014/ })).toBeVisible();
  await other.context().close();
});

test('sign-out ends the session, and nothing is served without one', async ({ page }) => {
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.waitForURL('**/sign-in');
  for (const path of ['/jobs', '/jobs/new', '/jobs/1001/close', '/van', '/settings']) {
    await page.goto(path);
    expect(page.url()).toContain('/sign-in');
  }
  const answer = await page.request.post('/api/v1/jobs/1001/events', {
    data: {},
    headers: { origin: new URL(page.url()).origin },
  });
  expect(answer.status()).toBe(401);
});

test('foreign hosts and origins, other content and large bodies are refused', async ({ page }) => {
  const url = '/api/v1/jobs/1001/events';
  const origin = new URL(page.url()).origin;
  const post = (data: string, headers: Record<string, string>) => page.request.post(url, { data, headers });
  expect(
    (await post('{}', { origin: 'http://evil.test', 'content-type': 'application/json' })).status(),
  ).toBe(403);
  expect((await page.request.get('/jobs', { headers: { host: 'evil.test' } })).status()).toBe(421);
  expect((await post('{}', { origin, 'content-type': 'text/plain' })).status()).toBe(415);
  expect((await post('{', { origin, 'content-type': 'application/json' })).status()).toBe(400);
  expect(
    (await post(`"${'x'.repeat(20_000)}"`, { origin, 'content-type': 'application/json' })).status(),
  ).toBe(413);
  const refused = await post('{"id":"x","kind":"keyEaten"}', { origin, 'content-type': 'application/json' });
  expect(refused.status()).toBe(400);
  expect(refused.headers()['content-type']).toContain('application/problem+json');
  expect((await refused.json()).errors[0]).toHaveProperty('field');
});

test('attempts to sign in are limited', async ({ browser }) => {
  // Somebody of their own: who is locked out here must not be needed by another test.
  const shop = steady(await (await browser.newContext()).newPage());
  await signIn(shop, 'Imre Pellimoor');
  await shop.goto('/settings/people');
  await shop.getByRole('button', { name: 'Add somebody' }).click();
  await shop.getByLabel('Name', { exact: true }).fill('Zora Brannoway');
  await shop.getByLabel('Passcode', { exact: true }).fill('salt-kiln-90');
  await shop.getByRole('button', { name: 'Add them' }).click();
  await expect(shop.getByRole('button', { name: 'Change Zora Brannoway' })).toBeVisible();

  await shop.context().close();

  // She signs in once, on a device of hers.
  const known = await browser.newContext();
  const hers = steady(await known.newPage());
  await hers.goto('/sign-in');
  await hers.getByRole('radio', { name: /Zora Brannoway/ }).click();
  await hers.getByLabel('Passcode').fill('salt-kiln-90');
  await hers.getByRole('button', { name: 'Sign in' }).click();
  await hers.waitForURL('**/jobs');

  const page = steady(await (await browser.newContext()).newPage());
  await page.goto('/sign-in');
  await page.getByRole('radio', { name: /Zora Brannoway/ }).click();
  const who = await page.getByRole('radio', { name: /Zora Brannoway/ }).getAttribute('value');
  const origin = new URL(page.url()).origin;
  const guess = (passcode: string, cookie = '') =>
    fetch(`${origin}/api/sign-in`, {
      method: 'POST',
      headers: { origin, cookie, 'content-type': 'application/json' },
      body: JSON.stringify({ who, passcode }),
    });
  // Twenty at once: seven are looked at, the others are told at once how long to wait.
  const answers = await Promise.all(Array.from({ length: 20 }, (_, at) => guess(`wrong ${at}`)));
  const statuses = answers.map(({ status }) => status).sort();
  expect(statuses.every((status) => status === 401 || status === 429)).toBe(true);
  expect(statuses.filter((status) => status === 401).length).toBeGreaterThanOrEqual(7);
  expect(statuses.filter((status) => status === 401).length).toBeLessThanOrEqual(9);
  const waits = answers
    .filter(({ status }) => status === 429)
    .map(({ headers }) => headers.get('retry-after'));
  expect(waits.every((wait) => Number(wait) >= 1)).toBe(true);
  // On until the wait is one that a slow machine does not sit out while it types.
  for (let wait = 0; wait < 12; ) {
    const { status, headers } = await guess('wrong still');
    wait = status === 429 ? Number(headers.get('retry-after')) : 0;
    if (status === 429 && wait < 12) await new Promise((over) => setTimeout(over, wait * 1000));
  }
  await page.getByLabel('Passcode').fill('salt-kiln-90');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText(/Too many attempts\. Try again in \d+ (s|min)\./)).toBeVisible();
  await expect(page.getByText('Everybody else can still sign in')).toBeVisible();
  await expectAccessible(page);

  // Whoever signed in on this device before is not kept out, and their running session is not either.
  const cookie = (await known.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
  expect((await guess('salt-kiln-90', cookie)).status).toBe(204);
  await page.context().close();
  await known.close();
});

test('forty connections that send a byte and wait keep nobody else waiting', async ({ page }) => {
  const { hostname, port } = new URL(process.env.E2E_ADDRESS ?? '');
  const sockets = Array.from({ length: 40 }, () => connect({ host: hostname, port: Number(port) }));
  for (const socket of sockets) {
    socket.on('error', () => {});
    socket.write(
      `POST /api/v1/vin HTTP/1.1\r\nHost: ${hostname}:${port}\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{`,
    );
  }
  const answer = await page.request.post(`${process.env.E2E_ADDRESS}/api/v1/vin`, {
    data: { vin: '0HVMD42K4KH012734' },
    headers: { origin: process.env.E2E_ADDRESS ?? '' },
  });
  expect(answer.status()).toBe(200);
  for (const socket of sockets) socket.destroy();
});
