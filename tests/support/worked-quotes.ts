import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readCsv } from '@/formats/csv';

/** Quotes worked by hand: what goes in, what comes out, and the working beside it. Amounts are in minor units. */
export const workedQuotes = readCsv(
  readFileSync(join(import.meta.dirname, '../unit/worked-quotes.csv'), 'utf8'),
).rows.map(({ cells }) => cells);
