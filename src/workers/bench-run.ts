import type { HeldData } from '@/core/authority/run-secrets';
import type { CarInput, CarSeen, CarState, TimedInput } from '@/core/benchcar/car/car-state';
import { voltsAt } from '@/core/benchcar/car/electrics';
import { lampOf, menuOf } from '@/core/benchcar/car/lamp';
import { stretch, waitNow } from '@/core/benchcar/course/wait-left';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { BenchStart } from '@/core/benchcar/start/bench-start';
import { type CarSetup, startCar } from '@/core/benchcar/start/start-car';
import { type TraceLine, traceReader } from '@/core/benchcar/trace/trace-reader';
import type { RankSign } from '@/core/catalogue/platform';
import { benchOf } from '@/outside/devices/bench-of';
import { type DeviceSaid, type DeviceTask, deviceWork, nothingHeld } from '@/outside/devices/device-tasks';
import type { Devices, ImageTerms } from '@/outside/devices/devices';
import { simulatedDevices } from '@/outside/devices/simulated-devices';
import { SimulatedCar } from '@/outside/link/simulated-car';
import { drive } from '@/outside/vci/drive';
import type { ToolFunction, ToolResult } from '@/outside/vci/functions';
import { SimulatedTool } from '@/outside/vci/simulated-tool';

export type { DeviceTask, ToolFunction };

/** What a bench shows of its car now. */
export interface BenchView extends CarSeen {
  readonly lamp: RankSign;
  /** What the key page of the car's menu says; null where it has none. */
  readonly menu: string | null;
  readonly volts: number;
  readonly memory: CarState['memory'];
  readonly plateVin: string;
  /** What runs in the car, and how far it is. */
  readonly courses: readonly { readonly way: string; readonly step: number }[];
  /** The security wait that runs: since when, and what its platform says of it. */
  readonly wait: {
    readonly sinceUs: number;
    readonly usualSeconds: number;
    readonly longestSeconds: number;
  } | null;
  readonly tool: {
    readonly busy: boolean;
    readonly stopped: boolean;
    readonly result: ToolResult | null;
  };
  /** The device beside the car that works now or worked last, and what an image costs. */
  readonly device: {
    readonly busy: boolean;
    readonly said: DeviceSaid | null;
    readonly hasImage: boolean;
    readonly terms: ImageTerms;
  };
  readonly papers: BenchStart['papers'];
  /** What was said since the last view, and what could be seen or heard. */
  readonly said: readonly TraceLine[];
  readonly signs: readonly { readonly atUs: number; readonly sign: string }[];
  readonly saidInAll: number;
}

/** A car on the bench with its tool, on a clock of its own. */
export class BenchRun {
  readonly car: SimulatedCar;
  private tool: SimulatedTool;
  readonly start: BenchStart;
  private readonly read: (line: SimulatedCar['said'][number]) => TraceLine | undefined;
  private linesShown = 0;
  private signsShown = 0;
  private saidInAll = 0;
  private systemType: string | null = null;
  private readonly devices: Devices;
  private working: { readonly endsUs: number; readonly ends: () => DeviceSaid } | null = null;
  private deviceSaid: DeviceSaid | null = null;
  private readonly hold = nothingHeld();

  /**
   * @param done what was done to the car before, where it stood elsewhere
   * @param failing how often a device fails where nothing is wrong
   */
  constructor(
    readonly platform: BenchPlatform,
    setup: CarSetup,
    done: readonly TimedInput[] = [],
    failing?: number,
  ) {
    this.start = startCar(platform, setup);
    this.car = new SimulatedCar(platform, this.start.state, done);
    this.tool = this.toolFor(platform.platform.systemTypes[0] ?? null);
    this.devices = simulatedDevices(benchOf(this.car), setup.seed, failing);
    this.read = traceReader(platform.behaviour.link);
  }

  hand(input: CarInput): BenchView {
    this.car.hand(input);
    return this.view();
  }

  /**
   * Begins a function of the tool; while one runs, nothing happens.
   * @param systemType the one that it speaks to
   */
  use(task: ToolFunction, systemType: string | null): BenchView {
    if (!this.tool.isBusy || this.tool.hasStopped) {
      if (systemType !== this.systemType) this.tool = this.toolFor(systemType);
      const { nowUs } = this.car.state;
      if (this.tool.hasStopped) this.tool.restart();
      for (const said of this.tool.start(task, nowUs)) this.car.send(said, nowUs);
    }
    return this.view();
  }

  /** Has a device beside the car do something; while one works, nothing happens. */
  device(task: DeviceTask): BenchView {
    if (!this.working) {
      const work = deviceWork(this.devices, task, this.hold);
      this.deviceSaid = null;
      this.working = { endsUs: this.car.state.nowUs + work.seconds * 1_000_000, ends: work.ends };
      this.endsWork();
    }
    return this.view();
  }

  /** What devices held of this car elsewhere; what they hold here stays where nothing is said of it. */
  holds({ image, board }: HeldData): void {
    if (image !== null) this.hold.image = image;
    if (board !== null) this.hold.board = board;
  }

  private endsWork(): void {
    if (!this.working || this.working.endsUs > this.car.state.nowUs) return;
    this.deviceSaid = this.working.ends();
    this.working = null;
  }

  private toolFor(systemType: string | null): SimulatedTool {
    this.systemType = systemType;
    return new SimulatedTool(this.platform, systemType, this.start.toolStops);
  }

  /** The tool is switched off and on again. */
  restartTool(): BenchView {
    this.tool.restart();
    return this.view();
  }

  /**
   * Lets a stretch of the bench's clock go by.
   * @param wallMs of the bench's clock
   * @param rate how many times faster the car waits
   */
  async advance(wallMs: number, rate: number): Promise<BenchView> {
    await this.goes(wallMs, rate);
    return this.view();
  }

  /** The same, without saying what is seen then. */
  async goes(wallMs: number, rate: number): Promise<void> {
    let leftUs = Math.round(wallMs * 1000);
    while (leftUs > 0) {
      const from = this.car.state.nowUs;
      const step = stretch(this.platform, this.car.state, leftUs, rate);
      const reached = await drive(this.tool, this.car, from, step.untilUs);
      // The tool may have come to an end before: what is left of the stretch goes on from there.
      leftUs =
        reached < step.untilUs
          ? Math.max(0, leftUs - Math.max(1, Math.round((reached - from) / Math.max(1, rate))))
          : step.leftUs;
      this.endsWork();
    }
  }

  /** All that was done to the car, by which the same car stands anywhere. */
  inputs(): readonly TimedInput[] {
    return this.car.inputs;
  }

  get toolNow(): BenchView['tool'] {
    return { busy: this.tool.isBusy, stopped: this.tool.hasStopped, result: this.tool.result };
  }

  get deviceNow(): BenchView['device'] {
    return {
      busy: this.working !== null,
      said: this.deviceSaid,
      hasImage: this.hold.image !== null,
      terms: this.devices.server.terms,
    };
  }

  view(): BenchView {
    const { state } = this.car;
    const said = this.car.said.slice(this.linesShown).flatMap((line) => this.read(line) ?? []);
    this.linesShown = this.car.said.length;
    this.saidInAll += said.length;
    const signs = this.car.signs.slice(this.signsShown);
    this.signsShown = this.car.signs.length;
    return {
      nowUs: state.nowUs,
      turns: state.turns,
      parts: state.parts,
      since: state.since,
      keys: state.keys,
      pressed: state.pressed,
      lamp: lampOf(this.platform, state),
      menu: menuOf(this.platform, state),
      volts: voltsAt(this.platform, state, state.nowUs),
      supply: state.battery.supply,
      memory: state.memory,
      plateVin: state.plateVin,
      courses: state.courses.map(({ way, at }) => ({ way, step: at })),
      wait: waitNow(this.platform, state),
      tool: this.toolNow,
      device: this.deviceNow,
      papers: this.start.papers,
      said,
      signs,
      saidInAll: this.saidInAll,
    };
  }
}
