import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { chromium, type Page } from '@playwright/test';
import { prepareZXingModule, writeBarcode } from 'zxing-wasm/writer';
import { withCheckDigit } from '@/core/vin/check-digit';
import { expect, expectAccessible, hangTag, signIn, steady, test, watch } from './support';

const wasm = createRequire(import.meta.url).resolve('zxing-wasm/writer/zxing_writer.wasm');
prepareZXingModule({ overrides: { wasmBinary: new Uint8Array(readFileSync(wasm)).buffer } });

const vin = withCheckDigit('0HVMD42K4KH012734');

/** A picture of a barcode as the browser's camera shows it: one frame of 640 by 480, over and over. */
async function filmOf(page: Page, text: string, format: 'DataMatrix' | 'Code128'): Promise<string> {
  const { svg } = await writeBarcode(text, { format, scale: 4 });
  const grey = await page.evaluate(async (drawing) => {
    const picture = new Image();
    picture.src = `data:image/svg+xml;base64,${btoa(drawing)}`;
    await picture.decode();
    const canvas = new OffscreenCanvas(640, 480);
    const drawn = canvas.getContext('2d');
    if (!drawn) throw new Error('no canvas');
    drawn.fillStyle = 'white';
    drawn.fillRect(0, 0, 640, 480);
    const scale = Math.min(520 / picture.width, 360 / picture.height);
    const [width, height] = [picture.width * scale, picture.height * scale];
    drawn.imageSmoothingEnabled = false;
    drawn.drawImage(picture, (640 - width) / 2, (480 - height) / 2, width, height);
    const { data } = drawn.getImageData(0, 0, 640, 480);
    let bytes = '';
    for (let at = 0; at < data.length; at += 4) bytes += String.fromCharCode(data[at] ?? 0);
    return btoa(bytes);
  }, svg);
  const file = test.info().outputPath(`${format}.y4m`);
  writeFileSync(
    file,
    Buffer.concat([
      Buffer.from('YUV4MPEG2 W640 H480 F10:1 Ip A1:1 C420jpeg\nFRAME\n'),
      Buffer.from(grey, 'base64'),
      Buffer.alloc(2 * 320 * 240, 128),
    ]),
  );
  return file;
}

/** A browser whose camera shows a film. */
async function withCamera(film: string | undefined) {
  const { launchOptions } = test.info().project.use;
  const browser = await chromium.launch({
    ...launchOptions,
    args: [
      ...(launchOptions?.args ?? []),
      '--use-fake-ui-for-media-stream',
      ...(film ? ['--use-fake-device-for-media-stream', `--use-file-for-fake-video-capture=${film}`] : []),
    ],
  });
  const context = await browser.newContext({
    baseURL: process.env.E2E_ADDRESS,
    viewport: { width: 390, height: 844 },
  });
  return { browser, page: steady(await context.newPage()) };
}

for (const format of ['DataMatrix', 'Code128'] as const)
  test(`the VIN of a ${format} is read by camera, held against the job, and found by its plate`, async ({
    page: plain,
  }) => {
    const { browser, page } = await withCamera(await filmOf(plain, `I${vin}`, format));
    const complaints: string[] = [];
    watch(page, complaints);
    await signIn(page);
    const number = await hangTag(page, 'merrowdale 2018 push start spare one key works quarry end');
    await page.goto(`/jobs/${number}/on-site`);
    await page.getByRole('button', { name: 'Read the VIN by camera' }).click();
    await expect(page.getByLabel('VIN on the car')).toHaveValue(vin);
    await expect(page.getByRole('dialog')).toHaveCount(0);
    // Ring and count stand first, what is seldom wanted is folded.
    const top = async (name: string) => (await page.getByRole('heading', { name }).boundingBox())?.y ?? 0;
    expect(await top('Ring')).toBeLessThan(await top('Person, papers and plate'));
    await expect(page.getByLabel('Why it is refused')).toBeHidden();
    await expectAccessible(page);

    await page.getByLabel('Registration plate').fill('lo-27 klm');
    await page.getByLabel('Name on the document').fill('Odile Varga');
    await page.getByLabel('Number of the document').fill('D-771-4221');
    await page.getByLabel('The person is the one on the document').check();
    await page.getByLabel(/The VIN on the plate/).check();
    await page.getByLabel('Signed on paper instead').check();
    await page
      .getByRole('button', { name: /Record the right/ })
      .last()
      .click();
    await expect(page.getByText('Plate LO27KLM.')).toBeVisible();
    // The job had no VIN: it has this one now.
    await page.goto(`/jobs/${number}/call`);
    await expect(page.getByLabel('VIN')).toHaveValue(vin);
    await page.goto('/jobs?q=LO27KLM');
    await expect(page.getByRole('link', { name: new RegExp(`K-${number}`) })).toBeVisible();
    expect(complaints).toEqual([]);
    await browser.close();
  });

test('another car is refused beside its field, and without a camera the VIN is typed', async () => {
  const { browser, page } = await withCamera(undefined);
  await signIn(page);
  const number = await hangTag(page, `merrowdale 2018 push start spare one key works quarry end ${vin}`);
  await page.goto(`/jobs/${number}/on-site`);
  await page.getByRole('button', { name: 'Read the VIN by camera' }).click();
  await expect(page.getByRole('alert')).toContainText('Type the VIN.');
  await page.keyboard.press('Escape');
  await page.getByLabel('VIN on the car').fill(vin);
  await expect(page.getByText('It is the job’s VIN.')).toBeVisible();
  await page.getByLabel('VIN on the car').fill(vin.replace(/\d{3}$/, '999'));
  await expect(page.getByText(/^Another car: the job’s is/)).toBeVisible();
  await page.getByLabel('Name on the document').fill('Odile Varga');
  await page.getByLabel('The person is the one on the document').check();
  await page.getByLabel(/The VIN on the plate/).check();
  await page.getByLabel('Signed on paper instead').check();
  await page
    .getByRole('button', { name: /Record the right/ })
    .last()
    .click();
  await expect(page.getByText(/: this is another car\. Where the job is wrong/)).toBeVisible();
  await page.getByLabel('VIN on the car').fill(vin);
  await page
    .getByRole('button', { name: /Record the right/ })
    .last()
    .click();
  await expect(page.getByText(/The person and the plate fit\./)).toBeVisible();
  await browser.close();
});
