import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { commands } from '@/core/authority/commands';
import { commandProblem, runOf, runTakes, startRun, suspects } from '@/core/procedure/run/run';
import type { RunEvent, RunState } from '@/core/procedure/run/run-state';
import { boundWay, worldProcedures, worldWays } from '../../support/world-procedures';

const procedures = worldProcedures();
const bounds = worldWays().map((way) => ({ way, bound: boundWay(procedures, way, {}, 2).bound }));
const ground = { slotsMinimum: 1 };

/** Events as they come, most of which may happen in the state they meet. */
function walk(
  at: number,
  choices: readonly number[],
  from: RunState | null = null,
): { state: RunState; events: RunEvent[] } {
  const { bound } = bounds[at % bounds.length] ?? bounds[0] ?? { bound: null };
  if (!bound) throw new Error('no procedure');
  let state = from ?? startRun(bound);
  const events: RunEvent[] = [];
  for (const choice of choices) {
    const open: RunEvent[] = [{ kind: 'authority', stage: choice % 3 === 0 ? 'none' : 'onSite' }];
    const node = bound.nodes.get(state.at);
    if (state.search) {
      open.push(
        { kind: 'gaveUp' },
        ...suspects(bound, state).map(({ cause }): RunEvent => ({ kind: 'mended', cause })),
      );
      open.push({ kind: 'looked', look: 'bags', answer: 'no' });
    } else if (node)
      open.push(
        ...Object.keys(node.exits).map((answer): RunEvent => ({ kind: 'answered', node: node.id, answer })),
      );
    const event = open[choice % open.length];
    if (!event) continue;
    const taken = runTakes(bound, ground, state, event);
    if (!taken.ok) continue;
    state = taken.value;
    events.push(event);
  }
  return { state, events };
}

const walks = fc.tuple(fc.nat(500), fc.array(fc.nat(997), { maxLength: 160 }));

describe('a run', () => {
  it('is the fold of its events, in one go and in parts', () => {
    fc.assert(
      fc.property(walks, ([at, choices]) => {
        const { bound } = bounds[at % bounds.length] ?? {};
        if (!bound) return;
        const { state, events } = walk(at, choices);
        const again = runOf(bound, ground, events);
        expect(again.ok && again.value).toEqual(state);
      }),
    );
  });

  it('is always at a node or at an end, and gives no way back more often than it says', () => {
    fc.assert(
      fc.property(walks, ([at, choices]) => {
        const { bound } = bounds[at % bounds.length] ?? {};
        if (!bound) return;
        const { state } = walk(at, choices);
        expect(bound.nodes.has(state.at) || bound.ends.has(state.at)).toBe(true);
        for (const times of Object.values(state.jumps)) expect(times).toBeLessThanOrEqual(9);
      }),
    );
  });

  it('gives no gated command without the right, and erases only with the keys proved', () => {
    fc.assert(
      fc.property(walks, ([at, choices]) => {
        const { bound } = bounds[at % bounds.length] ?? {};
        if (!bound) return;
        let state = startRun(bound);
        for (const event of walk(at, choices).events) {
          const node = event.kind === 'answered' ? bound.nodes.get(event.node) : undefined;
          if (node?.step.kind === 'command') {
            expect(commandProblem(bound, ground, state, node)).toBeUndefined();
            if (commands[node.step.command].erases) {
              expect(state.authority).toBe('onSite');
              for (const tag of bound.plan.learn) expect(state.proved[tag]).toHaveLength(2);
            }
          }
          const taken = runTakes(bound, ground, state, event);
          if (taken.ok) state = taken.value;
        }
      }),
    );
  });

  const lost = bounds.find(({ bound }) => bound.name === 'Lost: confirmed at the pocket')?.bound;
  it.each([
    ['a step that is not at hand', { kind: 'answered', node: 'seedless', answer: 'over' }, /not at hand/],
    [
      'an answer that the step has not',
      { kind: 'answered', node: 'ready/keys/1/article', answer: 'perhaps' },
      /no such answer/,
    ],
    [
      'a look where nothing is looked for',
      { kind: 'looked', look: 'bags', answer: 'no' },
      /Nothing is being looked for/,
    ],
    ['a cause where nothing is looked for', { kind: 'mended', cause: 'sameRing' }, /not looked for/],
    ['giving up where nothing is looked for', { kind: 'gaveUp' }, /Nothing is being looked for/],
    ['a key that plays no part', { kind: 'exchanged', from: 77, to: 78 }, /plays no part/],
    ['a key that plays another part', { kind: 'exchanged', from: 1, to: 2 }, /another part/],
  ] as const)('refuses %s', (_, event, message) => {
    if (!lost) throw new Error('no such procedure');
    const taken = runTakes(lost, ground, startRun(lost), event as RunEvent);
    expect(taken.ok ? '' : taken.problems[0]?.message).toMatch(message);
  });

  it('forgets which keys were taken when they are erased, and follows a key that was exchanged', () => {
    if (!lost) throw new Error('no such procedure');
    const read = (tag: number): RunEvent[] => [
      { kind: 'answered', node: `ready/keys/${tag}/article`, answer: 'yes' },
      { kind: 'answered', node: `ready/keys/${tag}/blank`, answer: 'yes' },
    ];
    const found = runOf(lost, ground, [
      { kind: 'authority', stage: 'onSite' },
      { kind: 'answered', node: 'ready/keys/1/article', answer: 'no' },
      { kind: 'exchanged', from: 1, to: 19 },
      { kind: 'mended', cause: 'wrongChip' },
      ...read(1),
      ...read(2),
    ]);
    expect(found.ok ? '' : found.problems).toBe('');
    expect(found.ok && found.value.proved).toEqual({
      1: [],
      19: ['article', 'blank'],
      2: ['article', 'blank'],
    });
    expect(found.ok && found.value.mended).toEqual(['wrongChip']);
  });
});
