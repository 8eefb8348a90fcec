import { withCheckDigit } from '@/core/vin/check-digit';
import { expect, expectAccessible, hangTag, line, signIn, test } from './support';

test.beforeEach(async ({ page }) => {
  await signIn(page);
});

test('with no key in hand the owner is asked what he remembers, and a locked car nothing of its inside', async ({
  page,
}) => {
  await hangTag(page, 'merrowdale 2019 push start lost both car locked quarry end');
  await expect(page.getByText('No key of this car is in hand')).toBeVisible();
  const asked: string[] = [];
  const question = page.getByText('Next question').locator('..').getByRole('heading');
  for (const stand of ['On the phone', 'At the car']) {
    await page.getByRole('radio', { name: stand }).click();
    await page.waitForURL(stand === 'At the car' ? /stand=car/ : /identify/);
    for (let at = 0; at < 12 && (await question.count()) > 0; at += 1) {
      const title = (await question.textContent()) ?? '';
      asked.push(title);
      await page.getByRole('button', { name: 'Skip' }).click();
      await expect(question.filter({ hasText: title })).toHaveCount(0);
    }
  }
  expect(asked.length).toBeGreaterThan(0);
  for (const title of asked)
    expect(title).not.toMatch(
      /is on the key|has the remote|is on the board|reader|frequency|door plate|built/,
    );
  await expectAccessible(page);
});

test('what is settled is taken with the answers as its reason, and no reason is typed', async ({ page }) => {
  await hangTag(page, 'merrowdale 2008 turn key spare one key works quarry end');
  await expect(page.getByText('Settled', { exact: true }).first()).toBeVisible();
  await expect(page.getByLabel('Why this one')).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Candidates' }).getByRole('radio')).toHaveCount(1);
  await page.getByRole('button', { name: /Take this one/ }).click();
  await expect(page.getByText('Chosen', { exact: true }).first()).toBeVisible();
});

test('the VIN is read at the call: its make where none is told, and what does not fit at once', async ({
  page,
}) => {
  await page.goto('/jobs/new');
  const vin = withCheckDigit('0HVMD4KA0JH012734');
  await line(page).fill(`vin ${vin.slice(0, 3)} ${vin.slice(3, 9)} ${vin.slice(9)} spare`);
  await expect(page.getByText(/The VIN says: Halvorn, sold in Meres, model year 2018/)).toBeVisible();
  await expect(page.getByRole('button', { name: /make.*Halvorn/ })).toBeVisible();
  await line(page).fill(`fenholt spare ${vin}`);
  await expect(page.getByText('The caller says Fenholt, the VIN is of Halvorn.')).toBeVisible();
  const wrong = vin.slice(0, 8) + (vin[8] === '1' ? '2' : '1') + vin.slice(9);
  await line(page).fill(`halvorn merrowdale spare ${wrong}`);
  await expect(
    page.getByText('The VIN does not pass its check digit, so its year is not used.'),
  ).toBeVisible();
});

test('buttons that the caller remembers are kept with the job and counted with their doubt', async ({
  page,
}) => {
  await hangTag(page, 'merrowdale 2019 push start lost both it had 3 buttons quarry end');
  const answers = page.getByRole('list', { name: 'Answers' });
  await expect(answers).toContainText('Buttons 3');
  await expect(answers).toContainText('not sure');
});
