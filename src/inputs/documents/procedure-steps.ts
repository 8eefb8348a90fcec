import { IsBoolean, IsIn, IsOptional, Length } from 'class-validator';
import { type CommandName, commandNames } from '@/core/authority/commands';
import { purposes } from '@/core/authority/purposes';
import type { States } from '@/core/benchcar/document/behaviour';
import { type RankSign, rankSignForm } from '@/core/catalogue/platform';
import type { Purpose } from '@/core/kinds/purpose';
import {
  type Act,
  type Amount,
  type CheckedThing,
  checkedThings,
  type Exit,
  handsFree,
  type KeyRole,
  keyRoles,
  type OptionWhen,
  optionWhens,
  type Part,
  type StepPlace,
  stepPlaces,
  type Target,
} from '@/core/procedure/document/procedure';
import { byKind, listOf, nested, orNull, shaped, texts, textsByName, wholeIn } from '../fields';
import { amount } from './amount';
import { exit, idForm, target, targetsByName } from './exits';
import { partName } from './steps';

const id = () => shaped(idForm, 30, 'Expected an id: a small letter, then letters, figures and -.');
const said = (most = 300) => Length(1, most, { message: `Expected a text of up to ${most} signs.` });
const some = (most: number) => texts({ most, longest: 300, least: 0 }, 'Expected texts.');
const states = () => textsByName(partName, 12, 30, 'Expected parts with their states.');
const role = () =>
  IsIn(Object.keys(keyRoles), { message: `Expected one of: ${Object.keys(keyRoles).join(', ')}.` });
const word = (what: string) => Length(1, 60, { message: `Expected ${what}.` });

class PartAct {
  @IsIn(['part']) kind!: 'part';
  @word('the name of a part') part!: string;
  @word('a state') to!: string;
}
class TurnAct {
  @IsIn(['turn']) kind!: 'turn';
  @role() key!: KeyRole;
  @IsIn(['accessory', 'on', 'cranking'], { message: 'Expected accessory, on or cranking.' }) to!: 'on';
}
class KeyAct {
  @IsIn(['key']) kind!: 'key';
  @role() key!: KeyRole;
  @word('a place') to!: string;
}
class KeysOutAct {
  @IsIn(['keysOut']) kind!: 'keysOut';
}
class PressAct {
  @IsIn(['press']) kind!: 'press';
  @role() key!: KeyRole;
  @word('a button') button!: string;
}
class ReleaseAct {
  @IsIn(['release']) kind!: 'release';
}
class SupplyAct {
  @IsIn(['supply']) kind!: 'supply';
  @IsBoolean({ message: 'Expected true or false.' }) on!: boolean;
}
const actInputs: Readonly<Record<Act['kind'], new () => object>> = {
  part: PartAct,
  turn: TurnAct,
  key: KeyAct,
  keysOut: KeysOutAct,
  press: PressAct,
  release: ReleaseAct,
  supply: SupplyAct,
};
const acts = () => byKind(actInputs, 20, 'acts');

class SpanInput {
  @amount() from!: Amount;
  @amount() to!: Amount;
}
const span = () => nested(() => SpanInput, 'Expected from and to, in seconds.');

class StepInput {
  @id() id!: string;
  @said() say!: string;
  @IsIn(Object.keys(stepPlaces), { message: 'Expected car, bench or anywhere.' }) where!: StepPlace;
  @IsIn(Object.keys(handsFree), { message: 'Expected both, one or none.' }) hands!: keyof typeof handsFree;
  @IsOptional() @states() while?: States;
  @IsOptional() @states() after?: States;
  @IsOptional() @some(6) cautions?: string[];
  @IsOptional() @some(6) good?: string[];
  @IsOptional() @some(6) harmless?: string[];
  @IsOptional() @some(8) meanwhile?: string[];
  @IsOptional() @target() next?: Target;
}

class DoInput extends StepInput {
  @IsIn(['do']) kind!: 'do';
  @acts() acts!: Act[];
}
class CheckInput extends StepInput {
  @IsIn(['check']) kind!: 'check';
  @IsIn(Object.keys(checkedThings), { message: `Expected one of: ${Object.keys(checkedThings).join(', ')}.` })
  of!: CheckedThing;
  @IsOptional() @role() key?: KeyRole;
  @IsOptional() @states() states?: States;
  @exit() no!: Exit;
  @exit() cannotTell!: Exit;
}
class HoldInput extends StepInput {
  @IsIn(['hold']) kind!: 'hold';
  @acts() acts!: Act[];
  @span() seconds!: SpanInput;
  @acts() release!: Act[];
  @IsOptional() @word('a sign') until?: string;
  @exit() missed!: Exit;
}
class PaceInput extends StepInput {
  @IsIn(['pace']) kind!: 'pace';
  @acts() acts!: Act[];
  @orNull() @amount() times!: Amount | null;
  @IsOptional() @amount() most?: Amount;
  @span() every!: SpanInput;
  @exit() missed!: Exit;
}
class FromInput {
  @IsOptional() @id() step?: string;
  @IsOptional() @word('a sign') sign?: string;
}
class WindowInput extends StepInput {
  @IsIn(['window']) kind!: 'window';
  @acts() acts!: Act[];
  @nested(() => FromInput, 'Expected the step or the sign that starts its clock.') from!: FromInput;
  @IsOptional() @amount() notBefore?: Amount;
  @amount() seconds!: Amount;
  @exit() missed!: Exit;
}
class WaitInput extends StepInput {
  @IsIn(['wait']) kind!: 'wait';
  @wholeIn(1, 9) wait!: number;
  @IsOptional() @word('a sign') until?: string;
  @IsOptional() @IsBoolean({ message: 'Expected true or false.' }) uncut?: boolean;
  @exit() late!: Exit;
}
class SeenByInput {
  @IsOptional() @word('a sign') sign?: string;
  @IsOptional() @shaped(rankSignForm, 40, 'Expected a sign of the lamp.') lamp?: RankSign;
  @IsOptional()
  @IsIn(['taken', 'notTaken', 'silent'], { message: 'Expected taken, notTaken or silent.' })
  tool?: 'taken';
}
class AnswerInput {
  @id() id!: string;
  @said(120) say!: string;
  @IsOptional() @nested(() => SeenByInput, 'Expected what it is told by.') by?: SeenByInput;
  @IsOptional() @IsIn([true], { message: 'Expected true, or nothing.' }) taken?: true;
  @exit() leads!: Exit;
}
class ObserveInput extends StepInput {
  @IsIn(['observe']) kind!: 'observe';
  @IsOptional() @role() key?: KeyRole;
  @listOf(() => AnswerInput, 8, 'answers') answers!: AnswerInput[];
  @exit() cannotTell!: Exit;
}
class EnterInput extends StepInput {
  @IsIn(['enter']) kind!: 'enter';
  @IsIn(['pin', 'date'], { message: 'Expected pin or date.' }) value!: 'pin' | 'date';
  @word('where it is entered') into!: string;
  @exit() missing!: Exit;
}
class OptionInput {
  @id() id!: string;
  @said(120) say!: string;
  @IsOptional()
  @IsIn(optionWhens, { message: `Expected one of: ${optionWhens.join(', ')}.` })
  when?: OptionWhen;
  @target() leads!: Target;
}
class ChooseInput extends StepInput {
  @IsIn(['choose']) kind!: 'choose';
  @IsOptional() @role() key?: KeyRole;
  @listOf(() => OptionInput, 8, 'options') options!: OptionInput[];
}
class NamedInput {
  @said(80) take!: string;
  @IsOptional() @said(80) not?: string;
}
class TrapInput {
  @said(120) question!: string;
  @said(120) answer!: string;
  @said(200) other!: string;
}
class CommandInput extends StepInput {
  @IsIn(['command']) kind!: 'command';
  @IsIn(commandNames, { message: `Expected one of: ${commandNames.join(', ')}.` }) command!: CommandName;
  @IsOptional() @role() key?: KeyRole;
  @IsIn(purposes, { message: `Expected one of: ${purposes.join(', ')}.` }) purpose!: Purpose;
  @IsOptional() @nested(() => NamedInput, 'Expected take, and not.') named?: NamedInput;
  @IsOptional() @listOf(() => TrapInput, 6, 'questions') asks?: TrapInput[];
  @exit() refused!: Exit;
  @exit() silent!: Exit;
}
class UseInput {
  @IsIn(['use']) kind!: 'use';
  @id() id!: string;
  @word('the name of a procedure') procedure!: string;
  @IsOptional()
  @textsByName(/^[a-z][A-Za-z0-9]{0,29}$/, 12, 120, 'Expected parameters with their values.')
  with?: Record<string, string>;
  @IsOptional() @IsIn(['new'], { message: 'Expected new, or nothing.' }) each?: 'new';
  @IsOptional() @targetsByName() ends?: Record<string, Target>;
  @IsOptional() @target() next?: Target;
}

/** The class of each kind of step, and of a part done in between. */
export const procedureStepInputs: Readonly<Record<Part['kind'], new () => object>> = {
  do: DoInput,
  check: CheckInput,
  hold: HoldInput,
  pace: PaceInput,
  window: WindowInput,
  wait: WaitInput,
  observe: ObserveInput,
  enter: EnterInput,
  choose: ChooseInput,
  command: CommandInput,
  use: UseInput,
};
