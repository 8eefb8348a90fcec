import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { PlantedFault } from '@/core/benchcar/start/planted-faults';
import { methods } from '@/core/catalogue/methods';
import type { Part, Procedures, Step } from '@/core/procedure/document/procedure';
import { walkModel } from '@/core/procedure/model/check-model';
import { boundWay, type WorldWay, worldProcedures, worldWays } from '../../support/world-procedures';

const procedures = worldProcedures();
const ways = worldWays();
const page = join(import.meta.dirname, '../../../docs/procedure-states.md');
const bounds = { retries: 3, mostStates: 200_000 };

const nameOf = ({ platform, method }: WorldWay) => `${platform.platform.name}, ${methods[method.kind].name}`;
const one = new Set(['onBoard', 'remote', 'cloneDirect', 'cloneRing', 'cloneSoldered']);

function walked(all: Procedures, way: WorldWay, retries = bounds.retries) {
  const { bound, setup } = boundWay(all, way, {}, one.has(way.method.kind) ? 1 : 2);
  const faults: PlantedFault[][] = [
    [],
    ['wrongChip'],
    ...(way.platform.behaviour.binds ? [['notReset' as const]] : []),
  ];
  return walkModel(
    way.platform,
    bound,
    faults.map((some) => ({ ...setup, faults: some })),
    { ...bounds, retries },
  );
}

const found = new Map<string, ReturnType<typeof walked>>();

describe('every state of a procedure at the bench car', () => {
  it.each(ways.map((way) => [nameOf(way), way] as const))(
    '%s',
    (name, way) => {
      const result = walked(procedures, way);
      expect(result.cut).toBe(false);
      expect(result.succeeds).toBe(true);
      expect(result.wrong.map(({ what }) => what)).toEqual([]);
      found.set(name, result);
    },
    120_000,
  );

  it('are counted', async () => {
    const rows = ways.map((way) => ({ way, result: found.get(nameOf(way)) }));
    const all = rows.reduce((sum, { result }) => sum + (result?.states ?? 0), 0);
    const text = [
      '# Procedures, every state',
      '',
      'Made by `tests/unit/procedure/model.test.ts`: each way of each platform walked through every state that it can come to with the bench',
      'car. Two new keys (one where a way makes one), each of the right chip, of another, or bound to another car; with and without the',
      'right to the car; each step done in time, late and noticed, late and not; each answer as the car shows it, or none; each wait cut',
      'short, to its usual time, to its longest, and given up; the line lost before a command is obeyed and after; every cause mended or',
      'not; up to three ways back.',
      '',
      'In no state is anything gated commanded before the right was shown, anything erased without enough keys that can be learned in',
      'hand, or success said with a key that is not known.',
      '',
      '| Way | Procedure | States | Ends in success | Stops | Held at the gate |',
      '|---|---|---|---|---|---|',
      ...rows.map(({ way, result }) => {
        const { ends = {}, states, gated } = result ?? {};
        const { done = 0, ...stops } = ends;
        const stopped = Object.values(stops).reduce((sum, count) => sum + count, 0);
        return `| ${nameOf(way)} | ${way.procedure} | ${states} | ${done} | ${stopped} | ${gated} |`;
      }),
      '',
      `${all} states in all.`,
      '',
    ].join('\n');
    await expect(text).toMatchFileSnapshot(page);
  });
});

describe('a procedure that is wrong', () => {
  const way = ways.find(
    ({ platform, method }) => platform.platform.name === 'Lappet' && method.kind === 'aklErase',
  );
  const remote = ways.find(
    ({ platform, method }) => platform.platform.name === 'Warp 5' && method.kind === 'remote',
  );
  const changed = (name: string, change: (parts: readonly Part[]) => readonly Part[]): Procedures => ({
    ...procedures,
    ...(procedures[name] && { [name]: { ...procedures[name], steps: change(procedures[name].steps) } }),
  });
  const skip = (id: string, to: string) => (parts: readonly Part[]) =>
    parts.map((part) => (part.id === id ? ({ ...part, next: to } as Part) : part));

  it('that says success without having tried is found', () => {
    if (!remote) throw new Error('no such way');
    const wrong = changed(remote.procedure, (parts) =>
      parts.map((part) => (part.id === 'works' ? ({ ...(part as Step), cannotTell: 'done' } as Part) : part)),
    );
    expect(walked(wrong, remote, 1).wrong.map(({ what }) => what)).toContain(
      'It ends in success, and a remote does nothing.',
    );
  });

  it('that erases before its keys were read is held by the run, and never succeeds', () => {
    if (!way) throw new Error('no such way');
    const wrong = changed('Before an erase', skip('keys', 'chain'));
    const unread = changed('Keys in hand', skip('article', 'done'));
    expect(walked({ ...unread, ...wrong }, way, 1).succeeds).toBe(true);
    expect(walked(unread, way, 1).succeeds).toBe(false);
  });

  it('that cannot succeed is said so', () => {
    if (!way) throw new Error('no such way');
    const wrong = changed(way.procedure, (parts) => parts.filter(({ id }) => id !== 'still'));
    expect(walked(wrong, way, 1).succeeds).toBe(false);
  });
});
