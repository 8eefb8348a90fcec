import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import { describe, expect, it } from 'vitest';
import { parseLine } from '@/core/identify/line/parse-line';
import type { Lexicon } from '@/core/identify/line/reading';
import { readCsv } from '@/formats/csv';
import type { ExpectedChips } from '../data/typed-lines';
import { chipsOf } from '../support/chips';
import { heldBack } from './held-back';
import { voices } from './voices';

const now = { day: '2027-03-03', hour: '09:20' };
const rowsOf = (file: string) =>
  readCsv(readFileSync(join(import.meta.dirname, '../../world', file), 'utf8')).rows.map(
    ({ cells }) => cells,
  );
/** The names of the demo world, each its own id. */
const lexicon: Lexicon = {
  makes: rowsOf('makes.csv').map(({ name = '', aliases }) => ({
    id: name,
    name,
    aliases: aliases ? aliases.split(' ') : [],
  })),
  models: rowsOf('models.csv').map(({ make = '', name = '' }) => ({
    id: name,
    makeId: make,
    name,
    aliases: [],
  })),
  places: rowsOf('places.csv').map(({ name = '' }) => ({ id: name, name, distanceKm: 1, travelMinutes: 1 })),
};

function read(text: string): ExpectedChips {
  const reading = parseLine(text, lexicon, now);
  const { make, model, place } = reading;
  const { unknown: _, ...chips } = chipsOf(reading, {
    make: make?.value,
    model: model?.value,
    place: place?.value,
  });
  return chips;
}

describe('lines in many voices', () => {
  it.each(voices.map(([text, chips]) => [JSON.stringify(text), text, chips] as const))(
    '%s',
    (_shown, text, chips) => {
      expect(read(text)).toEqual(chips);
    },
  );
});

describe('lines that were held back while the reader was mended', () => {
  it('are read wholly right in nine of ten', () => {
    const wrong = heldBack
      .filter(([text, chips]) => !isDeepStrictEqual(read(text), chips))
      .map(([text]) => text);
    expect(heldBack).toHaveLength(50);
    expect(wrong.length, wrong.join('\n')).toBeLessThanOrEqual(5);
  });
});
