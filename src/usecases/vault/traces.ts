import type { Db } from '@/data/db';
import {
  findTrace,
  insertTrace,
  insertTraceBatches,
  listTraceBatches,
  type SealedTrace,
  type TraceRow,
} from '@/data/traces';
import { seal, unseal } from './sealing';
import { dataKeyOf, makeDataKey, type OpenDataKey, unwrap } from './vault';

const place = (traceId: string, number: number, keyId: string) => ({
  table: 'trace_batch',
  row: `${traceId} ${number}`,
  column: 'body',
  keyId,
});

/** Keeps a trace of the bench car, each of its parts sealed with a key that is the trace's own. */
export async function keepTrace(
  db: Db,
  trace: Omit<TraceRow, 'madeBy'> & { readonly personId: string },
  parts: readonly string[],
): Promise<void> {
  const key = await makeDataKey(db, null, trace.madeAt);
  await insertTrace(db, { ...trace, dataKeyId: key.id });
  await keepParts(db, trace.id, key, parts, 1);
}

/** Begins the trace of a run with its first part, sealed with its job's key: it goes when that goes. */
export async function beginRunTrace(
  db: Db,
  trace: Omit<TraceRow, 'madeBy'> & {
    readonly personId: string;
    readonly jobId: string;
    readonly runId: string;
  },
  part: string,
): Promise<void> {
  const key = await dataKeyOf(db, trace.jobId, trace.madeAt);
  await insertTrace(db, { ...trace, dataKeyId: key.id });
  await keepParts(db, trace.id, key, [part], 1);
}

/** Keeps the next part of a run's trace. */
export async function keepRunPart(
  db: Db,
  { jobId, traceId, number, at }: { jobId: string; traceId: string; number: number; at: Date },
  part: string,
): Promise<void> {
  await keepParts(db, traceId, await dataKeyOf(db, jobId, at), [part], number);
}

/** The parts of a run's trace in their order. */
export async function openRunTrace(
  db: Db,
  jobId: string,
  traceId: string,
  at: Date,
): Promise<readonly string[]> {
  const key = await dataKeyOf(db, jobId, at);
  const batches = await listTraceBatches(db, traceId);
  return batches.map(({ number, body }) =>
    unseal(key.bytes, place(traceId, number, key.id), body).toString('utf8'),
  );
}

async function keepParts(
  db: Db,
  traceId: string,
  key: OpenDataKey,
  parts: readonly string[],
  first: number,
): Promise<void> {
  const bodies = parts.map((part, at) =>
    seal(key.bytes, place(traceId, first + at, key.id), Buffer.from(part, 'utf8')),
  );
  await insertTraceBatches(db, traceId, bodies, first);
}

/** A trace with what was said, in its parts; undefined where there is none. */
export async function openTrace(
  db: Db,
  id: string,
): Promise<{ readonly trace: SealedTrace; readonly parts: readonly string[] } | undefined> {
  const trace = await findTrace(db, id);
  if (!trace) return undefined;
  const { key } = trace;
  const bytes = unwrap(key);
  const batches = await listTraceBatches(db, id);
  return {
    trace,
    parts: batches.map(({ number, body }) => unseal(bytes, place(id, number, key.id), body).toString('utf8')),
  };
}
