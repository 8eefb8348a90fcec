import { v7 as uuid } from 'uuid';
import type { PersonActor } from '@/core/kinds/actor';
import { minorOf } from '@/core/kinds/money';
import { done, type Failed, failed, failedOf, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { listPlatformNames } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { listMarkets } from '@/data/names';
import { getShopOrThrow } from '@/data/shop';
import {
  deleteRight,
  deleteTool,
  listVans,
  replaceCover,
  setEquipment,
  upsertRight,
  upsertTool,
  type VanRow,
} from '@/data/vans';
import type {
  CoverInput,
  EquipmentInput,
  NamedOnVanInput,
  RightInput,
  ToolInput,
} from '@/inputs/tool-inputs';
import { database, transact } from '../database';
import { refusedFor } from '../duties';

export interface ToolsView {
  readonly vans: readonly VanRow[];
  readonly platforms: readonly { readonly id: string; readonly name: string }[];
  readonly markets: readonly string[];
}

/** Tools, cover and rights of all vans, with what can be chosen for them. */
export async function readTools(_actor: PersonActor): Promise<ToolsView> {
  const db = database();
  const [vans, platforms, markets] = await Promise.all([
    listVans(db),
    listPlatformNames(db),
    listMarkets(db),
  ]);
  return { vans, platforms, markets };
}

export function saveTool(actor: PersonActor, input: ToolInput): Promise<Result<null>> {
  return changing(actor, input, 'saved', input.name, async (db) => {
    const { vanId, edition, state } = input;
    await upsertTool(db, { id: uuid(), vanId, name: input.name.trim(), edition: edition.trim(), state });
    return undefined;
  });
}

export function removeTool(actor: PersonActor, input: NamedOnVanInput): Promise<Result<null>> {
  return changing(actor, input, 'removed', input.name, async (db) =>
    (await deleteTool(db, input.vanId, input.name))
      ? undefined
      : failed('There is no such tool on this van.'),
  );
}

/** Says what a tool covers on one platform, by function, market and right. */
export function saveCover(actor: PersonActor, input: CoverInput): Promise<Result<null>> {
  return changing(actor, input, 'cover', input.tool, async (db, van) => {
    const { cover } = input;
    const rows = new Set(cover.map(({ method, market }) => `${method} ${market ?? ''}`));
    const markets = await listMarkets(db);
    const platforms = await listPlatformNames(db);
    const wrong = failedOf(
      rows.size !== cover.length && { field: 'cover', message: 'Each function once for each market.' },
      ...cover.flatMap(({ right, market }, at) => [
        right !== null &&
          !van.rights.some(({ name }) => name === right) && {
            field: `cover.${at}.right`,
            message: 'Add the right to the van first.',
          },
        market !== null &&
          !markets.includes(market) && {
            field: `cover.${at}.market`,
            message: 'The library has no market of this name.',
          },
      ]),
      !platforms.some(({ id }) => id === input.platformId) && {
        field: 'platformId',
        message: 'The library has no such platform.',
      },
    );
    if (wrong) return wrong;
    return (await replaceCover(db, input)) ? undefined : failed('There is no such tool on this van.');
  });
}

export function saveRight(actor: PersonActor, input: RightInput): Promise<Result<null>> {
  return changing(actor, input, 'right', input.name, async (db) => {
    const { currency } = await getShopOrThrow(db);
    const { kind, credits, expiresOn } = input;
    const minor = (amount: number | null) => (amount === null ? null : minorOf(amount, currency));
    await upsertRight(db, input.vanId, uuid(), {
      name: input.name.trim(),
      kind,
      credits,
      useMinor: minor(input.use),
      buyMinor: minor(input.buy ?? null),
      expiresOn,
    });
    return undefined;
  });
}

/** Takes a right from a van; a function that wants it is refused from then on. */
export function removeRight(actor: PersonActor, input: NamedOnVanInput): Promise<Result<null>> {
  return changing(actor, input, 'rightRemoved', input.name, async (db) =>
    (await deleteRight(db, input.vanId, input.name))
      ? undefined
      : failed('There is no such right on this van.'),
  );
}

/** Notes the power supply of a van and which blades its machine cuts. */
export function noteEquipment(actor: PersonActor, input: EquipmentInput): Promise<Result<null>> {
  return changing(actor, input, 'equipment', '', async (db) => {
    await setEquipment(db, input.vanId, input);
    return undefined;
  });
}

async function changing(
  actor: PersonActor,
  { vanId }: { readonly vanId: string },
  what: string,
  name: string,
  change: (db: Db, van: VanRow) => Promise<Failed | undefined>,
): Promise<Result<null>> {
  const mayNot = refusedFor(actor, 'editTools');
  if (mayNot) return mayNot;
  return transact(async (db) => {
    const van = (await listVans(db)).find(({ id }) => id === vanId);
    if (!van) return failed('This van is not on the list.', 'vanId');
    const refused = await change(db, van);
    if (refused) return refused;
    await appendAudit(db, actor, {
      action: `tool.${what}`,
      subjectKind: 'van',
      subjectId: vanId,
      details: { name },
    });
    return done(null);
  });
}
