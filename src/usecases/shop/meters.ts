import { v7 as uuid } from 'uuid';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { type Failed, failed, type Result } from '@/core/kinds/result';
import { meterProblems } from '@/core/pellet/meter';
import type { Db } from '@/data/db';
import { deleteMeter, listMeters, type MeterRow, upsertMeter } from '@/data/meters';
import type { MeterIdInput, MeterInput } from '@/inputs/pellet-inputs';
import { database } from '../database';
import { changeShop } from './change-shop';

export function readMeters(_actor: Actor): Promise<MeterRow[]> {
  return listMeters(database());
}

/** Stores a meter of the shop; one that cannot be is refused by its field. */
export async function saveMeter(
  actor: PersonActor,
  { id = uuid(), ...meter }: MeterInput,
): Promise<Result<null>> {
  return changing(actor, 'meter', { name: meter.name }, async (db) => {
    const problems = meterProblems(meter);
    if (problems.length > 0) return { ok: false, problems };
    const isStored = await upsertMeter(db, { ...meter, id, name: meter.name.trim() });
    return isStored ? undefined : failed('There is a meter of this name already.', 'name');
  });
}

export async function removeMeter(actor: PersonActor, { id }: MeterIdInput): Promise<Result<null>> {
  return changing(actor, 'meterRemoved', {}, async (db) =>
    (await deleteMeter(db, id)) ? undefined : failed('There is no such meter.', 'id'),
  );
}

function changing(
  actor: PersonActor,
  what: string,
  details: Readonly<Record<string, unknown>>,
  change: (db: Db) => Promise<Failed | undefined>,
): Promise<Result<null>> {
  const line = { action: `tool.${what}`, subjectKind: 'shop', subjectId: null, details } as const;
  return changeShop(actor, { duty: 'editTools', ...line }, change);
}
