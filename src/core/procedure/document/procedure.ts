import type { CommandName } from '@/core/authority/commands';
import type { Place, States } from '@/core/benchcar/document/behaviour';
import type { MethodKind } from '@/core/catalogue/methods';
import type { RankSign } from '@/core/catalogue/platform';
import type { Purpose } from '@/core/kinds/purpose';

// How to talk to a car, as a document: steps with what leads from each to which. What the library says of the platform (waits, PIN, leads,
// known keys, what becomes of others) comes in as parameters and stands in no document. docs/formats.md describes the format.

/** A number, or the parameter that stands for it: `{seconds}`. */
export type Amount = number | string;

export interface Span {
  readonly from: Amount;
  readonly to: Amount;
}

/** Which key a step is about: one the car knows, another such, one that shall be learned, one that came with a new module. */
export const keyRoles = {
  known: 'the known key',
  otherKnown: 'the other known key',
  new: 'the new key',
  came: 'the key that came with the module',
} as const;
export type KeyRole = keyof typeof keyRoles;

/** What hands do. */
export type Act =
  | { readonly kind: 'part'; readonly part: string; readonly to: string }
  /** This key is put into the lock in place of any other, and turned. */
  | { readonly kind: 'turn'; readonly key: KeyRole; readonly to: 'accessory' | 'on' | 'cranking' }
  | { readonly kind: 'key'; readonly key: KeyRole; readonly to: Place | string }
  /** Every key out of the car, beside the hand. */
  | { readonly kind: 'keysOut' }
  | { readonly kind: 'press'; readonly key: KeyRole; readonly button: string }
  | { readonly kind: 'release' }
  | { readonly kind: 'supply'; readonly on: boolean };

/** Where it goes on: the id of a step or an end, `next` for the step below, or back to a step so often and then somewhere else. */
export type Target = string | Back;
export const theNext = 'next';
export interface Back {
  readonly to: string;
  readonly atMost: number;
  readonly otherwise: string;
}

/** What may be behind an observation that goes wrong. */
export interface Suspect {
  /** A cause that the library names. */
  readonly cause: string;
  /** How often of all times that this is seen it is behind it; those of one observation are shares of each other. */
  readonly prior: number;
  /** Where to go back in once it is mended, or the end where it cannot be. */
  readonly back: Target;
}

/** Causes are looked for; where none is found it goes on otherwise. */
export interface Trouble {
  readonly causes: readonly Suspect[];
  readonly otherwise: Target;
}

/** What follows from an answer. */
export type Exit = Target | Trouble;

/** Where a step is done. */
export const stepPlaces = { car: 'at the car', bench: 'at the bench', anywhere: 'anywhere' } as const;
export type StepPlace = keyof typeof stepPlaces;

/** What is free to touch a screen while it is done. */
export const handsFree = { both: 'both hands free', one: 'one hand free', none: 'no hand free' } as const;

interface StepCommon {
  readonly id: string;
  /** What to do, in a sentence; `{known}`, `{new}` and parameters are filled in. */
  readonly say: string;
  readonly where: StepPlace;
  readonly hands: keyof typeof handsFree;
  /** What has to be so while it is done. */
  readonly while?: States;
  /** What is so afterwards beside what its acts bring about. */
  readonly after?: States;
  readonly cautions?: readonly string[];
  /** Small signs that it goes well. */
  readonly good?: readonly string[];
  /** What shows and means nothing. */
  readonly harmless?: readonly string[];
  /** What can be done meanwhile. */
  readonly meanwhile?: readonly string[];
  /** Where it goes on; the next step where it is left out. */
  readonly next?: Target;
}

export interface DoStep extends StepCommon {
  readonly kind: 'do';
  readonly acts: readonly Act[];
}

/** What is looked at by a check. */
export const checkedThings = {
  states: 'the states named',
  leads: 'the lead chain',
  article: 'the chip as read against the article chosen',
  blank: 'read back as blank',
  copied: 'read back as a copy of the original',
  rank: 'a master',
  vin: 'the VIN of the module against plate and papers',
  voltage: 'the voltage',
  starts: 'whether it starts the car',
  remote: 'whether its remote works',
  count: 'the count against the plan',
  keysAway: 'no other key in or near the car',
  told: 'the customer’s word on keys that stop working',
  person: 'what only the person can say',
} as const;
export type CheckedThing = keyof typeof checkedThings;

/** A state is looked at. */
export interface CheckStep extends StepCommon {
  readonly kind: 'check';
  readonly of: CheckedThing;
  readonly key?: KeyRole;
  readonly states?: States;
  readonly no: Exit;
  readonly cannotTell: Exit;
}

/** Something is kept for so long. */
export interface HoldStep extends StepCommon {
  readonly kind: 'hold';
  readonly acts: readonly Act[];
  readonly seconds: Span;
  readonly release: readonly Act[];
  /** What shows that it is enough. */
  readonly until?: string;
  readonly missed: Exit;
}

/** One beat after another. */
export interface PaceStep extends StepCommon {
  readonly kind: 'pace';
  /** What one beat is; what comes back to rest comes last. */
  readonly acts: readonly Act[];
  /** How many beats; null where no number is fixed: so many as it takes, then on and try. */
  readonly times: Amount | null;
  /** The most that make sense where no number is fixed. */
  readonly most?: Amount;
  readonly every: Span;
  readonly missed: Exit;
}

/** Something has to happen in time. */
export interface WindowStep extends StepCommon {
  readonly kind: 'window';
  readonly acts: readonly Act[];
  /** The step at whose end its clock starts, or the sign that starts it. */
  readonly from: { readonly step: string } | { readonly sign: string };
  /** Not sooner than that. */
  readonly notBefore?: Amount;
  readonly seconds: Amount;
  readonly missed: Exit;
}

/** A wait of the platform's way. */
export interface WaitStep extends StepCommon {
  readonly kind: 'wait';
  /** Which, counted from 1. */
  readonly wait: number;
  /** What shows its end where a sign ends it. */
  readonly until?: string;
  /** Whether it has to run to its end though nothing moves. */
  readonly uncut?: boolean;
  /** Nothing came by the longest time, or it was given up. */
  readonly late: Exit;
}

/** What answers are told by, where something can be seen. */
export interface SeenBy {
  readonly sign?: string;
  readonly lamp?: RankSign;
  /** What the tool says of the key it awaited, or of the function it opened. */
  readonly tool?: 'taken' | 'notTaken' | 'silent';
}

export interface ObserveAnswer {
  readonly id: string;
  readonly say: string;
  readonly by?: SeenBy;
  /** Whether it says that the car took the key. */
  readonly taken?: true;
  readonly leads: Exit;
}

/** Something is watched; 'cannot tell' is always an answer. */
export interface ObserveStep extends StepCommon {
  readonly kind: 'observe';
  readonly key?: KeyRole;
  readonly answers: readonly ObserveAnswer[];
  readonly cannotTell: Exit;
}

/** A value goes from where it was read to where it is needed. */
export interface EnterStep extends StepCommon {
  readonly kind: 'enter';
  readonly value: 'pin' | 'date';
  readonly into: string;
  /** Where the value is not to be had. */
  readonly missing: Exit;
}

/** When an option is the one; one that says nothing is it where no other is. */
export const optionWhens = [
  'typeFound',
  'typeLeft',
  'noTypeLeft',
  'pinOnPaper',
  'pinByTool',
  'taken',
] as const;
export type OptionWhen = (typeof optionWhens)[number];

export interface ChoiceOption {
  readonly id: string;
  readonly say: string;
  readonly when?: OptionWhen;
  readonly leads: Target;
}

/** A person decides, or the plan does. */
export interface ChooseStep extends StepCommon {
  readonly kind: 'choose';
  readonly key?: KeyRole;
  readonly options: readonly ChoiceOption[];
}

/** A question of the tool that leads astray. */
export interface Trap {
  readonly question: string;
  readonly answer: string;
  /** What the other answer does. */
  readonly other: string;
}

/** A device is told to do something. */
export interface CommandStep extends StepCommon {
  readonly kind: 'command';
  readonly command: CommandName;
  readonly key?: KeyRole;
  /** What it is at the gate: the same as the program says of the command. */
  readonly purpose: Purpose;
  /** The tool's name for it, and its neighbour that must not be taken. */
  readonly named?: { readonly take: string; readonly not?: string };
  readonly asks?: readonly Trap[];
  readonly refused: Exit;
  /** No answer came: what the device did is not known. */
  readonly silent: Exit;
}

export type Step =
  | DoStep
  | CheckStep
  | HoldStep
  | PaceStep
  | WindowStep
  | WaitStep
  | ObserveStep
  | EnterStep
  | ChooseStep
  | CommandStep;

/** Another procedure done in between, once or for each key of those to be learned. */
export interface UsePart {
  readonly kind: 'use';
  readonly id: string;
  readonly procedure: string;
  readonly with?: Readonly<Record<string, string>>;
  readonly each?: 'new';
  /** Where its ends other than success lead; where one is left out it ends this one too. */
  readonly ends?: Readonly<Record<string, Target>>;
  readonly next?: Target;
}

export type Part = Step | UsePart;

/** An end: it worked, or it stops and says what comes next. */
export interface End {
  readonly id: string;
  readonly kind: 'success' | 'stop';
  readonly say: string;
}

/** What a caller fills in: `{name}` in a text, or alone where an amount is expected. */
export interface Parameter {
  readonly is: 'text' | 'seconds' | 'count';
  readonly says: string;
}

/** The body of a procedure. */
export interface Procedure {
  readonly about: string;
  /** The way that it goes; null for a part of others. */
  readonly way: MethodKind | null;
  /** What a caller fills in, by name. */
  readonly parameters: Readonly<Record<string, Parameter>>;
  /** What is brought back at every end. */
  readonly restores: States;
  readonly steps: readonly Part[];
  readonly ends: readonly End[];
}

/** Procedures by name. */
export type Procedures = Readonly<Record<string, Procedure>>;

export function isTrouble(exit: Exit): exit is Trouble {
  return typeof exit === 'object' && 'causes' in exit;
}

export function isStep(part: Part): part is Step {
  return part.kind !== 'use';
}
