import type { Page } from '@playwright/test';
import { drillKeyways } from '../support/blade-drill';
import { atTheCar, bringStock, expect, expectAccessible, signIn, test } from './support';

const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true });
const wanted = (page: Page, space: number) =>
  page.getByRole('tabpanel', { name: 'Try in turn' }).getByLabel(`Wanted at space ${space}`, { exact: true });

test('a door reading becomes a sheet that is worked to a turn, with a feel, an undo and a reload on the way', async ({
  page,
}) => {
  await signIn(page);
  const number = await atTheCar(page, 'merrowdale 2018 push start lost all keys open');
  await page.goto(`/jobs/${number}/blade`);
  await tab(page, 'Try in turn').click();
  const keyway = drillKeyways().find(({ name }) => name === 'Siskin 11');
  const truth = keyway?.series[77] ?? [];
  // The door lacks the last spaces; one more is read as either of two.
  for (let space = 1; space <= 7; space += 1)
    await wanted(page, space).fill(
      space === 7 ? `${truth[6]}/${((truth[6] ?? 1) % 4) + 1}` : `${truth[space - 1]}`,
    );
  await expect(wanted(page, 9)).toBeDisabled();
  await page.getByRole('button', { name: 'Plan the order of trying' }).click();
  await expect(page.getByRole('region', { name: 'Plans' })).toBeVisible();
  await expect(page.getByText(/(blanks? (is|are) needed|blanks? at worst)/).first()).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: /Begin a sheet/ }).click();
  await expect(page.getByText('Blank 1, a new one')).toBeVisible();
  await page.getByLabel('The blank is').selectOption('notOfStock');

  const bitting = async () =>
    (
      (await page
        .locator('section', { hasText: 'It is then cut' })
        .last()
        .locator('p .font-mono')
        .first()
        .textContent()) ?? ''
    ).replaceAll(' ', '');
  const right = truth.join('');
  let tries = 0;
  const fail = async () => {
    const wrong = await bitting();
    // What is felt: the first space that is wrong.
    const stops = [...wrong].findIndex((depth, at) => depth !== right[at]) + 1;
    await page.getByRole('radio', { name: String(stops), exact: true }).click();
    await page.getByRole('button', { name: 'Does not turn', exact: true }).click();
    tries += 1;
    await expect(page.getByText(new RegExp(`^${tries} tried on`))).toBeVisible();
  };
  while ((await bitting()) !== right && tries < 3) await fail();
  // A slip of the finger is taken back, and everything is there after a reload.
  if ((await bitting()) !== right) {
    await fail();
    await page.getByRole('button', { name: 'Undo the last try' }).click();
    tries -= 1;
    await expect(page.getByText(new RegExp(`^${tries} tried on`))).toBeVisible();
  }
  await page.reload();
  await tab(page, 'Try in turn').click();
  await page.getByRole('button', { name: /Open Sheet/ }).click();
  if (tries > 0) await expect(page.getByText(new RegExp(`^${tries} tried on`))).toBeVisible();
  const left = 40;
  for (let more = 0; more < left && (await bitting()) !== right; more += 1) await fail();
  await page.getByRole('button', { name: /It turns/ }).click();
  await expect(page.getByText('It turns', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /Keep the bitting and the blade/ }).click();
  await expect(
    page.getByRole('link', { name: /Blade/ }).filter({ hasText: 'Cut: try it in the locks' }),
  ).toBeVisible();
  await tab(page, 'Cut and fit').click();
  const lock = page.getByLabel("driver's door", { exact: true });
  await lock.getByRole('radio', { name: 'both ways' }).click();
  await expect(page.getByText(/^Still to try: /)).toBeVisible();
});

test('a blade cut out of calibration is found before it goes into a lock, and Close lists what it took', async ({
  page,
}) => {
  await signIn(page);
  await bringStock(page, 'BLANK-2041', 4);
  const number = await atTheCar(page, 'merrowdale 2018 push start lost all keys open');
  const keyway = drillKeyways().find(({ name }) => name === 'Siskin 11');
  await page.goto(`/jobs/${number}/prepare`);
  await page.getByLabel('What', { exact: true }).selectOption('bitting');
  await page.getByLabel('It says').fill((keyway?.series[3] ?? []).join(''));
  await page.getByRole('button', { name: 'Seal it' }).click();
  await expect(page.getByText('Bitting 1')).toBeVisible();
  await page.goto(`/jobs/${number}/blade`);
  await tab(page, 'Cut and fit').click();
  const blank = page.getByLabel('The blank is');
  await expect(blank).not.toHaveValue('notOfStock');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export JSON' }).click();
  expect((await download).suggestedFilename()).toBe(`K-${number}-cutting-list.json`);
  await page.getByRole('button', { name: /Cut on the machine/ }).click();
  await expect(page.getByRole('heading', { name: 'Blade 1' })).toBeVisible();
  await page.getByLabel('Demo machine').selectOption('tooDeep');
  await page.getByRole('button', { name: 'Measure by gauge' }).click();
  await expect(page.getByText(/too deep: the machine’s depth is out of calibration/)).toBeVisible();
  await expect(page.getByText('The machine is out of calibration.')).toBeVisible();
  await expectAccessible(page);
  // A reading that is none is named, and nothing is recorded of it.
  await page.getByLabel('Cut away at space 2').fill('deep');
  await expect(page.getByText('Space 2: expected a number.')).toBeVisible();
  await page.getByRole('button', { name: 'Blank spoiled' }).click();
  await expect(page.getByText('Spoiled: this blank is gone.')).toBeVisible();
  await page.goto(`/jobs/${number}/close`);
  await expect(page.getByRole('heading', { name: 'Used on this job' })).toBeVisible();
  await expect(page.getByText(/2 × BLANK-2041/)).toBeVisible();
});

test('far too many candidates and a reading that no code fits are answered with a word', async ({ page }) => {
  await signIn(page);
  const number = await atTheCar(page, 'merrowdale 2018 push start lost all keys open');
  const post = (candidates: readonly string[]) =>
    page.request.post('/api/v1/blade/progression', {
      headers: { origin: new URL(page.url()).origin },
      data: { job: Number(number), keyway: 'Siskin 11', candidates, blankMinor: 400, tryMinor: 90 },
    });
  const digits = (at: number) =>
    [...at.toString(3).padStart(11, '0')].map((digit) => Number(digit) + 1).join('');
  const over = await post(Array.from({ length: 6000 }, (_, at) => digits(at)));
  expect(over.status()).toBe(409);
  expect(JSON.stringify(await over.json())).toMatch(/6000 candidates are too many to plan for: up to 5000/);
  // The connection ends with it: it comes last.
  const many = await post(Array.from({ length: 300_000 }, (_, at) => String(at).padStart(11, '1')));
  expect(many.status()).toBe(413);
  expect((await many.json()).detail).toMatch(/\w/);

  await page.goto(`/jobs/${number}/blade`);
  await tab(page, 'Try in turn').click();
  for (let space = 1; space <= 8; space += 1) await wanted(page, space).fill(space % 2 === 0 ? '1' : '4');
  await page.getByRole('button', { name: 'Plan the order of trying' }).click();
  await expect(page.getByText(/No code has such a bitting/)).toBeVisible();
  await wanted(page, 2).fill('two');
  await expect(page.getByText(/Space 2: a depth, or several with strokes/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Plan the order of trying' })).toBeDisabled();
  await expect(page.getByRole('button', { name: /Open Sheet/ })).toBeHidden();
});
