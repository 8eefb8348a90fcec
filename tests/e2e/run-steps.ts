import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import type { Browser, Page } from '@playwright/test';
import { seededRandom } from '@/core/kinds/random';
import type { CarForRun } from '../support/runs';
import { atTheCar, expect, signIn, steady } from './support';

/** The step at hand. */
export const card = (page: Page) => page.getByRole('region', { name: 'The step at hand' });
export const answers = (page: Page) => page.getByText('● the server answers', { exact: true });

/** A job at the car with a route taken and its run begun by this device. */
export async function beginRun(page: Page): Promise<string> {
  await signIn(page);
  return takesRun(page);
}

/** The same for somebody who is signed in. @param knows how many keys of the ring the car is known to know */
export async function takesRun(
  page: Page,
  words = 'halvorn merrowdale 2018 push start lost both quarry end',
  route = /^AKL, adding/,
  knows = 0,
): Promise<string> {
  const number = await atTheCar(page, words);
  await page.goto(`/jobs/${number}/route`);
  await knowsKeys(page, knows);
  await page.getByRole('radio', { name: route }).first().click();
  const why = page.getByLabel('Why not the advised one');
  if (await why.isVisible()) await why.fill('As it was agreed');
  await page.locator('[data-main]').first().click();
  await expect(page.getByText('taken', { exact: true })).toBeVisible();
  await page.goto(`/jobs/${number}/program`);
  await page.getByRole('button', { name: /Begin the run/ }).click();
  await expect(card(page)).toBeVisible();
  await expect(answers(page)).toBeVisible();
  return number;
}

/** So many keys of the ring were tried: the car knows them. */
export async function knowsKeys(page: Page, many: number): Promise<void> {
  const untried = page.getByRole('complementary', { name: 'Ring' }).getByText('not tried yet');
  for (let left = many; left > 0; left -= 1) {
    const before = await untried.count();
    await untried.first().click();
    const sheet = page.getByRole('dialog');
    await sheet.getByLabel('Does the car know it').selectOption('yes');
    await sheet.locator('[data-main]').click();
    await expect(sheet).toBeHidden();
    await expect(untried).toHaveCount(before - 1);
  }
  if (many > 0) await page.reload();
}

/** Presses what goes well until a step of a kind is at hand; each one can be looked at before it is pressed. */
export async function goesTo(
  page: Page,
  until: RegExp,
  onStep: () => Promise<void> = async () => {},
): Promise<void> {
  for (let turn = 0; turn < 40; turn += 1) {
    await onStep();
    const text = (await card(page).textContent()) ?? '';
    if (until.test(text)) return;
    await press(page);
  }
  throw new Error(`no step ${until}`);
}

/** Presses what goes well until a wait burns down. */
export async function goesToWait(page: Page): Promise<void> {
  await goesTo(page, /^\s*wait · /);
  await expect(card(page).getByRole('timer')).toBeVisible();
}

/** Presses the main answer, and waits until something else is at hand. */
export async function press(page: Page): Promise<void> {
  // What was pressed before is done.
  await expect(card(page).locator('[aria-busy=true]')).toHaveCount(0);
  const before = await shown(page);
  const inTime = card(page).getByRole('button', { name: /^(All \d+ i|I)n time/ });
  await ((await inTime.count()) > 0 ? inTime : card(page).locator('[data-main]').first()).click();
  await expect.poll(() => shown(page)).not.toBe(before);
}

/** What the page says beside what the time alone changes. */
function shown(page: Page): Promise<string> {
  return page.locator('main').evaluate((main) => {
    const copy = main.cloneNode(true) as Element;
    for (const timed of copy.querySelectorAll('[role=timer], progress, [aria-label="What is ahead"]'))
      timed.remove();
    return copy.textContent ?? '';
  });
}

/** By what the made-up devices draw: whether they fail where nothing is wrong. */
function draws(seed: string, asked: number): { readonly away: boolean; readonly fails: boolean } {
  const fails = ['chip', 'ring', 'board', 'cartridge', 'server', 'module'].some((device) => {
    const random = seededRandom(`${seed}/${device}/${asked}`);
    random();
    return random() < 0.05;
  });
  return { away: seededRandom(`${seed}/way/${asked}`)() < 0.15, fails };
}

function seedWith(isAway: boolean): string {
  const firstAsked = Array.from({ length: 16 }, (_, at) => at + 1);
  for (let at = 0; at < 200_000; at += 1) {
    const seed = `${isAway ? 'away' : 'calm'} ${at}`;
    const fits = firstAsked.every((asked) => {
      const { away, fails } = draws(seed, asked);
      return away === (isAway && asked === 1) && !fails;
    });
    if (fits) return seed;
  }
  throw new Error('no such seed');
}

const seedCalm = seedWith(false);
const seedAway = seedWith(true);

export const tool = (page: Page) => page.getByRole('region', { name: 'Tool and bench car' });

/**
 * Puts a made-up car at the line of this device, with something wrong with it. Nothing else is left to chance: no device fails by itself.
 * @param isAway whether the server of key images cannot be reached when it is asked first
 */
export async function putsCar(page: Page, wrong: string, isAway = false): Promise<void> {
  const seed = isAway ? seedAway : seedCalm;
  await page.route(/\/car$/, async (route) => {
    const answer = await route.fetch();
    const json = await answer.json();
    if (json?.setup) json.setup.seed = seed;
    await route.fulfill({ response: answer, json });
  });
  await page.getByText('a made-up car at the line of this device').click();
  await page.getByLabel('What is wrong with it').selectOption(wrong);
  await page.getByRole('button', { name: 'Put it there' }).click();
  await expect(tool(page)).toBeVisible();
}

/** Tells the car, and leaves it to the tool to say what came of it. */
export async function tells(page: Page): Promise<void> {
  await expect(card(page).locator('[aria-busy=true]')).toHaveCount(0);
  const before = await card(page).getByRole('heading').textContent();
  await card(page).getByRole('button', { name: /^Go: / }).click();
  await expect(card(page).getByRole('heading')).not.toHaveText(before ?? '', { timeout: 30_000 });
}

/** Somebody signed in on the server whose clock runs fifteen times as fast: what takes its time at a car is soon over. */
export async function onQuickServer(
  browser: Browser,
  name: string,
  viewport: { width: number; height: number },
) {
  const baseURL = process.env.E2E_QUICK_ADDRESS ?? '';
  const context = await browser.newContext({ baseURL, viewport });
  const page = steady(await context.newPage());
  await signIn(page, name, baseURL);
  return { context, page };
}

/** A job at the car with a route taken, made by use-cases in the database of the page's server; its run is begun here. */
export async function takesRunOf(
  page: Page,
  car: CarForRun,
  database = process.env.E2E_QUICK_DATABASE,
): Promise<number> {
  const { stdout } = await promisify(execFile)(
    process.execPath,
    ['--import', 'tsx', 'tests/support/make-job-at-car.ts', JSON.stringify(car)],
    { env: { ...process.env, DATABASE_URL: database ?? '' } },
  );
  // A query that took long stands before it.
  const number = Number(/\d+$/.exec(stdout.trim())?.[0]);
  await page.goto(`/jobs/${number}/program`);
  await page.getByRole('button', { name: /Begin the run/ }).click();
  await expect(card(page)).toBeVisible();
  return number;
}
