import { afterAll, describe, expect, it } from 'vitest';
import { PoolFull } from '../pool-full';
import { closePool } from './lane';
import { runInPool } from './pool';

afterAll(closePool);

const task = {
  list: 'blanks' as const,
  rows: Array.from({ length: 200 }, (_, at) => ({
    line: at + 2,
    cells: { article: `BLANK-${at}`, keyway: 'Siskin 11', seat: at % 50 === 0 ? '=1' : 'plain' },
  })),
};

describe('the thread pool', () => {
  it('checks rows as the same function does here', async () => {
    const checked = await runInPool('checkRows', task);
    expect(checked.rows.length).toBe(200);
    expect(checked.formulas.map(({ line }) => line)).toEqual([2, 52, 102, 152]);
    expect(checked.problems).toEqual([]);
  });

  it('refuses what does not fit into its queue, and works on the rest', async () => {
    const results = await Promise.allSettled(Array.from({ length: 100 }, () => runInPool('checkRows', task)));
    const refused = results.filter((result) => result.status === 'rejected');
    expect(refused.length).toBe(100 - 66);
    expect(refused.every(({ reason }) => reason instanceof PoolFull)).toBe(true);
    expect((await runInPool('checkRows', task)).rows.length).toBe(200);
  });

  it('gives up a task that is cancelled', async () => {
    const cancel = new AbortController();
    const running = runInPool('checkRows', task, cancel.signal);
    cancel.abort();
    await expect(running).rejects.toThrow();
  });
});
