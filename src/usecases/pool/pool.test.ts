import { afterAll, describe, expect, it } from 'vitest';
import { PoolFull } from '../pool-full';
import { closePool } from './lane';
import { runInPool } from './pool';
import { stageRows } from './stage-rows';

afterAll(closePool);

const task = {
  importId: '00000000-0000-4000-8000-000000000001',
  list: 'blanks' as const,
  columns: ['article', 'keyway', 'seat'],
  rows: Array.from({ length: 200 }, (_, at) => ({
    line: at + 2,
    cells: [`BLANK-${at}`, 'Siskin 11', at % 50 === 0 ? '=1' : 'plain'],
  })),
};

describe('the thread pool', () => {
  it('reads and checks rows as the same function does here', async () => {
    const checked = await runInPool('stageRows', task);
    const here = stageRows(task);
    expect(Buffer.from(checked.text).toString()).toBe(Buffer.from(here.text).toString());
    expect(checked.counts).toEqual({ blanks: 200 });
    expect(checked.formulas.map(({ line }) => line)).toEqual([2, 52, 102, 152]);
    expect(checked.problems).toEqual([]);
  });

  it('refuses what does not fit into its queue, and works on the rest', async () => {
    const results = await Promise.allSettled(Array.from({ length: 100 }, () => runInPool('stageRows', task)));
    const refused = results.filter((result) => result.status === 'rejected');
    expect(refused.length).toBe(100 - 66);
    expect(refused.every(({ reason }) => reason instanceof PoolFull)).toBe(true);
    expect((await runInPool('stageRows', task)).counts).toEqual({ blanks: 200 });
  });

  it('gives up a task that is cancelled', async () => {
    const cancel = new AbortController();
    const running = runInPool('stageRows', task, { signal: cancel.signal });
    cancel.abort();
    await expect(running).rejects.toThrow();
  });
});
