import { describe, expect, it } from 'vitest';
import { plantedFaults } from '@/core/benchcar/start/planted-faults';
import { procedureRowProblems } from '@/core/procedure/check/procedure-rows';
import { filled } from '@/core/procedure/document/fill';
import {
  isStep,
  isTrouble,
  type Part,
  type Procedures,
  type Step,
} from '@/core/procedure/document/procedure';
import { exitsOf } from '@/core/procedure/document/step-exits';
import { readDocument } from '@/inputs/documents/documents';
import { worldCauses } from '../../support/world-lists';
import { worldProcedureRows, worldProcedures, worldWays } from '../../support/world-procedures';

const procedures = worldProcedures();
const rows = worldProcedureRows();
const whole = Object.entries(procedures).filter(([, { way }]) => way !== null);

/** Every step of a procedure, with those of the parts done in between. */
function stepsOf(all: Procedures, name: string): Step[] {
  return (all[name]?.steps ?? []).flatMap((part) => (isStep(part) ? [part] : stepsOf(all, part.procedure)));
}

/** What makes a step what it is: its kind, what is done or told, and under which conditions; words and ways on are none of it. */
function gist(part: Part): string {
  if (!isStep(part)) return JSON.stringify([part.procedure, part.with, part.each]);
  const { kind, ...step } = part;
  const { while: conditions } = part;
  const own: Record<string, unknown> = {};
  for (const name of [
    'acts',
    'of',
    'key',
    'states',
    'seconds',
    'release',
    'until',
    'times',
    'most',
    'every',
    'from',
    'notBefore',
    'wait',
    'uncut',
    'value',
    'command',
  ])
    if (name in step) own[name] = step[name as keyof typeof step];
  const told = 'answers' in part ? part.answers.map(({ by }) => by) : undefined;
  return JSON.stringify([kind, own, conditions, told]);
}

function share(one: string, other: string): number {
  const [mine, theirs] = [one, other].map((name) => new Set(procedures[name]?.steps.map(gist)));
  if (!mine || !theirs) return 1;
  return [...mine].filter((step) => theirs.has(step)).length / Math.min(mine.size, theirs.size);
}

describe('the procedures of the world', () => {
  it('are of the form, agree with all that they name, and lead through every way of every platform', () => {
    for (const { list, cells } of rows)
      if (list === 'procedures')
        expect([cells.name, readDocument('procedure', cells.body ?? '').ok]).toEqual([cells.name, true]);
    expect(procedureRowProblems(rows)).toEqual([]);
    const ways = worldWays();
    expect(ways.filter(({ procedure }) => !(procedure in procedures))).toEqual([]);
    expect(new Set(ways.map(({ procedure }) => procedure)).size).toBe(whole.length);
  });

  it('are at least 24 of which no two share more than half of their steps', () => {
    const names = whole.map(([name]) => name);
    const apart: string[] = [];
    for (const name of names) if (apart.every((other) => share(name, other) <= 0.5)) apart.push(name);
    expect(apart.length).toBeGreaterThanOrEqual(24);
  });

  it('use every kind of step, and every odd thing that the format knows, in two at least', () => {
    const met = new Map<string, Set<string>>();
    const meet = (what: string, name: string) => met.set(what, (met.get(what) ?? new Set()).add(name));
    for (const [name] of Object.entries(procedures))
      for (const step of procedures[name]?.steps.filter(isStep) ?? []) {
        meet(step.kind, name);
        if (step.kind === 'command' && step.asks) meet('trap', name);
        if (step.kind === 'command' && step.named?.not) meet('neighbour', name);
        if (step.kind === 'command' && step.command === 'leave') meet('leaves', name);
        if (step.kind === 'wait' && step.uncut) meet('uncut', name);
        if (step.kind === 'pace' && step.times === null) meet('no number', name);
        if (step.kind === 'window' && step.notBefore !== undefined) meet('not before', name);
        if (step.kind === 'window' && 'sign' in step.from) meet('by a sign', name);
        if (step.meanwhile) meet('meanwhile', name);
        if (step.cautions) meet('cautions', name);
        if (step.good) meet('good signs', name);
        if (step.harmless) meet('harmless', name);
        if (step.where !== 'car') meet('elsewhere', name);
      }
    for (const [name] of whole) {
      const steps = stepsOf(procedures, name);
      if (Object.keys(procedures[name]?.restores ?? {}).length > 0) meet('restores', name);
      if (steps.filter(({ kind }) => kind === 'wait').length > 1) meet('several waits', name);
      if (steps.some(({ say }) => say.includes('confirm pass'))) meet('confirm pass', name);
      if (steps.some((step) => step.kind === 'check' && step.of === 'leads')) meet('lead chain', name);
      if (steps.some((step) => step.kind === 'check' && step.of === 'blank')) meet('blank', name);
    }
    const counts = Object.fromEntries([...met].map(([what, names]) => [what, names.size]));
    const rare = Object.entries(counts).filter(([, count]) => count < 2);
    expect(rare).toEqual([]);
    expect(Object.keys(counts).length).toBe(27);
  });

  it('name four faults each, and each fault is named by three', () => {
    const named = new Map<string, number>();
    for (const [name] of whole) {
      const causes = new Set(
        stepsOf(procedures, name)
          .flatMap((step) => Object.values(exitsOf(step)))
          .flatMap((exit) => (isTrouble(exit) ? exit.causes.map(({ cause }) => cause) : [])),
      );
      expect([name, causes.size >= 4]).toEqual([name, true]);
      for (const cause of causes) named.set(cause, (named.get(cause) ?? 0) + 1);
    }
    for (const fault of plantedFaults) expect([fault, (named.get(fault) ?? 0) >= 3]).toEqual([fault, true]);
  });

  it('name causes that something tells', () => {
    const { causes, looks } = worldCauses();
    const told = new Set(looks.flatMap(({ tells }) => Object.keys(tells)));
    // What is left where nothing else is found needs no look of its own; a system type is tried.
    expect(causes.filter(({ name }) => !told.has(name)).map(({ name }) => name)).toEqual([
      'systemType',
      'secondTry',
    ]);
  });

  it('name no platform and no colour of a maker, and fill in what is left open', () => {
    const platforms = new Set(worldWays().map(({ platform }) => platform.platform.name));
    for (const [name, procedure] of Object.entries(procedures)) {
      const text = JSON.stringify(procedure);
      expect([name, [...platforms].filter((one) => text.includes(one))]).toEqual([name, []]);
    }
    const { seconds } = filled(
      {
        about: '',
        way: null,
        restores: {},
        ends: [],
        parameters: { seconds: { is: 'seconds', says: '' } },
        steps: [],
      },
      { seconds: '40' },
    ).parameters;
    expect(seconds?.is).toBe('seconds');
  });
});
