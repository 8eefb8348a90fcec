import type { CommandName } from '@/core/authority/commands';
import type { HeldData } from '@/core/authority/run-secrets';
import type { CarInput, TimedInput } from '@/core/benchcar/car/car-state';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { CarSetup } from '@/core/benchcar/start/start-car';
import type { DeviceStore } from '@/ui/device/device-store';
import type { RunCar, RunCarRead } from '@/usecases/benches/run-car';
import type { CommandHands, StandView, StepWork } from '@/workers/run-stand';
import { type CarTransport, Refused, Unreachable } from './run-transport';

/** The car and the tool as a worker holds them. */
export interface StandWorker {
  put(platform: BenchPlatform, setup: CarSetup, done: readonly TimedInput[]): Promise<StandView>;
  holds(held: HeldData): Promise<StandView>;
  goesTo(untilUs: number): Promise<StandView>;
  hand(input: CarInput): Promise<StandView>;
  does(work: readonly StepWork[]): Promise<StandView>;
  tell(act: string, command: CommandName, hands: CommandHands): Promise<StandView>;
  ask(act: string, command: CommandName, tag: number): Promise<StandView>;
  speaksTo(systemType: string | null): Promise<StandView>;
  inputsFrom(from: number): Promise<readonly TimedInput[]>;
}

/** What a screen shows of the tool of this device. */
export interface ToolShown {
  readonly platform: BenchPlatform;
  readonly view: StandView;
  /** What could be seen or heard of the car last. */
  readonly signs: StandView['signs'];
}

/** The car as it came here, with what was done to it before; what was done since stands in parts of its own. */
interface KeptCar {
  readonly car: RunCar;
  readonly inputs: readonly TimedInput[];
  readonly parts: number;
}

/** So much goes into one part, and so often one is sent. */
const mostTogether = 400;
const sendsMs = 4000;
const mostSigns = 20;
/** A car stands there for six hours at most: so far a trace is kept. */
const longestUs = 6 * 3_600_000_000;
/** Of a long absence no more than this is made up for at once, so that the page stays at hand. */
const stretchUs = 120_000_000;

/**
 * The tool of the device that drives, with the car at the other end of its line. The car's time is the shop's; what is done to it is kept
 * on the device, sealed, before anything that came of it is told, and sent in parts, so that it stands elsewhere as it stood here.
 */
export class RunTool {
  private car: RunCar | undefined;
  private view: StandView | undefined;
  private signs: StandView['signs'] = [];
  /** When the car's clock began, by the shop's as this device knows it. */
  private zeroMs = 0;
  /** How much of what was done is in parts, of which so many are closed, and so many are with the server. */
  private kept = 0;
  private part = 1;
  private sent = 1;
  private open: readonly TimedInput[] = [];
  private sentMs = 0;
  private going: Promise<void> | undefined;
  private turn: Promise<void> = Promise.resolve();
  private opened: StandWorker | undefined;
  private isOver = false;

  constructor(
    private readonly runId: string,
    private readonly store: DeviceStore,
    private readonly transport: CarTransport,
    private readonly openWorker: () => StandWorker,
    private readonly now: () => Date,
    private readonly onChange: (shown: ToolShown | null) => void,
  ) {}

  /** Takes up the car of this run: as the server has it where it has more, else as it is kept here. @returns whether there is one */
  async takeUp(): Promise<boolean> {
    await this.inTurn(async () => {
      const own = await this.readKept();
      const server = await this.transport.read(this.store.device).catch(passing);
      if (server && (!own || server.parts > own.parts)) await this.came(server);
      else if (own) await this.stands(own, Math.max(own.base, server?.parts ?? 1));
      if (server && this.car) await this.shows(await this.worker.holds(server.held));
    });
    return this.car !== undefined;
  }

  /** Puts a made-up car there. @returns why it could not be, or undefined */
  async put(wrong: string): Promise<string | undefined> {
    try {
      await this.inTurn(async () => this.came(await this.transport.put(this.store.device, wrong)));
      return undefined;
    } catch (error) {
      if (error instanceof Refused) return error.message;
      if (error instanceof Unreachable) return 'The server does not answer: a car is put there by it.';
      throw error;
    }
  }

  close(): void {
    this.isOver = true;
  }

  /** The run is over: what is not with the server yet goes there, and then nothing of the car stays on the device. */
  ends(): Promise<void> {
    return this.inTurn(async () => {
      if (!this.car) return;
      await this.sends();
      if (this.sent + 1 < this.part) return;
      await this.store.remove('car', this.runId);
      for (let number = 2; number < this.part; number += 1)
        await this.store.remove('moves', `${this.runId} ${number}`);
    });
  }

  /** Lets the car's time come up to the shop's, and keeps what was done meanwhile. One at a time. */
  goes(): Promise<void> {
    this.going ??= this.inTurn(() => this.goesOn()).finally(() => {
      this.going = undefined;
    });
    return this.going;
  }

  hand(input: CarInput): Promise<void> {
    return this.after(() => this.worker.hand(input));
  }

  does(work: readonly StepWork[]): Promise<void> {
    return this.after(() => this.worker.does(work));
  }

  tell(act: string, command: CommandName, hands: CommandHands): Promise<void> {
    return this.after(() => this.worker.tell(act, command, hands));
  }

  ask(act: string, command: CommandName, tag: number): Promise<void> {
    return this.after(() => this.worker.ask(act, command, tag));
  }

  speaksTo(systemType: string | null): Promise<void> {
    return this.after(() => this.worker.speaksTo(systemType));
  }

  private after(work: () => Promise<StandView>): Promise<void> {
    return this.inTurn(async () => {
      // Without a car there the tool is the person's own.
      if (!this.car) return;
      await this.goesOn();
      await this.shows(await work());
    });
  }

  /** One thing after the other: what is kept of one has to be whole before the next is looked at. */
  private inTurn(work: () => Promise<void>): Promise<void> {
    const next = this.turn.then(work);
    this.turn = next.catch(() => {});
    return next;
  }

  private async goesOn(): Promise<void> {
    if (!this.car || !this.view || this.isOver) return;
    const standsUs = (this.now().getTime() - this.zeroMs) * 1000;
    const untilUs = Math.min(standsUs, longestUs);
    do {
      const nowUs = this.view.nowUs;
      await this.shows(await this.worker.goesTo(Math.min(untilUs, nowUs + stretchUs)));
    } while (this.view.nowUs < untilUs && !this.isOver);
    if (this.part + Math.sign(this.open.length) > this.sent + 1 && Date.now() - this.sentMs >= sendsMs)
      await this.sends();
  }

  /** What was done is kept first, and what came of it shown then. */
  private async shows(view: StandView): Promise<void> {
    if (view.inputs > this.kept + this.open.length) {
      this.open = [...this.open, ...(await this.worker.inputsFrom(this.kept + this.open.length))];
      await this.store.write('moves', `${this.runId} ${this.part}`, this.open);
      if (this.open.length >= mostTogether) this.closePart();
    }
    this.view = view;
    if (view.signs.length > 0) this.signs = [...this.signs, ...view.signs].slice(-mostSigns);
    if (this.car && !this.isOver) this.onChange({ platform: this.car.platform, view, signs: this.signs });
  }

  private closePart(): void {
    this.kept += this.open.length;
    this.open = [];
    this.part += 1;
  }

  /** Sends what the server does not have yet, part by part; a part that was sent changes no more. */
  private async sends(): Promise<void> {
    this.sentMs = Date.now();
    if (this.open.length > 0) this.closePart();
    try {
      while (this.sent + 1 < this.part && !this.isOver) {
        const number = this.sent + 1;
        const inputs = await this.partKept(number);
        if (!inputs) return;
        const last = inputs.at(-1)?.atUs ?? 0;
        const { parts } = await this.transport.keep(this.store.device, number, inputs, last);
        this.sent = Math.max(number, parts);
      }
    } catch (error) {
      // What could not be sent waits; a device that does not drive any more has nothing to send.
      passing(error);
    }
  }

  /** A car came from the server, with all that it has of it. */
  private async came({ inputs, parts, held: _, ...car }: RunCarRead): Promise<void> {
    await this.store.write('car', this.runId, { car, inputs, parts } satisfies KeptCar);
    await this.stands({ car, inputs, parts }, parts);
  }

  private async stands({ car, inputs, parts }: KeptCar, sent: number): Promise<void> {
    this.car = car;
    this.kept = inputs.length;
    this.open = [];
    this.sent = sent;
    this.part = parts + 1;
    this.signs = [];
    this.view = await this.worker.put(car.platform, car.setup, inputs);
    // A page whose clock is a little behind the server's does not hold the car still until it has caught up.
    this.zeroMs = Math.min(car.putMs, this.now().getTime() - this.view.nowUs / 1000);
    await this.goesOn();
  }

  /** The car as this device has it, up to the last thing that was done. */
  private async readKept(): Promise<(KeptCar & { readonly base: number }) | undefined> {
    const kept = await this.store.read<KeptCar>('car', this.runId);
    if (!kept) return undefined;
    const inputs = [...kept.inputs];
    let { parts } = kept;
    for (let next = await this.partKept(parts + 1); next; next = await this.partKept(parts + 1)) {
      inputs.push(...next);
      parts += 1;
    }
    return { car: kept.car, inputs, parts, base: kept.parts };
  }

  private partKept(number: number): Promise<readonly TimedInput[] | undefined> {
    return this.store.read('moves', `${this.runId} ${number}`);
  }

  private get worker(): StandWorker {
    this.opened ??= this.openWorker();
    return this.opened;
  }
}

/** What the server's silence, or its no, leaves to do: nothing for now. @throws what is neither */
function passing(error: unknown): undefined {
  if (error instanceof Unreachable || error instanceof Refused) return undefined;
  throw error;
}
