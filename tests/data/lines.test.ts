import { describe, expect, it } from 'vitest';
import { joinNames } from '@/core/identify/line/join-names';
import { parseLine } from '@/core/identify/line/parse-line';
import { nameWords } from '@/core/identify/line/tokens';
import { database } from '@/usecases/database';
import { correctWords, findNamesFor, readMetNames, readNames } from '@/usecases/view/names';
import { chipsOf } from '../support/chips';
import { actorOf, testDatabase } from '../support/test-database';
import { type ExpectedChips, hostileLines, misspeltLines, plainLines } from './typed-lines';

testDatabase('world');

const now = { day: '2027-03-03', hour: '09:20' };

/**
 * A line read as the call page reads it that knows no name yet: against the names that its words may begin, and again with
 * what the server says of unknown words.
 */
async function read(text: string): Promise<ExpectedChips> {
  const actor = await actorOf('locksmith');
  const { places } = await readMetNames(actor);
  const words = nameWords(text).filter(({ length }) => length >= 2 && length <= 40);
  const begun = await findNamesFor(actor, { words, makes: false, modelsOf: null });
  const first = parseLine(text, { ...begun, places }, now);
  const asked = first.maybeNames.slice(0, 12).filter(({ length }) => length >= 2 && length <= 40);
  const { corrections, names } =
    asked.length > 0 ? await correctWords(actor, { words: asked }) : { corrections: [], names: begun };
  const lexicon = {
    makes: joinNames(begun.makes, names.makes),
    models: joinNames(begun.models, names.models),
    places,
  };
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

describe('the names that come with a call', () => {
  it('are at most 30 kB whatever the library has, those of the shop’s jobs first, and a job’s own in any case', async () => {
    const actor = await actorOf('locksmith');
    const all = await readNames(actor);
    const [known] = all.models;
    await database().query(
      `INSERT INTO model (id, make_id, name, aliases)
       SELECT gen_random_uuid(), $1, 'Aaa ' || g, ARRAY['aa' || g] FROM model, generate_series(1, 2000) g WHERE id = $2`,
      [known?.makeId, known?.id],
    );
    const met = await readMetNames(actor);
    expect(JSON.stringify(met).length).toBeLessThan(30_000);
    expect(met.places).toEqual(all.places);
    const jobs = await database().query<{ id: string }>(
      'SELECT model_id AS id FROM job WHERE model_id IS NOT NULL GROUP BY 1 ORDER BY count(*) DESC LIMIT 20',
    );
    const ids = new Set(met.models.map(({ id }) => id));
    expect(jobs.rows.every(({ id }) => ids.has(id))).toBe(true);
    expect(met.models.every(({ makeId }) => met.makes.some(({ id }) => id === makeId))).toBe(true);
    const rare = await database().query<{ id: string; makeId: string }>(
      `SELECT id, make_id AS "makeId" FROM model WHERE name = 'Aaa 999'`,
    );
    const own = await readMetNames(actor, {
      makeId: rare.rows[0]?.makeId ?? null,
      modelId: rare.rows[0]?.id ?? null,
    });
    expect(own.models.map(({ name }) => name)).toContain('Aaa 999');
    // A list that is opened is whole.
    const opened = await findNamesFor(actor, {
      words: [],
      makes: true,
      modelsOf: rare.rows[0]?.makeId ?? null,
    });
    expect(opened.makes.length).toBe(all.makes.length);
    expect(opened.models.length).toBeGreaterThanOrEqual(500);
  });
});
