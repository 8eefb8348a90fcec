import { describe, expect, it } from 'vitest';
import { parseLine } from '@/core/identify/line/parse-line';
import type { LineReading } from '@/core/identify/line/reading';
import { correctWords, readNames } from '@/usecases/view/names';
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

function chipsOf(reading: LineReading, names: Record<string, string | undefined>): ExpectedChips {
  const { keys, when } = reading;
  const chips = {
    ...names,
    year: reading.year?.value,
    ignition: reading.ignition?.value,
    working: keys?.value.working ?? undefined,
    lost: keys?.value.lost ?? undefined,
    wanted: keys?.value.wanted ?? undefined,
    why: reading.why?.value,
    access: reading.access?.value,
    km: reading.distanceKm?.value,
    urgent: when?.value.urgent || undefined,
    day: when?.value.day ?? undefined,
    from: when?.value.from ?? undefined,
    by: when?.value.by ?? undefined,
    vin: reading.vin?.value,
    phone: reading.phone?.value,
    codes: reading.codes || undefined,
    unknown: reading.unknown.join(' ') || undefined,
  };
  return Object.fromEntries(Object.entries(chips).filter(([, value]) => value !== undefined));
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
