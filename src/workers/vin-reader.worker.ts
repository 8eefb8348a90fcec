import { expose } from 'comlink';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';

const reader = {
  /** Brings the reader up. @param wasm what it computes with, as this server serves it */
  async begin(wasm: ArrayBuffer): Promise<void> {
    await prepareZXingModule({ overrides: { wasmBinary: wasm }, fireImmediately: true });
  },
  /** What stands in the barcodes and matrices of a picture. */
  async read(image: ImageData): Promise<readonly string[]> {
    const found = await readBarcodes(image, {
      formats: ['Code39', 'Code128', 'DataMatrix', 'QRCode'],
      maxNumberOfSymbols: 4,
    });
    return found.filter(({ isValid }) => isValid).map(({ text }) => text);
  },
};
export type VinReader = typeof reader;

expose(reader);
