import type { Actor, PersonActor } from '@/core/kinds/actor';
import { type LocalMoment, localMoment } from '@/core/kinds/local-time';
import { exactMinor, minorOf } from '@/core/kinds/money';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { getShopOrThrow, type ShopRow, updateHabits, updatePriceClass, updateRules } from '@/data/shop';
import type { HabitsInput, PriceClassInput, RulesInput } from '@/inputs/shop-input';
import { clockRate } from '@/outside/clock';
import { database, transact } from '../database';
import { refusedFor } from '../duties';

/** The shop and its local time. */
export async function readShopNow(actor: Actor): Promise<{ shop: ShopRow; now: LocalMoment }> {
  const shop = await getShopOrThrow(database());
  return { shop, now: localMoment(actor.at, shop.zone) };
}

/** Sets the step in which totals count as one price when a car is identified. */
export async function setPriceClass(
  actor: PersonActor,
  { amount }: PriceClassInput,
): Promise<Result<{ priceClassMinor: number }>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  return transact(async (db) => {
    const shop = await getShopOrThrow(db);
    const priceClassMinor = exactMinor(amount, shop.currency);
    if (priceClassMinor === undefined || priceClassMinor < 1)
      return failed(`Smaller than ${shop.currency} has.`, 'amount');
    await updatePriceClass(db, priceClassMinor);
    await appendAudit(db, actor, {
      action: 'shop.priceClass',
      subjectKind: 'shop',
      subjectId: shop.id,
      details: { priceClassMinor },
    });
    return done({ priceClassMinor });
  });
}

/** Sets the shop's own rules at the gate. */
export async function setRules(actor: PersonActor, input: RulesInput): Promise<Result<null>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  if (input.personalDays < input.secretDays)
    return failed('Names are kept at least as long as codes and PINs.', 'personalDays');
  return transact(async (db) => {
    await updateRules(db, { ...input, forms: input.forms.trim() });
    const { id } = await getShopOrThrow(db);
    await appendAudit(db, actor, {
      action: 'shop.rules',
      subjectKind: 'shop',
      subjectId: id,
      details: { secretDays: input.secretDays, personalDays: input.personalDays, witness: input.witness },
    });
    return done(null);
  });
}

/** Sets the shop's habits where the schools differ, what harm is worth to avoid, and when an idle screen is locked. */
export async function setHabits(actor: PersonActor, input: HabitsInput): Promise<Result<null>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  return transact(async (db) => {
    const { id, currency, spelling, proveDepth, arrivalForm } = await getShopOrThrow(db);
    const minor = (amount: number) => minorOf(amount, currency);
    const { missing, copy, first, lockMinutes } = input;
    await updateHabits(db, {
      habits: { missing, copy, first },
      lockMinutes,
      onlyKeyHarmMinor: minor(input.onlyKeyHarm),
      stolenLiveHarmMinor: minor(input.stolenLiveHarm),
      awayKeyHarmMinor: minor(input.awayKeyHarm),
      spelling: input.spelling ?? spelling,
      proveDepth: input.proveDepth ?? proveDepth,
      arrivalForm: input.arrivalForm ?? arrivalForm,
    });
    await appendAudit(db, actor, { action: 'shop.habits', subjectKind: 'shop', subjectId: id });
    return done(null);
  });
}

/** The time of this request and how fast the shop's clock runs on, for what a page counts down. */
export function shopTime({ at }: PersonActor): { readonly now: Date; readonly rate: number } {
  return { now: at, rate: clockRate() };
}
