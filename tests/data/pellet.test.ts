import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { overlaps } from '@/core/pellet/ladder';
import { parseInput } from '@/inputs/parse';
import { MeterInput, PelletInput } from '@/inputs/pellet-inputs';
import { readBladeCar } from '@/usecases/benches/blade-car';
import { measurePellet, readMeter, readPelletBench } from '@/usecases/benches/pellet';
import { database } from '@/usecases/database';
import { surroundJob } from '@/usecases/identify/surround';
import { recordAuthority } from '@/usecases/jobs/authority';
import { chooseCandidate } from '@/usecases/jobs/decide';
import { storeImport } from '@/usecases/library/store-import';
import { closePool } from '@/usecases/pool/lane';
import { readMeters, removeMeter, saveMeter } from '@/usecases/shop/meters';
import { moveStock } from '@/usecases/shop/stock';
import { readFileAs } from '../support/files';
import { openTestJob, sendEvent, viewOf } from '../support/jobs';
import { onSitePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let [locksmith, trainee]: PersonActor[] = [];
const who = () => locksmith as PersonActor;
beforeAll(async () => {
  [locksmith, trainee] = [await actorOf('locksmith'), await actorOf('trainee')];
});

afterAll(closePool);

async function bring(list: 'platforms' | 'pellet-steps', lines: readonly string[]): Promise<void> {
  const row = await readFileAs(who(), list, lines.join('\r\n'));
  expect(row.preview?.problems).toEqual([]);
  expect(await storeImport(who(), row.id, {})).toMatchObject({ ok: true });
}

const asked = (more: object, faces: string[][]) => ({
  platform: 'Bobbin',
  meter: 'Van meter',
  faces: faces.map((readings) => ({ readings })),
  ...more,
});
const measured = async (more: object, ...faces: string[][]) => {
  const input = parseInput(PelletInput, asked(more, faces));
  if (!input.ok) return input;
  return measurePellet(who(), input.value);
};
const refusal = async (more: object, ...faces: string[][]) => {
  const answer = await measured(more, ...faces);
  return answer.ok ? 'read' : `${answer.problems[0]?.field ?? ''}: ${answer.problems[0]?.message}`;
};

describe('the pellet bench', () => {
  it('has the ladder of the world: nine steps, two pairs that read alike, one replaced, two on one kind of blade', async () => {
    const { ladders, meters } = await readPelletBench(who());
    const [bobbin] = ladders;
    expect(ladders).toHaveLength(1);
    expect(bobbin).toMatchObject({ platform: 'Bobbin', tolerancePercent: 10, lockoutSeconds: 420 });
    expect(bobbin?.steps).toHaveLength(9);
    expect(bobbin && overlaps(bobbin)).toHaveLength(2);
    expect(bobbin?.steps.filter(({ profile }) => profile !== null).map(({ step }) => step)).toEqual([3, 4]);
    expect(bobbin?.steps.find(({ replaced }) => replaced)?.replaced).toEqual({
      by: 9,
      fromYear: 1991,
      toYear: 1991,
    });
    expect(meters.map(({ name }) => name)).toEqual(['Van meter', 'Old bench meter']);
  });

  it('reads what is typed in any way, by year and blade', async () => {
    expect(await measured({}, ['8.2', '8k3'], ['8200'])).toMatchObject({
      value: {
        verdict: 'clear',
        steps: expect.arrayContaining([expect.objectContaining({ step: 7 })]),
        advice: { title: expect.stringMatching(/^Step 7,/) },
        slips: [],
      },
    });
    const two = await measured({ profile: 'edge, two sides' }, ['2.7']);
    expect(two.ok && two.value.open).toEqual([1, 2, 5, 6, 7, 8, 9]);
    expect(two.ok && two.value.verdict).not.toBe('clear');
    const early = await measured({ year: 1986 }, ['12.0']);
    expect(early.ok && early.value.open).not.toContain(8);
    expect(await measured({ year: 1991 }, ['3.85', '3.86'])).toMatchObject({
      value: { advice: { next: expect.stringContaining('replaced by step 9') } },
    });
  });

  it('leaves out a reading that is off by thousands until it is settled', async () => {
    expect(await measured({}, ['8.2 Ω', '8.2 kΩ'])).toMatchObject({
      value: { verdict: 'clear', read: [[8200]], slips: [{ face: 0, reading: 0, maybeOhms: 8200 }] },
    });
  });

  it('names by field what cannot be', async () => {
    expect(await refusal({ platform: 'Nobody' }, ['1'])).toMatch(/^platform: .*no ladder/);
    expect(await refusal({ meter: 'Nobody' }, ['1'])).toMatch(/^meter: .*no meter/);
    expect(await refusal({ meter: undefined }, ['1'])).toMatch(/^meter: /);
    expect(await refusal({ range: 12 }, ['1'])).toMatch(/^range: The meter has the ranges/);
    expect(await refusal({}, ['8.2', 'eight'])).toMatch(/^faces\.0\.readings\.1: Expected a resistance/);
    expect(await refusal({ year: 1700 }, ['1'])).toMatch(/read|year/);
    const whole = { accuracyPercent: 60, accuracyDigits: 3, counts: 2000, ranges: [20_000], leadOhms: 0 };
    expect(await refusal({ meter: undefined, whole }, ['1'])).toMatch(
      /^whole\.accuracyPercent: No meter is like/,
    );
    const steps = [
      { step: 1, ohms: 100 },
      { step: 1, ohms: 200 },
    ];
    expect(await refusal({ platform: undefined, ladder: { tolerancePercent: 5, steps } }, ['1'])).toMatch(
      /^ladder\.steps: /,
    );
    expect(
      await refusal(
        { platform: undefined, ladder: { tolerancePercent: 5, steps: [{ step: 41, ohms: 100 }] } },
        ['1'],
      ),
    ).toMatch(/^ladder\.steps\.0\.step: Up to 40/);
  });

  it('reads a ladder and a meter sent whole', async () => {
    const ladder = {
      tolerancePercent: 5,
      steps: [330, 680, 1500].map((ohms, at) => ({ step: at + 1, ohms })),
    };
    const whole = {
      accuracyPercent: 0.5,
      accuracyDigits: 2,
      counts: 6000,
      ranges: [600, 6000],
      leadOhms: 0.2,
    };
    expect(
      await measured({ platform: undefined, meter: undefined, ladder, whole }, ['684', '683']),
    ).toMatchObject({
      value: {
        verdict: 'clear',
        steps: expect.arrayContaining([expect.objectContaining({ step: 2 })]),
        advice: { title: expect.stringMatching(/^Step 2,/) },
      },
    });
  });

  it('takes a second ladder from a file, without a line of code', async () => {
    await bring('platforms', [
      'name,chip_family,link,slots_maximum,slots_minimum,count,remote_learned,rank,when_full,pellet_tolerance_percent,lockout_seconds',
      'Shuttle,PEL,none,0,0,cannotSay,none,none,refuses,5,240',
    ]);
    await bring('pellet-steps', [
      'platform,step,ohms,from_year,to_year,profile,replaced_by,replaced_from_year,replaced_to_year',
      'Shuttle,1,330,,,,,,',
      'Shuttle,2,680,,,,,,',
      'Shuttle,3,1500,,,,,,',
    ]);
    expect(await measured({ platform: 'Shuttle' }, ['.68', '684'])).toMatchObject({
      value: {
        verdict: 'clear',
        steps: expect.arrayContaining([expect.objectContaining({ step: 2 })]),
        advice: { title: expect.stringMatching(/^Step 2,/) },
      },
    });
    // How many steps there are is what a hunt reckons with.
    const found = await database().query<{ steps: number }>(
      `SELECT count(*)::int AS steps FROM pellet_step s JOIN platform p ON p.id = s.platform_id WHERE p.name = 'Shuttle'`,
    );
    expect(found.rows[0]?.steps).toBe(3);
  });

  it('is sent values by the meter that wander and come to rest', async () => {
    const read = (at: number, key = 1, face: 0 | 1 = 0) =>
      readMeter(who(), { platform: 'Bobbin', key, face, at, meter: 'Van meter' });
    const late = [await read(10), await read(11)].map((one) => (one.ok ? (one.value.ohms ?? 0) : 0));
    expect(Math.abs((late[0] ?? 0) - (late[1] ?? 0))).toBeLessThan(0.004 * (late[0] ?? 0));
    expect(await read(12, 5)).toMatchObject({ value: { ohms: null } });
    const [a, b] = [await read(12, 4, 0), await read(12, 4, 1)];
    expect(a.ok && b.ok && (b.value.ohms ?? 0) / (a.value.ohms ?? 1)).toBeGreaterThan(1.15);
  });
});

describe('the step is part of the article', () => {
  const quoted = async (number: number) => {
    const { quote } = await viewOf(who(), number);
    return JSON.stringify(quote);
  };

  it('is brought by every step that may be wanted, and by one once it is read; priced, kept and moved as such', async () => {
    const number = await openTestJob(who(), 'Harrowick', { year: 1989, ignition: 'turn' });
    const view = async () => viewOf(who(), number);
    const edit = async () => ({ number, version: (await view()).job.version });
    const applicationId = (await view()).candidates[0]?.application.id ?? '';
    await chooseCandidate(who(), { ...(await edit()), applicationId, reason: 'likeliest' });
    const brought = async () =>
      (await surroundJob(who(), (await view()).job, { certainty: 0.95 })).bring?.list
        .map(({ article }) => article)
        .sort();
    expect(await brought()).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9].map((step) => `BLANK-1107/${step}`));
    expect(await quoted(number)).toContain('BLANK-1107');
    const reading = (verdict: string, ...steps: [number, number][]) =>
      sendEvent(who(), number, 'pelletRead', {
        verdict,
        steps: steps.map(([step, probability]) => ({ step, probability })),
        ohms: 4250,
        meter: 'Van meter',
      });
    expect(await reading('ambiguous', [5, 0.6], [6, 0.4])).toMatchObject({ ok: true });
    expect(await brought()).toEqual(['BLANK-1107/5', 'BLANK-1107/6']);
    expect(await reading('clear', [6, 0.98], [5, 0.02])).toMatchObject({ ok: true });
    expect(await brought()).toEqual(['BLANK-1107/6']);
    expect(await quoted(number)).toContain('BLANK-1107/6');
    const car = await readBladeCar(who(), await view());
    expect(car?.blanks[0]?.piece.article).toBe('BLANK-1107/6');
    const place = { vanId: car?.blanks[0]?.piece.vanId ?? null, state: 'new', grade: 'aftermarket' } as const;
    const moved = (article: string) =>
      moveStock(who(), {
        ...place,
        article,
        reason: 'arrived',
        pieces: 2,
        note: null,
        toVanId: null,
      } as never);
    expect(await moved('BLANK-1107/6')).toMatchObject({ ok: true });
    expect(await moved('BLANK-2041/6')).toMatchObject({ ok: false });
    expect(await moved('BLANK-1107/0')).toMatchObject({ ok: false });
  });

  it('is no step of the ladder where it lies beyond it', async () => {
    const number = await openTestJob(who(), 'Harrowick', { year: 1989, ignition: 'turn' });
    const { candidates, job } = await viewOf(who(), number);
    const applicationId = candidates[0]?.application.id ?? '';
    await chooseCandidate(who(), { number, version: job.version, applicationId, reason: 'likeliest' });
    await recordAuthority(who(), {
      number,
      version: (await viewOf(who(), number)).job.version,
      ...onSitePapers,
    });
    await sendEvent(who(), number, 'wireChecked', { sound: true });
    const tried = (step: number) =>
      sendEvent(who(), number, 'stepTried', {
        tryId: uuid(),
        step,
        started: false,
        at: who().at.toISOString(),
      });
    expect(await tried(12)).toMatchObject({ problems: [{ message: expect.stringMatching(/no step 12/) }] });
    expect(await tried(41)).toMatchObject({ ok: false });
    expect(await tried(9)).toMatchObject({ ok: true });
  });
});

describe('a meter of the shop', () => {
  const meter = {
    name: 'Spare',
    accuracyPercent: 1,
    accuracyDigits: 3,
    counts: 2000,
    ranges: [2000, 20_000],
    leadOhms: 0.4,
  };

  it('is kept, changed and removed by who looks after the tools; an impossible one is refused by its field', async () => {
    const save = async (more: object, actor = who()) => {
      const input = parseInput(MeterInput, { ...meter, ...more });
      if (!input.ok) return input;
      return saveMeter(actor, input.value);
    };
    expect(await save({}, trainee as PersonActor)).toMatchObject({ ok: false });
    expect(await save({})).toMatchObject({ ok: true });
    expect(await save({})).toMatchObject({ problems: [{ field: 'name' }] });
    expect(await save({ name: 'Odd', accuracyPercent: 50 })).toMatchObject({
      problems: [{ field: 'accuracyPercent' }],
    });
    expect(await save({ name: 'Odd', ranges: [5, 5] })).toMatchObject({ problems: [{ field: 'ranges' }] });
    const own = (await readMeters(who())).find(({ name }) => name === 'Spare');
    expect(await save({ id: own?.id, leadOhms: 0.9 })).toMatchObject({ ok: true });
    expect((await readMeters(who())).filter(({ name }) => name === 'Spare')).toMatchObject([
      { leadOhms: 0.9 },
    ]);
    expect(await removeMeter(who(), { id: own?.id ?? '' })).toMatchObject({ ok: true });
    expect(await removeMeter(who(), { id: own?.id ?? '' })).toMatchObject({ ok: false });
  });
});
