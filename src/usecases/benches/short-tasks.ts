import type { Actor } from '@/core/kinds/actor';
import type { IdentifyInput } from '@/inputs/identify-input';
import { identify } from './identify';

/** Questions that people wait for, too heavy for the thread that answers: values in, values out. */
export const shortTasks = {
  /** Identifies a car that hangs on no job. */
  identify: ({ actor, input }: { readonly actor: Actor; readonly input: IdentifyInput }) =>
    identify(actor, input),
} as const;
