import { type Duty, mayDo, refusedDuty } from '@/core/authority/roles';
import type { Actor } from '@/core/kinds/actor';
import { type Failed, failed } from '@/core/kinds/result';

/** The refusal of a duty that this role does not have, or undefined where it may. */
export function refusedFor(actor: Actor, duty: Duty): Failed | undefined {
  const may = actor.kind === 'system' || (actor.kind !== 'customer' && mayDo(actor.role, duty));
  return may ? undefined : failed(refusedDuty(duty));
}
