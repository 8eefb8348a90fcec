import { describe, expect, it } from 'vitest';
import { timedChain } from '@/core/procedure/timing/timed-chain';
import { stepsAhead, stepsDone } from '@/core/run/beside';
import { applyRunEvent, type RunEvent } from '@/core/run/events/run-events';
import { nodeAt, startLog } from '@/core/run/run-log';
import { worldProcedures, worldWays } from '../../support/world-procedures';
import { nextEvents, runGround } from '../../support/world-runs';

const procedures = worldProcedures();
const start = Date.parse('2027-03-03T15:20:00Z');

describe('what stands beside the step at hand', () => {
  it('is what is done next where all goes well, in one place, for every way of the world', () => {
    let ofOnePlace = 0;
    for (const way of worldWays()) {
      const ground = runGround(procedures, way);
      const { bound } = ground;
      let log = startLog(bound, start);
      const came: string[] = [];
      const promised: (readonly [number, readonly string[]])[] = [];
      for (let turn = 0; turn < 300; turn += 1) {
        const node = nodeAt(bound, log);
        if (!node) break;
        const ahead = stepsAhead(bound, node);
        expect(new Set(ahead.map(({ step }) => step.where)).size).toBeLessThanOrEqual(1);
        expect(ahead.length).toBeLessThanOrEqual(4);
        if (ahead.length > 1) ofOnePlace += 1;
        const skips = Math.max(1, timedChain(bound, node.id).length);
        promised.push([came.length + skips, ahead.map(({ id }) => id)]);
        came.push(node.id);
        for (const event of nextEvents(ground, log, start)) {
          const step = applyRunEvent(log, event, ground);
          if (!step.ok) throw new Error(step.reason);
          log = step.log;
        }
      }
      // What was said beforehand came, unless a choice of this run led elsewhere.
      const kept = promised.filter(([at, ids]) => ids.every((id, next) => came[at + next] === id));
      expect(kept.length / promised.length).toBeGreaterThan(0.7);
    }
    expect(ofOnePlace).toBeGreaterThan(100);
  });

  it('is what was done, with the key that it was done to, what came of it, and what was mended', () => {
    const way = worldWays().find(({ method }) => method.kind === 'add');
    if (!way) throw new Error('no way adds');
    const ground = runGround(procedures, way);
    const events: RunEvent[] = [];
    let log = startLog(ground.bound, start);
    const take = (event: RunEvent) => {
      const step = applyRunEvent(log, event, ground);
      if (!step.ok) throw new Error(step.reason);
      log = step.log;
      events.push(event);
    };
    const [fresh] = ground.bound.plan.learn;
    take({ kind: 'answered', node: log.walk.at, answer: 'no', by: 'person', atMs: start });
    take({ kind: 'exchanged', from: fresh ?? 0, to: 8, atMs: start + 1000 });
    take({ kind: 'mended', cause: 'wrongChip', atMs: start + 2000 });
    take({ kind: 'answered', node: log.walk.at, answer: 'yes', by: 'person', atMs: start + 3000 });
    const done = stepsDone(ground, start, events);
    expect(done.map(({ came }) => came)).toEqual(['no', 'mended', 'yes']);
    expect(done[0]?.say).toContain(`Key ${fresh}`);
    expect(done[1]?.say).toBe('The key carries another chip than its article');
    expect(done[2]?.say).toContain('key 8');
    expect(done.map(({ atMs }) => atMs - start)).toEqual([0, 2000, 3000]);
  });
});
