import { mayIntroduce } from '@/core/benchcar/car/reading';
import type { CourseStep, HandsStep, LearnStep, Place, States } from '@/core/benchcar/document/behaviour';
import { type BenchPlatform, courseOf } from '@/core/benchcar/document/bench-platform';
import type { BenchStart } from '@/core/benchcar/start/bench-start';
import { type CarSetup, startCar } from '@/core/benchcar/start/start-car';
import type { MethodKind } from '@/core/catalogue/methods';
import { methods } from '@/core/catalogue/methods';
import { SimulatedCar } from '@/outside/link/simulated-car';
import { drive } from '@/outside/vci/drive';
import type { ToolFunction, ToolResult } from '@/outside/vci/functions';
import { SimulatedTool } from '@/outside/vci/simulated-tool';

const second = 1_000_000;

/** A setup for tests, with what matters to them changed. */
export function benchSetup(platform: BenchPlatform, more: Partial<CarSetup> = {}): CarSetup {
  return {
    seed: 'seed 1',
    ignition: platform.behaviour.ignition[0] ?? 'turn',
    knownKeys: 1,
    lostKeys: 1,
    blankKeys: 2,
    facts: {},
    faults: [],
    byChance: false,
    ...more,
  };
}

/** The keys that a way starts from on a platform, in the customer's hand. */
export function setupFor(platform: BenchPlatform, way: MethodKind, more: Partial<CarSetup> = {}): CarSetup {
  const method = platform.platform.methods.find(({ kind }) => kind === way);
  return benchSetup(platform, { knownKeys: method?.knownKeysNeeded ?? 0, ...more });
}

/** Somebody who does each step of a way as its document has it, by hand and with the tool. */
export class Operator {
  readonly car: SimulatedCar;
  readonly tool: SimulatedTool;
  readonly start: BenchStart;
  readonly results: ToolResult[] = [];

  constructor(
    readonly platform: BenchPlatform,
    setup: CarSetup,
    systemType: string | null = null,
  ) {
    this.start = startCar(platform, setup);
    this.car = new SimulatedCar(platform, this.start.state);
    const type = systemType ?? this.start.state.module.systemType;
    this.tool = new SimulatedTool(platform, type, this.start.toolStops);
  }

  get blanks(): number[] {
    return this.car.state.keys.filter(({ identity }) => identity.startsWith('blank')).map(({ tag }) => tag);
  }

  async wait(seconds: number): Promise<void> {
    const from = this.car.state.nowUs;
    let now = from;
    while (now < from + seconds * second)
      now = await drive(this.tool, this.car, now, from + Math.round(seconds * second));
  }

  /** Does a function of the tool and waits until it ends. */
  async asks(task: ToolFunction, patienceSeconds = 7200): Promise<ToolResult> {
    const from = this.car.state.nowUs;
    for (const said of this.tool.start(task, from)) this.car.send(said, from);
    let now = from;
    while (this.tool.isBusy && now < from + patienceSeconds * second)
      now = await drive(this.tool, this.car, now, from + patienceSeconds * second);
    const result = this.tool.result ?? { ok: false, words: ['The tool says nothing.'] };
    this.results.push(result);
    return result;
  }

  /** Plays a way from its first step to its last. */
  async play(way: MethodKind, tags: readonly number[] = this.blanks): Promise<boolean> {
    const steps = courseOf(this.platform, way)?.steps ?? [];
    for (const [at, step] of steps.entries()) {
      this.states({ ...aheadOf(steps[at + 1]), ...this.whileOf(step) });
      if (!(await this.step(way, step, tags))) return false;
    }
    if (this.car.state.pressed) this.car.hand({ kind: 'release' });
    if (steps.some(({ kind }) => kind === 'tool')) {
      this.away();
      await this.asks({ kind: 'leave' });
    }
    return true;
  }

  private async step(way: MethodKind, step: CourseStep, tags: readonly number[]): Promise<boolean> {
    switch (step.kind) {
      case 'hands':
        await this.hands(step, tags);
        return true;
      case 'hold':
        await this.wait(step.seconds + 0.5);
        return true;
      case 'wait':
        return this.waits(way, step.number);
      case 'tool': {
        if (step.does !== 'begin') return (await this.asks({ kind: step.does })).ok;
        this.states({
          ...this.platform.behaviour.pin?.while,
          ...this.platform.behaviour.needs,
          ...step.while,
        });
        this.keysFor(step.known, step.while);
        const pin = this.start.papers.pin;
        return (await this.asks({ kind: 'begin', way, pin })).ok;
      }
      case 'learn':
        return this.learns(way, step, tags);
      case 'device':
        for (const tag of step.does === 'position' || step.does === 'image' ? tags : [0]) {
          if (tag > 0) this.place(tag, 'bench');
          this.car.hand({ kind: 'device', does: step.does, tag });
        }
        return true;
      case 'remote':
        return true;
    }
  }

  /** Waits until the car has gone on, at most a little longer than its longest wait. */
  private async waits(way: MethodKind, number: number): Promise<boolean> {
    const longest =
      this.platform.platform.methods.find(({ kind }) => kind === way)?.waits[number - 1]?.longestSeconds ?? 0;
    const at = () => this.car.state.courses.find((course) => course.way === way)?.at;
    const from = at();
    for (let waited = 0; waited <= 2 * longest && at() === from && from !== undefined; waited += 1) {
      const step = courseOf(this.platform, way)?.steps[from];
      if (step?.kind !== 'wait' || step.number !== number) break;
      await this.wait(1);
    }
    return true;
  }

  private async hands(step: HandsStep, tags: readonly number[]): Promise<void> {
    const [pace, held] = [step.pace ? (step.pace.from + step.pace.to) / 2 : 1, (step.held?.from ?? 0) + 0.5];
    for (let time = 0; time < (step.times ?? 1); time += 1) {
      if (step.part === 'button') {
        const tag = tags[0] ?? 1;
        this.car.hand({ kind: 'press', tag, button: step.to ?? 'lock' });
        await this.wait(0.2);
        continue;
      }
      await this.wait(time === 0 ? held : pace / 2);
      const rest = this.atRest(step.part);
      if (step.to !== undefined && this.car.state.parts[step.part] === step.to) this.part(step.part, rest);
      if (step.part === 'ignition' && step.to !== 'off' && this.car.state.turns === 'turn') {
        this.part('ignition', 'off');
        this.lock(this.keyOf(step, tags));
      }
      const now = this.car.state.parts[step.part];
      this.part(step.part, step.to ?? (now === rest ? this.otherOf(step.part) : rest));
      if (time + 1 < (step.times ?? 1) && step.to !== undefined) {
        await this.wait(pace / 2);
        this.part(step.part, rest);
      }
    }
  }

  private async learns(way: MethodKind, step: LearnStep, tags: readonly number[]): Promise<boolean> {
    const byTool = this.car.state.courses.some((course) => course.byTool);
    let all = true;
    for (const tag of tags) {
      if (byTool) this.away();
      const before = this.car.state.memory.identities;
      if (!byTool && this.knows(tag)) continue;
      if (byTool) {
        const from = this.car.state.nowUs;
        for (const said of this.tool.start({ kind: 'learn' }, from)) this.car.send(said, from);
        await this.wait(1.5);
      }
      for (let time = 0; time < (step.confirm ? 2 : 1); time += 1) {
        this.present(step, tag);
        await this.wait(2);
        if (step.confirm && time === 0) this.place(tag, 'outside');
      }
      if (byTool) {
        while (this.tool.isBusy && !this.tool.hasStopped) await this.wait(1);
        all &&= this.tool.result?.ok ?? false;
        if (this.tool.result) this.results.push(this.tool.result);
      }
      if (byTool && step.back !== undefined && tag !== tags.at(-1))
        await this.again(way, step, tags.slice(tags.indexOf(tag) + 1));
      if (before === this.car.state.memory.identities) all = false;
      // One key is all that a way takes where no tool leads it.
      if (!byTool) break;
    }
    return all;
  }

  /** What has to be done again before the next key. */
  private async again(way: MethodKind, step: LearnStep, tags: readonly number[]): Promise<void> {
    const steps = courseOf(this.platform, way)?.steps ?? [];
    const at = steps.indexOf(step);
    for (const before of steps.slice(at - (step.back ?? 0), at)) await this.step(way, before, tags);
  }

  private present(step: LearnStep, tag: number): void {
    if (step.at !== 'lock') {
      this.place(tag, step.at);
      return;
    }
    if (this.car.state.parts.ignition !== 'forced') this.part('ignition', 'off');
    this.lock(tag);
    if (step.while?.ignition === 'on') this.part('ignition', 'on');
  }

  /** Keys that the car knows are brought where the step wants them. */
  private keysFor(place: Place | undefined, states: States | undefined): void {
    const known = this.car.state.keys.filter((key) => this.mayBeKnown(key.tag));
    if (place === 'lock') {
      this.lock(known[0]?.tag);
      if (states?.ignition === 'on' || this.platform.behaviour.needs.ignition === 'on')
        this.part('ignition', 'on');
    } else if (place) for (const { tag } of known) this.place(tag, place);
    if (
      place !== 'lock' &&
      (states?.ignition ??
        this.platform.behaviour.pin?.while.ignition ??
        this.platform.behaviour.needs.ignition) === 'on'
    ) {
      const first = known[0]?.tag ?? this.blanks[0];
      if (this.car.state.parts.ignition !== 'forced') {
        this.lock(first);
        this.part('ignition', 'on');
      }
    }
  }

  private mayBeKnown(tag: number): boolean {
    const key = this.car.state.keys.find((one) => one.tag === tag);
    return key !== undefined && !key.identity.startsWith('blank') && !key.identity.startsWith('hidden');
  }

  private keyOf(step: HandsStep, tags: readonly number[]): number | undefined {
    const used = this.car.state.courses.flatMap((course) => course.used);
    const known = this.car.state.keys.filter((key) => mayIntroduce(this.platform, this.car.state, key));
    switch (step.key) {
      case 'known':
        return (known[0] ?? this.car.state.keys[0])?.tag;
      case 'otherKnown':
        return known.find(({ tag }) => !used.includes(tag))?.tag;
      case 'same':
        return used.at(-1);
      case 'new':
        return tags[0];
      default:
        return known[0]?.tag ?? tags[0];
    }
  }

  private knows(tag: number): boolean {
    const key = this.car.state.keys.find((one) => one.tag === tag);
    return key !== undefined && this.car.state.memory.identities.includes(key.identity);
  }

  /** The keys in hand are taken out of the car, one in the lock too. */
  private away(): void {
    if (this.car.state.parts.ignition !== 'forced') this.part('ignition', 'off');
    for (const { tag, place, identity } of this.car.state.keys)
      if (place !== 'outside' && place !== 'away' && place !== 'bench' && !identity.startsWith('hidden'))
        this.place(tag, 'outside');
  }

  private lock(tag: number | undefined): void {
    const there = this.car.state.keys.find(({ place }) => place === 'lock');
    if (there && there.tag !== tag) this.place(there.tag, 'outside');
    if (tag !== undefined) this.place(tag, 'lock');
  }

  private place(tag: number, to: Place): void {
    this.car.hand({ kind: 'move', tag, to });
  }

  private part(part: string, to: string): void {
    this.car.hand({ kind: 'part', part, to });
  }

  private states(states: States): void {
    for (const [part, to] of Object.entries(states)) {
      if (part === 'doors') {
        for (const door of ['driverDoor', 'passengerDoor']) this.part(door, 'shut');
      } else if (part !== 'button' && part !== 'ignition') this.part(part, to);
      else if (part === 'ignition' && (to === 'forced' || to === 'off')) this.part(part, to);
    }
  }

  private whileOf(step: CourseStep): States {
    if (!('while' in step)) return {};
    const { ignition: _, ...rest } = step.while ?? {};
    return rest;
  }

  private atRest(part: string): string {
    return this.start.state.parts[part] ?? '';
  }

  private otherOf(part: string): string {
    const own = this.platform.behaviour.parts.find(({ name }) => name === part)?.states[1];
    return own ?? (part === 'hazards' ? 'on' : part.endsWith('Door') ? 'ajar' : 'on');
  }

  /** Whether a key starts the engine, all others away. */
  starts(tag: number): boolean {
    this.away();
    if (this.car.state.parts.ignition === 'forced') this.part('ignition', 'off');
    this.part('brake', 'pressed');
    this.place(tag, this.car.state.turns === 'turn' ? 'lock' : 'cabin');
    this.part('ignition', 'cranking');
    const runs = this.car.state.parts.ignition === 'running';
    this.part('ignition', 'off');
    this.place(tag, 'outside');
    return runs;
  }
}

/** What a wait that comes next wants to find; the ignition is turned by the step itself. */
function aheadOf(step: CourseStep | undefined): States {
  if (step?.kind !== 'wait') return {};
  const { ignition: _, ...rest } = step.while ?? {};
  return rest;
}

/** The ways of a platform that a car takes part in. */
export function waysOf({ behaviour }: BenchPlatform): MethodKind[] {
  return behaviour.courses.map(({ way }) => way).filter((way) => Object.hasOwn(methods, way));
}
