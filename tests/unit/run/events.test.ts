import { describe, expect, it } from 'vitest';
import type { RunGround } from '@/core/run/events/run-event-kind';
import { applyRunEvent, foldRun, type RunEvent, weighRunEvent } from '@/core/run/events/run-events';
import { optionsOpen } from '@/core/run/events/walked';
import { serverWants } from '@/core/run/needs-server';
import { waitOf } from '@/core/run/run-basis';
import { nodeAt, type RunLog, startLog } from '@/core/run/run-log';
import { typeNext, typeNow } from '@/core/run/system-types';
import { worldProcedures, worldWays } from '../../support/world-procedures';
import { nextEvents, runGround } from '../../support/world-runs';

const procedures = worldProcedures();
const ways = worldWays();
const atMs = Date.parse('2027-03-03T15:20:00Z');

function groundOf(kind: string, test: (ground: RunGround) => boolean = () => true): RunGround {
  const found = ways
    .filter(({ method }) => method.kind === kind)
    .map((way) => runGround(procedures, way))
    .find(test);
  if (!found) throw new Error(`no way ${kind} like that`);
  return found;
}

/** Goes on by what goes well until a step is at hand that a test wants. */
function reach(ground: RunGround, test: (log: RunLog) => boolean): { log: RunLog; events: RunEvent[] } {
  const events: RunEvent[] = [];
  let log = startLog(ground.bound, atMs);
  const take = (event: RunEvent) => {
    const step = applyRunEvent(log, event, ground);
    if (!step.ok) throw new Error(step.reason);
    events.push(event);
    log = step.log;
  };
  for (let turn = 0; turn < 200 && !test(log); turn += 1) {
    for (const event of nextEvents(ground, log, atMs)) {
      if (test(log)) break;
      take(event);
    }
  }
  return { log, events };
}

const at = (kind: string, ground: RunGround) => (log: RunLog) =>
  nodeAt(ground.bound, log)?.step.kind === kind;
const reason = (log: RunLog, event: RunEvent, ground: RunGround) => {
  const step = applyRunEvent(log, event, ground);
  return step.ok ? undefined : step.reason;
};

describe('a run as events', () => {
  it('takes an answer of a command only after it was told, and tells none twice', () => {
    const ground = groundOf('add');
    const { log } = reach(ground, at('command', ground));
    const node = log.walk.at;
    const done: RunEvent = { kind: 'answered', node, answer: 'done', by: 'tool', atMs };
    expect(reason(log, done, ground)).toBe('It was not commanded yet.');
    const told = applyRunEvent(log, { kind: 'commanded', node, stage: 'onSite', atMs }, ground);
    if (!told.ok) throw new Error(told.reason);
    expect(told.log.command).toEqual({ node, atMs });
    expect(reason(told.log, { kind: 'commanded', node, stage: 'onSite', atMs }, ground)).toMatch(
      /told already/,
    );
    const answered = applyRunEvent(told.log, done, ground);
    expect(answered.ok && answered.log.command).toBe(null);
    expect(reason(told.log, { kind: 'ended', count: null, reason: 'Cold.', atMs }, ground)).toMatch(
      /what came of it/,
    );
  });

  it('begins a wait once, and ends it not before it began', () => {
    const ground = groundOf('aklErase');
    const { log } = reach(ground, at('wait', ground));
    const node = log.walk.at;
    const over: RunEvent = { kind: 'answered', node, answer: 'over', by: 'person', atMs };
    expect(reason(log, over, ground)).toBe('This wait has not begun.');
    const waiting = applyRunEvent(log, { kind: 'begun', node, atMs }, ground);
    if (!waiting.ok) throw new Error(waiting.reason);
    expect(reason(waiting.log, { kind: 'begun', node, atMs: atMs + 5 }, ground)).toBe(
      'This wait has begun already.',
    );
    expect(reason(waiting.log, { ...over, atMs: atMs + 3_600_000 }, ground)).toBeUndefined();
  });

  it('runs a wait that must not be cut short to its end', () => {
    const isUncut = ({ bound }: RunGround) =>
      [...bound.nodes.values()].some(({ step }) => step.kind === 'wait' && step.uncut === true);
    const way = ways.map((one) => runGround(procedures, one)).find(isUncut);
    if (!way) throw new Error('no wait of the world is uncut');
    const uncutAt = (one: RunLog) => {
      const step = nodeAt(way.bound, one)?.step;
      return step?.kind === 'wait' && step.uncut === true && one.begun !== null;
    };
    const { log } = reach(way, uncutAt);
    const node = nodeAt(way.bound, log);
    const wait = node && waitOf(way.basis, node);
    if (!node || !wait || !log.begun) throw new Error('the wait was not reached');
    const over = (seconds: number, by: 'person' | 'tool' = 'person'): RunEvent => ({
      kind: 'answered',
      node: node.id,
      answer: 'over',
      by,
      atMs: (log.begun?.atMs ?? 0) + seconds * 1000,
    });
    expect(reason(log, over(wait.usualSeconds - 1), way)).toMatch(/has to run to its end/);
    expect(reason(log, over(wait.usualSeconds), way)).toBeUndefined();
    // A tool reads the car's own clock, which began before anybody saw it.
    expect(reason(log, over(wait.usualSeconds - 9, 'tool'), way)).toBeUndefined();
  });

  it('goes through the system types in their order, each once, and keeps the one that answers', () => {
    const ground = groundOf('add', ({ basis }) => basis.systemTypes?.length === 3);
    const order = ground.basis.systemTypes ?? [];
    const chooses = (one: RunLog) => nodeAt(ground.bound, one)?.step.kind === 'choose';
    let { log } = reach(ground, chooses);
    const options = () => {
      const node = nodeAt(ground.bound, log);
      if (node?.step.kind !== 'choose') throw new Error(`no choice at ${log.walk.at}`);
      const { options } = node.step;
      return optionsOpen(node, log, ground.basis).map((one) => options.find(({ id }) => id === one)?.when);
    };
    const take = (event: RunEvent) => {
      const step = applyRunEvent(log, event, ground);
      if (!step.ok) throw new Error(step.reason);
      log = step.log;
    };
    const asks = (answer: string) => {
      while (nodeAt(ground.bound, log)?.step.kind !== 'command')
        for (const event of nextEvents(ground, log, atMs)) take(event);
      const node = log.walk.at;
      take({ kind: 'commanded', node, stage: 'onSite', atMs });
      take({ kind: 'answered', node, answer, by: 'tool', atMs });
    };
    for (const [at, type] of order.entries()) {
      expect(typeNext(ground.basis, log)).toBe(type);
      expect(options()).toEqual(['typeLeft']);
      asks(at === 0 ? 'silent' : 'refused');
      expect([typeNow(ground.basis, log), log.types?.answered]).toEqual([type, false]);
    }
    // Every type was tried: nothing else is left to say.
    expect(options()).toEqual(['noTypeLeft']);

    log = reach(ground, chooses).log;
    asks('silent');
    asks('done');
    expect([typeNow(ground.basis, log), log.types?.answered]).toEqual([order[1], true]);
    // Where it goes on from the choice again, the one that answered stands first.
    log = { ...log, walk: { ...log.walk, at: reach(ground, chooses).log.walk.at } };
    expect(options()).toEqual(['typeFound', 'typeLeft']);
  });

  it('uses a licence for each image once, however often its server is asked with the same data', () => {
    const world = groundOf('image');
    const right = { vanId: 'van', name: 'Image server', perKey: true };
    const ground = { ...world, basis: { ...world.basis, right } };
    const asked = (one: RunLog) => {
      const step = nodeAt(ground.bound, one)?.step;
      return step?.kind === 'command' && step.command === 'workOutImage';
    };
    let { log } = reach(ground, asked);
    const node = log.walk.at;
    for (const answer of ['refused', 'silent', 'done']) {
      for (const event of [
        { kind: 'commanded', node, stage: 'onSite', atMs },
        { kind: 'answered', node, answer, by: 'tool', atMs },
      ] as const) {
        const step = applyRunEvent(log, event, ground);
        if (!step.ok) throw new Error(step.reason);
        log = step.log;
      }
      expect(log.rightUses).toBe(1);
    }
    // What is read anew is worked out anew.
    expect(log.imageAsked).toBe(true);
    const opened = reach(ground, (one) => {
      const step = nodeAt(ground.bound, one)?.step;
      return step?.kind === 'command' && step.command === 'begin' && one.command !== null;
    });
    expect(opened.log.imageAsked).toBe(false);
  });

  it('looks for a PIN at the tool first once the one at hand was another module’s', () => {
    const ground = groundOf('add', ({ basis, bound }) =>
      [...bound.nodes.values()].some(
        ({ step }) =>
          step.kind === 'choose' &&
          step.options.some(({ when }) => when === 'pinByTool') &&
          basis.pinByTool === true,
      ),
    );
    const pins = (one: RunLog) => {
      const step = nodeAt(ground.bound, one)?.step;
      return step?.kind === 'choose' && step.options.some(({ when }) => when === 'pinByTool');
    };
    const { log } = reach(ground, pins);
    const node = nodeAt(ground.bound, log);
    if (!node) throw new Error('no PIN is asked for');
    expect(optionsOpen(node, log, ground.basis)).toEqual(['papers', 'tool', 'nowhere']);
    const knows = { ...log, walk: { ...log.walk, mended: ['pinBefore'] } };
    expect(optionsOpen(node, knows, ground.basis)).toEqual(['tool', 'papers', 'nowhere']);
    // A platform whose tools read none does not offer it.
    expect(optionsOpen(node, log, { ...ground.basis, pinByTool: false })).toEqual(['papers', 'nowhere']);
  });

  it('is refused what its job has no authority for, though the device says it has', () => {
    const ground = groundOf('aklErase');
    const gated = (log: RunLog) => {
      const node = nodeAt(ground.bound, log);
      return node?.step.kind === 'command' && serverWants(ground.bound, node) !== undefined;
    };
    const { log } = reach(ground, gated);
    const event: RunEvent = { kind: 'commanded', node: log.walk.at, stage: 'onSite', atMs };
    const weigh = (stage: 'advance' | 'onSite') =>
      weighRunEvent(log, event, ground, {
        now: new Date(atMs),
        secretIds: new Set(),
        standing: {
          stage,
          doorNote: false,
          danger: false,
          noteForPlainCopy: false,
          role: 'locksmith',
          secondPerson: false,
        },
      });
    expect(weigh('onSite').ok).toBe(true);
    expect(weigh('advance')).toMatchObject({ ok: false, reason: expect.stringMatching(/On site/) });
  });

  it('ends in success with a count only, and takes nothing afterwards', () => {
    const ground = groundOf('aklErase');
    const { log, events } = reach(ground, (one) => ground.bound.ends.has(one.walk.at));
    expect(reason(log, { kind: 'ended', count: null, reason: '', atMs }, ground)).toMatch(/how many keys/);
    const end: RunEvent = { kind: 'ended', count: 2, reason: '', atMs };
    const over = foldRun(ground, atMs, [...events, end]);
    expect(over.ended).toEqual({ result: 'worked', count: 2, reason: '', atMs });
    expect(reason(over, end, ground)).toBe('This run is over.');
  });

  it('is the same from a log that was kept as JSON, at every place', () => {
    for (const way of ways.slice(0, 12)) {
      const ground = runGround(procedures, way);
      const { events } = reach(ground, (one) => ground.bound.ends.has(one.walk.at));
      let kept = startLog(ground.bound, atMs);
      for (const [place, event] of events.entries()) {
        const step = applyRunEvent(JSON.parse(JSON.stringify(kept)), event, ground);
        if (!step.ok) throw new Error(step.reason);
        kept = step.log;
        expect(kept).toEqual(foldRun(ground, atMs, events.slice(0, place + 1)));
      }
    }
  });

  it('goes on without a server through what hands do, and through no command that is gated', () => {
    const kinds = { goes: new Set<string>(), waits: new Set<string>() };
    for (const way of ways) {
      const { bound } = runGround(procedures, way);
      for (const node of bound.nodes.values()) {
        const { step } = node;
        const name = step.kind === 'command' ? `command ${step.command}` : step.kind;
        kinds[serverWants(bound, node) === undefined ? 'goes' : 'waits'].add(name);
      }
    }
    expect([...kinds.goes]).toEqual(
      expect.arrayContaining(['do', 'hold', 'pace', 'window', 'wait', 'observe', 'check', 'choose']),
    );
    for (const name of ['begin', 'erase', 'learn', 'readPin', 'writeCopy', 'writeImage'])
      expect(kinds.waits).toContain(`command ${name}`);
    expect([...kinds.goes]).not.toContain('command begin');
  });
});
