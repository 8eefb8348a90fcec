import { commands } from '@/core/authority/commands';
import { partWords } from '@/core/benchcar/car/car-parts';
import type { States } from '@/core/benchcar/document/behaviour';
import { bind, placesOf } from '../bind/bind';
import type { BoundNode, BoundProcedure } from '../bind/bound';
import type { Procedure, Procedures } from '../document/procedure';
import { common, missingStates, statesAfter } from './states';
import type { StepProblem } from './step-problem';

/** What is known on every way to a node. */
interface Known {
  readonly states: States;
  /** Keys that were read back, by tag, and whether the customer gave a word. */
  readonly read: ReadonlySet<string>;
}

/**
 * What is wrong with a procedure as it is walked: steps that nobody comes to, branches that never end, states that are wanted before
 * anything brings them about, keys that are written before they were read back. It is looked at with two known keys and two new ones.
 */
export function flowProblems(procedures: Procedures, name: string): readonly StepProblem[] {
  const procedure = procedures[name];
  if (!procedure) return [];
  const bound = bind(procedures, name, {
    way: procedure.way ?? 'add',
    plan: { known: [1, 2], learn: [3, 4], came: 5 },
    values: {},
  });
  if (!bound) return [{ step: null, message: 'With all that is done in between it is too large.' }];
  return [
    ...unreached(procedure, bound),
    ...endless(bound),
    ...(procedure.way === null ? [] : tooEarly(bound)),
  ];
}

/** The step of the procedure itself that a node is, or that it is done within. */
function stepOf(id: string): string {
  return id.split('/')[0] ?? id;
}

function unreached(procedure: Procedure, { nodes }: BoundProcedure): readonly StepProblem[] {
  const met = new Set([...nodes.keys()].map(stepOf));
  return procedure.steps
    .filter(({ id }) => !met.has(id))
    .map(({ id }) => ({ step: id, message: 'Nobody comes to this step.' }));
}

/** Steps from which no end is reached. */
function endless({ nodes, ends }: BoundProcedure): readonly StepProblem[] {
  const leading = new Set<string>();
  let grew = true;
  while (grew) {
    grew = false;
    for (const [id, node] of nodes)
      if (!leading.has(id) && leadsTo(node, (to) => ends.has(to) || leading.has(to))) {
        leading.add(id);
        grew = true;
      }
  }
  const steps = new Set([...nodes.keys()].filter((id) => !leading.has(id)).map(stepOf));
  return [...steps].map((step) => ({ step, message: 'From here no end is reached.' }));
}

function leadsTo(node: BoundNode, is: (to: string) => boolean): boolean {
  return Object.values(node.exits).some((exit) => placesOf(exit).some(is));
}

function tooEarly(bound: BoundProcedure): readonly StepProblem[] {
  const known = knownAt(bound);
  const problems = new Map<string, StepProblem>();
  const say = (step: string, message: string) => problems.set(`${step} ${message}`, { step, message });
  for (const [id, node] of bound.nodes) {
    const before = known.get(id);
    if (!before) continue;
    for (const [part, to] of missingStates(before.states, node.step.while))
      say(stepOf(id), `It wants ${partWords(part)} ${to}, which is not sure to be so here.`);
    const { step, tags } = node;
    if (step.kind !== 'command') continue;
    if (commands[step.command].purpose === 'erase' && !before.read.has('told'))
      say(stepOf(id), 'Keys stop working by it, and the customer’s word was not asked for before.');
    if (commands[step.command].writes && step.key === 'new')
      for (const what of ['article', 'blank'])
        if (!before.read.has(`${what} ${tags.new}`))
          say(stepOf(id), `It writes on a key that was not checked before: ${what}.`);
  }
  return [...problems.values()];
}

/** What is known at each node whichever way one comes: the meeting of all ways, to where nothing changes any more. */
function knownAt({ nodes, start }: BoundProcedure): ReadonlyMap<string, Known> {
  const at = new Map<string, Known>([[start, { states: {}, read: new Set() }]]);
  const open = [start];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    const node = nodes.get(id);
    const known = at.get(id);
    if (!node || !known) continue;
    for (const [answer, exit] of Object.entries(node.exits)) {
      const after = {
        states: statesAfter(node.step, answer, known.states),
        read: readAfter(node, answer, known.read),
      };
      for (const to of placesOf(exit)) {
        const before = at.get(to);
        const met = before
          ? {
              states: common(before.states, after.states),
              read: new Set([...before.read].filter((one) => after.read.has(one))),
            }
          : after;
        if (before && sizeOf(before) === sizeOf(met)) continue;
        at.set(to, met);
        open.push(to);
      }
    }
  }
  return at;
}

function sizeOf({ states, read }: Known): number {
  return Object.keys(states).length + read.size;
}

function readAfter(
  { step, tags }: BoundNode,
  answer: string,
  read: ReadonlySet<string>,
): ReadonlySet<string> {
  if (step.kind !== 'check' || (step.of !== 'article' && step.of !== 'blank' && step.of !== 'told'))
    return read;
  const what = step.of === 'told' ? step.of : `${step.of} ${tags[step.key ?? 'new']}`;
  if (answer === 'yes') return new Set([...read, what]);
  return new Set([...read].filter((one) => one !== what));
}
