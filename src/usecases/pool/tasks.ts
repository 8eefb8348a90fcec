import type { Actor } from '@/core/kinds/actor';
import type { SeriesRow } from '@/data/code-rows';
import { checkRows } from '@/formats/check-rows';
import { readCodeRows } from '@/formats/code-rows';
import type { Paper } from '@/formats/pdf/paper';
import { readPriceFile } from '@/formats/price-file';
import type { IdentifyInput } from '@/inputs/identify-input';

/** Heavy work that runs in the threads of the pool: values in, values out. */
export const tasks = {
  /** Checks a batch of rows of one list. */
  checkRows,
  readPriceFile: ({ bytes, currency }: { readonly bytes: Uint8Array; readonly currency: string }) =>
    readPriceFile(bytes, currency),
  readCodeRows: ({ bytes, spec }: { readonly bytes: Uint8Array; readonly spec: SeriesRow }) =>
    readCodeRows(new TextDecoder().decode(bytes), spec),
  /** Draws a paper as PDF. */
  async drawPaper(paper: Paper): Promise<Uint8Array> {
    const { drawPaper } = await import('@/formats/pdf/paper');
    return drawPaper(paper);
  },
  /** Identifies a car that hangs on no job. */
  async identify({ actor, input }: { readonly actor: Actor; readonly input: IdentifyInput }) {
    const { identify } = await import('../identify/identify');
    return identify(actor, input);
  },
} as const;
