import { v7 as uuid } from 'uuid';
import type { Failed, Problem, Result } from '@/core/kinds/result';

export interface MadeEvent {
  readonly id: string;
  readonly kind: string;
  readonly content: object;
  readonly deviceAt: string;
  readonly basedOn: number;
}

/** An event with an id of its own, made once; sending it again changes nothing. */
export function makeEvent(kind: string, content: object, basedOn: number): MadeEvent {
  return { id: uuid(), kind, content, deviceAt: new Date().toISOString(), basedOn };
}

/** Whether it arrived is not known: the same event is to be sent again. What was refused has no such mark. */
export interface Unconfirmed extends Failed {
  readonly unconfirmed: true;
}

const tries = 3;

/** Sends an event of a job; a lost connection is tried again with the same id. */
export async function sendEvent(
  jobNumber: number,
  event: MadeEvent,
): Promise<Result<{ seq: number }> | Unconfirmed> {
  for (let left = tries; left > 0; left -= 1) {
    try {
      const response = await fetch(`/api/v1/jobs/${jobNumber}/events`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(event),
      });
      const body = (await response.json()) as { seq?: number; detail?: string; errors?: Problem[] };
      if (response.ok) return { ok: true, value: { seq: body.seq ?? 0 } };
      if (response.status !== 503)
        return { ok: false, problems: body.errors ?? [{ message: body.detail ?? 'Refused.' }] };
    } catch {
      // The connection was lost; whether the event arrived is not known, so the same one is sent again.
    }
    if (left > 1) await new Promise((resolve) => setTimeout(resolve, 800));
  }
  return unreachable;
}

const unreachable: Unconfirmed = {
  ok: false,
  unconfirmed: true,
  problems: [
    {
      message:
        'No connection. The entry was not confirmed: it waits here, and goes by itself once there is one.',
    },
  ],
};
