import sharp from 'sharp';

/** The largest side of a photograph as it is kept, in pixels. */
const longest = 2400;
/** More pixels than this no camera of a phone makes; a file can say any number. */
const mostPixels = 60_000_000;
const readable: ReadonlySet<string | undefined> = new Set(['jpeg', 'png']);

/**
 * A photograph decoded and drawn anew as JPEG, turned as it was held: place, device and whatever else a file carries beside its
 * picture, or is beside being one, is gone.
 * @returns undefined for what is no JPEG or PNG, cannot be decoded whole, or has more than 60 million pixels
 */
export async function photographOf(bytes: Uint8Array): Promise<Uint8Array | undefined> {
  try {
    const read = sharp(bytes, { limitInputPixels: mostPixels, animated: false, failOn: 'error' });
    if (!readable.has((await read.metadata()).format)) return undefined;
    return await read
      .rotate()
      .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#fff' })
      .toColourspace('srgb')
      .jpeg({ quality: 82, mozjpeg: true })
      .toBuffer();
  } catch {
    return undefined;
  }
}
