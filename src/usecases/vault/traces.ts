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
import { makeDataKey, unwrap } from './vault';

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
  const bodies = parts.map((part, at) =>
    seal(key.bytes, place(trace.id, at + 1, key.id), Buffer.from(part, 'utf8')),
  );
  await insertTraceBatches(db, trace.id, bodies);
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
