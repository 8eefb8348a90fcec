import { type CommandName, commands } from '@/core/authority/commands';
import type { CarInput, TimedInput } from '@/core/benchcar/car/car-state';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { CarSetup } from '@/core/benchcar/start/start-car';
import type { KeyRole, Step } from '@/core/procedure/document/procedure';
import { handsAt, type TimedHands } from '@/core/procedure/model/act-times';
import { type CarStanding, nothingSaid } from '@/core/run/ask-car';
import { type CommandHands, commandTask, wantedBlank } from '@/outside/devices/command-task';
import type { DeviceSaid } from '@/outside/devices/device-tasks';
import { BenchRun, type BenchView } from './bench-run';

/** What came of a command: nothing yet, what the device said, or nothing that was seen, since the tool stands still. */
export type CommandCame = null | 'done' | 'refused' | 'silent' | 'unseen';

/** What a run sees of the car at the other end of its tool's line. */
export interface StandView extends BenchView {
  /** The command that was told last, by the name of that telling, with what came of it. */
  readonly told: {
    readonly act: string;
    readonly command: CommandName;
    readonly came: CommandCame;
  } | null;
  /** What the car said that was asked what came of a command. */
  readonly stands: { readonly act: string; readonly standing: CarStanding | null } | null;
  /** Whether hands are at the car. */
  readonly handsBusy: boolean;
  /** What was tried last, and whether it went. */
  readonly tried: { readonly of: 'starts' | 'remote'; readonly went: boolean } | null;
  readonly systemType: string | null;
  /** How much was done to the car in all. */
  readonly inputs: number;
}

export type { CommandHands, DeviceSaid };

const second = 1_000_000;
/** A function that goes on by itself is told by then. */
const goesOnAfterUs = 3 * second;

/** A step that hands do, with the tags of its keys. */
export interface StepWork {
  readonly step: Step;
  readonly tags: Readonly<Partial<Record<KeyRole, number>>>;
}

/**
 * A car that stands in for the one of a run, with the tool and devices of the device that drives. Its clock goes where it is told; what
 * was done to it, given again, makes the same car elsewhere.
 */
export class RunStand {
  readonly bench: BenchRun;
  private told: { act: string; command: CommandName; sinceUs: number; came: CommandCame } | null = null;
  private asked: { act: string; by: 'tool' | 'device'; standing: CarStanding | null } | null = null;
  private hands: { readonly atUs: number; readonly hands: TimedHands }[] = [];
  private handsEndUs = 0;
  private tried: StandView['tried'] = null;
  private signsShown = 0;
  private systemType: string | null;

  constructor(platform: BenchPlatform, setup: CarSetup, done: readonly TimedInput[] = [], failing?: number) {
    this.bench = new BenchRun(platform, setup, done, failing);
    this.systemType = platform.platform.systemTypes[0] ?? null;
    // What was seen before it came here was seen then.
    this.signsShown = this.bench.car.signs.length;
  }

  get nowUs(): number {
    return this.bench.car.state.nowUs;
  }

  get handsBusy(): boolean {
    return this.hands.length > 0 || this.handsEndUs > this.nowUs;
  }

  /** What came of the command that was told last. */
  get came(): CommandCame {
    return this.told?.came ?? null;
  }

  get lastTry(): StandView['tried'] {
    return this.tried;
  }

  /** Lets the car's time go on to a moment. */
  async goesTo(untilUs: number): Promise<void> {
    this.handsNow();
    while (this.nowUs < untilUs) {
      const from = this.nowUs;
      const target = Math.min(untilUs, this.hands[0]?.atUs ?? untilUs, from + second);
      await this.bench.goes((Math.max(target, from + 1) - from) / 1000, 1);
      this.handsNow();
      this.judges();
    }
  }

  hand(input: CarInput): void {
    this.bench.hand(input);
  }

  /** Hands do what steps say one after the other, from now on, each thing at its time. */
  does(work: readonly StepWork[]): void {
    let atUs = this.nowUs;
    this.tried = null;
    this.hands = work
      .flatMap(({ step, tags }) => handsAt(step, (role) => tags[role]))
      .map((hands) => {
        const planned = { atUs, hands };
        atUs += Math.round(hands.seconds * second);
        return planned;
      });
    this.handsEndUs = atUs;
  }

  /** The tool speaks to another system type from now on. */
  speaksTo(systemType: string | null): void {
    this.systemType = systemType;
  }

  /**
   * Has tool or device do what a command says. What came of it shows as the time goes on.
   * @param act a name for this telling, which no other has
   */
  tell(act: string, command: CommandName, hands: CommandHands): void {
    this.told = { act, command, sinceUs: this.nowUs, came: null };
    this.asked = null;
    const task = commandTask(command, hands);
    if (task.by === 'device') {
      this.bench.device(task.task);
    } else if (this.bench.platform.behaviour.link.kind === 'none') {
      this.told.came = 'silent';
    } else {
      if (this.bench.toolNow.busy) this.bench.restartTool();
      this.bench.use(task.task, this.systemType);
    }
    this.judges();
  }

  /** Asks the car what came of a command whose answer was not seen. */
  ask(act: string, command: CommandName, tag: number): void {
    this.told = null;
    const of = commands[command].asked;
    const cannot =
      of === undefined || (of === 'module' && this.bench.platform.behaviour.link.kind === 'none');
    this.asked = { act, by: of === 'module' ? 'tool' : 'device', standing: cannot ? nothingSaid : null };
    if (cannot) return;
    if (of === 'module') {
      this.bench.restartTool();
      this.bench.use({ kind: 'stands' }, this.systemType);
    } else this.bench.device({ does: of === 'chip' ? 'readChip' : 'readCartridge', tag });
  }

  /** What was done to the car since so many things. */
  inputsFrom(from: number): readonly TimedInput[] {
    return this.bench.inputs().slice(from);
  }

  view(): StandView {
    const { told } = this;
    const signs = this.bench.car.signs.slice(this.signsShown);
    this.signsShown += signs.length;
    return {
      ...this.bench.view(),
      signs,
      told: told && { act: told.act, command: told.command, came: told.came },
      stands: this.asked && { act: this.asked.act, standing: this.asked.standing },
      handsBusy: this.handsBusy,
      tried: this.tried,
      systemType: this.systemType,
      inputs: this.bench.inputs().length,
    };
  }

  private handsNow(): void {
    for (let next = this.hands[0]; next && next.atUs <= this.nowUs; next = this.hands[0]) {
      this.hands = this.hands.slice(1);
      const { car } = this.bench;
      const from = car.signs.length;
      for (const input of next.hands.inputs(car.state)) car.hand(input);
      const { tries } = next.hands;
      if (tries === 'starts') this.tried = { of: tries, went: car.state.parts.ignition === 'running' };
      if (tries === 'remote')
        this.tried = {
          of: tries,
          went: car.signs.slice(from).some(({ sign }) => sign === 'the car answers: lock'),
        };
    }
  }

  private judges(): void {
    const { toolNow: tool, deviceNow: device } = this.bench;
    if (this.asked && !this.asked.standing) {
      if (this.asked.by === 'tool' && tool.result && !tool.busy)
        this.asked.standing = tool.result.stands ?? nothingSaid;
      if (this.asked.by === 'device' && device.said && !device.busy)
        this.asked.standing = { ...nothingSaid, isBlank: device.said.isBlank ?? null };
    }
    const { told } = this;
    if (!told || told.came !== null) return;
    if (commands[told.command].device !== 'tool') {
      if (device.busy || !device.said) return;
      const wanted = wantedBlank[told.command];
      const isRight = wanted === undefined || device.said.isBlank === wanted;
      told.came = device.said.ok && isRight ? 'done' : 'refused';
      return;
    }
    if (tool.stopped) told.came = 'unseen';
    else if (tool.busy) {
      if (commands[told.command].goesOn && this.nowUs - told.sinceUs >= goesOnAfterUs) told.came = 'done';
    } else if (tool.result) told.came = tool.result.ok ? 'done' : tool.result.silent ? 'silent' : 'refused';
  }
}
