import { commands } from '@/core/authority/commands';
import type { PlatformMethod } from '@/core/catalogue/platform';
import { bind } from '../bind/bind';
import type { BoundNode } from '../bind/bound';
import { readArguments } from '../document/arguments';
import type { KeyRole, Procedures } from '../document/procedure';

/**
 * What a platform's way and the procedure that leads through it say against each other.
 * @param text the arguments as the row has them
 */
export function wayProblems(
  procedures: Procedures,
  method: PlatformMethod,
  name: string,
  text: string | undefined,
): readonly string[] {
  const procedure = procedures[name];
  if (!procedure) return [`There is no procedure ${name}.`];
  if (procedure.way !== method.kind)
    return [`${name} goes another way: ${procedure.way ?? 'it is a part of others'}.`];
  const values = readArguments(text);
  if (!values) return ['Arguments are written name=value, separated by semicolons.'];
  const wanted = Object.entries(procedure.parameters);
  const problems = [
    ...wanted
      .filter(([parameter]) => !(parameter in values))
      .map(([parameter]) => `${parameter} is left out.`),
    ...Object.keys(values)
      .filter((parameter) => !(parameter in procedure.parameters))
      .map((parameter) => `${name} has no ${parameter}.`),
    ...wanted
      .filter(([parameter, { is }]) => is !== 'text' && !(Number(values[parameter] ?? 1) > 0))
      .map(([parameter]) => `${parameter} is a number above 0.`),
  ];
  if (problems.length > 0) return problems;
  const known = Array.from({ length: method.knownKeysNeeded }, (_, at) => at + 1);
  const bound = bind(procedures, name, { way: method.kind, plan: { known, learn: [8], came: 9 }, values });
  return bound ? stepProblems([...bound.nodes.values()], method) : [];
}

function stepProblems(nodes: readonly BoundNode[], method: PlatformMethod): readonly string[] {
  const steps = nodes.map(({ step }) => step);
  const waits = new Set(steps.flatMap((step) => (step.kind === 'wait' ? [step.wait] : [])));
  const erases = steps.some(
    (step) => step.kind === 'command' && (commands[step.command].erases || step.command === 'match'),
  );
  const entersPin = steps.some((step) => step.kind === 'enter' && step.value === 'pin');
  const nobody = nodes.find(({ step, tags }) => rolesOf(step).some((role) => tags[role] === undefined));
  return [
    ...(waits.size === method.waits.length && [...waits].every((wait) => wait <= method.waits.length)
      ? []
      : [`The way has ${method.waits.length} waits, the procedure ${waits.size}.`]),
    ...(entersPin && !method.needsPin && !erases
      ? ['The procedure gives a PIN that the way does not want.']
      : []),
    ...(method.needsPin && !entersPin ? ['The way wants a PIN that the procedure does not give.'] : []),
    ...(erases && method.others === 'keep' ? ['The procedure erases keys that the way keeps.'] : []),
    ...(method.others === 'erase' && !steps.some((step) => step.kind === 'check' && step.of === 'told')
      ? ['The way erases keys, and the procedure does not ask for the customer’s word.']
      : []),
    ...(nobody ? [`${nobody.step.id} wants more known keys than the way has.`] : []),
  ];
}

function rolesOf(step: BoundNode['step']): readonly KeyRole[] {
  const acts = 'acts' in step ? step.acts : [];
  const keys = acts.flatMap((act) => ('key' in act ? [act.key] : []));
  return 'key' in step && step.key !== undefined ? [...keys, step.key] : keys;
}
