import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { toolFunctions } from '@/core/programming/van-kit';
import { bladeKinds } from '@/core/quote/cut';
import { blankRules } from '@/core/quote/price-rules';
import { parseInput } from '@/inputs/parse';
import { PriceRulesInput } from '@/inputs/price-inputs';
import { draftOfRules, sentOfDraft } from '@/screens/prices/draft';
import { trialLine, tryPrice } from '@/usecases/benches/trial-call';
import { starterFiles, starterJson } from '@/usecases/library/starter';
import { storeImport } from '@/usecases/library/store-import';
import { makeSetUpCode, setUpShop } from '@/usecases/people/set-up';
import { closePool } from '@/usecases/pool/lane';
import { savePriceRules, setOpenHours } from '@/usecases/quote/price-settings';
import { readPriceFile, readSuppliers, saveSupplier, storePriceFile } from '@/usecases/quote/suppliers';
import { saveFirm, saveStandards } from '@/usecases/shop/firm';
import { openFirstSteps, readFirstHour, setFirstStep } from '@/usecases/shop/first-hour';
import { saveVan } from '@/usecases/shop/own-vans';
import { savePlace } from '@/usecases/shop/places';
import { noteEquipment, readTools, saveCover, saveTool } from '@/usecases/shop/tools';
import { readFileAs } from '../support/files';
import { actorOf, testDatabase } from '../support/test-database';

// A shop from an empty database to its first price, step by step, as its proprietor goes.

testDatabase('bare');
afterAll(closePool);

let proprietor: PersonActor;
beforeAll(async () => {
  const code = (await makeSetUpCode()) ?? '';
  const made = await setUpShop(
    { device: 'test' },
    {
      code,
      shopName: 'Tern Lane Keys',
      personName: 'Odile Varga',
      passcode: 'long enough',
      zone: 'Europe/Vienna',
      currency: 'EUR',
      distanceUnit: 'km',
    },
  );
  expect(made.ok).toBe(true);
  proprietor = await actorOf('proprietor');
});

const file = (name: string) => starterFiles(proprietor).find((one) => one.name === name)?.text ?? '';
const price = (line: string) => tryPrice(proprietor, { line });

describe('a first hour', () => {
  it('begins with nothing done, no price, and no line to try one with', async () => {
    expect(new Set(Object.values(await readFirstHour(proprietor)))).toEqual(new Set(['open']));
    expect(await openFirstSteps(proprietor)).toBe(8);
    expect(await trialLine(proprietor)).toBe('');
    expect(await price('Halvorn Merrowdale 2008, lost both')).toMatchObject({ ok: false });
  });

  it('goes from step to step as what each wants is there, and leaves out what is said', async () => {
    const firm = { name: 'Tern Lane Keys', address: '4 Tern Lane', phone: '555-0117', mail: '' };
    await saveFirm(proprietor, { ...firm, licence: '', taxNumber: '', bank: '' });
    const standards = { zone: 'Europe/Vienna', locale: 'en-GB', quoteValidDays: 14 } as const;
    await saveStandards(proprietor, { ...standards, distanceUnit: 'km', market: '', paperSize: 'a4' });
    await setOpenHours(proprietor, { days: [1, 2, 3, 4, 5], from: '08:00', to: '17:00' });
    await saveVan(proprietor, { name: 'Skiff' });
    await savePlace(proprietor, { name: 'Far Shore', distance: 16, minutes: null });
    expect(await setFirstStep(proprietor, { step: 'tools', state: 'skipped' })).toMatchObject({ ok: true });
    expect(await readFirstHour(proprietor)).toMatchObject({
      firm: 'done',
      standards: 'done',
      hours: 'done',
      vans: 'done',
      tools: 'skipped',
      charges: 'open',
      sells: 'open',
      library: 'open',
    });
    expect(await openFirstSteps(proprietor)).toBe(3);
  });

  it('ends with a price by the shop’s own rules, of the starter’s cars and prices', async () => {
    const draft = draftOfRules(blankRules, { goods: 2000, labour: 2000 }, 'EUR', 'km');
    const rates: Readonly<Record<string, string>> = {
      cut: '25',
      add: '80',
      aklErase: '150',
      aklAdd: '140',
      open: '60',
    };
    const input = parseInput(
      PriceRulesInput,
      sentOfDraft(
        {
          ...draft,
          rateMinor: '70',
          keyMarkupPercent: '30',
          flatRates: draft.flatRates.map((rate) =>
            rate.difficulty === 'usual' ? { ...rate, firstMinor: rates[rate.work] ?? '' } : rate,
          ),
          bands: [{ toKm: '20', minor: '30' }],
        },
        null,
        'EUR',
        'km',
      ),
    );
    if (!input.ok) throw new Error(JSON.stringify(input.problems));
    expect(await savePriceRules(proprietor, input.value)).toMatchObject({ ok: true });

    const library = await readFileAs(proprietor, 'library', starterJson(proprietor));
    expect([library.state, library.preview?.problems ?? []]).toEqual(['read', []]);
    expect((await storeImport(proprietor, library.id, {})).ok).toBe(true);
    const line = await trialLine(proprietor);
    expect(line).toMatch(/^Halvorn Merrowdale \d{4}, one key works, wants a spare, Far Shore$/);

    const supplier = {
      name: 'Cobble Wharf',
      kind: 'aftermarket',
      cutOff: '15:00',
      deliversBy: '12:00',
    } as const;
    await saveSupplier(proprietor, { ...supplier, lateDays: 2, comebackBasisPoints: 300 });
    const [own] = (await readSuppliers(proprietor)).suppliers;
    const read = await readPriceFile(proprietor, {
      supplierId: own?.id ?? '',
      name: 'prices.csv',
      bytes: Buffer.from(file('prices.csv')),
    });
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect([read.value.problems, read.value.strange]).toEqual([[], []]);
    expect(await storePriceFile(proprietor, { id: read.value.id })).toMatchObject({ ok: true });

    // The step of the tools was left out: what that costs is said, and it is taken up.
    const without = await price(line);
    expect(without.ok ? 'priced' : without.problems[0]?.message).toMatch(/^No route is open on this car: /);
    const { vans, platforms } = await readTools(proprietor);
    const vanId = vans[0]?.id ?? '';
    await saveTool(proprietor, { vanId, name: 'Tern', edition: '1', state: 'supported' });
    for (const { id } of platforms) {
      const cover = toolFunctions.map((method) => ({ method, market: null, right: null }));
      expect(await saveCover(proprietor, { vanId, tool: 'Tern', platformId: id, cover })).toMatchObject({
        ok: true,
      });
    }
    expect((await readFirstHour(proprietor)).tools).toBe('done');
    const uncut = await price(line);
    expect(uncut.ok ? 'priced' : uncut.problems[0]?.message).toMatch(
      /^No option can be had for this car\. Shop, /,
    );
    await noteEquipment(proprietor, { vanId, powerSupply: true, cuts: [...bladeKinds] });
    const priced = await price(line);
    if (!priced.ok) throw new Error(JSON.stringify(priced.problems));
    expect(priced.value).toMatchObject({ currency: 'EUR', withTrip: true });
    expect(priced.value.options[0]?.totalMinor).toBeGreaterThan(5_000);
    expect(await openFirstSteps(proprietor)).toBe(0);
  });
});

describe('the files to begin with', () => {
  it('are taken one by one too, in the order of what they name, with nothing refused', async () => {
    for (const { name, text } of starterFiles(proprietor)) {
      const [, list] = /^lists\/(.+)\.csv$/.exec(name) ?? [];
      if (!list || text.trim().split('\n').length < 2) continue;
      const read = await readFileAs(proprietor, list as never, text);
      expect([list, read.state]).toEqual([list, 'read']);
    }
    expect(file('columns.txt')).toContain('APPLICATIONS, lists/applications.csv');
    expect(file('read-me.txt')).toContain('All cars, articles and prices in them are made up.');
  });
});
