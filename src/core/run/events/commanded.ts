import { commandPurpose, commands } from '@/core/authority/commands';
import { type AuthorityStage, reaches, stageFor } from '@/core/authority/purposes';
import type { BoundNode } from '@/core/procedure/bind/bound';
import { commandProblem, tagOf } from '@/core/procedure/run/run';
import { nodeAt, type RunLog } from '../run-log';
import { type RunEventKind, type RunGround, refuse, type Timed } from './run-event-kind';
import { walks } from './walked';

/**
 * A device is told to do something. It comes before the device does it: what is gated is told only once the server has taken this,
 * and what was told is not told again before what came of it is known.
 */
export const commanded: RunEventKind<
  {
    readonly node: string;
    /** How far the right to the car was shown, as the device knows it; never more than is on record. */
    readonly stage: AuthorityStage;
  } & Timed
> = {
  apply(log, { node, stage, atMs }, ground) {
    const at = nodeAt(ground.bound, log);
    if (!at || at.id !== node || log.walk.search) return refuse('This step is not at hand.');
    if (at.step.kind !== 'command') return refuse('This step commands nothing.');
    if (log.command) return refuse('It was told already: first say what came of it.');
    const shown = walks(log, { kind: 'authority', stage }, ground);
    if (!shown.ok) return shown;
    const problem = commandProblem(ground.bound, ground.basis, shown.log.walk, at);
    if (problem !== undefined) return refuse(problem);
    const tag = writtenTag(at, log);
    if (tag !== undefined && log.pieces[tag] === undefined && !ground.basis.plan.known.includes(tag))
      return refuse(`Say where key ${tag} came from: of which pile, or not of the shop’s stock.`);
    if (tag !== undefined && log.pieces[tag]?.spoiled)
      return refuse(`Key ${tag} is spoiled: let another take its place.`);
    const rightUses = log.rightUses + (usesRight(log, at, ground) ? 1 : 0);
    const { command } = at.step;
    const asks = command === 'workOutImage' || command === 'begin';
    const imageAsked = asks ? command === 'workOutImage' : log.imageAsked;
    return {
      ok: true,
      log: {
        ...shown.log,
        ...{ command: { node, atMs }, rightUses },
        ...(imageAsked !== undefined && { imageAsked }),
      },
    };
  },
  purposes: (_, log, { bound }) => {
    const step = nodeAt(bound, log)?.step;
    return step?.kind === 'command' ? [commandPurpose(step.command, bound.way)] : [];
  },
  refusal: ({ stage }, { standing }) =>
    reaches(standing.stage, stage) ? undefined : 'The right to the car is not shown so far.',
  gated: true,
  audited: (_, log, { bound }) => {
    const step = nodeAt(bound, log)?.step;
    return (
      step?.kind === 'command' &&
      (commands[step.command].erases === true || stageFor(commandPurpose(step.command, bound.way)) !== 'none')
    );
  },
};

/** The key that a command writes on, where it is one of those made here. */
export function writtenTag(node: BoundNode, { walk }: RunLog): number | undefined {
  const { step } = node;
  return step.kind === 'command' && commands[step.command].writes && step.key === 'new'
    ? tagOf(node, walk, 'new')
    : undefined;
}

/**
 * Whether a command uses up what the van's licence counts: the first of a run that is gated, or each image. Where the image server was not
 * reached, or could not work it out, it is asked again with the same data at no charge.
 */
export function usesRight(log: RunLog, { id, step }: BoundNode, { basis, bound }: RunGround): boolean {
  if (!basis.right || step.kind !== 'command' || log.untold === id) return false;
  if (basis.right.perKey) return step.command === 'workOutImage' && log.imageAsked !== true;
  return log.rightUses === 0 && stageFor(commandPurpose(step.command, bound.way)) !== 'none';
}
