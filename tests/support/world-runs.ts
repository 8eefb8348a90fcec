import type { Procedures } from '@/core/procedure/document/procedure';
import { goesOnBy } from '@/core/procedure/document/step-exits';
import { writtenTag } from '@/core/run/events/commanded';
import type { RunGround } from '@/core/run/events/run-event-kind';
import type { RunEvent } from '@/core/run/events/run-events';
import { optionsOpen } from '@/core/run/events/walked';
import { boundOf, type RunBasis } from '@/core/run/run-basis';
import { nodeAt, type RunLog } from '@/core/run/run-log';
import { worldCauses } from './world-lists';
import { boundWay, keysToLearn, type WorldWay } from './world-procedures';

/** A run of a way of the demo world before it begins, with as many keys to learn as the way wants. */
export function runGround(procedures: Procedures, way: WorldWay, learn = keysToLearn(way)): RunGround {
  const { bound } = boundWay(procedures, way, {}, learn);
  const { platform } = way.platform;
  const tags = [...bound.plan.known, ...bound.plan.learn];
  const basis: RunBasis = {
    platform: platform.name,
    way: way.method.kind,
    procedure: way.procedure,
    procedures,
    versions: {},
    values: way.values,
    plan: bound.plan,
    keys: tags.map((tag) => ({ tag, name: `Key ${tag}` })),
    slotsMinimum: platform.slotsMinimum,
    count: platform.count,
    waits: way.method.waits,
    work: way.method,
    causes: worldCauses(),
    right: null,
    systemTypes: way.method.needsTool ? platform.systemTypes : [],
    pinByTool: platform.pinSources.includes('obdSocket'),
  };
  return { basis, bound: boundOf(basis) };
}

/** What somebody sends for whom all goes well; nothing at an end. */
export function nextEvents({ basis, bound }: RunGround, log: RunLog, atMs: number): readonly RunEvent[] {
  const node = nodeAt(bound, log);
  if (!node) return [];
  const answers = node.step.kind === 'choose' ? optionsOpen(node, log, basis) : Object.keys(node.exits);
  const by = goesOnBy(node.step);
  const answer = by !== undefined && answers.includes(by) ? by : (answers[0] ?? '');
  const first: Partial<Record<string, RunEvent>> = {
    command: { kind: 'commanded', node: node.id, stage: 'onSite', atMs },
    wait: { kind: 'begun', node: node.id, atMs },
    enter: { kind: 'pinEntered', node: node.id, secretId: null, atMs },
  };
  const isBegun = [log.command, log.begun, log.entered].some((one) => one?.node === node.id);
  const tag = writtenTag(node, log);
  const strange = tag !== undefined && !log.pieces[tag] && !bound.plan.known.includes(tag);
  const isDate = node.step.kind === 'enter' && node.step.value === 'date';
  const begins = isBegun || isDate ? undefined : first[node.step.kind];
  return [
    ...(strange ? [{ kind: 'keyTaken', tag, piece: null, atMs } as const] : []),
    ...(begins ? [begins] : []),
    {
      kind: 'answered',
      node: node.id,
      answer,
      by: 'person',
      atMs: atMs + (node.step.kind === 'wait' ? 3_600_000 : 0),
    },
  ];
}
