import { type BureauKind, type BureauTerms, bureauNames } from '@/core/authority/bureau';
import type { PersonActor } from '@/core/kinds/actor';
import { failed, failedOf, type Result } from '@/core/kinds/result';
import { kmFrom } from '@/core/kinds/units';
import { listBureauTerms } from '@/data/bureau';
import { type DealerRow, deleteDealer, listDealers, replaceCodeService, upsertDealer } from '@/data/dealers';
import { listMakes } from '@/data/names';
import { readRoadNetwork } from '@/data/roads';
import { getShopOrThrow } from '@/data/shop';
import type { CodeServiceInput, DealerIdInput, DealerInput } from '@/inputs/outside-inputs';
import { database } from '../database';
import { changeOfShop, changeShop } from './change-shop';

export type { DealerRow } from '@/data/dealers';

export interface OutsidePrices {
  readonly dealers: readonly DealerRow[];
  readonly makes: readonly { readonly id: string; readonly name: string }[];
  /** What the code service is asked for; the others it is not. */
  readonly codeService: Readonly<Partial<Record<BureauKind, BureauTerms>>>;
  /** Where a dealer can be on the roads. */
  readonly nodes: readonly string[];
}

/** What others take: the dealers of the makes, and the code service. */
export async function readOutsidePrices(_actor: PersonActor): Promise<OutsidePrices> {
  const db = database();
  const { nodes } = await readRoadNetwork(db);
  return {
    dealers: await listDealers(db),
    makes: (await listMakes(db)).map(({ id, name }) => ({ id, name })),
    codeService: await listBureauTerms(db),
    nodes,
  };
}

/** Stores the dealer of a make. */
export function saveDealer(
  actor: PersonActor,
  { tow, place, name, ...terms }: DealerInput,
): Promise<Result<null>> {
  return changeShop(actor, changeOfShop('dealer', { make: terms.makeId }), async (db) => {
    if (!(await listMakes(db)).some(({ id }) => id === terms.makeId))
      return failed('The library has no such make.', 'makeId');
    const before = (await listDealers(db)).find(({ makeId }) => makeId === terms.makeId);
    const where = place.trim() === '' ? null : place.trim();
    if (where !== null && where !== before?.place && !(await readRoadNetwork(db)).nodes.includes(where))
      return failed('The roads on file have no such place.', 'place');
    const { distanceUnit } = await getShopOrThrow(db);
    const towKm = Math.round(kmFrom(tow, distanceUnit) * 10) / 10;
    await upsertDealer(db, { ...terms, name: name.trim(), towKm, place: where });
    return undefined;
  });
}

export function removeDealer(actor: PersonActor, { id }: DealerIdInput): Promise<Result<null>> {
  return changeShop(actor, changeOfShop('dealerRemoved', { make: id }), async (db) =>
    (await deleteDealer(db, id)) ? undefined : failed('There is no such dealer.', 'id'),
  );
}

/** Sets what the code service is asked for and on which terms. */
export function saveCodeService(actor: PersonActor, { services }: CodeServiceInput): Promise<Result<null>> {
  return changeShop(actor, changeOfShop('codeService'), async (db) => {
    const wrong = failedOf(
      ...services.map(({ kind, minutesFrom, minutesTo }, at) =>
        services.findIndex((one) => one.kind === kind) < at
          ? { field: `services.${at}.kind`, message: `${bureauNames[kind]} stands there twice.` }
          : minutesFrom > minutesTo && {
              field: `services.${at}.minutesTo`,
              message: 'No sooner than at the earliest.',
            },
      ),
    );
    if (wrong) return wrong;
    await replaceCodeService(
      db,
      services.filter(({ offered }) => offered),
    );
    return undefined;
  });
}
