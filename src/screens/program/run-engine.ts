import { v7 as uuid } from 'uuid';
import type { RunSecret } from '@/core/authority/run-secrets';
import type { RunGround } from '@/core/run/events/run-event-kind';
import { applyRunEvent, type RunEvent } from '@/core/run/events/run-events';
import { isFree, isSameDriver } from '@/core/run/lease';
import { serverWants } from '@/core/run/needs-server';
import { boundOf, type RunBasis } from '@/core/run/run-basis';
import { nodeAt, type RunLog, startLog } from '@/core/run/run-log';
import type { DeviceStore } from '@/ui/device/device-store';
import type { LeaseRead, RunRead } from '@/usecases/jobs/read-run';
import type { Conflict, KeptRun, RunShown } from './run-shown';
import {
  keepRunSecret,
  Locked,
  type QueuedEvent,
  Refused,
  type RunTransport,
  Unreachable,
} from './run-transport';

const together = 50;
const beatMs = 5000;
const firstRetryMs = 1000;
const longestRetryMs = 15_000;

/**
 * A run on a device: what happens is taken here, kept here, and sent in its order; the state is the fold of what the server has and of
 * what waits. Without the server it goes on by itself where it may.
 */
export class RunEngine {
  private shown: RunShown | undefined;
  private ground: RunGround | undefined;
  /** The fold of what the server has. */
  private confirmed: RunLog | undefined;
  private lastSeq = 0;
  private jobNumber = 0;
  private queue: readonly QueuedEvent[] = [];
  private names: Pick<LeaseRead, 'driverName' | 'askedName'> = { driverName: null, askedName: null };
  private isDriver = false;
  private isOnline = false;
  private isLocked = false;
  private isAsking = false;
  private problem: string | null = null;
  private conflict: Conflict | null = null;
  private sending: Promise<void> | undefined;
  private retryMs = firstRetryMs;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private beat: ReturnType<typeof setInterval> | undefined;
  private isOver = false;

  constructor(
    private readonly runId: string,
    private readonly store: DeviceStore,
    private readonly transport: RunTransport,
    private readonly onChange: (shown: RunShown) => void,
  ) {}

  /** Takes the run up: from the device first, then from the server. */
  async open(): Promise<void> {
    const [basis, kept, queue] = await Promise.all([
      this.store.read<RunBasis>('basis', this.runId),
      this.store.read<KeptRun>('state', this.runId),
      this.store.read<readonly QueuedEvent[]>('outbox', this.runId),
    ]);
    if (basis && kept) {
      this.ground = { basis, bound: boundOf(basis) };
      // What was kept before the state had a field has it as at the start.
      this.confirmed = { ...startLog(this.ground.bound, kept.log.startedMs), ...kept.log };
      this.lastSeq = kept.lastSeq;
      this.jobNumber = kept.jobNumber;
      this.queue = queue ?? [];
      this.isDriver = kept.drives;
      this.tell();
    }
    await this.sync();
    if (!this.isOver) this.beat = setInterval(() => void this.drive(), beatMs);
  }

  /** Takes up what the server has, says that it drives on where it does, and sends what waits. */
  async sync(): Promise<void> {
    await this.refresh();
    await this.drive();
    await this.flush();
  }

  close(): void {
    this.isOver = true;
    clearInterval(this.beat);
    clearTimeout(this.retry);
  }

  /** Something happened. It is taken here at once where it fits; what waits for the server is told apart by `needsServer`. */
  async take(event: RunEvent): Promise<boolean> {
    const fits = this.mayTake(event);
    if (fits !== undefined) return this.refuses(fits);
    await this.enqueue(event);
    void this.flush();
    return true;
  }

  /** Something that must not begin before the server has taken it. True once it has. */
  async takeWithServer(event: RunEvent): Promise<boolean> {
    const fits = this.mayTake(event);
    if (fits !== undefined) return this.refuses(fits);
    await this.flush();
    if (this.queue.length > 0 || !this.isOnline || !this.isDriver)
      return this.refuses('The server has to answer first: this is not begun without it.');
    await this.enqueue(event);
    const id = this.queue.at(-1)?.id;
    await this.flush();
    if (this.queue.some((one) => one.id === id)) {
      // It is not sent again by itself: whether the server has it, its next answer says.
      this.queue = this.queue.filter((one) => one.id !== id);
      await this.keep();
      return this.refuses('The server did not answer. Nothing was told to the car; try again in a moment.');
    }
    return this.problem === null && this.conflict === null;
  }

  /** Seals with its job what was read or told in this run. @returns its id, or why not */
  keepSecret(of: RunSecret, value: string): ReturnType<typeof keepRunSecret> {
    return keepRunSecret(this.runId, this.store, of, value);
  }

  /** The run as it stands here; undefined until it is here. */
  get log(): RunLog | undefined {
    return this.shown?.log;
  }

  /** Whether what is at hand waits for the server, and why. */
  needsServer(): string | undefined {
    const node = this.ground && this.shown && nodeAt(this.ground.bound, this.shown.log);
    return node && this.ground && serverWants(this.ground.bound, node);
  }

  /** Something changed: what the server has is read again. */
  async refresh(): Promise<void> {
    try {
      const read = await this.transport.read(this.ground ? this.lastSeq : 0);
      this.isOnline = true;
      this.takeUp(read);
      await this.keep();
    } catch (error) {
      this.failed(error);
    }
    this.tell();
  }

  /** Drives where nobody does, or asks to. */
  async ask(): Promise<void> {
    this.isAsking = true;
    await this.wants('ask');
  }

  async answersAsk(give: boolean): Promise<void> {
    await this.wants(give ? 'give' : 'keep');
  }

  /** What waits here did not happen, or is written down otherwise: it is dropped, and what the server has holds. */
  async dropMine(): Promise<void> {
    this.queue = [];
    this.conflict = null;
    this.problem = null;
    await this.store.write('outbox', this.runId, this.queue);
    await this.refresh();
  }

  /** What waits here happened after what the server has: what still fits goes on from there. @returns how many did not fit */
  async keepMine(): Promise<number> {
    const mine = this.queue;
    await this.wants('drive');
    if (!this.isDriver) {
      this.refuses('Another device drives: ask to drive first.');
      return mine.length;
    }
    await this.refresh();
    this.queue = [];
    this.conflict = null;
    let fitted = 0;
    for (const { event } of mine) {
      const step = this.ground && applyRunEvent(this.fold(), event, this.ground);
      if (!step?.ok) break;
      await this.enqueue(event);
      fitted += 1;
    }
    await this.store.write('outbox', this.runId, this.queue);
    await this.flush();
    return mine.length - fitted;
  }

  /** Why something cannot be taken here; undefined where it can. */
  private mayTake(event: RunEvent): string | undefined {
    if (!this.ground || !this.confirmed) return 'The run is not here yet.';
    if (this.conflict) return 'First decide what holds.';
    if (!this.isDriver) return 'Another device drives this run: ask to drive first.';
    const step = applyRunEvent(this.fold(), event, this.ground);
    return step.ok ? undefined : step.reason;
  }

  private refuses(problem: string): false {
    this.problem = problem;
    this.tell();
    return false;
  }

  private async enqueue(event: RunEvent): Promise<void> {
    this.problem = null;
    this.queue = [...this.queue, { id: uuid(), deviceAt: new Date().toISOString(), event }];
    // Kept first and shown then: what is seen to have happened is not lost with the page.
    await this.store.write('outbox', this.runId, this.queue);
    this.tell();
  }

  /** What the server has, and what waits here on top of it. */
  private fold(): RunLog {
    const { ground, confirmed } = this;
    if (!ground || !confirmed) throw new Error('the run is not here yet');
    return this.queue.reduce((log, { event }) => {
      const step = applyRunEvent(log, event, ground);
      return step.ok ? step.log : log;
    }, confirmed);
  }

  private takeUp({ run, basis, events }: RunRead): void {
    this.jobNumber = run.jobNumber;
    this.names = run;
    // Who drove last goes on where nobody else does.
    if (run.lease) {
      if (isSameDriver(run.lease.driver, this.store)) this.isDriver = true;
      else if (!isFree(run.lease, this.store, run.nowMs)) this.isDriver = false;
    }
    if (basis) {
      this.ground = { basis, bound: boundOf(basis) };
      this.confirmed = startLog(this.ground.bound, new Date(run.startedAt).getTime());
      this.lastSeq = 0;
      void this.store.write('basis', this.runId, basis);
    }
    const { ground } = this;
    if (!ground || !this.confirmed) return;
    const own = new Set(this.queue.map(({ id }) => id));
    for (const { seq, id, event } of events) {
      if (seq !== this.lastSeq + 1) continue;
      const step = applyRunEvent(this.confirmed, event, ground);
      if (!step.ok) throw new Error(`an event of the server does not fit: ${step.reason}`);
      this.confirmed = step.log;
      this.lastSeq = seq;
      // The answer to what was sent may have been lost: it is here all the same.
      if (own.has(id)) this.queue = this.queue.filter((one) => one.id !== id);
    }
  }

  /** Sends what waits, one message after the other. */
  private flush(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => {
      this.sending = undefined;
    });
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    clearTimeout(this.retry);
    try {
      while (this.queue.length > 0 && !this.conflict && !this.isOver && this.ground) {
        const batch = this.queue.slice(0, together);
        const { answers } = await this.transport.send(this.store.device, this.lastSeq, batch);
        this.isOnline = true;
        this.retryMs = firstRetryMs;
        for (const answer of answers) {
          if ('seq' in answer) this.confirm(answer.id, answer.seq);
          else if ('refused' in answer) {
            this.problem = answer.refused;
            // What came after it rests on it.
            this.queue = [];
          } else {
            await this.refresh();
            this.conflict =
              this.queue.length === 0
                ? null
                : { driven: answer.conflict === 'driven', mine: this.queue.map(({ event }) => event) };
            this.isDriver = answer.conflict !== 'driven';
          }
        }
        await this.keep();
        this.tell();
      }
    } catch (error) {
      this.failed(error);
      if (this.queue.length > 0 && !this.isOver) {
        this.retry = setTimeout(() => void this.flush(), this.retryMs);
        this.retryMs = Math.min(longestRetryMs, this.retryMs * 2);
      }
    }
    this.tell();
  }

  private confirm(id: string, seq: number): void {
    const sent = this.queue.find((one) => one.id === id);
    if (sent && seq === this.lastSeq + 1 && this.ground && this.confirmed) {
      const step = applyRunEvent(this.confirmed, sent.event, this.ground);
      if (step.ok) {
        this.confirmed = step.log;
        this.lastSeq = seq;
      }
    }
    this.queue = this.queue.filter((one) => one.id !== id);
  }

  /** A sign of life of whoever drives; a device that drove and finds the run free goes on. */
  private async drive(): Promise<void> {
    if (this.isOver || this.confirmed?.ended) return;
    if (this.isAsking) await this.wants('ask');
    else if (this.isDriver) await this.wants('drive');
    else await this.refresh();
    if (this.queue.length > 0 && this.isOnline) void this.flush();
  }

  private async wants(want: 'drive' | 'ask' | 'give' | 'keep'): Promise<void> {
    try {
      const lease = await this.transport.lease(this.store.device, want);
      this.isOnline = true;
      this.names = lease;
      this.isDriver = lease.drives;
      if (lease.drives) this.isAsking = false;
      if (lease.lastSeq > this.lastSeq && this.queue.length === 0) await this.refresh();
      await this.keep();
    } catch (error) {
      this.failed(error);
    }
    this.tell();
  }

  private failed(error: unknown): void {
    if (error instanceof Refused) this.problem = error.message;
    else if (error instanceof Unreachable) {
      this.isOnline = false;
      this.isLocked = error instanceof Locked;
    } else throw error;
  }

  private async keep(): Promise<void> {
    if (!this.confirmed) return;
    if (this.confirmed.ended && this.queue.length === 0) {
      // What is over is read from the server.
      await Promise.all(['basis', 'state', 'outbox'].map((kind) => this.store.remove(kind, this.runId)));
      return;
    }
    const kept: KeptRun = {
      jobNumber: this.jobNumber,
      lastSeq: this.lastSeq,
      log: this.confirmed,
      drives: this.isDriver,
    };
    await this.store.write('state', this.runId, kept);
    await this.store.write('outbox', this.runId, this.queue);
  }

  private tell(): void {
    if (!this.ground || !this.confirmed || this.isOver) return;
    this.shown = {
      ground: this.ground,
      log: this.fold(),
      jobNumber: this.jobNumber,
      waiting: this.queue.length,
      online: this.isOnline,
      locked: this.isLocked && !this.isOnline,
      drives: this.isDriver,
      driver: this.isDriver ? null : this.names.driverName,
      asked: this.isDriver ? this.names.askedName : null,
      asking: this.isAsking,
      problem: this.problem,
      conflict: this.conflict,
    };
    this.onChange(this.shown);
  }
}
