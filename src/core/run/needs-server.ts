import { commandPurpose, commands } from '@/core/authority/commands';
import { stageFor } from '@/core/authority/purposes';
import type { BoundNode, BoundProcedure } from '@/core/procedure/bind/bound';

/**
 * Why a step waits for the server; undefined where it goes on without. What is gated or erases starts only once the server has taken
 * it, since a refusal may have been recorded meanwhile; and no secret is read or used before.
 */
export function serverWants({ way }: BoundProcedure, { step }: BoundNode): string | undefined {
  if (step.kind === 'enter' && step.value === 'pin') return 'A PIN is used only while the server answers.';
  if (step.kind !== 'command') return undefined;
  const { erases, writes } = commands[step.command];
  return erases || writes || stageFor(commandPurpose(step.command, way)) !== 'none'
    ? 'This is told to the car only while the server answers.'
    : undefined;
}
