import sharp from 'sharp';

/** A photograph as a device sends one. */
export function somePicture(): Promise<Buffer> {
  return sharp({
    create: { width: 120, height: 80, channels: 3, background: { r: 90, g: 70, b: 60 } },
  })
    .jpeg()
    .toBuffer();
}
