import { IsIn, Length } from 'class-validator';
import { type Session, sessions } from '@/core/benchcar/can/speech';
import {
  type Behaviour,
  type CourseStep,
  faultCauses,
  type Place,
  places,
  type ReadingPlace,
  readingPlaces,
  type States,
} from '@/core/benchcar/document/behaviour';
import { type MethodKind, methodKinds } from '@/core/catalogue/methods';
import { type RankSign, rankSignForm } from '@/core/catalogue/platform';
import {
  byKind,
  listOf,
  nested,
  numberIn,
  numbers,
  orNull,
  shaped,
  texts,
  textsByName,
  wholeIn,
} from '../fields';
import { partName, stepInputs, truth } from './steps';

const word = (what: string) => Length(1, 60, { message: `Expected ${what}.` });
const someSessions = () => texts({ of: sessions, most: 2, least: 0 }, 'Expected sessions of the module.');
const level = () => wholeIn(1, 0x7d, 'Expected an odd level of access, or null.');
const id11 = () => wholeIn(1, 0x7ff, 'Expected an id of 11 bits.');
const id16 = () => wholeIn(0, 0xffff, 'Expected a number of 16 bits.');
const byte = () => wholeIn(0, 0xff, 'Expected a byte.');

class TypeInput {
  @word('a system type') type!: string;
  @id11() address!: number;
}

class ServiceInput {
  @byte() id!: number;
  @someSessions() sessions!: Session[];
}

class AccessInput {
  @level() level!: number;
  @someSessions() sessions!: Session[];
  @wholeIn(2, 16) seedBytes!: number;
  @truth() delayAtPowerUp!: boolean;
  @truth() asksPin!: boolean;
  @orNull() @IsIn(methodKinds, { message: 'There is no such way.' }) begins!: MethodKind | null;
  @word('the name of a function') function!: string;
  @numbers({ most: 16, from: 0, to: 0xff }, 'Expected bytes.') parameters!: number[];
}

class WritableInput {
  @orNull() @level() level!: number | null;
  @wholeIn(1, 4000) bytes!: number;
}

class RecordInput {
  @id16() id!: number;
  @word('what it holds') holds!: string;
  @someSessions() sessions!: Session[];
  @orNull() @level() level!: number | null;
  @orNull() @nested(() => WritableInput, 'what belongs here, or null') writable!: WritableInput | null;
}

class RoutineInput {
  @id16() id!: number;
  @word('what it does') does!: string;
  @someSessions() sessions!: Session[];
  @orNull() @level() level!: number | null;
  @wholeIn(0, 64) optionBytes!: number;
  @truth() canStop!: boolean;
  @truth() hasResults!: boolean;
}

class BackgroundInput {
  @id11() id!: number;
  @wholeIn(20, 60_000) everyMs!: number;
  @wholeIn(1, 8) bytes!: number;
}

class CanInput {
  @IsIn(['can']) kind!: 'can';
  @id11() address!: number;
  @listOf(() => TypeInput, 12, 'system types') types!: TypeInput[];
  @byte() blockSize!: number;
  @byte() separationByte!: number;
  @wholeIn(8, 4095) longest!: number;
  @wholeIn(0, 8) stalls!: number;
  @listOf(() => ServiceInput, 20, 'services') services!: ServiceInput[];
  @listOf(() => AccessInput, 12, 'levels of access') access!: AccessInput[];
  @listOf(() => RecordInput, 60, 'records') records!: RecordInput[];
  @listOf(() => RoutineInput, 60, 'routines') routines!: RoutineInput[];
  @wholeIn(0, 60_000) bootMs!: number;
  @listOf(() => BackgroundInput, 12, 'frames of others') background!: BackgroundInput[];
}

class LineRecordInput {
  @byte() id!: number;
  @word('what it holds') holds!: string;
  @truth() pin!: boolean;
}

class LineCommandInput {
  @wholeIn(0x20, 0xff, 'Expected a command from 32 on.') id!: number;
  @word('what it does') does!: string;
  @truth() pin!: boolean;
}

class SerialInput {
  @IsIn(['serial']) kind!: 'serial';
  @byte() address!: number;
  @listOf(() => TypeInput, 12, 'system types') types!: TypeInput[];
  @numberIn(1, 120, 'Expected seconds.') awakeSeconds!: number;
  @listOf(() => LineRecordInput, 60, 'records') records!: LineRecordInput[];
  @listOf(() => LineCommandInput, 60, 'commands') commands!: LineCommandInput[];
}

class NoLinkInput {
  @IsIn(['none']) kind!: 'none';
}

const linkInputs = { can: CanInput, serial: SerialInput, none: NoLinkInput };

class PartInput {
  @shaped(partName, 30, 'Expected the name of a part.') name!: string;
  @texts({ most: 8, least: 0 }, 'Expected its states.') states!: string[];
}

class PinInput {
  @wholeIn(3, 12) digits!: number;
  @wholeIn(1, 20) tries!: number;
  @wholeIn(1, 86_400) lockoutSeconds!: number;
  @textsByName(partName, 12, 30, 'Expected parts with their states.') while!: States;
}

const sign = () => shaped(rankSignForm, 40, 'Expected a sign of the lamp.');

class LampInput {
  @sign() accepted!: RankSign;
  @sign() unknown!: RankSign;
  @sign() nothing!: RankSign;
}

class MomentInput {
  @wholeIn(1, 9) step!: number;
  @IsIn(['before', 'on', 'off'], { message: 'Expected before, on or off.' }) when!: 'before' | 'on' | 'off';
  @numberIn(0, 600, 'Expected seconds.') seconds!: number;
}

class BatteryInput {
  @numberIn(0, 12, 'Expected volts an hour.') sagPerHour!: number;
  @numberIn(6, 30, 'Expected volts.') leastVolts!: number;
}

class FaultInput {
  @wholeIn(0, 0xff_ff_ff) code!: number;
  @IsIn(faultCauses, { message: `Expected one of: ${faultCauses.join(', ')}.` }) cause!: 'unknownKey';
  @word('what it says') words!: string;
}

class FactInput {
  @word('a fact') fact!: string;
  @word('what it is') is!: string;
  @IsIn(methodKinds, { message: 'There is no such way.' }) way!: MethodKind;
  @orNull() @wholeIn(1, 9) wait!: number | null;
  @numberIn(0.1, 10, 'Expected a factor.') times!: number;
}

class CourseInput {
  @IsIn(methodKinds, { message: 'There is no such way.' }) way!: MethodKind;
  @byKind(stepInputs, 60, 'steps') steps!: CourseStep[];
}

const allPlaces = Object.keys(places) as Place[];

/** The body of a platform's document, as a file or a person writes it. */
export class BehaviourInput {
  @byKind(linkInputs, null, 'a link') link!: Behaviour['link'];
  @word('a part number') part!: string;
  @texts({ most: 12, least: 0 }, 'Expected chip articles.') chips!: string[];
  @truth() binds!: boolean;
  @texts({ of: ['turn', 'push'], most: 2, least: 0 }, 'Expected turn, push or both.') ignition!: (
    | 'turn'
    | 'push'
  )[];
  @texts({ of: readingPlaces, most: 5, least: 0 }, 'Expected where keys are read.') reads!: ReadingPlace[];
  @texts({ of: allPlaces, most: 12, least: 0 }, 'Expected places of keys.') spoiledBy!: Place[];
  @listOf(() => PartInput, 20, 'parts') parts!: PartInput[];
  @orNull() @nested(() => PinInput, 'what belongs here, or null') pin!: PinInput | null;
  @textsByName(partName, 12, 30, 'Expected parts with their states.') needs!: States;
  @nested(() => LampInput, 'what belongs here') lamp!: LampInput;
  @listOf(() => MomentInput, 9, 'moments') rankMoments!: MomentInput[];
  @IsIn(['nothing', 'a known key'], { message: 'Expected nothing, or a known key.' }) newModule!:
    | 'nothing'
    | 'a known key';
  @nested(() => BatteryInput, 'what belongs here') battery!: BatteryInput;
  @listOf(() => FaultInput, 40, 'faults') faults!: FaultInput[];
  @texts({ most: 20, least: 0 }, 'Expected what means nothing.') harmless!: string[];
  @listOf(() => FactInput, 20, 'facts') facts!: FactInput[];
  @listOf(() => CourseInput, 20, 'ways') courses!: CourseInput[];
}
