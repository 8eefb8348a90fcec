import type { Exit, Part, Step, Target } from './procedure';

/** The exits of a step beside its going on, by the answer that leads there. */
export function exitsOf(step: Step): Readonly<Record<string, Exit>> {
  switch (step.kind) {
    case 'do':
      return {};
    case 'check':
      return { no: step.no, cannotTell: step.cannotTell };
    case 'hold':
    case 'pace':
    case 'window':
      return { missed: step.missed };
    case 'wait':
      return { late: step.late };
    case 'observe':
      return {
        ...Object.fromEntries(step.answers.map(({ id, leads }) => [id, leads])),
        cannotTell: step.cannotTell,
      };
    case 'enter':
      return { missing: step.missing };
    case 'choose':
      return Object.fromEntries(step.options.map(({ id, leads }) => [id, leads]));
    case 'command':
      return { refused: step.refused, silent: step.silent };
  }
}

/** The answer by which a step simply goes on; undefined where every answer says where. */
export function goesOnBy(step: Step): string | undefined {
  switch (step.kind) {
    case 'do':
    case 'enter':
    case 'command':
      return 'done';
    case 'check':
      return 'yes';
    case 'hold':
    case 'pace':
    case 'window':
      return 'held';
    case 'wait':
      return 'over';
    case 'observe':
    case 'choose':
      return undefined;
  }
}

/** Where it goes on after a part: as it says, the part below, or the first end. */
export function nextOf(parts: readonly Part[], at: number, firstEnd: string): Target {
  return parts[at]?.next ?? parts[at + 1]?.id ?? firstEnd;
}

/** Every place that an exit may lead to. */
export function targetsOf(exit: Exit): readonly Target[] {
  return typeof exit === 'object' && 'causes' in exit
    ? [...exit.causes.map(({ back }) => back), exit.otherwise]
    : [exit];
}
