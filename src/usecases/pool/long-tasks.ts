import type { SeriesRow } from '@/data/code-rows';
import { readCodeRows } from '@/formats/code-rows';
import type { PaperLook } from '@/formats/pdf/page-parts';
import type { Paper } from '@/formats/pdf/paper';
import { readPriceFile } from '@/formats/price-file';
import { stageDocument, stageRows } from './stage-rows';

/** Files and papers: values in, values out. */
export const longTasks = {
  /** Reads and checks a part of a list's file. */
  stageRows,
  /** Reads and checks the whole library as one document. */
  stageDocument,
  readPriceFile: ({ bytes, currency }: { readonly bytes: Uint8Array; readonly currency: string }) =>
    readPriceFile(bytes, currency),
  readCodeRows: ({ bytes, spec }: { readonly bytes: Uint8Array; readonly spec: SeriesRow }) =>
    readCodeRows(new TextDecoder().decode(bytes), spec),
  /** Draws a photograph anew; undefined for what is none. */
  drawPhotograph: async ({ bytes }: { readonly bytes: Uint8Array }) =>
    (await import('@/formats/photograph')).photographOf(bytes),
  /** Draws a paper as PDF. A thread that draws none does not load what draws. */
  drawPaper: async ({ paper, look }: { readonly paper: Paper; readonly look: PaperLook }) =>
    (await import('@/formats/pdf/paper')).drawPaper(paper, look),
} as const;
