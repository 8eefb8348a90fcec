import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { FirmInput, OwnTextsInput, StandardsInput } from '@/inputs/firm-inputs';
import { parseInput } from '@/inputs/parse';
import { drawHandover, readHandover } from '@/usecases/jobs/handover';
import { closePool } from '@/usecases/pool/lane';
import { offerQuote } from '@/usecases/quote/offer';
import { readJobSheet, readQuotePaper } from '@/usecases/quote/papers';
import { drawForShop } from '@/usecases/shop/draw-paper';
import { keepLogo, readLogo, removeLogo, saveFirm, saveOwnTexts, saveStandards } from '@/usecases/shop/firm';
import { readShopNow } from '@/usecases/shop/shop';
import { openTestJob, quotedJob, viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let proprietor: PersonActor;
let locksmith: PersonActor;
beforeAll(async () => {
  proprietor = await actorOf('proprietor');
  locksmith = await actorOf('locksmith');
  return closePool;
});

const firm = {
  name: 'Tern Lane Keys',
  address: '4 Tern Lane\nSaltpan Ferry',
  phone: '555-0117',
  mail: 'desk@tern.example',
  licence: 'Locksmith 17',
  taxNumber: 'T-17',
  bank: 'Ferry Bank 0417',
};
const standards = {
  zone: 'America/Chicago',
  locale: 'en-US',
  distanceUnit: 'mi',
  market: 'Meres',
  quoteValidDays: 21,
  paperSize: 'a4',
} as const;

describe('who the shop is', () => {
  it('is set by the proprietor and stands on every paper at once', async () => {
    expect(await saveFirm(locksmith, firm)).toMatchObject({ ok: false });
    expect(await saveFirm(proprietor, { ...firm, name: ' Tern Lane Keys ' })).toMatchObject({ ok: true });
    const number = await openTestJob(locksmith, 'Merrowdale');
    const whole = { ...firm, logo: null };
    expect((await readHandover(locksmith, number))?.head.firm).toEqual(whole);
    expect((await readJobSheet(locksmith, number))?.firm).toEqual(whole);
    expect((await readShopNow(locksmith)).shop.rules.licence).toBe('Locksmith 17');
  });

  it('refuses what is no name, no mail, no zone and no market of the library', async () => {
    const problems = (Class: new () => object, data: object) => {
      const parsed = parseInput(Class, data);
      return parsed.ok ? [] : parsed.problems.map(({ field }) => field);
    };
    expect(problems(FirmInput, { ...firm, name: '  ', mail: 'desk' })).toEqual(['name', 'mail']);
    expect(problems(FirmInput, { ...firm, mail: '' })).toEqual([]);
    expect(
      problems(StandardsInput, { ...standards, zone: 'Nowhere/Else', locale: 'xx', quoteValidDays: 0 }),
    ).toEqual(expect.arrayContaining(['zone', 'locale', 'quoteValidDays']));
    expect(
      problems(OwnTextsInput, {
        included: [' '],
        message: [],
        notIncluded: [],
        terms: [],
        cautions: [],
        handover: [],
      }),
    ).toEqual(['included']);
    expect(await saveStandards(proprietor, { ...standards, market: 'Elsewhere' })).toMatchObject({
      ok: false,
      problems: [{ field: 'market' }],
    });
    expect((await readShopNow(proprietor)).shop.quoteValidDays).toBe(14);
  });
});

describe('the logo', () => {
  const picture = () =>
    sharp({ create: { width: 900, height: 300, channels: 3, background: '#a8431f' } })
      .withExif({ IFD0: { Copyright: 'hidden words' } })
      .jpeg()
      .toBuffer();

  it('is drawn anew, printed and replaced, and refused where it is no picture', async () => {
    expect(await keepLogo(locksmith, await picture())).toMatchObject({ ok: false });
    expect(await keepLogo(proprietor, Buffer.from('no picture'))).toMatchObject({ ok: false });
    expect(await readLogo()).toBeUndefined();
    expect(await keepLogo(proprietor, await picture())).toMatchObject({ ok: true });
    const logo = await readLogo();
    expect(logo?.png.includes('hidden words')).toBe(false);
    expect((await readShopNow(locksmith)).shop.logo).toBe(logo?.version);
    const number = await openTestJob(locksmith, 'Merrowdale');
    const withLogo = (await drawHandover(locksmith, number))?.bytes.byteLength ?? 0;
    expect(await removeLogo(proprietor)).toMatchObject({ ok: true });
    expect(await removeLogo(proprietor)).toMatchObject({ ok: false });
    expect((await drawHandover(locksmith, number))?.bytes.byteLength ?? 0).toBeLessThan(withLogo);
  });
});

describe('what the shop goes by', () => {
  it('holds for the next quote and paper', async () => {
    const texts = {
      included: ['A tag for each key.', 'A tag for each key.'],
      notIncluded: ['Parking fees.'],
      terms: ['Paid by card or in cash.'],
      cautions: ['Tell us of dogs in the car.'],
      handover: ['Questions? Call us.'],
      message: ['We come in a blue van.'],
    };
    expect(await saveOwnTexts(locksmith, texts)).toMatchObject({ ok: false });
    expect(await saveOwnTexts(proprietor, texts)).toMatchObject({ ok: true });
    expect(await saveStandards(proprietor, standards)).toMatchObject({ ok: true });
    const number = await quotedJob(locksmith);
    const { version } = (await viewOf(locksmith, number)).job;
    const offered = await offerQuote(locksmith, { number, version, option: 'shopAftermarket' });
    if (!offered.ok || !('quoteNumber' in offered.value)) throw new Error('expected a quote');
    const { quoteNumber } = offered.value;
    const { head, paper } = (await readQuotePaper(locksmith, quoteNumber)) ?? {};
    expect(paper?.included.filter((line) => line === 'A tag for each key.')).toHaveLength(1);
    expect(paper?.notIncluded).toContain('Parking fees.');
    expect(paper?.terms).toContainEqual({ words: 'Paid by card or in cash.', minor: null });
    // What follows from the work itself is said before it, and stays.
    expect(paper?.cautions.at(-1)).toBe('Tell us of dogs in the car.');
    expect(paper?.cautions).toContain('The car stands safely, parked, with its brake set.');
    expect((await readHandover(locksmith, number))?.note.advice.at(-1)).toBe('Questions? Call us.');
    const days = (Date.parse(head?.validUntil ?? '') - Date.parse(head?.madeOn ?? '')) / 86_400_000;
    expect(days).toBe(21);
    const pdf = Buffer.from(await drawForShop({ kind: 'labels', labels: [] })).toString('latin1');
    // A4, in points.
    expect(pdf).toMatch(/MediaBox \[0 0 595\.2\d* 841\.8\d*\]/);
  });
});
