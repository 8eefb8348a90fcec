// `npm run shots`: takes the pictures in docs/screenshots/ from the demo world, served by `npm start`.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { findOnPath } from './lib/debian.mjs';
import { isRoot, root } from './lib/project.mjs';
import { steady } from './lib/steady.mjs';

const address = process.env.ADDRESS ?? `http://127.0.0.1:${process.env.PORT ?? 3000}`;
const folder = join(root, 'docs', 'screenshots');
const words = "The caller's words in one line";
mkdirSync(folder, { recursive: true });

const browser = await chromium.launch({
  executablePath: findOnPath('chromium'),
  args: [
    ...(isRoot ? ['--no-sandbox'] : []),
    '--disable-dev-shm-usage',
    '--disable-background-networking',
    '--no-first-run',
  ],
});

/** A signed-in page of a size and theme. */
async function open(theme, width = 1280, height = 800, person = 'Sunniva Aasgren') {
  const context = await browser.newContext({ viewport: { width, height }, colorScheme: theme });
  const page = steady(await context.newPage());
  await page.goto(`${address}/sign-in`);
  await page.getByRole('radio', { name: new RegExp(person) }).click();
  await page.getByLabel('Passcode').fill(await page.locator('code').first().textContent());
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/jobs');
  return page;
}

async function shoot(page, name) {
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(400);
  await page.screenshot({ path: join(folder, `${name}.png`) });
}

async function typeCall(page, text) {
  await page.goto(`${address}/jobs/new`);
  await page.getByLabel(words).fill(text);
  await page.getByRole('region', { name: 'First price' }).waitFor();
}

const line = 'Halvorn Merowdale 2019 push start lost both Quarry End before six';
const light = await open('light');
await shoot(light, 'jobs-light');
await typeCall(light, line);
await shoot(light, 'call-light');
await light.getByLabel('Name').fill('Odile Varga');
await light.getByRole('button', { name: 'Open the job' }).click();
await light.waitForURL('**/identify');
const job = light.url().replace('/identify', '');
await light.getByText('Next question').waitFor();
await shoot(light, 'identify-light');
await light.getByRole('radio', { name: /2016 to April 2019/ }).click();
await light.getByLabel('Why this one').fill('A notch at the foot of the blade');
await light.getByRole('button', { name: /Take this one/ }).click();
await light.getByText('Chosen', { exact: true }).first().waitFor();
await light.getByLabel('The car knows, before the work').fill('2');
await light.getByRole('button', { name: 'Note the count' }).click();
await light.getByText('2 known to the car').waitFor();
await light.goto(`${job}/route`);
await light.getByRole('button', { name: /Take this route/ }).click();
await light.getByText('taken', { exact: true }).waitFor();
await light.evaluate(() => window.scrollTo(0, 0));
await shoot(light, 'route-light');
await light.goto(`${job}/quote`);
await light.getByRole('radio', { name: /Shop, aftermarket/ }).click();
await light.getByRole('button', { name: 'Offer this one' }).click();
await light.getByRole('heading', { name: 'Offered', exact: true }).waitFor();
await light.evaluate(() => window.scrollTo(0, 0));
await shoot(light, 'quote-light');
await light.getByRole('button', { name: /Make a link/ }).click();
await light.getByText('Send this, it is shown only now:').first().waitFor();
const link = await light.locator('code').first().textContent();
const offerPage = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
await offerPage.goto(link);
await offerPage.getByRole('button', { name: 'Open it' }).click();
await offerPage.waitForURL('**/offer');
await shoot(offerPage, 'offer-phone');
await light.goto(`${address}/jobs`);
await offerPage.getByLabel('When would suit you?').fill('Thursday at four');
await offerPage.getByRole('button', { name: /Accept this one/ }).click();
await offerPage.getByText(/You accepted/).waitFor();
await offerPage.getByLabel('Write to the shop').fill('Is the dog a problem? He is friendly, but big.');
await offerPage.getByRole('button', { name: 'Send' }).last().click();
await light.getByRole('link', { name: /^News \d+ new$/ }).click();
await light.getByRole('button', { name: 'Mark all as read' }).waitFor();
await shoot(light, 'news-light');
await light.goto(`${job}/prepare`);
await light.getByLabel('Name on the document').fill('Odile Varga');
await light.getByRole('button', { name: 'Record the papers' }).click();
await light.getByRole('button', { name: 'Correct it' }).waitFor();
await light.getByLabel('It says').fill('S4711');
await light.getByRole('button', { name: 'Seal it' }).click();
await light.getByRole('button', { name: 'Show Key code 1' }).click();
await light.getByText('S4711').waitFor();
await light.goto(`${job}/on-site`);
await light.getByLabel('Registration plate').fill('LO 27 KLM');
await light.getByLabel('The person is the one on the document').check();
await light.getByLabel(/The VIN on the plate/).check();
await light.getByLabel('Signed on paper instead').check();
await light.getByRole('button', { name: /Record the right/ }).click();
await light.getByText(/The person and the plate fit/).waitFor();
for (const tick of ['Every key that shall be learned is here', 'A window is down'])
  await light.getByLabel(tick).check();
await light.getByRole('button', { name: /Socket lead/ }).click();
await shoot(light, 'on-site-light');
await light.goto(`${job}/blade`);
await light.getByRole('tab', { name: 'Try in turn' }).click();
const trying = light.getByRole('tabpanel', { name: 'Try in turn' });
for (const [at, depth] of ['1', '2/3', '3', '2', '1', '1/2/3'].entries())
  await trying.getByLabel(`Wanted at space ${at + 1}`, { exact: true }).fill(depth);
await light.getByRole('button', { name: 'Plan the order of trying' }).click();
await light.getByRole('button', { name: /Begin a sheet/ }).click();
await light.getByText('Blank 1, a new one').waitFor();
await light.getByRole('button', { name: 'Does not turn', exact: true }).click();
await light.getByText(/^1 tried on/).waitFor();
await light.evaluate(() => window.scrollTo(0, 150));
await shoot(light, 'sheet-light');
await light.goto(`${job}/program`);
await light.getByRole('button', { name: /Begin the run/ }).click();
const step = light.getByRole('region', { name: 'The step at hand' });
await step.waitFor();
const goesOn = async () => {
  const before = await step.textContent();
  const inTime = step.getByRole('button', { name: /^(All \d+ i|I)n time/ });
  await ((await inTime.count()) > 0 ? inTime : step.locator('[data-main]').first()).click();
  await light.waitForFunction(
    (text) => document.querySelector('[aria-label="The step at hand"]')?.textContent !== text,
    before,
  );
};
while (!/^\s*wait · /.test((await step.textContent()) ?? '')) await goesOn();
await step.getByRole('timer').waitFor();
await light.evaluate(() => window.scrollTo(0, 0));
await shoot(light, 'program-light');
while (await step.isVisible()) await goesOn();
await light.getByLabel('Keys that the car knows now').fill('3');
await light
  .getByRole('region', { name: 'The end' })
  .getByRole('button', { name: /Note the count/ })
  .click();
await light.getByText(/^The run is over/).waitFor();
await light.goto(`${job}/prove`);
const check = light.getByRole('region', { name: 'The check at hand' });
for (let made = 0; made < 2; made += 1) {
  const before = await check.textContent();
  await check.getByRole('button', { name: 'It works' }).click();
  await light.waitForFunction(
    (text) => document.querySelector('[aria-label="The check at hand"]')?.textContent !== text,
    before,
  );
}
await shoot(light, 'prove-light');

const dark = await open('dark');
await dark.goto(`${job}/close`);
await shoot(dark, 'close-dark');
const owner = await open('light', 1280, 800, 'Imre Pellimoor');
await owner.goto(`${address}/settings/first-hour`);
await owner.getByRole('button', { name: 'Price it' }).click();
await owner.getByText('Say first:').waitFor();
await owner.evaluate(() => window.scrollTo(0, 0));
await shoot(owner, 'first-hour-light');
await owner.goto(`${address}/settings/prices`);
await shoot(owner, 'prices-light');

await light.goto(`${address}/benches/pellet`);
for (const [at, reading] of ['4.25', '4k28', '4.26 kΩ'].entries())
  await light.getByLabel(`Face A, reading ${at + 1}`).fill(reading);
await light.getByLabel('Face B, reading 1').fill('4,27');
await light.getByRole('heading', { name: /Step 5|Step 6/ }).waitFor();
await shoot(light, 'pellet-bench-light');
await light.goto(`${address}/benches/blade?keyway=Brambling%209`);
await light.getByLabel('Face A, space 1', { exact: true }).focus();
for (const reading of '0.05 0.41 1.09 0.44 0.12 0.85 1.22 0.56 0.90 0.03 0.40 1.06 0.45 0.11 0.74 1.20 0.55 0.91'.split(
  ' ',
))
  await light.keyboard.type(reading, { delay: 20 });
await light.getByText('If it were cut as it reads').or(light.getByText('Read again')).first().waitFor();
await shoot(light, 'blade-bench-light');
await light.goto(`${address}/library/procedures/row?id=${encodeURIComponent('Add after the hazards')}`);
await light.getByRole('button', { name: /^8 · command/ }).click();
await light.getByRole('heading', { name: 'Open the function' }).waitFor();
await shoot(light, 'procedure-light');

await dark.goto(`${address}/benches/car`);
await dark.getByLabel('Platform').selectOption('Heddle 3');
await dark.getByLabel('Waits go by').selectOption('600 times faster');
await dark.getByLabel('Where key 1 is').selectOption('in the cabin');
await dark.getByRole('button', { name: /^Add by the OBD socket/ }).click();
await dark.getByText('Add by the OBD socket is open.').waitFor();
await dark.getByRole('button', { name: 'Take a key' }).click();
await dark.getByLabel('Where key 1 is').selectOption('beside the car');
await dark.getByLabel('Where key 2 is').selectOption('at the pocket');
await dark
  .getByText(/^A key was taken/)
  .first()
  .waitFor();
await dark.getByRole('button', { name: /^Driver door/i }).click();
await dark.evaluate(() => window.scrollTo(0, 0));
await shoot(dark, 'benchcar-dark');

const phone = await open('light', 390, 844);
await typeCall(phone, 'Dapplemere 2016 spare Tansy Cross one key works');
await shoot(phone, 'call-phone');
await browser.close();
