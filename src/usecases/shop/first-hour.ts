import { mayDo } from '@/core/authority/roles';
import type { PersonActor } from '@/core/kinds/actor';
import { type FirstHour, firstHourOf, nextStep } from '@/core/kinds/first-hour';
import type { Result } from '@/core/kinds/result';
import { noteFirstStep, readFirstHour as readFound } from '@/data/first-hour';
import { getShopOrThrow } from '@/data/shop';
import type { FirstStepInput } from '@/inputs/firm-inputs';
import { database } from '../database';
import { changeOfShop, changeShop } from './change-shop';

/** How far the shop is in its first hour. */
export async function readFirstHour(_actor: PersonActor): Promise<FirstHour> {
  const { found, said } = await readFound(database());
  return firstHourOf(found, said);
}

/** How many steps are open, for whoever may do them; none in the demo, which came with all of it. */
export async function openFirstSteps(actor: PersonActor): Promise<number> {
  const db = database();
  if (!mayDo(actor.role, 'manageShop') || (await getShopOrThrow(db)).isDemo) return 0;
  const hour = await readFirstHour(actor);
  return nextStep(hour) === undefined ? 0 : Object.values(hour).filter((state) => state === 'open').length;
}

/** Leaves a step out, takes it as it is, or opens it again. */
export function setFirstStep(actor: PersonActor, { step, state }: FirstStepInput): Promise<Result<null>> {
  return changeShop(actor, changeOfShop('firstHour', { step, state }), async (db) => {
    await noteFirstStep(db, step, state);
    return undefined;
  });
}
