import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { CodeServiceInput, DealerInput } from '@/inputs/outside-inputs';
import { parseInput } from '@/inputs/parse';
import { readOutsidePrices, removeDealer, saveCodeService, saveDealer } from '@/usecases/shop/dealers';
import { saveStandards } from '@/usecases/shop/firm';
import { readVanNames, saveVan } from '@/usecases/shop/own-vans';
import { dropRoads, exportRoads, previewRoads, readRoadsOnFile, storeRoads } from '@/usecases/shop/roads';
import { readShopNow } from '@/usecases/shop/shop';
import { quotedJob, viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let proprietor: PersonActor;
let locksmith: PersonActor;
beforeAll(async () => {
  proprietor = await actorOf('proprietor');
  locksmith = await actorOf('locksmith');
});

const optionOf = async (number: number, kind: string) =>
  (await viewOf(locksmith, number)).quote?.options.find((one) => one.kind === kind);
/** On the last day looked at, when the van comes from home. */
const tripOf = async (number: number) => (await viewOf(locksmith, number)).quote?.snapshot.gaps.at(-1)?.trip;

describe('the dealer of a make', () => {
  it('is set by the proprietor, compared in the next quote, and gone from it when he is removed', async () => {
    const number = await quotedJob(locksmith);
    const { dealers, nodes } = await readOutsidePrices(proprietor);
    const own = dealers.find(({ make }) => make === 'Halvorn');
    if (!own) throw new Error('the world has a dealer of each make');
    const input = {
      makeId: own.makeId,
      name: ' Halvorn of the Lake ',
      labourMinor: 100_00,
      programmingMinor: 50_00,
      cutMinor: null,
      keyMarkupPercent: 0,
      workingDays: 3,
      lateDays: 1,
      tow: 12,
      place: nodes[0] ?? '',
    };
    expect(parseInput(DealerInput, input).ok).toBe(true);
    expect(await saveDealer(locksmith, input)).toMatchObject({ ok: false });
    expect(await saveDealer(proprietor, { ...input, place: 'Nowhere' })).toMatchObject({
      problems: [{ field: 'place' }],
    });
    expect(await saveDealer(proprietor, { ...input, makeId: own.makeId.replace(/./g, '0') })).toMatchObject({
      problems: [{ field: 'makeId' }],
    });
    expect(await saveDealer(proprietor, input)).toMatchObject({ ok: true });
    const quoted = await optionOf(number, 'dealer');
    expect(
      quoted?.available && quoted.lines.find(({ label }) => label === 'Labour of the dealer')?.netMinor,
    ).toBe(100_00);
    expect(await removeDealer(proprietor, { id: own.makeId })).toMatchObject({ ok: true });
    expect(await removeDealer(proprietor, { id: own.makeId })).toMatchObject({ ok: false });
    expect(await optionOf(number, 'dealer')).toMatchObject({ available: false });
  });

  it('is as far in miles as it is, where the shop goes by miles', async () => {
    const { shop } = await readShopNow(proprietor);
    const { zone, locale, market, quoteValidDays, paperSize } = shop;
    const standards = { zone, locale, market, quoteValidDays, paperSize };
    await saveStandards(proprietor, { ...standards, distanceUnit: 'mi' });
    const [dealer] = (await readOutsidePrices(proprietor)).dealers;
    if (!dealer) throw new Error('expected a dealer');
    const { make: _, towKm: __, place, ...same } = dealer;
    await saveDealer(proprietor, { ...same, place: place ?? '', tow: 10 });
    const [after] = (await readOutsidePrices(proprietor)).dealers;
    expect(after?.towKm).toBe(16.1);
    await saveStandards(proprietor, { ...standards, distanceUnit: 'km' });
  });
});

describe('the code service', () => {
  it('is asked for what is ticked alone, on the terms that were set', async () => {
    const services = [
      {
        kind: 'codeFromVin',
        offered: true,
        feeMinor: 1900,
        minutesFrom: 5,
        minutesTo: 20,
        failurePercent: 4,
      },
      { kind: 'pinFromVin', offered: false, feeMinor: 0, minutesFrom: 0, minutesTo: 0, failurePercent: 0 },
    ] as const;
    const save = (more: readonly object[]) => {
      const input = parseInput(CodeServiceInput, { services: more });
      if (!input.ok) throw new Error(JSON.stringify(input.problems));
      return saveCodeService(proprietor, input.value);
    };
    expect(await save([{ ...services[0], minutesFrom: 30 }])).toMatchObject({
      problems: [{ field: 'services.0.minutesTo' }],
    });
    expect(await save([services[0], services[0]])).toMatchObject({
      problems: [{ field: 'services.1.kind' }],
    });
    expect(await save(services)).toMatchObject({ ok: true });
    expect((await readOutsidePrices(proprietor)).codeService).toEqual({
      codeFromVin: { feeMinor: 1900, minutesFrom: 5, minutesTo: 20, failurePercent: 4 },
    });
  });
});

describe('the roads', () => {
  it('are a file that comes back the same, and are replaced as a whole', async () => {
    const before = await exportRoads(locksmith);
    const onFile = await readRoadsOnFile(locksmith);
    const look = await previewRoads(proprietor, { text: before });
    expect(look).toMatchObject({ ok: true, value: { problems: [], roads: onFile.roads, unknown: [] } });
    expect(await previewRoads(locksmith, { text: before })).toMatchObject({ ok: false });
    expect(await storeRoads(proprietor, { text: before })).toMatchObject({
      problems: [{ field: 'workshop' }],
    });
    expect(await storeRoads(proprietor, { text: before, workshop: onFile.workshop ?? '' })).toMatchObject({
      ok: true,
    });
    expect(await exportRoads(locksmith)).toBe(before);
    const island = `${before}road,North Isle,South Isle,2,50,0,,,,\r\n`;
    expect(
      JSON.stringify(await storeRoads(proprietor, { text: island, workshop: onFile.workshop ?? '' })),
    ).toContain('No way leads from the workshop to North Isle, South Isle.');
    expect(await exportRoads(locksmith)).toBe(before);
  });

  it('lead from where the van stands, and a trip goes by the distance of the place without them', async () => {
    const number = await quotedJob(locksmith);
    const byWorkshop = await tripOf(number);
    expect(byWorkshop?.from).toBe('the workshop');
    const { nodes, workshop } = await readRoadsOnFile(proprietor);
    const { van } = await viewOf(locksmith, number);
    const own = (await readVanNames(proprietor)).find(({ id }) => id === van?.id);
    if (!own) throw new Error('expected a van');
    const elsewhere = nodes.find((node) => node !== workshop && node !== byWorkshop?.to) ?? '';
    expect(await saveVan(proprietor, { id: own.id, name: own.name, standsAt: 'Nowhere' })).toMatchObject({
      problems: [{ field: 'standsAt' }],
    });
    expect(await saveVan(proprietor, { id: own.id, name: own.name, standsAt: elsewhere })).toMatchObject({
      ok: true,
    });
    const byVan = await tripOf(number);
    expect(byVan?.from).toBe(elsewhere);
    expect(byVan?.minutes).not.toBe(byWorkshop?.minutes);
    // Named anew it stands where it stood.
    expect(await saveVan(proprietor, { id: own.id, name: own.name })).toMatchObject({ ok: true });
    expect((await tripOf(number))?.from).toBe(elsewhere);
    expect(await dropRoads(locksmith)).toMatchObject({ ok: false });
    expect(await dropRoads(proprietor)).toMatchObject({ ok: true });
    const byPlace = (await viewOf(locksmith, number)).quote?.snapshot.trip;
    expect(byPlace).toMatchObject({ from: 'the workshop', to: byWorkshop?.to });
    expect(byPlace?.minutes).toBeGreaterThan(0);
  });
});
