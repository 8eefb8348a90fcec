import { describe, expect, it } from 'vitest';
import { commandPurpose, commands } from '@/core/authority/commands';
import type { Standing } from '@/core/authority/gate';
import { type AuthorityStage, isAllowed } from '@/core/authority/purposes';
import { methods } from '@/core/catalogue/methods';
import { learnTags, suspects, tagOf } from '@/core/procedure/run/run';
import { writtenTag } from '@/core/run/events/commanded';
import type { RunGround } from '@/core/run/events/run-event-kind';
import { isGated, type RunEvent, weighRunEvent } from '@/core/run/events/run-events';
import { seers } from '@/core/run/events/walked';
import { nodeAt, type RunLog, startLog } from '@/core/run/run-log';
import { worldProcedures, worldWays } from '../../support/world-procedures';
import { runGround } from '../../support/world-runs';

// Every order of taps and events that the server lets through, on every way of the demo world, with the right to the car shown and taken back
// at any moment. What must never be is told here from what happened, not from what the reducer remembers.

const stages = ['none', 'onSite'] as const;
const now = new Date('2027-03-03T15:20:00Z');
const atMs = now.getTime();
const standingAt = (stage: AuthorityStage): Standing => ({
  stage,
  doorNote: false,
  danger: false,
  noteForPlainCopy: false,
  role: 'locksmith',
  secondPerson: false,
});

/** Commands that only read, or clear what comes again by itself. */
const changesNothing: ReadonlySet<string> = new Set(
  'identify count readPin clearFaults leave readOriginal listen workOut readBoard backUpModule readCartridge workOutImage'.split(
    ' ',
  ),
);

/** What happened so far, by whoever watches from outside. */
interface Watched {
  readonly log: RunLog;
  /** What was last read of each key. */
  readonly read: Readonly<Record<string, boolean>>;
  /** The node of the command that was told and not answered. */
  readonly told: string | null;
}

function tapsAt({ bound }: RunGround, log: RunLog): RunEvent[] {
  const node = nodeAt(bound, log);
  const other = [...bound.nodes.keys()].find((id) => id !== node?.id) ?? '';
  const here = [node?.id ?? other, other];
  return [
    ...here.flatMap((id): RunEvent[] => [
      { kind: 'begun', node: id, atMs },
      { kind: 'pinEntered', node: id, secretId: null, atMs },
      ...seers.map((by): RunEvent => ({ kind: 'untold', node: id, by, atMs })),
      ...stages.map((stage): RunEvent => ({ kind: 'commanded', node: id, stage, atMs })),
      ...Object.keys(bound.nodes.get(id)?.exits ?? {}).map(
        (answer): RunEvent => ({ kind: 'answered', node: id, answer, by: 'person', atMs }),
      ),
    ]),
    { kind: 'looked', look: 'tag', answer: 'no', atMs },
    { kind: 'gaveUp', atMs },
    // Said at any other time it makes no difference.
    ...(node && writtenTag(node, log) !== undefined
      ? (['keyTaken', 'keySpoiled'] as const).map((kind): RunEvent => {
          const tag = writtenTag(node, log) ?? 0;
          return kind === 'keyTaken' ? { kind, tag, piece: null, atMs } : { kind, tag, atMs };
        })
      : []),
    ...bound.plan.learn
      .slice(0, 1)
      .map((from): RunEvent => ({ kind: 'exchanged', from, to: 90 + from, atMs })),
    ...suspects(bound, log.walk).map(({ cause }): RunEvent => ({ kind: 'mended', cause, atMs })),
    { kind: 'ended', count: null, reason: '', atMs },
    { kind: 'ended', count: 2, reason: '', atMs },
    { kind: 'ended', count: null, reason: 'It is given up.', atMs },
  ];
}

/** What is wrong with an event that was let through; undefined where nothing is. */
function wrongWith(
  { basis, bound }: RunGround,
  { log, read, told }: Watched,
  event: RunEvent,
  stage: AuthorityStage,
): string | undefined {
  if (event.kind === 'ended')
    return bound.ends.get(log.walk.at)?.kind === 'success' && !log.walk.search && event.count === null
      ? 'a success without its count'
      : told !== null
        ? 'an end while a device was told something'
        : undefined;
  if (event.kind === 'untold') {
    const step = bound.nodes.get(event.node)?.step;
    const isRead = step?.kind === 'command' && changesNothing.has(step.command);
    return told !== event.node
      ? 'untold what was not told'
      : event.by === 'person' && !isRead
        ? 'told again by a person’s word alone'
        : undefined;
  }
  if (event.kind !== 'commanded') {
    const isAnswer = event.kind === 'answered' && bound.nodes.get(event.node)?.step.kind === 'command';
    return isAnswer && told !== event.node ? 'an answer to what was not told' : undefined;
  }
  const node = bound.nodes.get(event.node);
  if (node?.step.kind !== 'command') return 'a command where none stands';
  if (told !== null) return 'told twice';
  const { command, key } = node.step;
  if (!isAllowed(commandPurpose(command, bound.way), stage)) return `${command} without authority`;
  const isGood = (tag: number | undefined) =>
    read[`article ${tag}`] === true && read[`blank ${tag}`] === true;
  if (commands[command].erases) {
    const tags = learnTags(bound, log.walk);
    if (tags.filter(isGood).length < Math.max(1, tags.length, basis.slotsMinimum))
      return `${command} without proved keys`;
  }
  if (commands[command].writes && key === 'new') {
    const tag = tagOf(node, log.walk, 'new');
    if (!isGood(tag)) return `${command} on a key that was not read`;
    if (tag !== undefined && !bound.plan.known.includes(tag) && log.pieces[tag]?.spoiled !== false)
      return `${command} on a key that is spoiled, or nobody says where from`;
  }
  return undefined;
}

function after(
  { bound }: RunGround,
  { log: before, read, told }: Watched,
  event: RunEvent,
  log: RunLog,
): Watched {
  if (event.kind === 'commanded') return { log, read, told: event.node };
  if (event.kind === 'untold') return { log, read, told: null };
  if (event.kind !== 'answered') return { log, read, told };
  const node = bound.nodes.get(event.node);
  if (node?.step.kind !== 'check' || (node.step.of !== 'article' && node.step.of !== 'blank'))
    return { log, read, told: null };
  const tag = tagOf(node, before.walk, node.step.key ?? 'new');
  return { log, read: { ...read, [`${node.step.of} ${tag}`]: event.answer === 'yes' }, told: null };
}

/** How often a way back was gone makes no state of its own: each is tried as if it was never gone, and as if it was gone too often. */
function withJumps(log: RunLog, jumps: RunLog['walk']['jumps']): RunLog {
  return { ...log, walk: { ...log.walk, jumps, mended: [] } };
}
const tooOften = new Proxy({}, { get: () => 1000 }) as RunLog['walk']['jumps'];

function walkOrders(ground: RunGround) {
  const first: Watched = { log: startLog(ground.bound, atMs), read: {}, told: null };
  const met = new Set<string>();
  const open = [first];
  const wrong = new Set<string>();
  let gated = 0;
  let ends = 0;
  const name = ({ log, read }: Watched) =>
    JSON.stringify([
      log.walk.at,
      log.walk.search && [log.walk.search.node, log.walk.search.answer],
      log.walk.authority,
      log.walk.proved,
      log.walk.taken,
      log.walk.exchanged,
      read,
      log.command?.node,
      log.begun?.node,
      log.entered?.node,
      log.pieces,
    ]);
  for (let state = open.pop(); state; state = open.pop()) {
    for (const jumps of [{}, tooOften])
      for (const event of tapsAt(ground, state.log))
        for (const stage of isGated(event.kind) ? stages : stages.slice(0, 1)) {
          const standing = { standing: standingAt(stage), secretIds: new Set<string>(), now };
          const step = weighRunEvent(withJumps(state.log, jumps), event, ground, standing);
          if (!step.ok) {
            if (event.kind === 'commanded') gated += 1;
            continue;
          }
          const problem = wrongWith(ground, state, event, stage);
          if (problem !== undefined) wrong.add(problem);
          if (step.log.ended) {
            ends += 1;
            continue;
          }
          const next = after(ground, state, event, withJumps({ ...step.log, answered: 0 }, {}));
          const search = next.log.walk.search && { ...next.log.walk.search, looked: [] };
          const known = { ...next, log: { ...next.log, walk: { ...next.log.walk, search } } };
          const key = name(known);
          if (met.has(key)) continue;
          met.add(key);
          open.push(known);
        }
  }
  return { states: met.size, wrong: [...wrong], gated, ends };
}

describe('every order of events of a run', () => {
  const procedures = worldProcedures();

  it.each(
    worldWays().map(
      (way) => [`${way.platform.platform.name}, ${methods[way.method.kind].name}`, way] as const,
    ),
  )('%s', (_, way) => {
    const walked = walkOrders(runGround(procedures, way));
    expect(walked.wrong).toEqual([]);
    expect(walked.states).toBeGreaterThan(5);
    expect(walked.gated).toBeGreaterThan(0);
    expect(walked.ends).toBeGreaterThan(0);
  });
});
