import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { photographOf } from './photograph';

const canary = 'CANARY-PLACE-47.11';
const picture = (width = 60, height = 40) =>
  sharp({ create: { width, height, channels: 3, background: { r: 160, g: 70, b: 30 } } });

describe('a photograph', () => {
  it('is drawn anew, turned as it was held, without what a camera wrote beside it', async () => {
    const bytes = await picture()
      .withExif({ IFD0: { ImageDescription: canary }, IFD3: { GPSLatitudeRef: 'N' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const kept = await photographOf(Buffer.concat([bytes, Buffer.from(`<script>${canary}</script>`)]));
    const made = await sharp(kept).metadata();
    expect(made).toMatchObject({ format: 'jpeg', width: 40, height: 60 });
    expect(made.exif).toBeUndefined();
    expect(Buffer.from(kept ?? []).includes(canary)).toBe(false);
  });

  it('of another kind, cut short, or only called so, is none', async () => {
    const jpeg = await picture(400, 300).jpeg().toBuffer();
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>');
    for (const bytes of [
      Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]),
      jpeg.subarray(0, jpeg.length / 2),
      await picture().webp().toBuffer(),
      svg,
      Buffer.from('GIF89a'),
    ])
      expect(await photographOf(bytes)).toBeUndefined();
  });

  it('that says it is 30,000 pixels wide and high is refused before it is decoded', async () => {
    const png = await picture(8, 8).png().toBuffer();
    const huge = Buffer.from(png);
    huge.writeUInt32BE(30_000, 16);
    huge.writeUInt32BE(30_000, 20);
    expect(await photographOf(huge)).toBeUndefined();
  });
});
