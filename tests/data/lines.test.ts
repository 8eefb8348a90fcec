import { describe, expect, it } from 'vitest';
import { parseLine } from '@/core/identify/line/parse-line';
import { correctWords, readNames } from '@/usecases/view/names';
import { chipsOf } from '../support/chips';
import { actorOf, testDatabase } from '../support/test-database';
import { type ExpectedChips, hostileLines, misspeltLines, plainLines } from './typed-lines';

testDatabase('world');

const now = { day: '2027-03-03', hour: '09:20' };

/** A line read as the call page reads it: at once, and again with what the server says of unknown words. */
async function read(text: string): Promise<ExpectedChips> {
  const actor = await actorOf('locksmith');
  const lexicon = await readNames(actor);
  const first = parseLine(text, lexicon, now);
  const corrections =
    first.maybeNames.length > 0 ? await correctWords(actor, { words: [...first.maybeNames] }) : [];
  const reading = parseLine(text, lexicon, now, corrections);
  const name = (list: readonly { id: string; name: string }[], id: string | undefined) =>
    list.find((one) => one.id === id)?.name;
  return chipsOf(reading, {
    make: name(lexicon.makes, reading.make?.value),
    model: name(lexicon.models, reading.model?.value),
    place: name(lexicon.places, reading.place?.value),
  });
}

describe.each([
  ['plain', plainLines],
  ['misspelt', misspeltLines],
  ['hostile', hostileLines],
])('%s lines', (_kind, lines) => {
  it.each(lines.map(([text, chips]) => [JSON.stringify(text), text, chips] as const))(
    '%s',
    async (_shown, text, chips) => {
      expect(await read(text)).toEqual(chips);
    },
  );
});
