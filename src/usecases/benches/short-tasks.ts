import type { Actor } from '@/core/kinds/actor';
import type { DecodeInput, ProgressionInput, SearchInput } from '@/inputs/blade-inputs';
import type { IdentifyInput } from '@/inputs/identify-input';
import { decodeKey } from './blade';
import { searchCodes } from './code-search';
import { identify } from './identify';
import { planProgression } from './progression';

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
} as const;
