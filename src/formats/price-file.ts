import { Readable } from 'node:stream';
import { minorPlaces } from '@/core/kinds/money';
import { done, failed, type Result } from '@/core/kinds/result';
import { type ListedPrice, priceFileColumns, repeatedLines } from '@/core/supply/price-file';
import { parseInput } from '@/inputs/parse';
import { PriceFileRow } from '@/inputs/price-file-row';
import { type CsvLimits, fieldOfColumn, readCsv, withPoint, writeCsv } from './csv';
import { decodeText, EncodingError } from './text-encoding';

export interface FileProblem {
  readonly line: number;
  readonly column: string | null;
  readonly reason: string;
}

export interface PriceFileRead {
  readonly text: string;
  readonly listed: readonly ListedPrice[];
  readonly problems: readonly FileProblem[];
}

/** Columns that may have a decimal comma where semicolons stand between the cells. */
const amounts = ['price', 'shipping'];
const limits: CsvLimits = { lines: 50_000, signs: 2000 };

/** Reads the bytes of a supplier's price file; prices in minor units of the currency. */
export async function readPriceFile(bytes: Uint8Array, currency: string): Promise<Result<PriceFileRead>> {
  const parts: string[] = [];
  try {
    for await (const part of decodeText(Readable.from([bytes]), () => {})) parts.push(part);
  } catch (error) {
    if (error instanceof EncodingError) return failed(error.message);
    throw error;
  }
  const text = parts.join('');
  return done({ text, ...readRows(text, currency) });
}

/** Prices as a file that could be imported again. */
export function writePriceFile(prices: readonly ListedPrice[], currency: string): string {
  const places = minorPlaces(currency);
  const amount = (minor: number) => (minor / 10 ** places).toFixed(places);
  const rows = prices.map((price) => [
    price.article,
    amount(price.priceMinor),
    price.pieces === null ? '' : String(price.pieces),
    String(price.leadDays),
    price.condition,
    String(price.warrantyMonths),
    String(price.minimumOrder),
    amount(price.shippingMinor),
  ]);
  return writeCsv([[...priceFileColumns], ...rows]);
}

function readRows(text: string, currency: string): Omit<PriceFileRead, 'text'> {
  const table = readCsv(text, limits);
  const problems: FileProblem[] = table.problems.map(({ line, column, reason }) => ({
    line,
    column: column ?? null,
    reason,
  }));
  const strange = table.columns.filter((name) => !(priceFileColumns as readonly string[]).includes(name));
  for (const name of strange)
    problems.push({
      line: 1,
      column: name,
      reason: `Not a column of a price file: ${priceFileColumns.join(', ')}.`,
    });
  const scale = 10 ** minorPlaces(currency);
  const minor = (amount: string) => Math.round(Number(amount) * scale);
  const listed: ListedPrice[] = [];
  const lines: number[] = [];
  if (strange.length === 0)
    for (const { line, cells } of table.rows) {
      const named = Object.fromEntries(
        Object.entries(cells).map(([name, cell]) => [
          fieldOfColumn(name),
          table.separator === ';' && amounts.includes(name) ? withPoint(cell) : cell,
        ]),
      );
      const parsed = parseInput(PriceFileRow, named);
      if (!parsed.ok) {
        for (const { field, message } of parsed.problems)
          problems.push({ line, column: field ?? null, reason: message });
        continue;
      }
      const row = parsed.value;
      if (/^[=+\-@]/.test(row.article)) {
        problems.push({ line, column: 'article', reason: 'An article begins with a letter or a digit.' });
        continue;
      }
      lines.push(line);
      listed.push({
        article: row.article,
        condition: row.condition ?? 'new',
        priceMinor: minor(row.price),
        pieces: row.stock ?? null,
        leadDays: row.leadDays,
        warrantyMonths: row.warrantyMonths ?? 0,
        minimumOrder: row.minimumOrder ?? 1,
        shippingMinor: minor(row.shipping ?? '0'),
      });
    }
  for (const at of repeatedLines(listed))
    problems.push({
      line: lines[at] ?? 0,
      column: 'article',
      reason: 'This article stands in the file twice.',
    });
  if (listed.length === 0 && problems.length === 0)
    problems.push({ line: 1, column: null, reason: 'The file has no price in it.' });
  return { listed, problems };
}
