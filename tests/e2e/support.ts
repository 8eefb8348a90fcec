import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Page } from '@playwright/test';
import { steady as untilReady } from '../../scripts/lib/steady.mjs';

export const passcodes: Record<string, string> = {
  'Imre Pellimoor': 'kiln-ochre-41',
  'Sunniva Aasgren': 'glaze-slip-27',
  'Dacre Omolade': 'clay-tag-63',
};

/** A page that is ready when it is shown, and whose words are those that are seen. */
export function steady(page: Page): Page {
  // What the one polite region says stands on the page already.
  const byText = page.getByText.bind(page);
  page.getByText = (...given) => byText(...given).and(page.locator(':not(#said)'));
  return untilReady(page);
}

/** A test whose page fails it when the console carries a content policy message or an uncaught error. */
export const test = base.extend<{ complaints: string[] }>({
  page: ({ page }, use) => use(steady(page)),
  complaints: [
    async ({ page }, use) => {
      const complaints: string[] = [];
      watch(page, complaints);
      await use(complaints);
      expect(complaints).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

export function watch(page: Page, complaints: string[]): void {
  page.on('console', (message) => {
    if (/Content Security Policy|Refused to/i.test(message.text())) complaints.push(message.text());
  });
  page.on('pageerror', (error) => complaints.push(error.message));
}

/** Sessions of this run by server and person: signing in anew for each test would meet the limit of the sign-in page. */
const sessions = new Map<string, Cookies>();
type Cookies = Awaited<ReturnType<ReturnType<Page['context']>['cookies']>>;

/** Signs in, or takes up the person's session of an earlier test while it stands. @param address of the page's server, where it is another one */
export async function signIn(
  page: Page,
  name = 'Sunniva Aasgren',
  address = process.env.E2E_ADDRESS,
): Promise<void> {
  const own = `${address} ${name}`;
  const kept = sessions.get(own);
  if (kept) {
    await page.context().addCookies(kept);
    await page.goto('/jobs');
    if (new URL(page.url()).pathname === '/jobs') return;
  }
  await page.goto('/sign-in');
  await page.getByRole('radio', { name: new RegExp(name) }).click();
  await page.getByLabel('Passcode').fill(passcodes[name] ?? '');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/jobs');
  sessions.set(own, await page.context().cookies());
}

/** Presses Tab until the element with this accessible name has the focus; the focus must be visible all the way. */
export async function tabTo(page: Page, name: RegExp, most = 90): Promise<void> {
  for (let presses = 0; presses < most; presses += 1) {
    await page.keyboard.press('Tab');
    const focused = await page.evaluate(() => {
      const element = document.activeElement as HTMLInputElement | null;
      if (!element || element === document.body) return undefined;
      const words = [
        element.getAttribute('aria-label'),
        ...[...(element.labels ?? [])].map((label) => label.textContent),
        element.textContent,
      ];
      const { outlineStyle, outlineWidth } = getComputedStyle(element);
      return {
        words: words.filter(Boolean).join(' | '),
        visible: outlineStyle !== 'none' && outlineWidth !== '0px',
      };
    });
    if (!focused) continue;
    expect(focused.visible, `focus is visible on ${focused.words}`).toBe(true);
    if (name.test(focused.words)) return;
  }
  throw new Error(`Tab does not reach ${name}`);
}

export const line = (page: Page) => page.getByLabel("The caller's words in one line");

/** Types a call, hangs the tag and gives the job's number. */
export async function hangTag(page: Page, words: string): Promise<string> {
  await page.goto('/jobs/new');
  await line(page).fill(words);
  await expect(page.getByRole('region', { name: 'What it takes' })).toBeVisible();
  await page.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL('**/identify');
  return page.url().split('/').at(-2) ?? '';
}

/** Takes the candidate that stands selected, with a reason where it is not settled. */
export async function takeCandidate(page: Page, reason: string): Promise<void> {
  const take = page.getByRole('button', { name: /Take this one/ });
  await take.waitFor();
  const why = page.getByLabel('Why this one');
  if (await why.isVisible()) await why.fill(reason);
  await take.click();
  await expect(page.getByText('Chosen', { exact: true }).first()).toBeVisible();
}

/** A job by a caller's line, its candidate taken, with person, papers and plate recorded. */
export async function atTheCar(page: Page, words: string): Promise<string> {
  const number = await hangTag(page, words);
  await page.goto(`/jobs/${number}/identify`);
  await takeCandidate(page, 'Seen on the blade');
  await recordRight(page, number);
  return number;
}

/** Person, papers and plate, seen at the car. */
export async function recordRight(page: Page, number: string, address = ''): Promise<void> {
  await page.goto(`${address}/jobs/${number}/on-site`);
  await page.getByLabel('Name on the document').fill('Odile Varga');
  await page.getByLabel('Number of the document').first().fill('D-771-4221');
  await page.getByLabel('The person is the one on the document').check();
  await page.getByLabel(/The VIN on the plate/).check();
  await page.getByLabel('Signed on paper instead').check();
  await page.getByRole('button', { name: /Record the right/ }).click();
  await expect(page.getByText(/The person and the plate fit\./)).toBeVisible();
}

/** Lets pieces of an article arrive in every van, since other tests take theirs from the same stock. */
export async function bringStock(page: Page, article: string, pieces: number): Promise<void> {
  await page.goto('/van');
  const form = page.locator('form').filter({ hasText: 'What happened' });
  for (const van of ['Coracle', 'Wherry']) {
    await form.getByLabel('Article').fill(article);
    await form.getByLabel('Pieces', { exact: true }).fill(String(pieces));
    await form.getByLabel('Where').selectOption({ label: van });
    await form.getByLabel('Note (may be empty)').fill(`For a test, ${van}`);
    await form.getByRole('button', { name: 'Write it' }).click();
    await expect(page.getByText(`For a test, ${van}`).first()).toBeVisible();
  }
}

/** A theme changes colours alone: what else axe looks at is the same in both. */
const ofColours = ['color-contrast', 'link-in-text-block'];

/** Axe finds nothing, in both themes. */
export async function expectAccessible(page: Page): Promise<void> {
  for (const theme of ['light', 'dark']) {
    await page.evaluate((value) => {
      document.documentElement.dataset.theme = value;
    }, theme);
    // A page that is just shown anew, since a job changed, has no title for a moment: what stays wrong is wrong.
    await expect(async () => {
      // In the page itself, since nothing here is in frames; and without what is right: five times as fast.
      const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
      const { violations } = await (theme === 'light' ? axe : axe.withRules(ofColours)).analyze();
      const found = violations.map(
        ({ id, nodes }) => `${theme} ${id}: ${nodes.map(({ target }) => target.join(' ')).join(', ')}`,
      );
      expect(found).toEqual([]);
    }).toPass({ timeout: 60_000 });
  }
  await page.evaluate(() => {
    document.documentElement.dataset.theme = 'auto';
  });
}
