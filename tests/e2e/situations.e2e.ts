import type { Page } from '@playwright/test';
import type { PlantedFault } from '@/core/benchcar/start/planted-faults';
import type { CarForRun } from '../support/runs';
import { RunDriver } from './run-driver';
import { card, onQuickServer, press, putsCar, takesRunOf, tool } from './run-steps';
import { expect, expectAccessible, signIn, steady, test } from './support';

const desk = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };
const worked = /^It worked: every key/;

async function fits(page: Page): Promise<void> {
  const widths = await page.evaluate(() => [document.documentElement.scrollWidth, innerWidth]);
  expect(widths[0]).toBeLessThanOrEqual(widths[1] ?? 0);
}

test('an AKL with a key forgotten in a bag is found, put away, and goes on to its end', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const { context, page } = await onQuickServer(browser, 'Sunniva Aasgren', desk);
  await takesRunOf(page, { platform: 'Heddle 2', route: 'aklAdd', known: 0 });
  await putsCar(page, 'forgottenKey');
  const driver = new RunDriver(page, 'forgottenKey');
  expect(await driver.goes()).toMatch(worked);
  expect(driver.mended).toEqual(['forgottenKey']);
  await expectAccessible(page);
  await context.close();
});

test('a valet taken for a master is told by its test before anything is opened, by keyboard alone', async ({
  browser,
}) => {
  const { context, page } = await onQuickServer(browser, 'Sunniva Aasgren', desk);
  await takesRunOf(page, { ...carOf('Shuttle 2', 'add'), known: 1 });
  const heading = card(page).getByRole('heading').first();
  for (let turn = 0; turn < 8 && !/: a master$/.test((await heading.textContent()) ?? ''); turn += 1) {
    const before = await heading.textContent();
    await page.keyboard.press('Alt+Enter');
    await expect(heading).not.toHaveText(before ?? '');
  }
  await expect(heading).toHaveText(/: a master$/);
  await card(page).getByRole('button', { name: /^No / }).focus();
  await page.keyboard.press('Enter');
  const causes = page.getByRole('region', { name: 'What may be behind it' });
  await expect(causes).toContainText('The known key is a valet and introduces none');
  await expectAccessible(page);
  await causes.getByRole('button', { name: /^Mended/ }).focus();
  await page.keyboard.press('Enter');
  const end = page.getByRole('region', { name: 'The end' });
  await expect(end.getByRole('heading')).toHaveText(/introduces none: a master, or a way that needs none/);
  await page.keyboard.press('Alt+Enter');
  await expect(page.getByText('After this attempt')).toBeVisible();
  await context.close();
});

test('a copy by listening at the ring on a phone, with another key on the same ring', async ({ browser }) => {
  test.setTimeout(300_000);
  const { context, page } = await onQuickServer(browser, 'Sunniva Aasgren', phone);
  await takesRunOf(page, { ...carOf('Selvedge', 'cloneRing'), known: 1 });
  await putsCar(page, 'sameRing');
  const driver = new RunDriver(page, 'sameRing', async () => {
    await fits(page);
  });
  expect(await driver.goes()).toBe('The copy starts the car, and so does the original');
  // Beats that came late by a slow machine speak for another cause first.
  expect(driver.mended.at(-1)).toBe('sameRing');
  await expectAccessible(page);
  await context.close();
});

test('a cartridge image whose server cannot be reached once: it is asked again, and nothing was paid', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const { context, page } = await onQuickServer(browser, 'Sunniva Aasgren', desk);
  await takesRunOf(page, { ...carOf('Damask', 'image'), known: 0 });
  await putsCar(page, 'nothing', true);
  let unreached = false;
  const driver = new RunDriver(page, null, async () => {
    unreached ||= /not to be reached: nothing is charged/i.test((await tool(page).textContent()) ?? '');
  });
  expect(await driver.goes()).toMatch(worked);
  expect(unreached).toBe(true);
  await context.close();
});

test('each kind of step on a phone: nothing is wider than it, and nothing keeps anybody from using it', async ({
  browser,
}) => {
  test.setTimeout(400_000);
  const context = await browser.newContext({ viewport: phone });
  const page = steady(await context.newPage());
  await signIn(page);
  const met = new Set<string>();
  for (const car of [carOf('Weft', 'onBoard'), carOf('Shuttle 4', 'add'), carOf('Heddle 2', 'aklAdd')]) {
    await takesRunOf(page, car, process.env.E2E_DATABASE);
    while (await card(page).isVisible()) {
      const kind = (await card(page).locator('[data-said] p').first().textContent())?.split(' · ')[0] ?? '';
      if (!met.has(kind)) await expectAccessible(page);
      met.add(kind);
      await fits(page);
      await press(page);
    }
  }
  const kinds = ['check', 'do', 'hold', 'watch', 'choose', 'pace', 'command', 'enter', 'in time', 'wait'];
  expect([...met].sort()).toEqual(kinds.sort());
  await context.close();
});

/** A car of a platform that a van of the demo world can go to, and the way it is gone. */
const cars: Readonly<Record<string, CarForRun>> = {
  'Heddle 1': { model: 'Isolinde', year: 2003, ignition: 'turn' },
  'Heddle 2': {},
  'Heddle 3': { year: 2021 },
  'Shuttle 2': { model: 'Stonebeck', year: 2008, ignition: 'turn' },
  'Shuttle 4': { model: 'Lindiven', year: 2020 },
  'Warp 5': { model: 'Lucienta', year: 2012, ignition: 'turn' },
  Batten: { model: 'Sedgewyn', year: 2010, ignition: 'turn' },
  Damask: { model: 'Nordavel' },
  Hopsack: { model: 'Glenmarrow', year: 1999, ignition: 'turn' },
  Lappet: { model: 'Corvaston', year: 2015, ignition: 'turn' },
  Raddle: { model: 'Hauliver', year: 2008, ignition: 'turn' },
  Selvedge: { model: 'Merrowdale', year: 2008, ignition: 'turn' },
  Weft: { model: 'Sedgewyn', year: 2004, ignition: 'turn' },
};

function carOf(platform: string, route: string): CarForRun {
  return { platform, route, ...cars[platform] };
}

/** Each fault with a way that it befalls, how many keys work, what was mended where, and how it ends. */
const faults: readonly (readonly [PlantedFault, string, string, number, RegExp])[] = [
  ['wrongChip', 'Batten', 'add', 1, worked],
  ['notReset', 'Damask', 'image', 0, worked],
  ['weakCell', 'Heddle 2', 'add', 1, worked],
  ['lowVoltage', 'Heddle 3', 'add', 1, worked],
  ['memoryFull', 'Lappet', 'add', 1, /the known one was the oldest and is erased/],
  ['systemType', 'Heddle 1', 'add', 1, worked],
  ['pinBefore', 'Weft', 'add', 1, worked],
  ['looseLead', 'Warp 5', 'add', 1, worked],
  ['noAdapter', 'Raddle', 'add', 1, worked],
  ['linkLost', 'Heddle 2', 'add', 1, worked],
  ['toolStops', 'Heddle 2', 'add', 1, worked],
  ['showsNothing', 'Hopsack', 'onBoard', 1, worked],
  ['doorAjar', 'Heddle 3', 'add', 1, worked],
  ['bonnetSwitch', 'Batten', 'add', 1, /The bonnet switch is mended first/],
  ['deafButton', 'Shuttle 4', 'add', 1, /The start button does not read/],
  ['copiedKey', 'Weft', 'onBoard', 2, /The two keys are one to the car/],
  ['secondTry', 'Heddle 2', 'add', 1, worked],
];

test.describe('each fault of a made-up car is found and mended through the page, or stops and says why', () => {
  for (const [fault, platform, route, known, end] of faults)
    test(fault, async ({ browser }) => {
      test.setTimeout(300_000);
      const { context, page } = await onQuickServer(browser, 'Sunniva Aasgren', desk);
      await takesRunOf(page, { ...carOf(platform, route), known });
      await putsCar(page, fault);
      const driver = new RunDriver(page, fault);
      expect(await driver.goes()).toMatch(end);
      // System types are gone through without a search.
      expect(driver.mended.slice(0, 1)).toEqual(fault === 'systemType' ? [] : [fault]);
      await context.close();
    });
});
