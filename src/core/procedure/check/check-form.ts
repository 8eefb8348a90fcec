import { commandPurpose, commands } from '@/core/authority/commands';
import { givenNames, namesIn, textsOf } from '../document/fill';
import {
  isStep,
  isTrouble,
  type Part,
  type Procedure,
  type Procedures,
  type Step,
  type Target,
  theNext,
  type UsePart,
} from '../document/procedure';
import { exitsOf, nextOf, targetsOf } from '../document/step-exits';
import type { StepProblem } from './step-problem';

/** What is wrong with a procedure as it is written, whatever the platform. */
export function formProblems(
  procedures: Procedures,
  procedure: Procedure,
  causes: ReadonlySet<string> | null,
): readonly StepProblem[] {
  return [
    ...idProblems(procedure),
    ...procedure.steps.flatMap((part, at) => [
      ...targetProblems(procedure, part, at),
      ...nameProblems(procedure, part),
      ...(isStep(part)
        ? [
            ...commandProblems(procedure, part),
            ...troubleProblems(part, causes),
            ...ownProblems(procedure, part, at),
          ]
        : partProblems(procedures, procedure, part)),
    ]),
  ];
}

function idProblems({ steps, ends }: Procedure): readonly StepProblem[] {
  const ids = [...steps, ...ends].map(({ id }) => id);
  const twice = ids.filter((id, at) => ids.indexOf(id) !== at);
  return [
    ...[...new Set(twice)].map((id) => ({ step: id, message: 'Two steps or ends have this id.' })),
    ...ids
      .filter((id) => id === theNext)
      .map((id) => ({ step: id, message: `${theNext} is no id: it is the step below.` })),
    ...(steps.length === 0 ? [{ step: null, message: 'It has no steps.' }] : []),
    ...(ends.some(({ kind }) => kind === 'success')
      ? []
      : [{ step: null, message: 'It has no end in success.' }]),
  ];
}

/** Where each exit leads: somewhere that exists, and never back without a bound. */
function targetProblems({ steps, ends }: Procedure, part: Part, at: number): readonly StepProblem[] {
  const places = new Map<string, number>([
    ...steps.map(({ id }, place) => [id, place] as const),
    ...ends.map(({ id }) => [id, steps.length] as const),
  ]);
  const firstEnd = ends.find(({ kind }) => kind === 'success')?.id ?? '';
  const problems: StepProblem[] = [];
  const say = (message: string) => problems.push({ step: part.id, message });
  const look = (target: Target): void => {
    const to = typeof target === 'string' ? target : target.to;
    const place = to === theNext ? at + 1 : places.get(to);
    if (place === undefined) say(`It leads to ${to}, which does not exist.`);
    else if (typeof target === 'string') {
      if (place <= at) say(`It leads back to ${to} without saying how often.`);
    } else {
      const { otherwise } = target;
      const last = otherwise === theNext ? at + 1 : places.get(otherwise);
      if (last === undefined) say(`It leads to ${otherwise}, which does not exist.`);
      else if (last <= at) say(`After its tries it leads back to ${otherwise}, so that it never ends.`);
    }
  };
  const exits = isStep(part) ? Object.values(exitsOf(part)) : Object.values(part.ends ?? {});
  for (const target of [nextOf(steps, at, firstEnd), ...exits.flatMap(targetsOf)]) look(target);
  return problems;
}

/** Names in braces: each is a parameter, a key, or what the library says of the platform. */
function nameProblems({ parameters }: Procedure, part: Part): readonly StepProblem[] {
  const known = new Set<string>([...Object.keys(parameters), ...givenNames]);
  const strange = new Set(
    textsOf(part).flatMap(({ text }) => namesIn(text).filter((name) => !known.has(name))),
  );
  return [...strange].map((name) => ({ step: part.id, message: `Nobody fills in {${name}}.` }));
}

function commandProblems({ way }: Procedure, step: Step): readonly StepProblem[] {
  if (step.kind !== 'command') return [];
  const command = commands[step.command];
  const problems: StepProblem[] = [];
  if (way === null && command.purpose === 'of the way')
    problems.push({ step: step.id, message: 'Only a procedure with a way begins one.' });
  else {
    const purpose = commandPurpose(step.command, way ?? 'add');
    if (step.purpose !== purpose)
      problems.push({
        step: step.id,
        message: `At the gate this command is ${purpose}, not ${step.purpose}.`,
      });
  }
  if (command.writes && step.key === undefined)
    problems.push({ step: step.id, message: 'It writes on a key and does not say which.' });
  return problems;
}

function troubleProblems(step: Step, causes: ReadonlySet<string> | null): readonly StepProblem[] {
  return Object.values(exitsOf(step)).flatMap((exit) => {
    if (!isTrouble(exit)) return [];
    const names = exit.causes.map(({ cause }) => cause);
    const strange = causes && names.find((name) => !causes.has(name));
    return [
      ...(names.length === 0 ? [{ step: step.id, message: 'It goes wrong without naming a cause.' }] : []),
      ...(new Set(names).size < names.length ? [{ step: step.id, message: 'It names a cause twice.' }] : []),
      ...(strange ? [{ step: step.id, message: `The library knows no cause ${strange}.` }] : []),
    ];
  });
}

function ownProblems({ steps }: Procedure, step: Step, at: number): readonly StepProblem[] {
  const say = (message: string) => [{ step: step.id, message }];
  switch (step.kind) {
    case 'window': {
      if (!('step' in step.from)) return [];
      const { step: from } = step.from;
      return steps.slice(0, at).some(({ id }) => id === from)
        ? []
        : say(`Its clock starts at ${from}, which does not come before it.`);
    }
    case 'hold':
      return isRange(step.seconds.from, step.seconds.to) ? [] : say('It ends before it begins.');
    case 'pace':
      if (!isRange(step.every.from, step.every.to)) return say('Its beats end before they begin.');
      return step.times === null && step.most === undefined
        ? say('Without a fixed number it says how many beats at most make sense.')
        : [];
    case 'check':
      return step.of === 'states' && Object.keys(step.states ?? {}).length === 0
        ? say('It looks at states and names none.')
        : [];
    case 'observe':
      return step.answers.length === 0 ? say('It has no answer beside cannot tell.') : [];
    case 'choose':
      return step.options.length === 0 ? say('There is nothing to choose.') : [];
    default:
      return [];
  }
}

function isRange(from: number | string, to: number | string): boolean {
  return typeof from === 'string' || typeof to === 'string' || from <= to;
}

function partProblems(procedures: Procedures, own: Procedure, part: UsePart): readonly StepProblem[] {
  const used = procedures[part.procedure];
  const say = (message: string): StepProblem => ({ step: part.id, message });
  if (!used) return [say(`There is no procedure ${part.procedure}.`)];
  const wanted = Object.keys(used.parameters);
  const given = Object.keys(part.with ?? {});
  return [
    ...(used.way === null ? [] : [say(`${part.procedure} goes a way of its own and is no part of others.`)]),
    ...wanted.filter((name) => !given.includes(name)).map((name) => say(`It leaves out ${name}.`)),
    ...given.filter((name) => !wanted.includes(name)).map((name) => say(`${part.procedure} has no ${name}.`)),
    ...Object.keys(part.ends ?? {})
      .filter((end) => !used.ends.some(({ id }) => id === end))
      .map((end) => say(`${part.procedure} has no end ${end}.`)),
    ...(reaches(procedures, part.procedure, own, new Set())
      ? [say(`${part.procedure} leads back to this procedure.`)]
      : []),
  ];
}

/** Whether a procedure is done within another, however deep. */
function reaches(procedures: Procedures, name: string, own: Procedure, met: Set<string>): boolean {
  const procedure = procedures[name];
  if (!procedure || met.has(name)) return false;
  if (procedure === own) return true;
  met.add(name);
  return procedure.steps.some((part) => !isStep(part) && reaches(procedures, part.procedure, own, met));
}
