import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import type { Browser, Page } from '@playwright/test';
import { decodeBlade } from '@/core/blade/decode';
import { gaugeSheet } from '@/core/blade/gauge-sheet';
import { packBittings } from '@/core/blade/packed';
import { spacesOf } from '@/core/blade/spec';
import { formatBitting } from '@/core/catalogue/bitting';
import { seededRandom } from '@/core/kinds/random';
import { drillKeyways, shiftedReadings } from '../support/blade-drill';
import { expect, expectAccessible, hangTag, signIn, takeCandidate, test } from './support';

const keyways = drillKeyways();
const keywayOf = (name: string) => {
  const found = keyways.find((one) => one.name === name);
  if (!found) throw new Error(`the demo world has no keyway ${name}`);
  return found;
};
const cutsOf = (name: string, bitting: readonly number[]) =>
  spacesOf(keywayOf(name).blade).map(({ cuts }, space) => cuts[(bitting[space] ?? 1) - 1] ?? 0);
const field = (page: Page, face: string, space: number) =>
  page.getByLabel(`Face ${face}, space ${space}`, { exact: true });

/** Pastes a whole row into the first field of a face. */
async function paste(page: Page, face: string, readings: readonly number[]): Promise<void> {
  await field(page, face, 1).focus();
  await page.evaluate(
    (text) => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text', text);
      document.activeElement?.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }),
      );
    },
    readings.map((reading) => reading.toFixed(2)).join('\t'),
  );
}

const ownOrigin = (page: Page) => ({ origin: new URL(page.url()).origin });
const grouped = (bitting: readonly number[]) => formatBitting(bitting).replace(/(.{4})(?=.)/g, '$1 ');

test('a worn copy of a copy is known as one, and leads to its code once the papers are shown', async ({
  page,
}) => {
  await signIn(page);
  const number = await hangTag(page, 'merrowdale 2018 push start spare one key works');
  await page.goto(`/jobs/${number}/blade`);
  await expect(page.getByText('Which blade this car takes is not settled')).toBeVisible();
  await page.goto(`/jobs/${number}/identify`);
  await takeCandidate(page, 'Seen on the blade');
  await page.goto(`/jobs/${number}/blade`);
  const name = (await page.getByRole('heading', { name: 'Locks of this car' }).count())
    ? ((await page
        .getByText(/^[A-Z][a-z]+ \d+$/)
        .filter({ visible: true })
        .first()
        .textContent()) ?? '')
    : '';
  const keyway = keywayOf(name);
  const bitting = keyway.series[411] ?? [];
  const beyond = (keyway.blade.cutter?.flatMm ?? 0) / 2 + 0.2;
  const readings = shiftedReadings(seededRandom('copy'), keyway, bitting, beyond).map((one) => one ?? 0);
  await paste(page, 'A', readings);
  await expect(page.getByText(/a copy of a copy: its cuts lie about/)).toBeVisible();
  await expect(page.getByText(grouped(bitting)).first()).toBeVisible();
  await page.getByRole('button', { name: 'Take the likeliest bitting' }).click();
  await expect(page.getByText(/of 12,000 codes fit/)).toBeVisible();
  await expect(
    page
      .getByText(/record at Prepare/)
      .filter({ visible: true })
      .first(),
  ).toBeVisible();
  await expect(page.getByRole('region', { name: 'Codes that fit' })).toBeHidden();
  await expectAccessible(page);

  await page.goto(`/jobs/${number}/prepare`);
  await page.getByLabel('Name on the document').fill('Odile Varga');
  await page.getByRole('button', { name: 'Record the papers' }).click();
  await expect(page.getByText('a picture sent, looked at and not kept')).toBeVisible();
  await page.goto(`/jobs/${number}/blade`);
  await paste(page, 'A', readings);
  await page.getByRole('button', { name: 'Take the likeliest bitting' }).click();
  const row = page.getByRole('row', { name: new RegExp(grouped(bitting)) });
  await expect(row.getByText('412')).toBeVisible();
  await row.getByRole('button', { name: 'Keep code and bitting' }).click();
  const known = page.getByRole('heading', { name: 'Known of this blade' }).locator('..');
  await expect(known.getByText('Key code 1')).toBeVisible();
  await expect(known.getByText(/^Bitting \d$/)).toBeVisible();
  await expect(page.getByRole('link', { name: /Blade/ }).filter({ hasText: 'Bitting kept' })).toBeVisible();
});

test('two faces that differ are shown with the space to read again, and a second reading settles it', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/benches/blade?keyway=Wagtail%2010');
  const keyway = keywayOf('Wagtail 10');
  const bitting = keyway.series[77] ?? [];
  const clean = cutsOf('Wagtail 10', bitting).map((cut) => cut + 0.04);
  await page.getByLabel('What may be meant').selectOption('any');
  await paste(page, 'A', clean);
  // Dirt on one space of the other face makes it half a step shallower.
  const space = bitting.findIndex((depth) => depth > 1);
  await paste(
    page,
    'B',
    clean.map((reading, at) => (at === space ? reading - 0.16 : reading)),
  );
  await expect(page.getByText(`Space ${space + 1}`, { exact: true })).toBeVisible();
  await expect(page.getByText(/the two faces differ by 0\.16 mm\./)).toBeVisible();
  await field(page, 'B', space + 1).fill((clean[space] ?? 0).toFixed(2));
  await expect(page.getByText('Nothing: another reading would hardly change it.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Likeliest bitting' })).toBeVisible();
  await expect(page.getByText(grouped(bitting)).first()).toBeVisible();
});

test('a stamped number from a replaced part fits the door and not the ignition', async ({ page }) => {
  await signIn(page);
  const number = await hangTag(page, 'merrowdale 2009 turn key spare one key works');
  await page.goto(`/jobs/${number}/identify`);
  await takeCandidate(page, 'Seen on the blade');
  await page.goto(`/jobs/${number}/blade`);
  await expect(page.getByText('A number stands on the housing of the door lock')).toBeVisible();
  await expect(page.getByText(/The part may have been changed/)).toBeVisible();
  const keyway = keywayOf('Wagtail 10');
  const bitting = keyway.series[300] ?? [];
  await paste(page, 'A', cutsOf('Wagtail 10', bitting));
  await expect(page.getByText(grouped(bitting)).first()).toBeVisible();
  // The door holds spaces 1 to 7; the number's last three are another lock's.
  const stamped = bitting.map((depth, at) => (at === 8 ? (depth % 4) + 1 : depth));
  await page.getByLabel('Bitting of the number').fill(formatBitting(bitting));
  await expect(page.getByText('It is the bitting of this key.')).toBeVisible();
  await page.getByLabel('Bitting of the number').fill(formatBitting(stamped));
  await expect(page.getByText(/at space 9\. It fits driver's door, .* and not ignition/)).toBeVisible();
  await expect(page.getByText(/Do not cut the ignition by it/)).toBeVisible();
  await page.getByLabel('Bitting of the number').fill('12');
  await expect(page.getByText(/Expected 10 depths/)).toBeVisible();
});

test('readings are typed fast, dragged, read by the devices and hung on a job; bad ones are named', async ({
  page,
}) => {
  await signIn(page);
  const number = await hangTag(page, 'halvorn merrowdale 2018 push start spare one key works');
  await page.goto('/benches/blade?keyway=Siskin%2011');
  // A reading that is complete hands over to the next field, with a comma as well.
  await field(page, 'A', 1).focus();
  await page.keyboard.type('0,650.05');
  await expect(field(page, 'A', 1)).toHaveValue('0,65');
  await expect(field(page, 'A', 2)).toHaveValue('0.05');
  await expect(field(page, 'A', 3)).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(field(page, 'A', 4)).toBeFocused();
  await page.keyboard.type('abc');
  await expect(page.getByText('Space 4 of face A is no number.')).toBeVisible();
  await field(page, 'A', 4).fill('19');
  await field(page, 'A', 5).fill('0.65');
  await expect(page.getByText(/Space 4 of face 1 is off the blade: 19\.00 mm/)).toBeVisible();
  await page.getByRole('button', { name: 'Clear the readings' }).click();
  // Thousandths are the same lengths.
  await field(page, 'A', 1).fill('0.65');
  await page.getByRole('radio', { name: 'thou' }).click();
  await expect(field(page, 'A', 1)).toHaveValue('25.6');
  await page.getByRole('radio', { name: 'mm', exact: true }).click();
  // On the drawing: pressed where the third depth of a space lies.
  await page.getByRole('button', { name: 'Clear the readings' }).click();
  const drawing = page.getByRole('img', { name: /^Siskin 11/ });
  const box = await drawing.boundingBox();
  if (!box) throw new Error('expected a drawing');
  await drawing.click({ position: { x: box.width / 2, y: box.height / 2 } });
  const filled = await page.evaluate(
    () =>
      [...document.querySelectorAll<HTMLInputElement>('[data-place]')].filter(({ value }) => value).length,
  );
  expect(filled).toBe(1);
  // The photograph leaves a space of each face, the gauge reads it.
  await page.getByRole('button', { name: 'Clear the readings' }).click();
  await page.getByRole('button', { name: 'Read by photograph' }).click();
  await expect(page.getByRole('heading', { name: 'Likeliest bitting' })).toBeVisible();
  const blank = await page.evaluate(
    () => document.querySelector<HTMLInputElement>('[data-place][value=""]')?.ariaLabel ?? '',
  );
  expect(blank).toMatch(/^Face A/);
  await page.getByLabel(blank, { exact: true }).focus();
  await expect(async () => {
    await page.keyboard.press('g');
    await expect(page.getByLabel(blank, { exact: true })).not.toHaveValue('', { timeout: 2000 });
  }).toPass();
  await expectAccessible(page);

  await page.getByLabel('Hang it on a job').fill('K-999999');
  await page.getByRole('button', { name: /Use it in a job/ }).click();
  await expect(page.getByText('There is no job K-999999.')).toBeVisible();
  await page.getByLabel('Hang it on a job').fill(number);
  await page.getByRole('button', { name: /Use it in a job/ }).click();
  await page.getByRole('link', { name: 'Go to its blade' }).click();
  await page.waitForURL(`**/jobs/${number}/blade`);
  await page.goto(`/jobs/${number}/prepare`);
  await expect(page.getByText('Bitting 1')).toBeVisible();
});

test('a caliper that says what is left leads to the same bitting', async ({ page }) => {
  await signIn(page);
  await page.goto('/benches/blade?keyway=Dunnock%208');
  const bitting = keywayOf('Dunnock 8').series[900] ?? [];
  await page.getByLabel('Readings say').selectOption('left');
  // Both edges are cut: 8.6 mm less twice the depth.
  await paste(
    page,
    'A',
    cutsOf('Dunnock 8', bitting).map((cut) => 8.6 - 2 * (cut + 0.02)),
  );
  await expect(page.getByRole('heading', { name: 'Likeliest bitting' })).toBeVisible();
  await expect(page.getByText(grouped(bitting)).first()).toBeVisible();
  await page.getByLabel('Readings say').selectOption('cut');
  await expect(field(page, 'A', 1)).toHaveValue(((cutsOf('Dunnock 8', bitting)[0] ?? 0) + 0.02).toFixed(2));
});

test('the decode of the page is the one of the API', async ({ page }) => {
  await signIn(page);
  const keyway = keywayOf('Fieldfare 10');
  const faces = [cutsOf('Fieldfare 10', keyway.series[5] ?? []).map((cut, at) => cut + 0.01 * at)];
  const answer = await page.request.post('/api/v1/blade/decode', {
    headers: ownOrigin(page),
    data: {
      keyway: 'Fieldfare 10',
      unit: 'mm',
      faces: faces.map((readings) => ({ readings })),
      series: keyway.series.map((one) => formatBitting(one)),
    },
  });
  const own = decodeBlade({ blade: keyway.blade, faces, series: packBittings(keyway.series, 10) });
  const { ranked } = await answer.json();
  expect(ranked[0]).toMatchObject({ bitting: own.ranked[0]?.bitting, series: 5 });
  expect(ranked[0].probability).toBeCloseTo(own.ranked[0]?.probability ?? 0, 9);
});

test('a decode goes on in a worker, one at a time', async ({ page }) => {
  await signIn(page);
  await page.goto('/benches/blade?keyway=Siskin%2011');
  const readings = cutsOf('Siskin 11', keywayOf('Siskin 11').series[9] ?? []);
  await paste(page, 'A', readings);
  await expect(page.getByRole('heading', { name: 'Likeliest bitting' })).toBeVisible();
  await expect.poll(() => page.workers().length).toBe(1);
  // With another series another worker; the earlier one is gone.
  await page.getByLabel('What may be meant').selectOption('any');
  await expect(page.getByText('by readings and MACS, no series used')).toBeVisible();
  await expect.poll(() => page.workers().length).toBe(1);
});

test('the gauge is true to scale: its bar at 600 dpi, a flat at 2,400', async ({ page, browser }) => {
  await signIn(page);
  const headers = ownOrigin(page);
  const taken = await page.request.post('/api/v1/blade/gauge', {
    headers,
    data: { keyway: 'Dunnock 8', bitting: '13241231', unit: 'mm', file: 'svg' },
  });
  expect(taken.status()).toBe(200);
  const svg = await taken.text();
  const bar = await barOf(browser, svg);
  expect(bar).toBeGreaterThan(49.8);
  expect(bar).toBeLessThan(50.2);
  // The fourth cut is the deepest; the keyway's flat is 0.8 mm.
  const cutter = keywayOf('Dunnock 8').blade;
  const flat = await flatOf(browser, svg, cutter.rows[0]?.spacesMm[3] ?? 0, cutter.rows[0]?.cuts[3] ?? 0);
  expect(flat).toBeGreaterThan(0.78);
  expect(flat).toBeLessThan(0.82);
  const pdf = await page.request.post('/api/v1/blade/gauge', {
    headers,
    data: { keyway: 'Dunnock 8', unit: 'thousandths', file: 'pdf' },
  });
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  const barOnPaper = await barOfPdf(await pdf.body());
  expect(barOnPaper).toBeGreaterThan(49.8);
  expect(barOnPaper).toBeLessThan(50.2);
  for (const [data, status] of [
    [{ keyway: 'Ostrich 3', unit: 'mm', file: 'svg' }, 409],
    [{ keyway: 'Dunnock 8', bitting: '13', unit: 'mm', file: 'svg' }, 409],
    [{ keyway: 'Dunnock 8', unit: 'ells', file: 'svg' }, 400],
  ] as const)
    expect((await page.request.post('/api/v1/blade/gauge', { headers, data })).status()).toBe(status);
});

const inch = 25.4;

/** A picture of a part of a drawing at so many dots an inch, as the brightness of its dots, row by row. */
async function rasterised(
  browser: Browser,
  svg: string,
  { dpi, style, clip }: { dpi: number; style: string; clip: (page: Page) => Promise<Box> },
): Promise<number[][]> {
  const context = await browser.newContext({
    deviceScaleFactor: dpi / 96,
    viewport: { width: 800, height: 900 },
  });
  const page = await context.newPage();
  await page.setContent(`<style>${style}</style><body style="margin:0">${svg}</body>`);
  const picture = (await page.screenshot({ clip: await clip(page) })).toString('base64');
  const rows = await page.evaluate(async (data) => {
    const image = new Image();
    image.src = `data:image/png;base64,${data}`;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = image.width;
    canvas.height = image.height;
    const drawn = canvas.getContext('2d');
    if (!drawn) return [];
    drawn.drawImage(image, 0, 0);
    return Array.from({ length: image.height }, (_, y) => {
      const { data: dots } = drawn.getImageData(0, y, image.width, 1);
      return Array.from({ length: image.width }, (_dot, x) => dots[x * 4] ?? 255);
    });
  }, picture);
  await context.close();
  return rows;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

function longestRun(row: readonly number[], holds: (dot: number) => boolean): number {
  let [run, longest] = [0, 0];
  for (const dot of row) {
    run = holds(dot) ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return longest;
}

/** How long the calibration bar is, in mm. */
async function barOf(browser: Browser, svg: string): Promise<number> {
  const dpi = 600;
  const rows = await rasterised(browser, svg, {
    dpi,
    style: '',
    clip: async (page) => {
      const place = await page.evaluate(() => {
        const bar = [...document.querySelectorAll('path')].find(
          (path) => Math.abs(path.getBoundingClientRect().width - (50 * 96) / 25.4) < 1,
        );
        const box = bar?.getBoundingClientRect();
        return box ? { x: box.x, y: box.y } : null;
      });
      if (!place) throw new Error('expected a bar of 50 mm');
      return { x: Math.floor(place.x) - 8, y: Math.floor(place.y) - 1, width: 210, height: 3 };
    },
  });
  return (Math.max(...rows.map((row) => longestRun(row, (dot) => dot < 96))) * inch) / dpi;
}

/** The same on the PDF, as a printer takes it. */
async function barOfPdf(pdf: Buffer): Promise<number> {
  const dpi = 600;
  const { blade, profile, widthMm, lengthMm } = keywayOf('Dunnock 8');
  const sheet = gaugeSheet('Dunnock 8', {
    blade,
    shape: { profile, widthMm, lengthMm },
    bitting: null,
    inUnit: String,
  });
  const bar = sheet.parts.find((part) => part.kind === 'line' && part.of === 'bar');
  const [from] = bar?.kind === 'line' ? bar.points : [];
  if (!from) throw new Error('expected a bar on the sheet');
  const folder = mkdtempSync(join(tmpdir(), 'kilnsman-gauge-'));
  const file = join(folder, 'gauge.pdf');
  writeFileSync(file, pdf);
  const dots = (mm: number) => Math.round((mm * dpi) / inch);
  // The page has a margin of 12 mm.
  const part = ['-x', dots(12 + from.x - 4), '-y', dots(12 + from.y - 0.4), '-W', dots(58), '-H', dots(0.8)];
  const { stdout } = await promisify(execFile)(
    'pdftoppm',
    ['-gray', '-r', String(dpi), ...part.map(String), file],
    {
      encoding: 'buffer',
      maxBuffer: 5_000_000,
    },
  );
  rmSync(folder, { recursive: true });
  const [head = ''] = /^P5\s+\d+\s+\d+\s+255\s/.exec(stdout.subarray(0, 40).toString('latin1')) ?? [];
  const width = Number(head.split(/\s+/)[1]);
  const rows = Array.from({ length: Math.floor((stdout.length - head.length) / width) }, (_, y) => [
    ...stdout.subarray(head.length + y * width, head.length + (y + 1) * width),
  ]);
  return (Math.max(...rows.map((row) => longestRun(row, (dot) => dot < 96))) * inch) / dpi;
}

/** How wide the flat is of a cut that lies so far from the stop, in mm: what is left white over the metal, down to its depth. */
async function flatOf(browser: Browser, svg: string, fromStopMm: number, depthMm: number): Promise<number> {
  const dpi = 2400;
  const px = (mm: number) => (mm * 96) / inch;
  const rows = await rasterised(browser, svg, {
    dpi,
    style: 'path[fill=none], text { display: none }',
    clip: async (page) => {
      // The first piece of metal is the blade at 1:1; its bow stands 5 mm before the stop.
      const place = await page.evaluate(() => {
        const box = document.querySelector('path[fill="#eeeeee"]')?.getBoundingClientRect();
        return box ? { x: box.x, y: box.y } : null;
      });
      if (!place) throw new Error('expected metal');
      // A part of a page is taken by whole points of it.
      return {
        x: Math.floor(place.x + px(5 + fromStopMm - 1.5)),
        y: Math.floor(place.y + px(depthMm - 0.5)),
        width: Math.ceil(px(3)),
        height: Math.ceil(px(0.9)),
      };
    },
  });
  const white = rows.map((row) => longestRun(row, (dot) => dot > 247));
  const bottom = white.findLastIndex((run) => run > 20);
  // The sides lean: from two rows above to where the metal begins.
  const [near, far] = [white[bottom - 10] ?? 0, white[bottom - 40] ?? 0];
  return ((near - ((far - near) / 30) * 10.5) * inch) / dpi;
}
