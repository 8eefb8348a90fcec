import type { MethodKind } from '@/core/catalogue/methods';
import { filled } from '../document/fill';
import {
  type End,
  type Exit,
  isStep,
  isTrouble,
  type KeyRole,
  type Procedure,
  type Procedures,
  type Step,
  type Target,
  theNext,
  type UsePart,
} from '../document/procedure';
import { exitsOf, goesOnBy, nextOf } from '../document/step-exits';
import { stateWords } from '../document/step-words';
import type { BoundExit, BoundNode, BoundProcedure, BoundTarget, KeyPlan } from './bound';

/** What a procedure is bound to. */
export interface Binding {
  readonly way: MethodKind;
  readonly plan: KeyPlan;
  /** Values of its parameters, and what the library says of the platform. */
  readonly values: Readonly<Record<string, string>>;
}

type Tags = Readonly<Partial<Record<KeyRole, number>>>;

/** One procedure as it is laid out among the others. */
interface Frame {
  readonly name: string;
  readonly prefix: string;
  readonly procedure: Procedure;
  readonly values: Readonly<Record<string, string>>;
  readonly tags: Tags;
  /** Where its own ends lead; those left out are ends of the whole. */
  readonly leads: (end: End) => BoundTarget | undefined;
}

const deepest = 6;
/** The most steps and parts of a procedure with all that is done in between. */
const mostParts = 4000;

/**
 * Lays a procedure out with all that is done in between.
 * @returns undefined where it names a procedure that is missing, or itself, or is too large with all that is done in between
 */
export function bind(procedures: Procedures, name: string, binding: Binding): BoundProcedure | undefined {
  const nodes = new Map<string, BoundNode>();
  const ends = new Map<string, End>();
  /** Where each part done in between begins. */
  const entries = new Map<string, string>();
  let complete = true;
  let laid = 0;

  const lay = (frame: Frame, depth: number): string => {
    const { prefix, procedure, tags } = frame;
    const parts = filled(procedure, frame.values).steps;
    const firstEnd = procedure.ends.find(({ kind }) => kind === 'success') ?? procedure.ends[0];
    const place = (to: string, below: string): string => {
      const id = to === theNext ? below : to;
      const end = procedure.ends.find((one) => one.id === id);
      return end ? atEnd(frame, end) : `${prefix}${id}`;
    };
    const target = (to: Target, below: string): BoundTarget =>
      typeof to === 'string'
        ? { to: place(to, below), back: null }
        : {
            to: place(to.to, below),
            back: { atMost: to.atMost, otherwise: place(to.otherwise, below) },
          };
    for (const [at, part] of parts.entries()) {
      laid += 1;
      const below = parts[at + 1]?.id ?? firstEnd?.id ?? '';
      const next = target(nextOf(parts, at, firstEnd?.id ?? ''), below);
      if (isStep(part)) {
        const id = `${prefix}${part.id}`;
        nodes.set(
          id,
          nodeOf(id, frame.name, part, tags, next, (exit) => exitTo(exit, below, target)),
        );
        continue;
      }
      entries.set(
        `${prefix}${part.id}`,
        used(frame, part, next, (to) => target(to, below), depth),
      );
    }
    return parts[0] ? `${prefix}${parts[0].id}` : firstEnd ? atEnd(frame, firstEnd) : '';
  };

  const atEnd = (frame: Frame, end: End): string => {
    const led = frame.leads(end);
    const id = `${frame.prefix}${end.id}`;
    if (!led) ends.set(id, end);
    const after: BoundTarget = led ?? { to: id, back: null };
    const { restores } = frame.procedure;
    if (Object.keys(restores).length === 0) return after.back ? detour(`${id} on`, frame, after) : after.to;
    const restoring = `${frame.prefix}restore ${end.id}`;
    if (!nodes.has(restoring))
      nodes.set(
        restoring,
        nodeOf(restoring, frame.name, restoreStep(restores), frame.tags, after, undefined),
      );
    return restoring;
  };

  /** A way back that is counted, for an end that leads there. */
  const detour = (id: string, frame: Frame, after: BoundTarget): string => {
    if (!nodes.has(id)) nodes.set(id, nodeOf(id, frame.name, again, frame.tags, after, undefined));
    return id;
  };

  const used = (
    frame: Frame,
    part: UsePart,
    next: BoundTarget,
    target: (to: Target) => BoundTarget,
    depth: number,
  ): string => {
    const procedure = procedures[part.procedure];
    if (!procedure || depth >= deepest || laid > mostParts) {
      complete = false;
      return next.to;
    }
    const rounds: Tags[] =
      part.each === 'new' ? binding.plan.learn.map((tag) => ({ ...frame.tags, new: tag })) : [frame.tags];
    let after = next;
    for (const tags of [...rounds].reverse()) {
      const round = part.each === 'new' ? `${part.id}/${tags.new}/` : `${part.id}/`;
      const goesOn = after;
      const values = { ...given(binding), ...part.with };
      const inner: Frame = {
        name: part.procedure,
        prefix: `${frame.prefix}${round}`,
        procedure,
        values,
        tags,
        leads: (end) => {
          const led = part.ends?.[end.id];
          if (led !== undefined) return target(led);
          return end.kind === 'success' ? goesOn : undefined;
        },
      };
      after = { to: lay(inner, depth + 1), back: null };
    }
    return after.to;
  };

  const procedure = procedures[name];
  if (!procedure) return undefined;
  const { came } = binding.plan;
  const [known, otherKnown] = binding.plan.known;
  const [first] = binding.plan.learn;
  const start = lay(
    {
      name,
      prefix: '',
      procedure,
      values: { ...given(binding), ...binding.values },
      tags: {
        ...(known !== undefined && { known }),
        ...(otherKnown !== undefined && { otherKnown }),
        ...(first !== undefined && { new: first }),
        ...(came !== undefined && { came }),
      },
      leads: () => undefined,
    },
    0,
  );
  if (!complete) return undefined;
  const entry = (id: string): string => {
    const begins = entries.get(id);
    return begins === undefined ? id : entry(begins);
  };
  return {
    name,
    way: binding.way,
    plan: binding.plan,
    start: entry(start),
    nodes: reached(nodes, entry(start), entry),
    ends,
  };
}

/** What the library says of the platform, in every procedure that is done in between too. */
function given({ values }: Binding): Readonly<Record<string, string>> {
  return Object.fromEntries(
    Object.entries(values).filter(([name]) => name === 'platform' || name === 'leads' || name === 'article'),
  );
}

function nodeOf(
  id: string,
  of: string,
  step: Step,
  tags: Tags,
  next: BoundTarget,
  exit: ((exit: Exit) => BoundExit) | undefined,
): BoundNode {
  const by = goesOnBy(step);
  const exits = Object.fromEntries(
    Object.entries(exitsOf(step)).flatMap(([answer, one]) => (exit ? [[answer, exit(one)]] : [])),
  );
  return {
    id,
    of,
    step,
    tags,
    exits: by === undefined ? exits : { [by]: { kind: 'goes', target: next }, ...exits },
  };
}

function exitTo(exit: Exit, below: string, target: (to: Target, below: string) => BoundTarget): BoundExit {
  return isTrouble(exit)
    ? {
        kind: 'trouble',
        causes: exit.causes.map(({ cause, prior, back }) => ({ cause, prior, back: target(back, below) })),
        otherwise: target(exit.otherwise, below),
      }
    : { kind: 'goes', target: target(exit, below) };
}

const byHand = { kind: 'do', where: 'car', hands: 'both' } as const;
const again: Step = { ...byHand, id: 'again', say: 'It begins again from an earlier step', acts: [] };

function restoreStep(restores: Procedure['restores']): Step {
  const acts = Object.entries(restores).map(([part, to]) => ({ kind: 'part', part, to }) as const);
  return { ...byHand, id: 'restore', say: `Bring back as it was: ${stateWords(restores)}`, acts };
}

/** What is reached from the start, each place by its node: a part done in between by that at which it begins. */
function reached(
  nodes: ReadonlyMap<string, BoundNode>,
  start: string,
  entry: (id: string) => string,
): ReadonlyMap<string, BoundNode> {
  const target = ({ to, back }: BoundTarget): BoundTarget => ({
    to: entry(to),
    back: back && { ...back, otherwise: entry(back.otherwise) },
  });
  const exit = (one: BoundExit): BoundExit =>
    one.kind === 'goes'
      ? { kind: 'goes', target: target(one.target) }
      : {
          kind: 'trouble',
          causes: one.causes.map((cause) => ({ ...cause, back: target(cause.back) })),
          otherwise: target(one.otherwise),
        };
  const met = new Map<string, BoundNode>();
  const open = [start];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    const node = nodes.get(id);
    if (!node || met.has(id)) continue;
    const exits = Object.fromEntries(Object.entries(node.exits).map(([answer, one]) => [answer, exit(one)]));
    met.set(id, { ...node, exits });
    for (const one of Object.values(exits)) open.push(...placesOf(one));
  }
  return met;
}

/** Every target of an exit. */
export function targetsOfExit(exit: BoundExit): readonly BoundTarget[] {
  return exit.kind === 'goes' ? [exit.target] : [...exit.causes.map(({ back }) => back), exit.otherwise];
}

/** Every node or end that an exit may lead to. */
export function placesOf(exit: BoundExit): readonly string[] {
  return targetsOfExit(exit).flatMap(({ to, back }) => (back ? [to, back.otherwise] : [to]));
}
