import { transfer } from 'comlink';
import { vinInBarcode } from '@/core/vin/barcode';
import { openWorker } from './open-worker';
import type { VinReader } from './vin-reader.worker';

export interface OpenVinReader {
  /** The VIN that a picture shows as a barcode or data matrix; undefined where it shows none. */
  readonly read: (image: ImageData) => Promise<string | undefined>;
  readonly close: () => void;
}

/** A worker that looks for a VIN in pictures; rejected where it does not come up. */
export async function openVinReader(): Promise<OpenVinReader> {
  const opened = openWorker<VinReader>(
    new Worker(new URL('./vin-reader.worker.ts', import.meta.url), { type: 'module' }),
    'reader',
  );
  const wasm = await fetch(new URL('zxing-wasm/reader/zxing_reader.wasm', import.meta.url));
  if (!wasm.ok) throw new Error('The reader did not load. Try again in a moment.');
  const bytes = await wasm.arrayBuffer();
  await Promise.race([opened.worker.begin(transfer(bytes, [bytes])), opened.failed]);
  return {
    read: async (image) => {
      const texts = await Promise.race([
        opened.worker.read(transfer(image, [image.data.buffer])),
        opened.failed,
      ]);
      return texts.map(vinInBarcode).find((vin) => vin !== undefined);
    },
    close: opened.close,
  };
}
