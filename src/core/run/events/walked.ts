import { commands } from '@/core/authority/commands';
import type { BoundNode } from '@/core/procedure/bind/bound';
import type { ChoiceOption, OptionWhen } from '@/core/procedure/document/procedure';
import { runTakes, tagNow } from '@/core/procedure/run/run';
import type { RunEvent as WalkEvent } from '@/core/procedure/run/run-state';
import { startsClock } from '@/core/procedure/timing/timed-chain';
import { type RunBasis, waitOf } from '../run-basis';
import { nodeAt, type RunLog } from '../run-log';
import { typesAfter } from '../system-types';
import { type RunEventKind, type RunGround, type RunStep, refuse, type Timed } from './run-event-kind';

type Content<Kind extends WalkEvent['kind']> = Omit<Extract<WalkEvent, { kind: Kind }>, 'kind'> & Timed;

/** Who saw what came of a step: the person, the tool, or the car that was asked afterwards. */
export const seers = ['person', 'tool', 'car'] as const;
export type Seer = (typeof seers)[number];

/** What came of the step at hand. */
export const answered: RunEventKind<Content<'answered'> & { readonly by: Seer }> = {
  apply(log, { node, answer, by, atMs }, ground) {
    const at = nodeAt(ground.bound, log);
    if (at && node === at.id) {
      if (at.step.kind === 'command' && log.command?.node !== node)
        return refuse('It was not commanded yet.');
      if (
        at.step.kind === 'enter' &&
        at.step.value === 'pin' &&
        answer === 'done' &&
        log.entered?.node !== node
      )
        return refuse('Say which PIN was entered.');
      if (at.step.kind === 'choose' && !optionsOpen(at, log, ground.basis).includes(answer))
        return refuse('That is not so in this run.');
      if (at.step.kind === 'wait' && answer === 'over') {
        if (log.begun?.node !== node) return refuse('This wait has not begun.');
        const wait = waitOf(ground.basis, at);
        // What the tool has read of the car's own clock is over, whenever somebody saw it begin.
        if (at.step.uncut && by !== 'tool' && wait && atMs - log.begun.atMs < wait.usualSeconds * 1000)
          return refuse('This wait has to run to its end, though nothing moves.');
      }
    }
    const step = walks(log, { kind: 'answered', node, answer }, ground);
    if (!step.ok) return step;
    const erased =
      log.erased ||
      (at?.step.kind === 'command' && commands[at.step.command].erases === true && answer !== 'refused');
    const answered = log.answered + 1;
    const ends = startsClock(ground.bound, node) ? { ...log.ends, [node]: atMs } : log.ends;
    const types = at && typesAfter(log.types, at, answer);
    const next = {
      ...{ begun: null, ends, command: null, untold: null, entered: null, answered, erased },
      ...(types && { types }),
    };
    return { ok: true, log: { ...step.log, ...next } };
  },
  purposes: () => [],
  gated: false,
  audited: () => false,
};

export const looked = walking('looked');
export const mended = walking('mended');
export const gaveUp = walking('gaveUp');
export const exchanged = walking('exchanged');

function walking<Kind extends 'looked' | 'mended' | 'gaveUp' | 'exchanged'>(
  kind: Kind,
): RunEventKind<Content<Kind>> {
  return {
    apply: (log, content, ground) => {
      const { atMs: _, ...event } = content as Content<Kind> & Timed;
      return walks(log, { kind, ...event } as unknown as WalkEvent, ground);
    },
    purposes: () => [],
    gated: false,
    audited: () => false,
  };
}

/**
 * The options of a choice that can be true, the likeliest first: a key counts as taken only where the car took it in this run, a system
 * type as found only where it has said who it is, and a PIN that turned out to be another module's is not looked for there again.
 */
export function optionsOpen(
  { step, tags }: BoundNode,
  { walk, types }: RunLog,
  { systemTypes = [], pinByTool = true }: RunBasis,
): readonly string[] {
  if (step.kind !== 'choose') return [];
  const planned = tags[step.key ?? 'new'];
  const isTaken = planned !== undefined && walk.taken.includes(tagNow(walk, planned));
  const areKnown = systemTypes.length > 0;
  const isLeft = (types?.tried ?? 0) < systemTypes.length;
  const isOpen: Record<OptionWhen, boolean> = {
    taken: isTaken,
    typeFound: !areKnown || types?.answered === true,
    typeLeft: !areKnown || isLeft,
    noTypeLeft: !areKnown || !isLeft,
    pinByTool,
    pinOnPaper: true,
  };
  const isFirst = ({ when }: ChoiceOption) =>
    when === 'taken' || (when === 'pinByTool' && walk.mended.includes('pinBefore'));
  return step.options
    .filter(({ when }) => when === undefined || isOpen[when])
    .sort((a, b) => Number(isFirst(b)) - Number(isFirst(a)))
    .map(({ id }) => id);
}

/** Takes a step of the procedure. */
export function walks(log: RunLog, event: WalkEvent, { basis, bound }: RunGround): RunStep {
  const taken = runTakes(bound, basis, log.walk, event);
  return taken.ok
    ? { ok: true, log: { ...log, walk: taken.value } }
    : refuse(taken.problems[0]?.message ?? 'This does not fit.');
}
