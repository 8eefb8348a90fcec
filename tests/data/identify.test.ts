import { beforeAll, describe, expect, it } from 'vitest';
import { parseLine } from '@/core/identify/line/parse-line';
import type { Lexicon } from '@/core/identify/line/reading';
import type { PersonActor } from '@/core/kinds/actor';
import { firstOption } from '@/core/quote/options';
import { withCheckDigit } from '@/core/vin/check-digit';
import { OpenJobInput } from '@/inputs/call-input';
import { parseInput } from '@/inputs/parse';
import { database } from '@/usecases/database';
import { previewCall } from '@/usecases/jobs/preview-call';
import { readTools } from '@/usecases/shop/tools';
import { correctWords, readFactChoices, readNames } from '@/usecases/view/names';
import { emptyCall } from '../support/calls';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let actor: PersonActor;
let names: Lexicon;
beforeAll(async () => {
  actor = await actorOf('locksmith');
  names = await readNames(actor);
});

const nameOf = (id: string | undefined) =>
  [...names.makes, ...names.models].find((one) => one.id === id)?.name;

describe('misspelt names', () => {
  it.each([
    ['merowdale', 'Merrowdale'],
    ['merrodale', 'Merrowdale'],
    ['halvron', 'Halvorn'],
    ['halvern', 'Halvorn'],
    ['brevain', 'Brevane'],
    ['dappelmere', 'Dapplemere'],
    ['ostrandar', 'Ostrander'],
    ['fenhold', 'Fenholt'],
    ['verazel', 'Verrazel'],
    ['errowdale', 'Merrowdale'],
    ['lindivin', 'Lindiven'],
    ['VERAZEL', 'Verrazel'],
  ])('%s is %s', async (word, expected) => {
    const [found] = (await correctWords(actor, { words: [word] })).corrections;
    expect(nameOf(found?.id)).toBe(expected);
  });

  it('leaves words alone that are like no name, and takes no signs for words', async () => {
    expect(
      await correctWords(actor, {
        words: [
          'quintal',
          'please',
          'harbour',
          'street',
          'school',
          'customer',
          'tomorow',
          'battery',
          `'; DROP`,
          '1234',
        ],
      }),
    ).toEqual({ corrections: [], names: { makes: [], models: [] } });
  });

  it('make a line read as if it had been spelt right', async () => {
    const now = { day: '2027-03-03', hour: '09:20' };
    const wrong = 'halvron merowdale 2019 push start lost both';
    const { corrections } = await correctWords(actor, {
      words: [...parseLine(wrong, names, now).maybeNames],
    });
    const [read, right] = [
      parseLine(wrong, names, now, corrections),
      parseLine('halvorn merrowdale 2019 push start lost both', names, now),
    ];
    expect(read.unknown).toEqual([]);
    for (const field of ['make', 'model', 'year', 'ignition', 'keys', 'why'] as const) {
      expect(read[field]?.value).toEqual(right[field]?.value);
    }
    expect([read.make?.how, read.model?.how]).toEqual(['similar', 'similar']);
  });
});

describe('the preview of a call', () => {
  async function preview(model: string, more: object) {
    const found = names.models.find(({ name }) => name === model);
    const call = {
      ...emptyCall,
      makeId: found?.makeId,
      modelId: found?.id,
      placeId: names.places[3]?.id,
      ...more,
    };
    const input = parseInput(OpenJobInput, call);
    if (!input.ok) throw new Error(JSON.stringify(input.problems));
    return previewCall(actor, input.value);
  }

  it('gives candidates, an advised route and six options, and stores nothing', async () => {
    const before = await database().query('SELECT count(*) FROM job');
    const view = await preview('Merrowdale', {
      year: 2018,
      ignition: 'push',
      why: 'lost',
      lost: 2,
      working: 0,
    });
    expect(view.candidates[0]?.application).toMatchObject({ platform: 'Heddle 2', generation: 'II' });
    expect(view.candidates.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
    expect(view.route?.kind).toBe('aklAdd');
    expect(view.options.filter(({ available }) => available)).toHaveLength(6);
    expect(view.refused).toEqual([]);
    expect((await database().query('SELECT count(*) FROM job')).rows).toEqual(before.rows);
  });

  it('prices a call that says nothing of its keys for both, and one that does for itself', async () => {
    const unsaid = await preview('Merrowdale', { year: 2018, ignition: 'push' });
    const first = firstOption(unsaid.options)?.totalMinor ?? 0;
    expect(unsaid.spare?.fromMinor).toBeGreaterThan(0);
    expect(unsaid.spare?.fromMinor).toBeLessThan(first);
    expect((await preview('Merrowdale', { year: 2018, why: 'spare' })).spare).toBeNull();
  });

  it('says what refuses every route of the van where only the dealer is left', async () => {
    const view = await preview('Ostrander', {
      year: 2024,
      ignition: 'push',
      why: 'lost',
      lost: 1,
      working: 0,
      wanted: 5,
    });
    expect(view.advice?.kind).toBe('dealer');
    expect(view.refused).toContainEqual(
      expect.objectContaining({
        kind: 'aklErase',
        fact: expect.stringContaining('5 keys to learn, the car holds 4'),
        lift: 'Leave a key out.',
      }),
    );
  });

  it('reckons the second key in where the car demands two, and says why', async () => {
    const all = { year: 2024, ignition: 'push', why: 'lost', lost: 1, working: 0, wanted: 1 };
    const view = await preview('Ostrander', all);
    expect(view.advice?.kind).toBe('aklErase');
    const [original] = view.options;
    expect(original?.available && original.notes[0]).toMatch(/^2 new keys instead of one key/);
    expect(original?.available && original.lines.map(({ label }) => label)).toContain('AKL, erasing × 2');
  });

  it('says what the VIN says, and where it speaks against the caller or against itself', async () => {
    const halvorn = names.makes.find(({ name }) => name === 'Halvorn')?.id;
    const vin = withCheckDigit('0HVM15K10JH100042');
    const bare = await preview('Merrowdale', { modelId: null, makeId: null, vin });
    expect(bare).toMatchObject({ vin: { makeId: halvorn, market: 'Meres', year: 2018 }, remarks: [] });
    const other = await preview('Sombreval', { vin });
    expect(other.vin?.makeId).toBe(halvorn);
    expect(other.remarks).toContainEqual('The caller says Estrovar, the VIN is of Halvorn.');
    const slip = vin.replace('100042', '100043');
    expect((await preview('Merrowdale', { vin: slip })).remarks[0]).toMatch(/check digit/i);
    expect(await preview('Merrowdale', {})).toMatchObject({ vin: null, remarks: [] });
  });

  it('programs nothing on a car without a chip', async () => {
    const view = await preview('Harrowick', { year: 1990, why: 'spare', working: 1 });
    expect(view.route?.kind).toBe('noProgramming');
    const [original] = view.options;
    expect(original?.available && original.lines.map(({ label }) => label)).toContain('Cutting');
  });

  it('gives nothing for a car outside the library', async () => {
    const view = await preview('no such model', { modelId: null, makeId: null, carWords: 'old van' });
    expect(view).toMatchObject({ candidates: [], options: [] });
  });
});

describe('what there is to look at', () => {
  it('both vans with cover by name, and rights with their days counted from the start', async () => {
    const { vans, platforms, markets } = await readTools(actor);
    expect(vans.map(({ name }) => name)).toEqual(['Coracle', 'Wherry']);
    const names = new Map(platforms.map(({ id, name }) => [id, name]));
    const covered = vans[0]?.tools.flatMap(({ cover }) =>
      cover.map(({ platformId }) => names.get(platformId)),
    );
    expect(covered).toEqual(
      expect.arrayContaining(['Heddle 2', 'Heddle 3', 'Shuttle 4', 'Selvedge', 'Twill 3', 'Fustian']),
    );
    expect(vans[0]?.rights.find(({ name }) => name === 'Shuttle account')?.expiresOn).toBe('2027-07-21');
    expect(vans.map(({ powerSupply }) => powerSupply)).toEqual([true, false]);
    expect(markets).toContain('Meres');
  });

  it('the library’s words for each kind of fact', async () => {
    const choices = await readFactChoices(actor);
    expect(choices.keyway).toContain('Siskin 11');
    expect(choices.chip).toContain('CHL80-Rowan');
    expect(choices.pocket).toBeUndefined();
  });
});

describe('what the schema itself refuses', () => {
  it.each([
    [
      'two price books of one day',
      `INSERT INTO price_book SELECT gen_random_uuid(), name, rate_minor, key_markup_percent, minimum_minor, rounding_minor, tow_base_minor, tow_per_km_minor, online_shipping_minor, '[2027-01-01,)' FROM price_book`,
    ],
    ['two tax rates of one day', `INSERT INTO tax_rate VALUES ('goods', 700, '[2027-01-01,)')`],
    [
      'generations of one model and market that overlap',
      `INSERT INTO generation SELECT gen_random_uuid(), model_id, market, 'X', from_year, to_year FROM generation LIMIT 1`,
    ],
    [
      'two prices of one article and day',
      `INSERT INTO supplier_price SELECT supplier_id, article, 1, 1, 0, '[2027-01-01,2027-02-01)' FROM supplier_price LIMIT 1`,
    ],
    [
      'a second shop',
      `INSERT INTO shop SELECT gen_random_uuid(), true, 'Other', is_demo, zone, locale, currency, distance_unit, market, quote_valid_days, created_at FROM shop`,
    ],
    [
      'a job closed without an outcome',
      `INSERT INTO job (id, customer_id, opened_at, opened_by, closed_at) SELECT gen_random_uuid(), customer_id, opened_at, opened_by, opened_at FROM job LIMIT 1`,
    ],
  ])('%s', async (_what, sql) => {
    await expect(database().query(sql)).rejects.toThrow(/conflicting key value|duplicate key|violates check/);
  });
});
