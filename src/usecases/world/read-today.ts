import { openingRing } from '@/core/job/opening-keys';
import { addDays, instantOf, type LocalDay } from '@/core/kinds/local-time';
import { TodayRow } from '@/inputs/world/history-rows';
import { type TableRows, type WorldReader, worldId } from './world-reader';

type Row = Record<string, unknown>;

/** The jobs that are open on the first day, each with its van and the time reserved for it. */
export function readToday(
  world: WorldReader,
  { today, zone, at }: { readonly today: LocalDay; readonly zone: string; readonly at: Date },
): TableRows[] {
  const tables: Record<string, Row[]> = {
    customer: [],
    job: [],
    job_words: [],
    job_identity: [],
    job_key: [],
    visit: [],
  };
  world.read('today', TodayRow, (row, place) => {
    const id = place.define('open job', row.job, 'job');
    const customerId = worldId('open customer', row.job);
    const openedAt = new Date(at.getTime() - row.hoursAgo * 3_600_000);
    const day = addDays(today, row.days);
    tables.customer?.push({ id: customerId, name: row.customer, phone: row.phone, created_at: openedAt });
    tables.job?.push({
      id,
      customer_id: customerId,
      opened_at: openedAt,
      opened_by: place.refer('person', row.person, 'person'),
      year: row.year,
      make_id: place.refer('makes', row.make, 'make'),
      model_id: place.refer('models', `${row.make} ${row.model}`, 'model'),
      ignition: row.ignition,
      why: row.why,
      access: row.access ?? null,
      place_id: place.refer('place', row.place, 'place'),
      keys_wanted: row.wanted,
      van_id: place.refer('van', row.van, 'van'),
    });
    tables.visit?.push({
      id: worldId('visit', row.job),
      job_id: id,
      van_id: place.refer('van', row.van, 'van'),
      during: `[${[row.from, row.to].map((hour) => instantOf({ day, hour }, zone).toISOString()).join(',')})`,
      state: 'reserved',
    });
    tables.job_words?.push({ job_id: id, line: null });
    let next = 0;
    const ring = openingRing(row, row.why, () => {
      next += 1;
      return worldId('open key', `${row.job} ${next}`);
    });
    for (const identity of ring.identities)
      tables.job_identity?.push({ id: identity.id, job_id: id, known: identity.known });
    for (const { madeHere, identityId, ...key } of ring.keys)
      tables.job_key?.push({ ...key, job_id: id, made_here: madeHere, identity_id: identityId });
  });
  return Object.entries(tables).map(([table, rows]) => ({ table, rows }));
}
