import { v7 as uuid } from 'uuid';
import type { Actor, PersonActor, ShopActor } from '@/core/kinds/actor';
import { done, failed, failedOf, type Result } from '@/core/kinds/result';
import { changeOf } from '@/core/supply/movements';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { getShopOrThrow } from '@/data/shop';
import {
  insertMovement,
  isArticle,
  listMovements,
  listStock,
  lockStock,
  type MovementRow,
  type StockRow,
} from '@/data/stock';
import { listVans } from '@/data/vans';
import type { MoveStockInput } from '@/inputs/stock-input';
import { type Asked, once } from '../asking/once';
import { changeOrUndoAs, readAs } from '../asking/read-as';
import { refusedFor } from '../duties';

export interface StockView {
  readonly stock: readonly StockRow[];
  readonly movements: readonly MovementRow[];
  readonly zone: string;
  readonly vans: readonly { readonly id: string; readonly name: string }[];
}

/** What lies where, and what moved last. */
export async function readStock(actor: Actor): Promise<StockView> {
  const db = readAs(actor);
  const { zone } = await getShopOrThrow(db);
  const vans = (await listVans(db)).map(({ id, name }) => ({ id, name }));
  return { stock: await listStock(db), movements: await listMovements(db, 20), zone, vans };
}

/** Writes a movement into the ledger, or two for a move; never below nothing. */
export function moveStock(actor: PersonActor, input: MoveStockInput): Promise<Result<{ lies: number }>> {
  return changeOrUndoAs(actor, (db) => moveStockIn(db, actor, input));
}

/** The same for a program, once for its key. */
export function moveStockOnce(
  actor: ShopActor,
  asked: Asked,
  input: MoveStockInput,
): Promise<Result<{ lies: number }>> {
  return once(actor, asked, (db) => moveStockIn(db, actor, input));
}

async function moveStockIn(
  db: Db,
  actor: ShopActor,
  input: MoveStockInput,
): Promise<Result<{ lies: number }>> {
  const mayNot = refusedFor(actor, 'moveStock');
  if (mayNot) return mayNot;
  const { article, state, grade, vanId, reason, pieces } = input;
  const toVanId = input.toVanId ?? null;
  await lockStock(db);
  const vans = await listVans(db);
  const isPlace = (id: string | null) => id === null || vans.some((van) => van.id === id);
  const noVan = 'This van is not on the list.';
  const moved = reason === 'moved';
  const own = (await listStock(db)).find(
    (line) =>
      line.article === article && line.state === state && line.grade === grade && line.vanId === vanId,
  );
  const lies = own?.quantity ?? 0;
  const told = changeOf({ reason, pieces }, lies);
  const wrong = failedOf(
    !(await isArticle(db, article)) && {
      field: 'article',
      message: 'The library has no article of this number.',
    },
    !isPlace(vanId) && { field: 'vanId', message: noVan },
    moved && !isPlace(toVanId) && { field: 'toVanId', message: noVan },
    moved && toVanId === vanId && { field: 'toVanId', message: 'Choose where it went.' },
  );
  if (wrong) return wrong;
  if (!told.ok) return failed(told.reason, 'pieces');
  const movement = {
    article,
    state,
    grade,
    reason,
    note: input.note?.trim() || null,
    jobId: null,
    costMinor: null,
    source: null,
  };
  await insertMovement(db, actor, { ...movement, id: uuid(), vanId, quantity: told.change });
  if (reason === 'moved')
    await insertMovement(db, actor, { ...movement, id: uuid(), vanId: toVanId, quantity: pieces });
  await appendAudit(db, actor, {
    action: `stock.${reason}`,
    subjectKind: 'article',
    subjectId: null,
    details: { article, change: told.change },
  });
  return done({ lies: lies + told.change });
}
