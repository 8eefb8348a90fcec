import type { RunGround } from '@/core/run/events/run-event-kind';
import { type RunEvent, weighRunEvent } from '@/core/run/events/run-events';
import { decided, drives, isFree, type Lease, renewed, wanted } from '@/core/run/lease';
import { type RunLog, startLog } from '@/core/run/run-log';
import { Locked, type RunTransport, Unreachable } from '@/screens/program/run-transport';
import type { LeaseRead, RunRead } from '@/usecases/jobs/read-run';
import type { RunEventAnswer, RunEventsAnswer } from '@/usecases/jobs/run-events';

/** A server of one run in memory, by the rules of the real one, on a clock that a test moves. */
export class RunServer {
  readonly events: { readonly id: string; readonly event: RunEvent; readonly device: string }[] = [];
  readonly refused = new Map<string, string>();
  log: RunLog;
  lease: Lease | null = null;
  nowMs = Date.parse('2027-03-03T15:20:00Z');

  constructor(readonly ground: RunGround) {
    this.log = startLog(ground.bound, this.nowMs);
  }

  read(after: number): RunRead {
    return {
      run: {
        id: 'run',
        jobId: 'job',
        jobNumber: 1048,
        isJobClosed: false,
        startedAt: new Date(this.log.startedMs),
        startedBy: 'Imre Pellimoor',
        endedAt: null,
        lastSeq: this.events.length,
        lease: this.lease,
        driverName: this.lease?.driver.personId ?? null,
        askedName: this.lease?.asked?.by.personId ?? null,
        nowMs: this.nowMs,
      },
      ...(after === 0 && { basis: this.ground.basis }),
      events: this.events
        .map(({ id, event, device }, at) => ({ seq: at + 1, id, event, device, by: 'somebody' }))
        .slice(after),
    };
  }

  take(
    device: string,
    personId: string,
    basedOn: number,
    sent: readonly { readonly id: string; readonly event: RunEvent }[],
  ): RunEventsAnswer {
    const answers: RunEventAnswer[] = [];
    for (const [at, { id, event }] of sent.entries()) {
      const seen = this.events.findIndex((one) => one.id === id);
      const refused = this.refused.get(id);
      if (seen >= 0) answers.push({ id, seq: seen + 1 });
      else if (refused !== undefined) answers.push({ id, refused });
      else if (!isFree(this.lease, { device, personId }, this.nowMs))
        answers.push({ id, conflict: 'driven' });
      else if (basedOn + at !== this.events.length) answers.push({ id, conflict: 'cameFurther' });
      else {
        const step = weighRunEvent(this.log, event, this.ground, {
          now: new Date(this.nowMs),
          secretIds: new Set(),
          standing: {
            stage: 'onSite',
            doorNote: false,
            danger: false,
            noteForPlainCopy: false,
            role: 'locksmith',
            secondPerson: false,
          },
        });
        if (step.ok) {
          this.log = step.log;
          this.events.push({ id, event, device });
          this.lease = renewed(this.lease, { device, personId }, this.nowMs);
          answers.push({ id, seq: this.events.length });
          continue;
        }
        this.refused.set(id, step.reason);
        answers.push({ id, refused: step.reason });
      }
      if (!('seq' in (answers.at(-1) ?? {}))) break;
    }
    return { answers, lastSeq: this.events.length };
  }

  wants(device: string, personId: string, want: 'drive' | 'ask' | 'give' | 'keep' | 'leave'): LeaseRead {
    const driver = { device, personId };
    if (want === 'drive' && isFree(this.lease, driver, this.nowMs))
      this.lease = renewed(this.lease, driver, this.nowMs);
    if (want === 'ask') this.lease = wanted(this.lease, driver, this.nowMs, this.log.command !== null);
    if (want === 'give' || want === 'keep')
      this.lease = decided(this.lease, driver, want === 'give', this.nowMs);
    return {
      lease: this.lease,
      drives: drives(this.lease, driver, this.nowMs),
      driverName: this.lease?.driver.personId ?? null,
      askedName: this.lease?.asked?.by.personId ?? null,
      lastSeq: this.events.length,
      nowMs: this.nowMs,
    };
  }
}

/** How a line to the server is: there, away, such that what is sent arrives and no answer comes back, or the passcode is wanted first. */
export type Line = 'there' | 'away' | 'answersLost' | 'locked';

/** A device's way to a server whose line a test cuts. */
export function cutTransport(server: RunServer, personId: string, line: () => Line): RunTransport {
  const over = async <Answer>(ask: () => Answer): Promise<Answer> => {
    if (line() === 'away') throw new Unreachable('away');
    if (line() === 'locked') throw new Locked('401');
    const answer = structuredClone(ask());
    if (line() === 'answersLost') throw new Unreachable('lost');
    return answer;
  };
  return {
    read: (after) => over(() => server.read(after)),
    send: (device, basedOn, events) => over(() => server.take(device, personId, basedOn, events)),
    lease: (device, want) => over(() => server.wants(device, personId, want)),
  };
}
