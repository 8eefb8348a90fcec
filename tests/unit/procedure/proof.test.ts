import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { faultsOf, faultWords, type PlantedFault, plantedFaults } from '@/core/benchcar/start/planted-faults';
import { methods } from '@/core/catalogue/methods';
import { bind } from '@/core/procedure/bind/bind';
import { runOf } from '@/core/procedure/run/run';
import { setupFor } from '../../support/bench-operator';
import { ProcedureDriver } from '../../support/procedure-driver';
import { worldCauses } from '../../support/world-lists';
import {
  boundWay,
  keysToLearn,
  type WorldWay,
  worldProcedures,
  worldWays,
} from '../../support/world-procedures';

const procedures = worldProcedures();
const book = worldCauses();
const ways = worldWays();
const page = join(import.meta.dirname, '../../../docs/procedure-faults.md');

/** Faults that no hand at the car mends: a way may stop and say so, and must not claim success. */
const mayStop: ReadonlySet<PlantedFault> = new Set([
  'bonnetSwitch',
  'deafButton',
  'copiedKey',
  'swappedModule',
  'valetAsMaster',
  'memoryFull',
]);
/** Causes that look alike and are mended alike. */
const alike: Readonly<Record<string, readonly string[]>> = {
  looseLead: ['linkLost', 'noAdapter'],
  noAdapter: ['looseLead', 'linkLost'],
  linkLost: ['looseLead', 'noAdapter'],
  notReset: ['wrongChip'],
};

/** A car that cannot say its count, or says it to a tool alone, does not tell that it is full. */
const tellsFull = ({ platform: { platform }, method }: WorldWay) =>
  platform.count === 'readable' || (platform.count === 'afterPin' && method.needsTool);

type Met = 'nothing' | 'mended' | 'stopped';
const matrix = new Map<string, Met>();

async function driven(way: WorldWay, fault: PlantedFault | null) {
  const { bound, setup } = boundWay(
    procedures,
    way,
    { faults: fault ? [fault] : [] },
    way.method.kind.startsWith('clone') ? 1 : keysToLearn(way),
  );
  const driver = new ProcedureDriver(way.platform, bound, setup, book);
  const end = bound.ends.get((await driver.goes()) ?? '');
  return { driver, bound, end };
}

const nameOf = ({ platform, method }: WorldWay) => `${platform.platform.name}, ${methods[method.kind].name}`;

describe.each(ways.map((way) => [nameOf(way), way] as const))('%s', (_, way) => {
  it('leads to success where nothing is wrong, without a search', async () => {
    const { driver, end } = await driven(way, null);
    expect(end?.kind).toBe('success');
    expect(
      driver.events.filter(({ kind }) => kind === 'looked' || kind === 'mended' || kind === 'gaveUp'),
    ).toEqual([]);
    expect(driver.worked).toBe(true);
  });

  it.each(faultsOf(way.platform, way.method.knownKeysNeeded))('with %s', async (fault) => {
    const { driver, bound, end } = await driven(way, fault);
    const mended = driver.run.mended;
    // It ends, and what it claims is so.
    expect(end?.kind).toMatch(/success|stop/);
    if (end?.kind === 'success') expect(driver.worked).toBe(true);
    if (!mayStop.has(fault)) expect([fault, end?.id, end?.kind]).toEqual([fault, end?.id, 'success']);
    // Whatever was mended first was what was wrong, or what looks like it.
    const [first] = mended;
    const hidden = fault === 'memoryFull' && !tellsFull(way);
    if (first !== undefined && !hidden) expect([fault, ...(alike[fault] ?? [])]).toContain(first);
    // The log alone gives the same state.
    const folded = runOf(bound, { slotsMinimum: way.platform.platform.slotsMinimum }, driver.events);
    expect(folded.ok && folded.value).toEqual(driver.run);
    matrix.set(
      `${nameOf(way)} ${fault}`,
      end?.kind === 'stop' ? 'stopped' : mended.length > 0 ? 'mended' : 'nothing',
    );
  });
});

it('a key in hand that the car knows is learned again with the new one after an erase', async () => {
  const way = ways.find(
    ({ platform, method }) => platform.platform.name === 'Weft' && method.kind === 'aklErase',
  );
  if (!way) throw new Error('no such way');
  const setup = setupFor(way.platform, 'aklErase', { knownKeys: 1 });
  const bound = bind(procedures, way.procedure, {
    way: 'aklErase',
    plan: { known: [], learn: [1, 2] },
    values: way.values,
  });
  if (!bound) throw new Error('no procedure');
  const driver = new ProcedureDriver(way.platform, bound, setup, book);
  expect(await driver.goes()).toBe('done');
  expect(driver.learned).toEqual([1, 2]);
  expect(driver.car.state.memory.identities).toHaveLength(2);
});

const signs = { nothing: '·', mended: '●', stopped: '▲' } as const;

it('are kept as a table', async () => {
  const head = `| Way | Procedure | ${plantedFaults.map((_, at) => at + 1).join(' | ')} |`;
  const lines = ways.map(
    (way) =>
      `| ${nameOf(way)} | ${way.procedure} | ${plantedFaults
        .map((fault) => {
          const met = matrix.get(`${nameOf(way)} ${fault}`);
          return met ? signs[met] : ' ';
        })
        .join(' | ')} |`,
  );
  const text = [
    '# Procedures and faults',
    '',
    'Made by `tests/unit/procedure/proof.test.ts`: each procedure played at the bench car with each fault that can befall it, by somebody',
    'who does what it says and answers by what the car shows.',
    '',
    '● the fault showed, was found and mended, and every key was learned; ▲ it stopped and said why; · the way is not touched by it;',
    'empty: it cannot befall this car.',
    '',
    ...plantedFaults.map((fault, at) => `${at + 1}. ${faultWords(fault)}`),
    '',
    head,
    `|---|---|${plantedFaults.map(() => '---|').join('')}`,
    ...lines,
    '',
  ].join('\n');
  await expect(text).toMatchFileSnapshot(page);
});
