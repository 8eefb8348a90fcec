import { startCluster } from '../../scripts/lib/postgres.mjs';
import { expect, expectAccessible, hangTag, signIn, test } from './support';

test('the database stops and starts under the running program', async ({ page }) => {
  await signIn(page);
  const number = await hangTag(page, 'pelmore 2012 turn key spare millrace one key works');
  await page.goto(`/jobs/${number}/call`);
  const cluster = await startCluster(process.env.E2E_CLUSTER ?? '', 'throwaway');
  await cluster.stop();
  try {
    // An edit is told that nothing was stored.
    await page.getByLabel('Name').fill('Odile Varga');
    await page.getByRole('button', { name: 'Keep the call' }).click();
    await expect(page.getByText(/database cannot be reached/)).toBeVisible();

    // A page says so.
    await page.goto(`/jobs/${number}/route`);
    await expect(page.getByRole('heading', { name: 'The database cannot be reached' })).toBeVisible();
    await expectAccessible(page);
  } finally {
    await cluster.start();
  }
  // And goes on by itself.
  await expect(page.getByRole('heading', { name: /^Advised:/ })).toBeVisible({ timeout: 30_000 });
  await page.goto(`/jobs/${number}/call`);
  await expect(page.getByLabel('Name')).toHaveValue('');
});
