import { createHash } from 'node:crypto';
import sharp from 'sharp';

/** The largest file that is read as a logo, in bytes. */
export const largestLogo = 5_000_000;
/** What a logo is drawn into, in pixels: twice what a paper shows of it. */
const box = { width: 640, height: 240 };

export interface Logo {
  readonly png: Buffer;
  /** Of its picture. */
  readonly version: string;
}

/**
 * A picture drawn anew as a PNG that fits on a letterhead: what a file carries beside its picture is left out.
 * @returns undefined for what is no picture, or one of more than 40 million pixels
 */
export async function logoOf(bytes: Buffer): Promise<Logo | undefined> {
  try {
    const png = await sharp(bytes, { limitInputPixels: 40_000_000, animated: false })
      .rotate()
      .resize({ ...box, fit: 'inside', withoutEnlargement: true })
      .toColourspace('srgb')
      .png({ compressionLevel: 9, palette: true })
      .toBuffer();
    return { png, version: createHash('sha256').update(png).digest('hex').slice(0, 12) };
  } catch {
    return undefined;
  }
}
