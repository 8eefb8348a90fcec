import type { Actor, PersonActor } from '@/core/kinds/actor';
import type { BenchCarRunInput, BenchCarStepInput } from '@/inputs/bench-car-inputs';
import type { DecodeInput, ProgressionInput, SearchInput } from '@/inputs/blade-inputs';
import type { IdentifyInput } from '@/inputs/identify-input';
import type { ProcedureCheckInput } from '@/inputs/library-inputs';
import { checkProcedure } from '../library/check-procedure';
import { keepBenchTrace, stepBenchCar } from './bench-car';
import { decodeKey } from './blade';
import { searchCodes } from './code-search';
import { identify } from './identify';
import { planProgression } from './progression';
import { exportRunTrace } from './run-car';

/** Questions that people wait for, too heavy for the thread that answers: values in, values out. */
export const shortTasks = {
  /** Identifies a car that hangs on no job. */
  identify: ({ actor, input }: { readonly actor: Actor; readonly input: IdentifyInput }) =>
    identify(actor, input),
  /** Decodes a key in hand. */
  decode: ({ actor, input }: { readonly actor: Actor; readonly input: DecodeInput }) =>
    decodeKey(actor, input),
  /** Looks for the codes of what is known of a bitting. */
  search: ({ actor, input }: { readonly actor: Actor; readonly input: SearchInput }) =>
    searchCodes(actor, input),
  /** Plans in which order to try what may be meant. */
  progression: ({ actor, input }: { readonly actor: Actor; readonly input: ProgressionInput }) =>
    planProgression(actor, input),
  /** Lets a car on the bench live through what was done to it. */
  benchCar: ({ actor, input }: { readonly actor: Actor; readonly input: BenchCarStepInput }) =>
    stepBenchCar(actor, input),
  /** Keeps what was said on its line. */
  benchTrace: ({ actor, input }: { readonly actor: PersonActor; readonly input: BenchCarRunInput }) =>
    keepBenchTrace(actor, input),
  /** Writes out what was said on the line of a run. */
  runTrace: ({ actor, input }: { readonly actor: PersonActor; readonly input: { readonly runId: string } }) =>
    exportRunTrace(actor, input),
  /** Checks a procedure that somebody writes. */
  procedure: ({ actor, input }: { readonly actor: Actor; readonly input: ProcedureCheckInput }) =>
    checkProcedure(actor, input),
} as const;
