import type { Drawing } from '@/core/blade/drawing-kinds';
import type { HandoverNote } from '@/core/job/handover';
import type { QuotePaper } from '@/core/quote/paper';
import type { Receipt } from '@/core/quote/receipt';
import { gaugePdf } from './gauge-pdf';
import { type HandoverHead, handoverPdf } from './handover-pdf';
import { type JobSheet, jobSheetPdf } from './job-sheet-pdf';
import { type KeyLabel, labelsPdf } from './labels-pdf';
import type { PaperLook } from './page-parts';
import { type QuoteHead, quotePdf } from './quote-pdf';
import { type ReceiptHead, receiptPdf } from './receipt-pdf';

/** A paper that can be drawn: what it is, and what stands on it. */
export type Paper =
  | { readonly kind: 'quote'; readonly head: QuoteHead; readonly paper: QuotePaper }
  | { readonly kind: 'sheet'; readonly sheet: JobSheet }
  | {
      readonly kind: 'handover';
      readonly head: HandoverHead;
      readonly note: HandoverNote;
      readonly isDraft: boolean;
    }
  | { readonly kind: 'receipt'; readonly head: ReceiptHead; readonly receipt: Receipt }
  | { readonly kind: 'labels'; readonly labels: readonly KeyLabel[] }
  | { readonly kind: 'gauge'; readonly title: string; readonly drawing: Drawing };

/** Draws a paper as PDF; takes up to some seconds of a processor. */
export function drawPaper(paper: Paper, look: PaperLook): Promise<Uint8Array> {
  switch (paper.kind) {
    case 'quote':
      return quotePdf(paper.head, paper.paper, look);
    case 'sheet':
      return jobSheetPdf(paper.sheet, look);
    case 'handover':
      return handoverPdf(paper.head, paper.note, paper.isDraft, look);
    case 'receipt':
      return receiptPdf(paper.head, paper.receipt, look);
    case 'labels':
      return labelsPdf(paper.labels, look);
    case 'gauge':
      return gaugePdf(paper.title, paper.drawing, look);
  }
}
