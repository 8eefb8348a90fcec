import { IsBoolean, IsIn, IsOptional, Length } from 'class-validator';
import {
  type CourseStep,
  type DeviceAct,
  deviceActs,
  type KeyRole,
  keyRoles,
  type ReadingPlace,
  readingPlaces,
  type States,
  waitsTold,
} from '@/core/benchcar/document/behaviour';
import { rankSignForm } from '@/core/catalogue/platform';
import { nested, numberIn, shaped, textsByName, wholeIn } from '../fields';

export const truth = () => IsBoolean({ message: 'Expected true or false.' });

/** Names of parts, and what is said of them. */
export const partName = /^[a-z][A-Za-z]{0,29}$/;
const states = () => textsByName(partName, 12, 30, 'Expected parts with their states.');

class SecondsInput {
  @numberIn(0, 86_400, 'Expected seconds.') from!: number;
  @numberIn(0, 86_400, 'Expected seconds.') to!: number;
}

class ShownInput {
  @IsOptional() @shaped(rankSignForm, 40, 'Expected a sign of the lamp.') lamp?: string;
  @IsOptional() @Length(1, 60, { message: 'Expected what is heard.' }) sound?: string;
}

class HandsInput extends ShownInput {
  @IsIn(['hands']) kind!: 'hands';
  @shaped(partName, 30, 'Expected the name of a part.') part!: string;
  @IsOptional() @Length(1, 30, { message: 'Expected a state.' }) to?: string;
  @IsOptional() @wholeIn(1, 20) times?: number;
  @IsOptional() @nested(() => SecondsInput, 'from and to, in seconds') pace?: SecondsInput;
  @IsOptional() @numberIn(0, 86_400, 'Expected seconds.') withinSeconds?: number;
  @IsOptional() @nested(() => SecondsInput, 'from and to, in seconds') held?: SecondsInput;
  @IsOptional() @IsIn(keyRoles, { message: `Expected one of: ${keyRoles.join(', ')}.` }) key?: KeyRole;
  @IsOptional() @states() while?: States;
}

class HoldInput extends ShownInput {
  @IsIn(['hold']) kind!: 'hold';
  @numberIn(0.1, 3600, 'Expected seconds.') seconds!: number;
  @states() while!: States;
}

class ToolInput extends ShownInput {
  @IsIn(['tool']) kind!: 'tool';
  @IsIn(['begin', 'erase', 'match'], { message: 'Expected begin, erase or match.' }) does!: 'begin';
  @IsOptional() @IsIn(readingPlaces, { message: 'Expected where a key is read.' }) known?: ReadingPlace;
  @IsOptional() @states() while?: States;
}

class WaitInput extends ShownInput {
  @IsIn(['wait']) kind!: 'wait';
  @wholeIn(1, 9) number!: number;
  @IsIn(waitsTold, { message: `Expected one of: ${waitsTold.join(', ')}.` }) told!: 'silent';
  @IsOptional() @states() while?: States;
}

class LearnInput extends ShownInput {
  @IsIn(['learn']) kind!: 'learn';
  @IsIn(readingPlaces, { message: 'Expected where a key is read.' }) at!: ReadingPlace;
  @numberIn(1, 86_400, 'Expected seconds.') withinSeconds!: number;
  @IsOptional() @truth() confirm?: boolean;
  @IsOptional() @truth() several?: boolean;
  @IsOptional() @truth() written?: boolean;
  @IsOptional() @wholeIn(1, 20) back?: number;
  @IsOptional() @states() while?: States;
}

class RemoteInput extends ShownInput {
  @IsIn(['remote']) kind!: 'remote';
}

const acts = Object.keys(deviceActs) as DeviceAct[];

class DeviceInput extends ShownInput {
  @IsIn(['device']) kind!: 'device';
  @IsIn(acts, { message: `Expected one of: ${acts.join(', ')}.` }) does!: DeviceAct;
}

/** The class of each kind of step. */
export const stepInputs: Readonly<Record<CourseStep['kind'], new () => object>> = {
  hands: HandsInput,
  hold: HoldInput,
  tool: ToolInput,
  wait: WaitInput,
  learn: LearnInput,
  remote: RemoteInput,
  device: DeviceInput,
};
