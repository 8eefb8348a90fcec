import { commandPurpose, commands } from '@/core/authority/commands';
import { type AuthorityStage, stageFor } from '@/core/authority/purposes';
import { commandProblem } from '@/core/procedure/run/run';
import { nodeAt } from '../run-log';
import { type RunEventKind, refuse, type Timed } from './run-event-kind';
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
    return { ok: true, log: { ...shown.log, command: { node, atMs } } };
  },
  purposes: (_, log, { bound }) => {
    const step = nodeAt(bound, log)?.step;
    return step?.kind === 'command' ? [commandPurpose(step.command, bound.way)] : [];
  },
  refusal: ({ stage }, { standing }) =>
    order.indexOf(stage) > order.indexOf(standing.stage)
      ? 'The right to the car is not shown so far.'
      : undefined,
  audited: (_, log, { bound }) => {
    const step = nodeAt(bound, log)?.step;
    return (
      step?.kind === 'command' &&
      (commands[step.command].erases === true || stageFor(commandPurpose(step.command, bound.way)) !== 'none')
    );
  },
};

const order: readonly AuthorityStage[] = ['none', 'advance', 'onSite'];
