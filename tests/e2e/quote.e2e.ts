import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from '@playwright/test';
import Ajv2020 from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import {
  expect,
  expectAccessible,
  hangTag,
  line as lineField,
  passcodes,
  signIn,
  steady,
  takeCandidate,
  test,
  watch,
} from './support';

/** Hangs a tag, takes the likeliest car and stands at its Quote station; gives the job's number. */
async function quoteStation(page: Page, words: string): Promise<string> {
  const number = await hangTag(page, words);
  await page.getByRole('radio', { name: /\d{4}/ }).first().click();
  await takeCandidate(page, 'Likeliest by the mark');
  await page.goto(`/jobs/${number}/quote`);
  await expect(page.getByRole('heading', { name: /^From \$/ })).toBeVisible();
  return number;
}

async function offer(page: Page, option: RegExp): Promise<void> {
  await page.getByRole('radio', { name: option }).check();
  const before = await page.getByText(/^Q-\d+$/).count();
  await page.getByRole('button', { name: /Offer this one/ }).click();
  await expect.poll(() => page.getByText(/^Q-\d+$/).count()).toBeGreaterThan(before);
}

async function makeLink(page: Page): Promise<string> {
  await page.getByRole('button', { name: /Make a link/ }).click();
  await expect(page.getByText('Send this, it is shown only now:')).toBeVisible();
  return (await page.locator('code').first().textContent()) ?? '';
}

/** A customer on a device of their own. */
async function customer(browser: Browser, address: string, complaints: string[]): Promise<Page> {
  const page = steady(await (await browser.newContext({ viewport: { width: 390, height: 800 } })).newPage());
  watch(page, complaints);
  await page.goto(address);
  // Who sent it is seen before anything is opened.
  await expect(page.getByRole('heading', { name: /^From / })).not.toHaveText('From your locksmith');
  await page.getByRole('button', { name: 'Open it' }).click();
  await page.waitForURL('**/offer');
  return page;
}

const line = 'merrowdale 2018 push start spare one key quarry end';

test('from a caller’s line to an accepted link, seen on the job at once', async ({
  page,
  browser,
  complaints,
}) => {
  await signIn(page);
  await quoteStation(page, line);
  await offer(page, /new original/);
  await expectAccessible(page);
  const address = await makeLink(page);
  const theirs = await customer(browser, address, complaints);
  expect(theirs.url()).not.toContain(address.split('/').at(-1));
  await expect(theirs.getByText('our offer')).toBeVisible();
  await expectAccessible(theirs);
  await theirs.getByLabel('When would suit you?').fill('Thursday at four');
  await theirs.getByRole('button', { name: /Accept this one/ }).click();
  await expect(theirs.getByText(/You accepted: Shop, new original/)).toBeVisible();
  await theirs.getByLabel('Write to the shop').fill('<img src=x onerror=alert(1)> The gate is open.');
  await theirs.getByRole('button', { name: 'Send' }).click();
  await expect(theirs.getByText(/Sent. The shop sees it at once/)).toBeVisible();

  // Nobody touched the job's page meanwhile.
  await expect(page.getByText(/Q-\d+ accepted: Shop, new original/)).toBeVisible();
  await expect(page.getByText(/When: Thursday at four/)).toBeVisible();
  await expect(page.getByText('<img src=x onerror=alert(1)> The gate is open.')).toBeVisible();
  expect(await page.locator('img').count()).toBe(0);

  // The link is used up, and what became of it opens nothing else.
  const second = steady(await (await browser.newContext()).newPage());
  await second.goto(address);
  await second.getByRole('button', { name: 'Open it' }).click();
  await expect(second.getByText(/was opened before/)).toBeVisible();
  const answer = await theirs.request.get('/api/v1/jobs');
  expect(answer.status()).toBe(401);
  const headers = (await theirs.request.get('/offer')).headers();
  expect(headers['referrer-policy']).toBe('same-origin');
  expect(headers['x-robots-tag']).toContain('noindex');
  expect(headers['cache-control']).toContain('no-store');
});

test('a bargain is refused below the floor, and taken at it', async ({ page }) => {
  await signIn(page);
  await quoteStation(page, line);
  await page.getByRole('radio', { name: /new original/ }).check();
  const rival = page.getByLabel('Another firm says, with tax');
  await rival.fill('20');
  await expect(
    page.getByText(/^Not at that price: say \$\d+\.\d\d, \$\d+\.\d\d more than theirs\.$/),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: /Agree on our lowest/ })).toBeVisible();
  const floor = /floor \$([\d.]+) with tax/.exec((await page.getByText(/floor \$/).textContent()) ?? '')?.[1];
  await rival.fill(floor ?? '');
  await expect(page.getByText('Take it.', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /Keep this offer/ }).click();
  await expect(page.getByText(/told to Sunniva Aasgren/)).toBeVisible();
  await rival.fill(floor ?? '');
  await page.getByRole('button', { name: /Agree on the rival’s price/ }).click();
  await expect(page.getByText(/Agreed for shop, new original/)).toBeVisible();
  await page.getByRole('button', { name: 'Back to the shop’s price' }).click();
  await expect(page.getByText(/Agreed for/)).toHaveCount(0);
});

test('a version is superseded while the customer looks', async ({ page, browser, complaints }) => {
  await signIn(page);
  await quoteStation(page, line);
  await offer(page, /aftermarket/);
  const theirs = await customer(browser, await makeLink(page), complaints);
  await expect(theirs.getByRole('button', { name: /Accept this one/ })).toBeVisible();
  await offer(page, /new original/);
  await expect(
    page.getByText(/^Changed from Q-\d+: Option Shop, aftermarket → Shop, new original/),
  ).toBeVisible();
  await theirs.getByRole('button', { name: /Accept this one/ }).click();
  await expect(theirs.getByText(/A newer version has taken the place/).first()).toBeVisible();
  await expect(page.getByText(/accepted/i).filter({ hasText: /^Q-/ })).toHaveCount(0);
});

test('what somebody types is kept when another changes the job, and shown as changed', async ({
  page,
  browser,
  complaints,
}) => {
  await signIn(page);
  const number = await quoteStation(page, line);
  await page.getByLabel('Another firm says, with tax').fill('199');
  const other = steady(await (await browser.newContext()).newPage());
  watch(other, complaints);
  await signIn(other, 'Imre Pellimoor');
  await other.goto(`/jobs/${number}/quote`);
  await other.getByRole('radio', { name: 'Time and parts' }).click();
  await expect(page.getByText('This job changed meanwhile.')).toBeVisible();
  await expect(page.getByLabel('Another firm says, with tax')).toHaveValue('199');
  await page.getByRole('button', { name: 'Show how it stands' }).click();
  await expect(page.getByRole('radio', { name: 'Time and parts' })).toBeChecked();
});

test('two tabs of one browser share one stream, and both show what another did', async ({
  page,
  browser,
  complaints,
}) => {
  await signIn(page);
  const streams: string[] = [];
  page.context().on('request', (request) => {
    if (request.url().includes('/api/live?')) streams.push(request.url());
  });
  const number = await quoteStation(page, line);
  // Any page of the shop holds the stream, for the news: what is counted begins where none is open.
  await page.goto('about:blank');
  streams.length = 0;
  const tabs = [page, steady(await page.context().newPage())];
  for (const tab of tabs) {
    watch(tab, complaints);
    await tab.goto(`/jobs/${number}/quote`);
  }
  const other = steady(await (await browser.newContext()).newPage());
  watch(other, complaints);
  await signIn(other, 'Imre Pellimoor');
  await other.goto(`/jobs/${number}/quote`);
  await other.getByRole('radio', { name: 'Time and parts' }).click();
  for (const tab of tabs) await expect(tab.getByRole('radio', { name: 'Time and parts' })).toBeChecked();
  expect(streams).toHaveLength(1);
});

test('a paper renders every sign that the product writes', async ({ page }) => {
  await signIn(page);
  await page.goto('/jobs/new');
  await lineField(page).fill(line);
  await expect(page.getByRole('region', { name: 'What it takes' })).toBeVisible();
  const name = 'Žofie Åström Ł. Ωmega ≤ → ≠ × ’ “x” – € £ ¥';
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
  const number = page.url().split('/').at(-2) ?? '';
  const file = join(mkdtempSync(join(tmpdir(), 'signs-')), 'sheet.pdf');
  // Where the machine is full a paper is asked for again, as it says.
  await expect(async () => {
    const sheet = await page.request.get(`/api/v1/jobs/${number}/sheet`);
    expect(sheet.status()).toBe(200);
    writeFileSync(file, await sheet.body());
  }).toPass({ timeout: 60_000 });
  expect(execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' })).toContain(name);
});

test('quote, job sheet and labels come out as papers that can be read back', async ({ page, browser }) => {
  await signIn(page);
  const number = await quoteStation(page, line);
  await page.getByRole('radio', { name: /new original/ }).check();
  await offer(page, /new original/);
  const quote = /Q-(\d+)/.exec(
    (await page
      .getByText(/^Q-\d+$/)
      .first()
      .textContent()) ?? '',
  )?.[1];
  const folder = mkdtempSync(join(tmpdir(), 'papers-'));
  const take = async (path: string, name: string, method = 'GET') => {
    const headers = { origin: new URL(page.url()).origin };
    const answer = await page.request.fetch(path, { method, headers });
    expect(answer.headers()['content-type']).toBe('application/pdf');
    const file = join(folder, name);
    writeFileSync(file, await answer.body());
    return file;
  };
  const textOf = (file: string) => execFileSync('pdftotext', ['-raw', file, '-'], { encoding: 'utf8' });

  const frozen = await (await page.request.get(`/api/v1/quotes/${quote}`)).json();
  const schema = await (await page.request.get('/api/v1/schemas/quote')).json();
  const ajv = new Ajv2020({ strict: false, allErrors: true });
  addFormats.default(ajv);
  const fits = ajv.compile(schema);
  fits(frozen);
  expect(fits.errors ?? []).toEqual([]);
  const paper = textOf(await take(`/api/v1/quotes/${quote}/pdf`, 'quote.pdf'));
  expect(paper.split('\f').filter((sheet) => sheet.trim() !== '')).toHaveLength(1);
  const words = paper.replace(/\s+/g, ' ');
  for (const sentence of [
    frozen.paper.car,
    frozen.paper.work,
    frozen.paper.chosen.name,
    frozen.paper.authority,
    ...frozen.paper.included,
    ...frozen.paper.cautions,
    ...frozen.paper.chosen.lines.map(({ label }: { label: string }) => label),
  ])
    expect(words).toContain(sentence);
  expect(words).toContain(`$${(frozen.paper.chosen.totalMinor / 100).toFixed(2)}`);

  await page.goto(`/jobs/${number}/quote/${quote}`);
  const printed = join(folder, 'printed.pdf');
  writeFileSync(printed, await page.pdf({ format: 'Letter' }));
  expect(
    textOf(printed)
      .split('\f')
      .filter((sheet) => sheet.trim() !== ''),
  ).toHaveLength(1);

  const sheet = textOf(await take(`/api/v1/jobs/${number}/sheet`, 'sheet.pdf'));
  expect(sheet).toContain(`K-${number}`);
  expect(sheet).toContain('Person, photo identity and proof of the right to the car');

  const labels = await take(`/api/v1/jobs/${number}/labels`, 'labels.pdf', 'POST');
  const shown = textOf(labels);
  expect(shown).toContain(`${number}-1`);
  expect(shown).not.toMatch(/Merrowdale|Quarry End/);
  execFileSync('pdftoppm', ['-r', '200', '-png', '-singlefile', labels, join(folder, 'labels')]);
  const codes = execFileSync('zbarimg', ['--quiet', '--raw', join(folder, 'labels.png')], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'ignore'],
  })
    .trim()
    .split('\n');
  expect(codes).toHaveLength(2);
  const [code] = codes;
  expect(new URL(code ?? '').pathname).toMatch(/^\/tag\/[0-9a-f-]{36}$/);
  await page.goto(new URL(code ?? '').pathname);
  await expect(page).toHaveURL(new RegExp(`/jobs/${number}/`));
  const stranger = steady(await (await browser.newContext()).newPage());
  await stranger.goto(new URL(code ?? '').pathname);
  await expect(stranger).toHaveURL(/\/sign-in\?to=/);
  expect(await stranger.content()).not.toMatch(/Merrowdale|Quarry End/);
  await stranger.getByRole('radio', { name: /Imre Pellimoor/ }).click();
  await stranger.getByLabel('Passcode').fill(passcodes['Imre Pellimoor'] ?? '');
  await stranger.getByRole('button', { name: 'Sign in' }).click();
  await expect(stranger).toHaveURL(new RegExp(`/jobs/${number}/`));
});

test('the charts come after the first press and say the same as their tables', async ({ page }) => {
  await signIn(page);
  await quoteStation(page, line);
  const table = page.getByRole('region', { name: 'Total, day and comeback' });
  await expect(table).toContainText('Dealer');
  expect(await page.locator('svg text').count()).toBe(0);
  await page.getByRole('button', { name: 'Draw both' }).click();
  await expect(page.getByRole('img', { name: 'Totals by part' }).locator('svg')).toBeVisible();
  await expect(
    page
      .getByRole('img', { name: 'Total against the day four in five are ready by' })
      .getByText(/Dealer, 1 %/),
  ).toBeVisible();

  // Other terms change the table, and the drawing with it.
  const drawing = page.getByRole('img', { name: 'Totals by part' }).locator('svg');
  const [drawn, told] = [await drawing.innerHTML(), await table.textContent()];
  await page.getByRole('radio', { name: 'Time and parts' }).click();
  await expect(async () => expect(await table.textContent()).not.toBe(told)).toPass();
  await expect(async () => expect(await drawing.innerHTML()).not.toBe(drawn)).toPass();
});

test('prices are changed after their effect was seen, and a price file after its preview', async ({
  page,
}) => {
  await signIn(page, 'Imre Pellimoor');
  await page.goto('/settings/prices');
  await expectAccessible(page);
  await page.getByLabel('An hour costs the customer, USD').fill('much');
  await page.getByRole('button', { name: 'Show the effect', exact: true }).click();
  await expect(page.getByText('An amount, more than nothing.').first()).toBeVisible();
  await page.getByLabel('An hour costs the customer, USD').fill('88.00');
  await page.getByLabel('Minimum charge, USD').fill('56');
  await page.getByRole('button', { name: 'Show the effect', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Effect on closed jobs' })).toBeVisible();
  await page.getByRole('button', { name: /Save these prices/ }).click();
  await expect(page.getByRole('button', { name: 'Show the effect', exact: true })).toBeEnabled();
  await expect(page.getByLabel('Minimum charge, USD')).toHaveValue('56.00');

  await page.goto('/settings/suppliers?article=REM-5531');
  await expectAccessible(page);
  await page.getByLabel('Of which supplier').selectOption({ label: 'Cobble Wharf Blanks' });
  await page.getByLabel('File', { exact: true }).setInputFiles({
    name: 'spring.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('article,price,lead_days\nREM-5531,33.30,1\n'),
  });
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByText(/spring.csv: 0 new, 1 changed/)).toBeVisible();
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByText(/Stored: 1 prices hold from today/)).toBeVisible();
  await page.getByRole('button', { name: 'Draw it' }).click();
  await expect(page.getByRole('img', { name: /Prices of REM-5531/ }).locator('svg')).toBeVisible();
});
