import { v7 as uuid } from 'uuid';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { meterProblems } from '@/core/pellet/meter';
import { appendAudit } from '@/data/audit';
import { deleteMeter, listMeters, type MeterRow, upsertMeter } from '@/data/meters';
import type { MeterIdInput, MeterInput } from '@/inputs/pellet-inputs';
import { database, transact } from '../database';
import { refusedFor } from '../duties';

export function readMeters(_actor: Actor): Promise<MeterRow[]> {
  return listMeters(database());
}

/** Stores a meter of the shop; one that cannot be is refused by its field. */
export async function saveMeter(
  actor: PersonActor,
  { id = uuid(), ...meter }: MeterInput,
): Promise<Result<null>> {
  const mayNot = refusedFor(actor, 'editTools');
  if (mayNot) return mayNot;
  const problems = meterProblems(meter);
  if (problems.length > 0) return { ok: false, problems };
  return transact(async (db) => {
    if (!(await upsertMeter(db, { ...meter, id, name: meter.name.trim() })))
      return failed('There is a meter of this name already.', 'name');
    await appendAudit(db, actor, {
      action: 'tool.meter',
      subjectKind: 'shop',
      subjectId: null,
      details: { name: meter.name },
    });
    return done(null);
  });
}

export async function removeMeter(actor: PersonActor, { id }: MeterIdInput): Promise<Result<null>> {
  const mayNot = refusedFor(actor, 'editTools');
  if (mayNot) return mayNot;
  return transact(async (db) => {
    if (!(await deleteMeter(db, id))) return failed('There is no such meter.', 'id');
    await appendAudit(db, actor, {
      action: 'tool.meterRemoved',
      subjectKind: 'shop',
      subjectId: null,
      details: {},
    });
    return done(null);
  });
}
