import type { Platform, PlatformMethod } from '@/core/catalogue/platform';
import type { Problem } from '@/core/kinds/result';
import { accessFunctions } from '../can/access-keys';
import { canMove, partsOf } from '../car/car-parts';
import { isRecord } from '../car/records';
import { isCommand } from '../course/commands';
import type { Behaviour, CanLink, Course, CourseStep, SerialLink, ToolStep, WaitStep } from './behaviour';

// What a platform's document has to agree on: with itself, and with what the lists of the library say of the platform.

/** All that is wrong with a document beside its form, each with the field where it stands. */
export function behaviourProblems(behaviour: Behaviour, platform: Platform): readonly Problem[] {
  return [
    ...linkProblems(behaviour, platform),
    ...wayProblems(behaviour, platform),
    ...behaviour.courses.flatMap((course, at) => {
      const method = platform.methods.find(({ kind }) => kind === course.way);
      return method ? courseProblems(behaviour, course, method, `courses.${at}`) : [];
    }),
    ...keyProblems(behaviour, platform),
  ];
}

function linkProblems(behaviour: Behaviour, platform: Platform): readonly Problem[] {
  const { link, pin } = behaviour;
  const problems: Problem[] = [];
  const say = (field: string, message: string) => problems.push({ field, message });
  if (link.kind !== platform.link) say('link.kind', `The list of platforms says ${platform.link}.`);
  if (link.kind === 'none') return problems;
  const names = [...link.records.map(({ holds }) => holds)];
  const strange = names.find((name) => !isRecord(name));
  if (strange !== undefined) say('link.records', `Nothing is known of a record that holds ${strange}.`);
  const does = link.kind === 'can' ? link.routines : link.commands;
  const unknown = does.find((one) => !isCommand(one.does));
  if (unknown)
    say(link.kind === 'can' ? 'link.routines' : 'link.commands', `There is no command ${unknown.does}.`);
  for (const [what, ids] of idsOf(link))
    if (new Set(ids).size < ids.length) say(`link.${what}`, 'Two of them have one number.');
  const types = link.types.map(({ type }) => type);
  const wanted = platform.systemTypes.length > 1 ? platform.systemTypes : types;
  if (types.join(' ') !== wanted.join(' '))
    say('link.types', `The list of platforms has the system types ${platform.systemTypes.join(', ')}.`);
  const count = link.records.find(({ holds }) => holds === 'keyCount');
  if (Boolean(count) !== (platform.count !== 'cannotSay'))
    say('link.records', `The list of platforms says of the count: ${platform.count}.`);
  if (count && wantsPin(link, 'keyCount') !== (platform.count === 'afterPin'))
    say('link.records', 'Whether the count wants the PIN first is said otherwise by the list of platforms.');
  if (names.includes('pin') !== platform.pinSources.includes('obdSocket'))
    say(
      'link.records',
      'Whether the PIN is read by the OBD socket is said otherwise by the list of platforms.',
    );
  const asks =
    link.kind === 'can' ? link.access.some(({ asksPin }) => asksPin) : link.commands.some((one) => one.pin);
  if (asks && !pin) say('pin', 'A level asks for a PIN that is not described.');
  if (link.kind === 'can') {
    if (link.background.some(({ id }) => id >= 0x7df && id <= 0x7ef))
      say('link.background', 'Ids of tools and modules are 7DF to 7EF; others send under others.');
    for (const [at, level] of link.access.entries()) {
      const known = accessFunctions[level.function];
      if (!known) say(`link.access.${at}.function`, `There is no function ${level.function}.`);
      else if (known.parameters !== level.parameters.length)
        say(`link.access.${at}.parameters`, `It takes ${known.parameters} of them.`);
    }
    const levels = new Set(link.access.map(({ level }) => level));
    const closed = [...link.records, ...link.routines].find(
      ({ level }) => level !== null && !levels.has(level),
    );
    if (closed) say('link.access', `Level ${closed.level} is nowhere described.`);
  }
  return problems;
}

function idsOf(link: CanLink | SerialLink): readonly (readonly [string, readonly number[]])[] {
  return link.kind === 'can'
    ? [
        ['records', link.records.map(({ id }) => id)],
        ['routines', link.routines.map(({ id }) => id)],
        ['access', link.access.map(({ level }) => level)],
      ]
    : [
        ['records', link.records.map(({ id }) => id)],
        ['commands', link.commands.map(({ id }) => id)],
      ];
}

function wantsPin(link: CanLink | SerialLink, name: string): boolean {
  if (link.kind === 'serial')
    return (
      link.records.find(({ holds }) => holds === name)?.pin ??
      link.commands.find(({ does }) => does === name)?.pin ??
      false
    );
  const held = link.access.find(({ begins }) => `begin ${begins}` === name);
  if (held) return held.asksPin;
  const level =
    link.records.find(({ holds }) => holds === name)?.level ??
    link.routines.find(({ does }) => does === name)?.level ??
    null;
  return link.access.find((one) => one.level === level)?.asksPin ?? false;
}

/** A copy is made beside the car: it takes no part in it. */
const isCars = ({ kind }: PlatformMethod) => !kind.startsWith('clone');

function wayProblems({ courses }: Behaviour, { methods }: Platform): readonly Problem[] {
  const described = courses.map(({ way }) => way);
  const problems: Problem[] = [];
  for (const method of methods.filter(isCars))
    if (!described.includes(method.kind))
      problems.push({ field: 'courses', message: `The way ${method.kind} of the platform is missing.` });
  for (const [at, way] of described.entries()) {
    if (!methods.some(({ kind }) => kind === way))
      problems.push({ field: `courses.${at}.way`, message: `The platform has no way ${way}.` });
    if (described.indexOf(way) !== at)
      problems.push({ field: `courses.${at}.way`, message: 'This way is described twice.' });
  }
  return problems;
}

function courseProblems(
  behaviour: Behaviour,
  { steps }: Course,
  method: PlatformMethod,
  field: string,
): readonly Problem[] {
  const problems: Problem[] = [];
  const say = (where: string, message: string) => problems.push({ field: `${field}.${where}`, message });
  const tools = steps.flatMap((step) => (step.kind === 'tool' ? [step] : []));
  const begins = tools.filter(({ does }) => does === 'begin');
  if (steps.length === 0) say('steps', 'A way has a step.');
  if (begins.length > 1) say('steps', 'A tool begins a way once.');
  if (tools.length > 0 && begins.length === 0) say('steps', 'The tool has to begin before it does anything.');
  // At the module the tool may be a lead of the bench that says nothing to the car.
  if (begins.length > 0 && !method.needsTool) say('steps', 'The list of ways says that no tool is needed.');
  if (begins.length > 0) toolProblems(behaviour, method, tools, say);
  waitProblems(steps, method, say);
  const known = knownWanted(steps, method);
  if (known !== method.knownKeysNeeded)
    say('steps', `The list of ways wants ${method.knownKeysNeeded} known keys, these steps ${known}.`);
  const erases = steps.some(
    (step) =>
      (step.kind === 'tool' && step.does === 'erase') ||
      (step.kind === 'device' && step.does === 'clear') ||
      wantsNewModule(step),
  );
  if (erases !== (method.others === 'erase'))
    say('steps', `The list of ways says of other keys: ${method.others}.`);
  const turns = steps.some(
    (step) => step.kind === 'learn' && step.at === 'lock' && step.while?.ignition === 'on',
  );
  if (turns && !method.needsTurning && !behaviour.ignition.includes('turn'))
    say('steps', 'A key that is learned in the lock has to turn.');
  for (const [at, step] of steps.entries()) stepProblems(behaviour, step, at, `steps.${at}`, say);
  return problems;
}

function toolProblems(
  { link }: Behaviour,
  method: PlatformMethod,
  tools: readonly ToolStep[],
  say: (where: string, message: string) => void,
): void {
  if (link.kind === 'none') {
    say('steps', 'There is no line to this car.');
    return;
  }
  const names = [`begin ${method.kind}`, ...tools.flatMap(({ does }) => (does === 'begin' ? [] : [does]))];
  const knows = (name: string) =>
    link.kind === 'can'
      ? link.routines.some(({ does }) => does === name) ||
        link.access.some(({ begins }) => `begin ${begins}` === name)
      : link.commands.some(({ does }) => does === name);
  for (const name of names) if (!knows(name)) say('steps', `The module has no command ${name}.`);
  if (wantsPin(link, `begin ${method.kind}`) !== method.needsPin)
    say('steps', 'Whether it wants the PIN is said otherwise by the list of ways.');
}

const toldBy: Readonly<Record<PlatformMethod['waits'][number]['by'], readonly WaitStep['told'][]>> = {
  clock: ['delay37', 'routine78', 'silent', 'lamp'],
  sign: ['lamp'],
  first: ['lamp'],
  server: ['server'],
};

function waitProblems(
  steps: readonly CourseStep[],
  { waits }: PlatformMethod,
  say: (where: string, message: string) => void,
): void {
  const numbers = steps.flatMap((step) => (step.kind === 'wait' ? [step.number] : []));
  if (numbers.join() !== waits.map((_, at) => at + 1).join())
    say(
      'steps',
      `The list of ways has ${waits.length} waits; these steps have ${numbers.join(', ') || 'none'}.`,
    );
  for (const [at, step] of steps.entries()) {
    const wait = step.kind === 'wait' ? waits[step.number - 1] : undefined;
    if (step.kind === 'wait' && wait && !toldBy[wait.by].includes(step.told))
      say(`steps.${at}.told`, `The list of ways says that this wait ends ${wait.by}.`);
  }
}

/** How many known keys a way asks for: the most that it has in use one after the other, or what the tool wants to find. */
/** Another module is put in, or was before. */
function wantsNewModule(step: CourseStep): boolean {
  return (
    (step.kind === 'hands' && step.part === 'module' && step.to === 'new') ||
    ('while' in step && step.while?.module === 'new')
  );
}

function knownWanted(steps: readonly CourseStep[], method: PlatformMethod): number {
  // A new module may bring a key of its own, which the list does not count.
  if (steps.some(wantsNewModule)) return method.knownKeysNeeded;
  const hands = new Set(
    steps.flatMap((step) =>
      step.kind === 'hands' && step.key?.toLowerCase().endsWith('known') ? [step.key] : [],
    ),
  );
  const byTool = steps.some((step) => step.kind === 'tool' && step.known !== undefined);
  return Math.max(hands.size, byTool ? Math.max(1, method.knownKeysNeeded) : 0);
}

function stepProblems(
  behaviour: Behaviour,
  step: CourseStep,
  at: number,
  field: string,
  say: (where: string, message: string) => void,
): void {
  const names = new Set([...partsOf(behaviour).map(({ name }) => name), 'doors', 'button']);
  for (const part of Object.keys('while' in step ? (step.while ?? {}) : {}))
    if (!names.has(part)) say(`${field}.while`, `No part is called ${part}.`);
  if (step.kind === 'hands' && step.part !== 'button') {
    if (!names.has(step.part)) say(`${field}.part`, `No part is called ${step.part}.`);
    else if (step.to !== undefined && !canMove(behaviour, step.part, step.to))
      say(`${field}.to`, `${step.part} is never ${step.to}.`);
  }
  if (step.kind === 'learn' && !behaviour.reads.includes(step.at))
    say(`${field}.at`, `Nothing reads a key at the ${step.at}.`);
  if (step.kind === 'learn' && step.back !== undefined && step.back > at)
    say(`${field}.back`, 'It leads back before the first step.');
}

function keyProblems(behaviour: Behaviour, { rank, chipFamily }: Platform): readonly Problem[] {
  const problems: Problem[] = [];
  const hasChip = chipFamily !== 'none' && chipFamily !== 'PEL';
  if (hasChip !== behaviour.chips.length > 0)
    problems.push({ field: 'chips', message: `The list of platforms says the chip family ${chipFamily}.` });
  if (behaviour.rankMoments.length > 0 && rank !== 'lamp' && rank !== 'head colour' && rank !== 'menu')
    problems.push({ field: 'rankMoments', message: 'The list of platforms knows no ranks here.' });
  return problems;
}
