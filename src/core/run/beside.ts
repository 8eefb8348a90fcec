import type { BoundNode, BoundProcedure } from '@/core/procedure/bind/bound';
import type { Step } from '@/core/procedure/document/procedure';
import { answerWords, said } from '@/core/procedure/document/step-words';
import { wellPath } from '@/core/procedure/run/well-path';
import { handsTogether } from '@/core/procedure/timing/timed-chain';
import { nameAt } from './answer-words';
import type { RunGround } from './events/run-event-kind';
import { applyRunEvent, type RunEvent } from './events/run-events';
import { nodeAt, startLog } from './run-log';

/** A step that was done, in words, with what came of it. */
export interface StepDone {
  readonly say: string;
  readonly came: string;
  readonly atMs: number;
}

/** What was done in a run, the earliest first: its steps with their answers, and causes that were mended. */
export function stepsDone(
  ground: RunGround,
  startedMs: number,
  events: readonly RunEvent[],
): readonly StepDone[] {
  const { basis, bound } = ground;
  const done: StepDone[] = [];
  let log = startLog(bound, startedMs);
  for (const event of events) {
    const [node, before] = [nodeAt(bound, log), log];
    const step = applyRunEvent(log, event, ground);
    if (!step.ok) continue;
    log = step.log;
    const { atMs } = event;
    if (event.kind === 'answered' && node) {
      const say = said(node.step.say, (role) => nameAt(basis, before, node, role));
      done.push({ say, came: answerWords(node.step, event.answer), atMs });
    }
    if (event.kind === 'mended') {
      const say = basis.causes.causes.find(({ name }) => name === event.cause)?.says ?? event.cause;
      done.push({ say, came: 'mended', atMs });
    }
  }
  return done;
}

/** Whether a choice is the run's own, by which keys the car took: it is nothing to look forward to. */
export function isOfTheRun(step: Step): boolean {
  return step.kind === 'choose' && step.options.some(({ when }) => when === 'taken');
}

/** The most that is said beforehand. */
const mostAhead = 4;

/** What comes next where all goes well: the next step with those that follow it in the same place, after what hands do in one go. */
export function stepsAhead(bound: BoundProcedure, at: BoundNode): readonly BoundNode[] {
  const last = handsTogether(bound, at).at(-1) ?? at;
  const [, first, ...rest] = wellPath(bound, last.id) ?? [last];
  if (!first) return [];
  const elsewhere = rest.findIndex(({ step }) => step.where !== first.step.where);
  return [first, ...(elsewhere < 0 ? rest : rest.slice(0, elsewhere))].slice(0, mostAhead);
}
