import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { logoOf } from './logo';

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 4, background: { r: 160, g: 70, b: 30, alpha: 0.5 } } });

describe('the logo of a letterhead', () => {
  it('is drawn anew within its box, whatever it came as, with nothing beside the picture', async () => {
    const photo = await picture(3000, 900)
      .jpeg()
      .withExif({ IFD0: { Copyright: 'hidden words' } })
      .toBuffer();
    expect(photo.includes('hidden words')).toBe(true);
    const logo = await logoOf(photo);
    expect(logo?.png.includes('hidden words')).toBe(false);
    const made = await sharp(logo?.png).metadata();
    expect([made.format, made.width, made.height]).toEqual(['png', 640, 192]);
  });

  it('stays as small as it is, and see-through where it was', async () => {
    const logo = await logoOf(await picture(80, 40).png().toBuffer());
    const made = await sharp(logo?.png).metadata();
    expect([made.width, made.height, made.hasAlpha]).toEqual([80, 40, true]);
  });

  it('is the same for the same picture, and none of what is no picture', async () => {
    const one = await picture(80, 40).png().toBuffer();
    expect((await logoOf(one))?.version).toBe((await logoOf(one))?.version);
    expect(await logoOf(Buffer.from('<html>no picture</html>'))).toBeUndefined();
    expect(await logoOf(one.subarray(0, 40))).toBeUndefined();
  });
});
