import { isAllowed } from '@/core/authority/purposes';
import { applyEvent, type JobEvent } from '@/core/job/events/events';
import { emptyLog } from '@/core/job/events/log';
import { openingRing } from '@/core/job/opening-keys';
import { addDays, instantOf, type LocalDay } from '@/core/kinds/local-time';
import { minorOf } from '@/core/kinds/money';
import { purposeOf } from '@/core/programming/purpose';
import { methodOf } from '@/core/programming/route';
import {
  PastAttemptRow,
  PastFactRow,
  PastJobRow,
  PastRivalRow,
  PastSourceRow,
  StockRow,
} from '@/inputs/world/history-rows';
import { applicationKey } from './application-key';
import { type RowPlace, type TableRows, type WorldReader, worldId } from './world-reader';

type Row = Record<string, unknown>;

interface PastJob {
  readonly row: PastJobRow;
  readonly id: string;
  readonly personId: string;
  readonly openedAt: Date;
  readonly madeKeyIds: readonly string[];
  readonly place: RowPlace;
}

/** The past jobs with their keys, authority and events: closed, and dated back from the day of the start. */
export function readHistory(
  world: WorldReader,
  now: { readonly today: LocalDay; readonly zone: string; readonly currency: string },
): TableRows[] {
  const tables: Record<string, Row[]> = {
    customer: [],
    job: [],
    job_words: [],
    job_identity: [],
    job_key: [],
    job_authority: [],
    job_event: [],
    job_fact: [],
    stock_movement: [],
    key_source: [],
    rival_offer: [],
  };
  const past = world.read('past-jobs', PastJobRow, (row, at): PastJob => {
    const openedAt = instantOf({ day: addDays(now.today, -row.daysAgo), hour: row.hour }, now.zone);
    const id = at.define('past job', row.job, 'job');
    const personId = at.refer('person', row.person, 'person');
    const madeKeyIds = storeRing(tables, row, id);
    storeJob(tables, row, at, { id, personId, openedAt });
    return { row, id, personId, openedAt, madeKeyIds, place: at };
  });
  const events = new Map<string, JobEvent[]>(past.map(({ row, id }) => [id, countsOf(row, 'before')]));
  const minor = (amount: string) => minorOf(Number(amount), now.currency);
  const pastOf = (job: string, at: RowPlace): PastJob | undefined => {
    const found = past.find(({ row }) => row.job === job);
    if (!found) at.wrong('job', 'No past job of this number.');
    return found;
  };
  world.read('past-attempts', PastAttemptRow, (row, at) => {
    const job = pastOf(row.job, at);
    if (job) events.get(job.id)?.push(attemptOf(row, job, events.get(job.id)?.length ?? 0));
  });
  world.read('past-facts', PastFactRow, (row, at) => {
    const job = pastOf(row.job, at);
    if (job)
      tables.job_fact?.push({
        job_id: job.id,
        kind: row.kind,
        value: row.value,
        found_at: new Date(job.openedAt.getTime() + 3 * 3_600_000),
        found_by: job.personId,
      });
  });
  world.read('past-sources', PastSourceRow, (row, at) => {
    at.refer(['supplier', 'multi-type-chips'], row.source, 'source');
    const job = pastOf(row.job, at);
    if (job)
      tables.key_source?.push({
        job_id: job.id,
        source: row.source,
        keys: row.keys,
        redone: row.comebacks,
        reason: row.reason ?? null,
        noted_at: new Date(job.openedAt.getTime() + 4 * 3_600_000),
      });
  });
  world.read('past-rivals', PastRivalRow, (row, at) => {
    const job = pastOf(row.job, at);
    if (job)
      tables.rival_offer?.push({
        id: worldId('past rival', row.job),
        job_id: job.id,
        total_minor: minor(row.total),
        currency: now.currency,
        kind: job.row.wanted === 0 ? 'repair' : job.row.working === 0 ? 'allLost' : 'spare',
        unusual_hour: row.unusualHour,
        own_minor: minor(row.own),
        told_at: job.openedAt,
        told_to: job.personId,
      });
  });
  const opening = instantOf({ day: addDays(now.today, -430), hour: '08:00' }, now.zone);
  world.read('stock', StockRow, (row, at) => {
    tables.stock_movement?.push({
      id: worldId('stock', `${row.van} ${row.article} ${row.state}`),
      at: opening,
      van_id: at.refer('van', row.van, 'van'),
      article: row.article,
      state: row.state,
      quantity: row.count,
      reason: 'opening',
      grade: row.grade,
      cost_minor: row.cost === undefined ? null : minor(row.cost),
      currency: row.cost === undefined ? null : now.currency,
      source: row.source ?? null,
      actor_kind: 'system',
      actor_id: null,
    });
  });
  for (const job of past)
    storeEvents(tables, job, [...(events.get(job.id) ?? []), ...countsOf(job.row, 'after')]);
  return Object.entries(tables).map(([table, rows]) => ({ table, rows }));
}

function storeRing(tables: Record<string, Row[]>, row: PastJobRow, jobId: string): string[] {
  let next = 0;
  const ring = openingRing(row, row.why, () => {
    next += 1;
    return worldId('past key', `${row.job} ${next}`);
  });
  for (const { id, known } of ring.identities) tables.job_identity?.push({ id, job_id: jobId, known });
  for (const { madeHere, identityId, ...key } of ring.keys) {
    tables.job_key?.push({ ...key, job_id: jobId, made_here: madeHere, identity_id: identityId });
  }
  return ring.keys.filter(({ madeHere }) => madeHere).map(({ id }) => id);
}

function storeJob(
  tables: Record<string, Row[]>,
  row: PastJobRow,
  at: RowPlace,
  job: { readonly id: string; readonly personId: string; readonly openedAt: Date },
): void {
  const customerId = worldId('past customer', row.job);
  const closedAt = new Date(job.openedAt.getTime() + 4 * 3_600_000);
  tables.customer?.push({ id: customerId, name: row.customer, phone: row.phone, created_at: job.openedAt });
  tables.job?.push({
    id: job.id,
    customer_id: customerId,
    opened_at: job.openedAt,
    opened_by: job.personId,
    year: row.year,
    make_id: at.refer('makes', row.make, 'make'),
    model_id: at.refer('models', `${row.make} ${row.model}`, 'model'),
    ignition: row.ignition,
    vin: row.vin,
    why: row.why,
    place_id: at.refer('place', row.place, 'place'),
    keys_wanted: row.wanted,
    application_id: at.refer('applications', applicationKey(row), 'from_year'),
    market: row.market,
    application_reason: 'As found at the car',
    route: row.route ?? null,
    closed_at: closedAt,
    closed_by: job.personId,
    outcome: row.outcome,
    difference_reason: row.reason ?? null,
  });
  tables.job_words?.push({ job_id: job.id, line: null });
  if (row.route && !isAllowed(purposeOf(row.route, { worksInHand: true }), 'none')) {
    tables.job_authority?.push({
      job_id: job.id,
      stage: 'onSite',
      holder_name: row.customer,
      identity_document: 'license',
      right_document: 'registration',
      how_seen: 'original',
      plate_fits: true,
      recorded_at: new Date(job.openedAt.getTime() + 1_200_000),
      recorded_by: job.personId,
    });
  }
}

function countsOf(row: PastJobRow, moment: 'before' | 'after'): JobEvent[] {
  const answer = moment === 'before' ? row.countBefore : row.countAfter;
  return answer === undefined ? [] : [{ kind: 'countRead', moment, answer }];
}

function attemptOf(row: PastAttemptRow, job: PastJob, at: number): JobEvent {
  const from = new Date(job.openedAt.getTime() + row.afterMinutes * 60_000);
  const learns = row.result === 'worked' && methodOf(row.route) !== undefined;
  return {
    kind: 'attemptRecorded',
    attemptId: worldId('past attempt', `${row.job} ${at}`),
    route: row.route,
    from,
    to: new Date(from.getTime() + row.minutes * 60_000),
    result: row.result,
    reason: row.reason ?? '',
    learnedKeyIds: learns ? job.madeKeyIds : [],
  };
}

/** Past events pass the same reducer as those of a device; one it refuses is a problem of the file. */
function storeEvents(tables: Record<string, Row[]>, job: PastJob, events: readonly JobEvent[]): void {
  let log = emptyLog;
  for (const [at, event] of events.entries()) {
    const step = applyEvent(log, event);
    if (!step.ok) {
      job.place.wrong('job', `An attempt or count of this job is refused: ${step.reason}`);
      return;
    }
    log = step.log;
    const { kind, ...content } = event;
    const happened = event.kind === 'attemptRecorded' ? event.to : job.openedAt;
    tables.job_event?.push({
      job_id: job.id,
      id: worldId('past event', `${job.row.job} ${at}`),
      seq: at + 1,
      kind,
      content: JSON.stringify(content),
      actor_kind: 'person',
      actor_id: job.personId,
      device: 'world files',
      device_at: happened,
      received_at: happened,
      based_on: at,
    });
  }
}
