import type { BoundNode } from '@/core/procedure/bind/bound';
import type { RunBasis } from './run-basis';

/** How the system types of a platform were gone through in a run. */
export interface TypesTried {
  /** How many of the order were taken, the one at hand with them. */
  readonly tried: number;
  /** Whether the one at hand has said who it is. */
  readonly answered: boolean;
}

/** What an answer says of the system types: the next of the order is taken, or the one at hand answered or did not. */
export function typesAfter(
  types: TypesTried | undefined,
  { step }: BoundNode,
  answer: string,
): TypesTried | undefined {
  if (step.kind === 'choose' && step.options.find(({ id }) => id === answer)?.when === 'typeLeft')
    return { tried: (types?.tried ?? 0) + 1, answered: false };
  if (types && step.kind === 'command' && step.command === 'identify')
    return { ...types, answered: answer === 'done' };
  return types;
}

/** The system type that is spoken to now; undefined where none was taken yet, or the run does not know them. */
export function typeNow(
  { systemTypes = [] }: Pick<RunBasis, 'systemTypes'>,
  { types }: { readonly types?: TypesTried },
): string | undefined {
  return types && systemTypes[types.tried - 1];
}

/** The one that would be taken next. */
export function typeNext(
  { systemTypes = [] }: Pick<RunBasis, 'systemTypes'>,
  { types }: { readonly types?: TypesTried },
): string | undefined {
  return systemTypes[types?.tried ?? 0];
}
