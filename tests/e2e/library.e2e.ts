import { writeFileSync } from 'node:fs';
import { listNames, listOf } from '@/core/catalogue/lists/lists';
import { expect, expectAccessible, hangTag, signIn, takeCandidate, test } from './support';

test.beforeEach(async ({ page }) => {
  await signIn(page);
});

test('a split inside a model year is settled by the mark that is stamped on the key', async ({ page }) => {
  await hangTag(page, 'merrowdale 2019 push start spare one key works quarry end');
  await page.getByRole('radio', { name: 'At the car' }).click();
  await page.waitForURL(/stand=car/);
  await expect(page.getByRole('heading', { name: 'Which mark is on the key?' })).toBeVisible();
  const strip = page.getByRole('region', { name: 'Strip of years' });
  await expect(strip.getByRole('listitem').filter({ hasText: '2019' })).toContainText('build month');
  await page.getByRole('button', { name: /^A notch at the foot of the blade/ }).click();
  await expect(page.getByRole('list', { name: 'Answers' })).toContainText('A notch at the foot of the blade');
  await expect(page.getByRole('columnheader').nth(1)).toContainText('2016 to April 2019');
  // Asked again, nobody can tell, and the candidates are as they were.
  await page.getByRole('button', { name: 'Ask again: Mark on the key' }).click();
  await expect(page.getByRole('columnheader').nth(1)).toContainText('May 2019 to 2024');
  await page.getByRole('button', { name: 'Cannot tell' }).click();
  await expect(page.getByRole('list', { name: 'Answers' })).toContainText('cannot tell');
  await expect(page.getByRole('columnheader').nth(1)).toContainText('May 2019 to 2024');
  await expect(page.getByRole('heading', { name: 'Which mark is on the key?' })).toBeHidden();
});

test('every list can be reached from the page of the library', async ({ page }) => {
  await page.goto('/library');
  for (const name of listNames)
    await expect(
      page.locator(`a[href="/library/${name}"]`).filter({ hasText: listOf(name).title }),
    ).toBeVisible();
  await page.getByRole('link', { name: /Rank tests/ }).click();
  await page.waitForURL('**/library/rank-tests');
});

test('facts that cannot both be true are said to contradict, with the likeliest one to be wrong', async ({
  page,
}) => {
  await hangTag(page, 'merrowdale 2008 turn key spare quarry end');
  await expect(page.getByText('Settled', { exact: true }).first()).toBeVisible();
  await page.getByRole('radio', { name: 'At the car' }).click();
  await page.waitForURL(/stand=car/);
  await page.getByLabel('What is seen').selectOption('two dots at the foot of the blade');
  await page.getByRole('button', { name: 'Add it' }).click();
  const notice = page.locator('[data-said]').filter({ hasText: 'What was told and seen does not' });
  await expect(notice).toContainText('Mark on the key: two dots at the foot of the blade');
  // What does not fit together is not said to be settled.
  await expect(page.getByText('Does not fit together', { exact: true })).toBeVisible();
  await expect(page.getByText('Settled', { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Ask again: Mark on the key' }).click();
  await expect(notice).toBeHidden();
});

test('a file with three bad rows is refused with line, column and reason; mended, it is stored', async ({
  page,
}, info) => {
  const bad = info.outputPath('blanks.csv');
  const header = 'article,keyway,seat\r\nBLANK-9501,Siskin 11,plain\r\n';
  writeFileSync(
    bad,
    `${header}BLANK-9502,No Such Bird,plain\r\nBLANK-9503,,plain\r\nBLANK-9504,Siskin 11\r\n`,
  );
  await page.goto('/library/import?list=blanks');
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByText('Choose a file.')).toBeVisible();
  await page.getByLabel('File', { exact: true }).setInputFiles(bad);
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByRole('heading', { name: '3 rows are wrong' })).toBeVisible();
  const rows = page.getByRole('region', { name: 'Rows that are wrong' }).getByRole('row');
  await expect(rows.nth(1)).toContainText(/3keywayNo keyway of this name/);
  await expect(rows.nth(2)).toContainText(/4keyway/);
  await expect(rows.nth(3)).toContainText(/5.*Expected 3 cells, got 2/);
  await expectAccessible(page);
  await page.goto('/library/blanks?q=BLANK-950');
  await expect(page.getByText('No row has all of')).toBeVisible();

  const good = info.outputPath('good.csv');
  writeFileSync(good, header);
  await page.goto('/library/import?list=blanks');
  await page.getByLabel('File', { exact: true }).setInputFiles(good);
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByRole('heading', { name: '1 added, 0 changed, 0 left as they are' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByText('Stored', { exact: true })).toBeVisible();
  await page.goto('/library/blanks?q=BLANK-9501');
  await expect(page.getByRole('link', { name: 'BLANK-9501' })).toBeVisible();
});

test('a list of one’s own is imported by saying which of its columns fills which, once', async ({ page }) => {
  await signIn(page);
  const own = (article: string) => ({
    name: 'own.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`Shelf;Our no.;Bird;Fit\r\nA 3;${article};Siskin 11;plain\r\n`),
  });
  await page.goto('/library/import?list=blanks');
  await page.getByLabel('File', { exact: true }).setInputFiles(own('BLANK-9801'));
  const columns = page.getByRole('region', { name: 'Columns' });
  await expect(columns).toBeVisible();
  await expect(page.getByText(/Nothing fills Article/)).toBeVisible();
  await expectAccessible(page);
  // By keyboard each is chosen; by pointer it is dragged.
  await columns.getByLabel('Column of the file for Article').selectOption('Our no.');
  await columns.getByLabel('Column of the file for Keyway').selectOption('Bird');
  const chip = page.getByRole('button', { name: 'Fit', exact: true });
  const row = columns.getByRole('row', { name: /^Seat/ });
  await chip.scrollIntoViewIfNeeded();
  const [from, to] = [await chip.boundingBox(), await row.boundingBox()];
  if (!from || !to) throw new Error('expected both on the screen');
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 30, from.y + 30);
  await page.mouse.move(to.x + 60, to.y + to.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(columns.getByLabel('Column of the file for Seat')).toHaveValue('Fit');
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByRole('heading', { name: '1 added, 0 changed, 0 left as they are' })).toBeVisible();
  await page.goto('/library/import?list=blanks');
  await page.getByLabel('File', { exact: true }).setInputFiles(own('BLANK-9802'));
  await expect(page.getByText(/it is as you said the last time/)).toBeVisible();
  await expect(columns.getByLabel('Column of the file for Seat')).toHaveValue('Fit');
});

test('a fact found at a car is corrected in the library, with the job as its source', async ({ page }) => {
  const number = await hangTag(page, 'halvorn merrowdale 2013 turn key spare one key works');
  await takeCandidate(page, 'The only one of these years');
  await page.goto(`/jobs/${number}/close`);
  await page.getByLabel('Chip', { exact: true }).selectOption('CHL80-Whitebeam');
  await page.getByRole('button', { name: 'Keep the facts' }).click();
  await expect(page.getByText(/Chip: found CHL80-Whitebeam, the library says CHL80-Rowan/)).toBeVisible();
  await page.getByLabel('Outcome').selectOption('wentElsewhere');
  await page.getByLabel(/Why, where the work was not done/).fill('The caller found another firm');
  await page.getByRole('button', { name: 'Close the job' }).click();
  await page.getByRole('link', { name: 'Settle it in the library' }).click();
  await page.waitForURL('**/library/conflicts');
  const card = page.getByRole('region', { name: 'Halvorn Merrowdale I: Chip' });
  await expect(card).toContainText(`K-${number}`);
  await expectAccessible(page);
  await card.getByRole('button', { name: /Correct to CHL80-Whitebeam/ }).click();
  await expect(card).toBeHidden();
  await page.goto('/library/applications?q=merrowdale turn 2011');
  await page
    .getByRole('link', { name: /Merrowdale/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'How sure' })).toBeVisible();
  await expect(page.getByText('CHL80-Whitebeam').first()).toBeVisible();
  // Undone again, for whoever looks next.
  await page.getByRole('button', { name: 'Undo this' }).click();
  await expect(page.getByText('Undone', { exact: true })).toBeVisible();
});

test('a row is changed by two people: the later one sees both and decides', async ({ page, browser }) => {
  const path = '/library/pockets?q=Glovebox';
  await page.goto(path);
  await page
    .getByRole('link', { name: /Glovebox/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Change it' }).click();
  await page.getByLabel('How', { exact: true }).fill('Key upright, buttons to the front');
  await page.getByRole('button', { name: 'Save the change' }).click();
  await expect(page.getByText('Say where you know it from')).toBeVisible();
  await page.getByLabel('Known from').first().fill('Handbook');
  await page.getByLabel('Why').first().fill('Tried twice');

  const context = await browser.newContext();
  const other = await context.newPage();
  await signIn(other, 'Imre Pellimoor');
  await other.goto(path);
  await other
    .getByRole('link', { name: /Glovebox/ })
    .first()
    .click();
  await other.getByRole('button', { name: 'Change it' }).click();
  await other.getByLabel('How', { exact: true }).fill('Key flat, logo up');
  await other.getByLabel('Known from').first().fill('K-1001');
  await other.getByLabel('Why').first().fill('Seen at the car');
  await other.getByRole('button', { name: 'Save the change' }).click();
  await expect(other.getByText(/Seen at the car\. Known from: K-1001/)).toBeVisible();
  await context.close();

  await page.getByRole('button', { name: 'Save the change' }).click();
  const alert = page.getByRole('alert').filter({ hasText: 'Nothing of yours was stored' });
  await expect(alert).toContainText('Key flat, logo up');
  await expectAccessible(page);
  await alert.getByRole('button', { name: 'Store mine over it' }).click();
  await expect(page.getByText(/Tried twice\. Known from: Handbook/)).toBeVisible();
});

test('the VIN bench marks the place, says it aloud in words, and mends it', async ({ page }) => {
  await page.goto('/benches/vin');
  const field = page.getByLabel('VIN', { exact: true });
  await field.fill('0HVMD42K4KHO12734');
  await expect(page.getByText(/Place 12: O is not a character of a VIN/)).toBeVisible();
  await page
    .getByRole('button', { name: /letter for a digit/ })
    .first()
    .click();
  await expect(field).toHaveValue('0HVMD42K4KH012734');
  await expect(page.getByText('Halvorn', { exact: false }).first()).toBeVisible();
  await expect(page.getByText('Hotel').first()).toBeVisible();
  await page.getByLabel('The other one').fill('????????4KH012735');
  await expect(page.getByText(/one slip/)).toBeVisible();
  await page.getByRole('link', { name: /Identify this car/ }).click();
  await page.waitForURL('**/benches/identify');
  await expect(page.getByRole('heading', { name: /Which Halvorn/ })).toBeVisible();
});
