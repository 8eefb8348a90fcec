import { execFileSync } from 'node:child_process';

/** The words of a PDF, a line for each line of it, in one text with single blanks. */
export function readPdf(bytes: Uint8Array): string {
  return execFileSync('pdftotext', ['-layout', '-', '-'], { input: bytes, encoding: 'utf8' }).replace(
    /\s+/g,
    ' ',
  );
}
