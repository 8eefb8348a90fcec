import type { CarState } from '@/core/benchcar/car/car-state';
import { voltsAt } from '@/core/benchcar/car/electrics';
import { lampOf } from '@/core/benchcar/car/lamp';
import type { States } from '@/core/benchcar/document/behaviour';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { CheckStep, ChoiceOption, ChooseStep, ObserveStep, SeenBy } from '../document/procedure';
import type { TagOfRole } from './hands';

/** What somebody at a car on the bench goes by. */
export interface Sight {
  readonly platform: BenchPlatform;
  readonly car: CarState;
  /** What could be seen or heard since the last thing was watched. */
  readonly signs: readonly string[];
  /** What the tool says of the key it awaited, where it says anything. */
  readonly tool: SeenBy['tool'] | null;
  readonly tagOf: TagOfRole;
  /** Keys that shall be learned, and whether the others are erased. */
  readonly learn: readonly number[];
  readonly erases: boolean;
  /** Whether a PIN is at hand, and whether the one at hand is known to be wrong. */
  readonly pin: 'onPaper' | 'wrong' | 'none';
  /** System types that were not tried yet, and whether one has answered. */
  readonly typesLeft: number;
  readonly typeFound: boolean;
  /** Keys that the car took in this run. */
  readonly taken: readonly number[];
}

/** How a check is answered by somebody who looks; what has to be tried (a start, a remote) is none of them. */
export function checkAnswer(step: CheckStep, sight: Sight): 'yes' | 'no' {
  const { platform, car } = sight;
  const key = car.keys.find(({ tag }) => tag === sight.tagOf(step.key ?? 'new'));
  const yes = (() => {
    switch (step.of) {
      case 'states':
        return areSo(car, step.states);
      case 'leads':
        return car.parts.lead === 'plugged';
      case 'article':
        return key !== undefined && key.chip !== null && platform.behaviour.chips.includes(key.chip);
      case 'blank':
        return key !== undefined && (key.boundTo === null || key.boundTo === car.seed);
      case 'copied':
        return key?.identity === car.keys.find(({ tag }) => tag === sight.tagOf('known'))?.identity;
      case 'rank':
        return platform.platform.rank === 'none' || key?.rank === 'master';
      case 'vin':
        return car.module.vin === car.plateVin;
      case 'voltage':
        return voltsAt(platform, car, car.nowUs) >= platform.behaviour.battery.leastVolts + 0.5;
      case 'count':
        return countFits(sight);
      case 'keysAway':
        return !car.keys.some(({ place }) => place === 'bag' || place === 'boot' || place === 'cabin');
      case 'starts':
      case 'remote':
      case 'told':
      case 'person':
        return true;
    }
  })();
  return yes ? 'yes' : 'no';
}

function countFits({ platform: { platform }, car, learn, erases }: Sight): boolean {
  const { identities } = car.memory;
  const known = car.keys.filter(({ tag, identity }) => learn.includes(tag) && identities.includes(identity));
  if (known.length === 0) return identities.length + learn.length <= platform.slotsMaximum;
  return known.length === learn.length && (!erases || identities.length === new Set(learn).size);
}

/** Parts as eyes see them: a switch that is broken hides nothing from them. */
function areSo({ parts, pressed }: CarState, states: States | undefined): boolean {
  return Object.entries(states ?? {}).every(([part, to]) => {
    if (part === 'doors')
      return ['driverDoor', 'passengerDoor', 'rearDoor'].every((door) => parts[door] === to);
    if (part === 'button') return (pressed?.button ?? 'free') === to;
    return parts[part] === to;
  });
}

/** Which answer what was seen comes to: the first that it tells, or the one that says that nothing was. */
export function observeAnswer({ answers }: ObserveStep, { platform, car, signs, tool }: Sight): string {
  const lamp = lampOf(platform, car);
  const told = answers.find(
    ({ by }) =>
      by !== undefined &&
      ((by.sign !== undefined && signs.includes(by.sign)) ||
        (by.lamp !== undefined && by.lamp === lamp) ||
        (by.tool !== undefined && by.tool === tool)),
  );
  return (told ?? answers.find(({ by }) => by === undefined))?.id ?? 'cannotTell';
}

/** Which option is the one. */
export function optionOf({ options, key }: ChooseStep, sight: Sight): string | undefined {
  const byTool = sight.platform.platform.pinSources.includes('obdSocket');
  const is = ({ when }: ChoiceOption) => {
    switch (when) {
      case 'pinOnPaper':
        return sight.pin === 'onPaper' || (sight.pin === 'wrong' && !byTool);
      case 'pinByTool':
        return byTool;
      case 'typeFound':
        return sight.typeFound;
      case 'typeLeft':
        return sight.typesLeft > 0;
      case 'noTypeLeft':
        return sight.typesLeft === 0;
      case 'taken':
        return sight.taken.includes(sight.tagOf(key ?? 'new') ?? 0);
      case undefined:
        return true;
    }
  };
  return options.find(is)?.id;
}

/** What a tool says of what it awaited; null where it works on, or was not asked. */
export function toolTells(tool: {
  readonly busy: boolean;
  readonly stopped: boolean;
  readonly result: { readonly ok: boolean } | null;
}): SeenBy['tool'] | null {
  if (tool.stopped) return 'silent';
  if (tool.busy || !tool.result) return null;
  return tool.result.ok ? 'taken' : 'notTaken';
}
