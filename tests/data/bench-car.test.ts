import { randomBytes } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { candumpOf } from '@/formats/candump';
import { BenchCarRunInput } from '@/inputs/bench-car-inputs';
import { parseInput } from '@/inputs/parse';
import {
  exportBenchTrace,
  keepBenchTrace,
  listBenchTraces,
  removeBenchTrace,
  stepBenchCar,
} from '@/usecases/benches/bench-car';
import { database } from '@/usecases/database';
import { closePool } from '@/usecases/pool/lane';
import { rotateVault } from '@/usecases/vault/rotate-vault';
import { Operator, setupFor } from '../support/bench-operator';
import { worldBenchPlatforms } from '../support/bench-platforms';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');
let imre: PersonActor;
let sunniva: PersonActor;
beforeAll(async () => {
  imre = await actorOf('proprietor');
  sunniva = await actorOf('locksmith');
});
const vaultKey = process.env.KILNSMAN_VAULT_KEY;
afterAll(async () => {
  process.env.KILNSMAN_VAULT_KEY = vaultKey;
  await closePool();
});

/** Somebody adds a key to a car of a platform; what was done to it, as the page sends it. */
async function added(name: string) {
  const platform = worldBenchPlatforms().find((one) => one.platform.name === name);
  if (!platform) throw new Error(`no platform ${name}`);
  const setup = setupFor(platform, 'add');
  const operator = new Operator(platform, setup);
  await operator.play('add', operator.blanks.slice(0, 1));
  const read = parseInput(BenchCarRunInput, { platform: name, setup, inputs: operator.car.inputs });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return { operator, input: read.value };
}

describe('a car on the bench, on the server', () => {
  it('is the car of the page after the same was done to it', async () => {
    for (const name of ['Heddle 3', 'Weft']) {
      const { operator, input } = await added(name);
      const stepped = await stepBenchCar(sunniva, { ...input, untilUs: operator.car.state.nowUs });
      expect(stepped.ok && stepped.value.state).toEqual(operator.car.state);
      expect(stepped.ok && stepped.value.papers).toEqual(operator.start.papers);
    }
  });
});

describe('traces of the bench car', () => {
  it('are kept sealed, and come back as they were', async () => {
    const { operator, input } = await added('Heddle 3');
    const kept = await keepBenchTrace(sunniva, input);
    if (!kept.ok) throw new Error('not kept');
    const [row] = await listBenchTraces(sunniva);
    expect(row).toMatchObject({ platform: 'Heddle 3', link: 'can', madeBy: sunniva.name });
    const file = await exportBenchTrace(sunniva, kept.value.id);
    const log = candumpOf(
      operator.car.said.flatMap(({ atUs, said }) => (said.kind === 'frame' ? [{ atUs, ...said.frame }] : [])),
    );
    expect(file.ok && log.startsWith(file.value.text)).toBe(true);
    expect(file.ok && file.value.text.split('\n').length).toBeGreaterThan(50);
    // Nothing of it stands in the tables: neither a frame nor the PIN it carries.
    const stored = await database().query<{ body: Buffer }>('SELECT body FROM trace_batch');
    const all = Buffer.concat(stored.rows.map(({ body }) => body)).toString('latin1');
    expect(all).not.toContain('can0');
    const audit = await database().query<{ action: string }>(
      "SELECT action FROM audit_line WHERE action LIKE 'benchCar.%' ORDER BY seq",
    );
    expect(audit.rows.map(({ action }) => action)).toEqual(['benchCar.kept', 'benchCar.exported']);
  });

  it('outlive a change of the vault key', async () => {
    const { input } = await added('Weft');
    const kept = await keepBenchTrace(sunniva, input);
    if (!kept.ok) throw new Error('not kept');
    const before = await exportBenchTrace(sunniva, kept.value.id);
    process.env.KILNSMAN_VAULT_KEY = `${vaultKey},${randomBytes(32).toString('base64')}`;
    expect(await rotateVault()).toBeGreaterThan(0);
    expect(await exportBenchTrace(sunniva, kept.value.id)).toEqual(before);
    expect(before.ok && before.value.text.split('\r\n')[0]).toBe('seconds,by,bytes');
  });

  it('are removed by who kept them or the proprietor, and their key is destroyed', async () => {
    const { input } = await added('Heddle 3');
    const kept = await keepBenchTrace(imre, input);
    if (!kept.ok) throw new Error('not kept');
    const { id } = kept.value;
    expect((await removeBenchTrace(sunniva, { id })).ok).toBe(false);
    const { rows: keys } = await database().query<{ key: string }>(
      'SELECT data_key_id AS key FROM trace WHERE id = $1',
      [id],
    );
    expect((await removeBenchTrace(imre, { id })).ok).toBe(true);
    expect((await exportBenchTrace(imre, id)).ok).toBe(false);
    const left = await database().query('SELECT wrapped FROM data_key WHERE id = $1', [keys[0]?.key]);
    expect(left.rows).toEqual([{ wrapped: null }]);
  });

  it('are the fifty latest', async () => {
    const { input } = await added('Weft');
    for (let at = 0; at < 52; at += 1) await keepBenchTrace(sunniva, input);
    expect((await listBenchTraces(sunniva)).length).toBe(50);
    const batches = await database().query('SELECT DISTINCT trace_id FROM trace_batch');
    expect(batches.rows.length).toBe(50);
  });
});
