import type { Page } from '@playwright/test';
import { knowsKeys } from './run-steps';
import { atTheCar, expect, expectAccessible, signIn, test } from './support';

const card = (page: Page) => page.getByRole('region', { name: 'The step at hand' });

/** What the page had the device say and sound, and hands that follow the figure. */
async function listens(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const heard = { said: [] as string[], sounds: [] as { at: number; now: number }[], lateMs: 0 };
    Object.assign(window, { heard });
    window.speechSynthesis.speak = ({ text }) => void heard.said.push(text);
    const { start } = OscillatorNode.prototype;
    OscillatorNode.prototype.start = function (at = 0) {
      heard.sounds.push({ at, now: this.context.currentTime });
      start.call(this, at);
    };
    // Hands that beat as the figure tells them; those that let go may be late.
    let before = '';
    new MutationObserver(() => {
      const word = document.querySelector('[data-figure]')?.textContent ?? '';
      const acts = /Now|Let go/.exec(word)?.[0] ?? '';
      if (acts === before) return;
      before = acts;
      if (acts === '') return;
      const beat = () =>
        document.body.dispatchEvent(
          new KeyboardEvent('keydown', { code: 'Space', key: ' ', bubbles: true, cancelable: true }),
        );
      if (acts === 'Let go') setTimeout(beat, heard.lateMs);
      else beat();
    }).observe(document, { subtree: true, childList: true, characterData: true });
  });
}

interface Heard {
  readonly said: readonly string[];
  readonly sounds: readonly { readonly at: number; readonly now: number }[];
  lateMs: number;
}

test('a sequence in time windows is counted out by sound and voice, and judged by the beats that come in', async ({
  page,
}) => {
  test.setTimeout(360_000);
  await listens(page);
  await signIn(page);
  const number = await atTheCar(page, 'aldrenmoss glenmarrow 2004 turn key spare two keys work quarry end');
  await page.goto(`/jobs/${number}/route`);
  await knowsKeys(page, 2);
  await page.getByRole('radio', { name: /On-board sequence/ }).click();
  await page.getByLabel('Why not the advised one').fill('It wants no tool');
  await page.getByRole('button', { name: 'Take this route' }).click();
  await expect(page.getByText('taken', { exact: true })).toBeVisible();
  await page.goto(`/jobs/${number}/program`);
  await page.getByRole('button', { name: /Begin the run/ }).click();
  const start = card(page).getByRole('button', { name: /^Start/ });
  for (let step = 0; step < 10 && !(await start.isVisible()); step += 1) {
    const before = await card(page).textContent();
    await card(page).locator('[data-main]').first().click();
    await expect.poll(() => card(page).textContent()).not.toBe(before);
  }
  await expect(card(page).getByRole('listitem')).toHaveCount(4);
  await expectAccessible(page);

  // The one that is let go too late is named, and by how much.
  await page.evaluate(() => {
    (window as unknown as { heard: Heard }).heard.lateMs = 1600;
  });
  await page.keyboard.press(' ');
  await expect(page.locator('[data-figure]')).toContainText('Get ready');
  const heard = () => page.evaluate(() => (window as unknown as { heard: Heard }).heard);
  const { sounds } = await heard();
  expect(sounds.length).toBeGreaterThan(15);
  // All of them are laid on the audio clock before the first is due.
  for (const { at, now } of sounds) expect(at - now).toBeGreaterThanOrEqual(0.1);
  await expect(card(page).getByText('by your beats')).toBeVisible({ timeout: 120_000 });
  await expect(card(page).getByRole('listitem').first()).toContainText(/beat 2 came \d\.\d s too late/);
  await expect(card(page).locator('[data-main]')).toHaveText(/Late, or lost count at 1/);
  expect((await heard()).said).toEqual([
    "1 Owner's on for eight to eleven seconds, then off",
    'Boot shut',
    '2 Spare on for three to five seconds, then off',
    '3 New on while the wipers still run',
  ]);

  // It goes round until it is stopped, for whoever has no hand to start it.
  await card(page)
    .getByRole('button', { name: /Again and again/ })
    .click();
  await expect(page.locator('[data-figure]')).toBeVisible();
  await expectAccessible(page);
  await card(page).getByRole('button', { name: 'Stop counting' }).click();

  // And once more, with hands that are in time.
  await page.evaluate(() => {
    (window as unknown as { heard: Heard }).heard.lateMs = 0;
  });
  await card(page)
    .getByRole('button', { name: /From the start again/ })
    .click();
  await expect(page.locator('[data-figure]')).toBeVisible();
  await expect(card(page).getByText('all in time')).toBeVisible({ timeout: 120_000 });
  await card(page).getByRole('button', { name: 'All 4 in time' }).click();
  await expect(card(page)).toContainText('watch');
});
