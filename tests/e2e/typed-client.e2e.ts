import { execFile } from 'node:child_process';
import { cpSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import openapiTS, { astToString } from 'openapi-typescript';
import { expect, expectAccessible, signIn, test } from './support';

const root = process.cwd();
const run = promisify(execFile);

test('a program written against the types of the document opens a job, adds a work and books what arrived', async ({
  page,
}, testInfo) => {
  await signIn(page);
  await page.goto('/settings/tokens');
  await page.getByLabel('Which program').fill('Door desk');
  await page.getByLabel('As', { exact: true }).selectOption('locksmith');
  for (const scope of [/^Calls/, /^Works/, /^Stock/, /^Jobs/]) await page.getByLabel(scope).check();
  await page.getByRole('button', { name: 'Make the token' }).click();
  const token = (await page.locator('code.break-all').textContent()) ?? '';
  await expectAccessible(page);

  const document = await (await page.request.get('/api/v1/openapi.json')).text();
  // Inside the project, where its packages are found.
  const folder = join(root, '.kilnsman', 'test-results', `typed-client-${testInfo.parallelIndex}`);
  rmSync(folder, { recursive: true, force: true });
  cpSync(join(root, 'tests', 'support', 'typed-client'), folder, { recursive: true });
  writeFileSync(join(folder, 'api.d.ts'), astToString(await openapiTS(document)));
  await run(process.execPath, [join(root, 'node_modules', 'typescript', 'bin', 'tsc'), '-p', folder]);
  const { stdout } = await run(process.execPath, [
    '--import',
    'tsx',
    join(folder, 'program.ts'),
    new URL(page.url()).origin,
    token,
  ]);
  const said = JSON.parse(stdout);
  const number = said.numbers[0];
  expect(said).toMatchObject({
    numbers: [number, number, number],
    read: { make: 'Fenholt', model: 'Dapplemere', year: 2014 },
    works: [{ name: said.name, count: 2 }],
    openedBy: 'Door desk, for Sunniva Aasgren',
    stale: [409, expect.stringContaining('Door desk changed this job meanwhile')],
    lies: [said.lay + 3, said.lay + 3],
    another: [422, expect.stringContaining('another request')],
  });
  expect(said.versions[1]).toBe(said.versions[0]);

  // What it did is on the job, and on record under its name.
  await page.goto(`/jobs/${number}/quote`);
  await expect(page.getByText(said.name).first()).toBeVisible();
  await page.goto('/van');
  await expect(page.getByText('Door desk').first()).toBeVisible();
});
