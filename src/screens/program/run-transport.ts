import { v4 as uuid } from 'uuid';
import type { RunSecret } from '@/core/authority/run-secrets';
import type { TimedInput } from '@/core/benchcar/car/car-state';
import type { Problem } from '@/core/kinds/result';
import type { RunEvent } from '@/core/run/events/run-events';
import type { DeviceStore } from '@/ui/device/device-store';
import type { RunCarRead } from '@/usecases/benches/run-car';
import type { LeaseRead, RunRead } from '@/usecases/jobs/read-run';
import type { RunEventsAnswer } from '@/usecases/jobs/run-events';

/** An event that waits on the device. */
export interface QueuedEvent {
  readonly id: string;
  readonly deviceAt: string;
  readonly event: RunEvent;
}

/** The server gave no answer, or none that says anything: the same is to be asked again. */
export class Unreachable extends Error {}

/** The server answers, and nobody is signed in any more, or the session is locked: what waits stays. */
export class Locked extends Unreachable {}

/** The server answered that it will not; asking again changes nothing. */
export class Refused extends Error {}

/** How a device talks to the server about one run. */
export interface RunTransport {
  read(after: number): Promise<RunRead>;
  send(device: string, basedOn: number, events: readonly QueuedEvent[]): Promise<RunEventsAnswer>;
  lease(device: string, want: 'drive' | 'ask' | 'give' | 'keep' | 'leave'): Promise<LeaseRead>;
}

/** How a device talks to the server about the car at the other end of a run's line. */
export interface CarTransport {
  /** The car as it was kept; null while none was put there. */
  read(device: string): Promise<RunCarRead | null>;
  put(device: string, wrong: string): Promise<RunCarRead>;
  keep(
    device: string,
    part: number,
    inputs: readonly TimedInput[],
    untilUs: number,
  ): Promise<{ readonly parts: number }>;
}

const patienceMs = 10_000;

export function runTransport(runId: string): RunTransport {
  const address = `/api/v1/runs/${runId}`;
  return {
    read: (after) => ask(`${address}?after=${after}`),
    send: (device, basedOn, events) =>
      ask(`${address}/events`, {
        device,
        events: events.map((event, at) => ({ ...event, basedOn: basedOn + at })),
      }),
    lease: (device, want) => ask(`${address}/lease`, { device, want }),
  };
}

export function carTransport(runId: string): CarTransport {
  const address = `/api/v1/runs/${runId}`;
  return {
    read: (device) => ask(`${address}/car?device=${device}`),
    put: (device, wrong) => ask(`${address}/car`, { device, wrong }),
    keep: (device, part, inputs, untilUs) => ask(`${address}/trace`, { device, part, inputs, untilUs }),
  };
}

/** Seals with its job what a run read or was told, from the device that drives. @returns its id, or why not */
export async function keepRunSecret(
  runId: string,
  store: DeviceStore,
  of: RunSecret,
  value: string,
): Promise<{ readonly id: string } | { readonly refused: string }> {
  const { device } = store;
  try {
    const id = await secretId(store, `${runId} ${of}`, value);
    return await ask<{ readonly id: string }>(`/api/v1/runs/${runId}/secrets`, { id, device, of, value });
  } catch (error) {
    if (error instanceof Refused) return { refused: error.message };
    if (error instanceof Unreachable) return { refused: 'The server does not answer: it is sealed by it.' };
    throw error;
  }
}

/** The id of what is sealed: the same as long as it says the same, also where the answer to it was lost. */
async function secretId(store: DeviceStore, place: string, value: string): Promise<string> {
  const before = await store.read<{ readonly id: string; readonly value: string }>('told', place);
  if (before?.value === value) return before.id;
  const id = uuid();
  await store.write('told', place, { id, value });
  return id;
}

/** Reads a secret of a job for the tool; the look stands in the audit. Empty where it is not to be had. */
export async function lookAtSecret(jobNumber: number, secretId: string): Promise<string> {
  const looked = await ask<{ readonly value: string }>(
    `/api/v1/jobs/${jobNumber}/secrets/${secretId}`,
    {},
  ).catch(() => undefined);
  return looked?.value ?? '';
}

async function ask<Answer>(address: string, body?: object): Promise<Answer> {
  const response = await fetch(address, {
    ...(body && {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }),
    cache: 'no-store',
    signal: AbortSignal.timeout(patienceMs),
  }).catch((error: unknown) => {
    throw new Unreachable(String(error));
  });
  if (response.ok) return (await response.json().catch(unreadable)) as Answer;
  if (response.status === 401) throw new Locked('401');
  if (response.status >= 500 || response.status === 429) throw new Unreachable(String(response.status));
  const told = (await response.json().catch(() => ({}))) as { detail?: string; errors?: Problem[] };
  throw new Refused(told.errors?.[0]?.message ?? told.detail ?? 'Refused.');
}

function unreadable(error: unknown): never {
  throw new Unreachable(String(error));
}
