import { voltsAt } from '@/core/benchcar/car/electrics';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { CarSetup } from '@/core/benchcar/start/start-car';
import type { BoundNode, BoundProcedure } from '@/core/procedure/bind/bound';
import type { CauseBook } from '@/core/procedure/causes/causes';
import { likelyCauses, nextLook } from '@/core/procedure/causes/next-look';
import { type CommandStep, type KeyRole, keyRoles } from '@/core/procedure/document/procedure';
import { beatsOf } from '@/core/procedure/model/act-times';
import { checkAnswer, observeAnswer, optionOf, type Sight, toolTells } from '@/core/procedure/model/sees';
import { learnTags, runTakes, startRun, suspects, tagOf } from '@/core/procedure/run/run';
import type { RunEvent, RunState } from '@/core/procedure/run/run-state';
import type { SimulatedCar } from '@/outside/link/simulated-car';
import { RunStand } from '@/workers/run-stand';

const second = 1_000_000;

/** Somebody who does what a procedure says at a car on the bench, and answers by what the car shows. */
export class ProcedureDriver {
  readonly car: SimulatedCar;
  readonly events: RunEvent[] = [];
  readonly log: string[] = [];
  run: RunState;
  private readonly stand: RunStand;
  /** Beats of the sequence that was paced last. */
  private beats = 0;
  private signsFrom = 0;
  private pin: string | null;
  private isWrong = false;
  private typesTried = 0;
  private typeFound = false;
  private stepEnds = new Map<string, number>();

  constructor(
    readonly platform: BenchPlatform,
    readonly procedure: BoundProcedure,
    setup: CarSetup,
    private readonly book: CauseBook,
  ) {
    this.stand = new RunStand(platform, setup, [], 0);
    this.car = this.stand.bench.car;
    this.pin = this.stand.bench.start.papers.pin;
    this.run = startRun(procedure);
    this.takes({ kind: 'authority', stage: 'onSite' });
  }

  /** Goes on until an end, or until so many things have happened. @returns the end, or undefined */
  async goes(most = 400): Promise<string | undefined> {
    while (this.events.length < most) {
      if (this.procedure.ends.has(this.run.at)) return this.run.at;
      const node = this.procedure.nodes.get(this.run.at);
      if (!node) throw new Error(`nothing is at ${this.run.at}`);
      if (this.run.search) await this.searches(node);
      else {
        const answer = await this.does(node);
        this.log.push(
          `${node.id}: ${answer} ${voltsAt(this.platform, this.car.state, this.car.state.nowUs).toFixed(1)} ${Math.round(this.car.state.nowUs / 1e6)}`,
        );
        this.stepEnds.set(node.step.id, this.car.state.nowUs);
        this.takes({ kind: 'answered', node: node.id, answer });
      }
    }
    return undefined;
  }

  get learned(): readonly number[] {
    const { keys, memory } = this.car.state;
    return keys
      .filter(({ tag, identity }) => this.learn.includes(tag) && memory.identities.includes(identity))
      .map(({ tag }) => tag);
  }

  /** Whether the car has what the way promises: keys that it knows, a copy that is one with its original, a remote that it answers. */
  get worked(): boolean {
    const { keys, memory } = this.car.state;
    const made = keys.filter(({ tag }) => this.learn.includes(tag));
    if (this.procedure.way === 'remote')
      return made.every(({ remote }) => remote !== null && memory.remotes.includes(remote));
    return this.learned.length === this.learn.length;
  }

  private get learn(): readonly number[] {
    return learnTags(this.procedure, this.run);
  }

  private takes(event: RunEvent): void {
    const taken = runTakes(
      this.procedure,
      { slotsMinimum: this.platform.platform.slotsMinimum },
      this.run,
      event,
    );
    if (!taken.ok) throw new Error(`${taken.problems[0]?.message} ${JSON.stringify(event)}`);
    this.events.push(event);
    this.run = taken.value;
  }

  private sight(node: BoundNode): Sight {
    const { platform } = this;
    const method = platform.platform.methods.find(({ kind }) => kind === this.procedure.way);
    return {
      platform,
      car: this.car.state,
      signs: this.car.signs.slice(this.signsFrom).map(({ sign }) => sign),
      tool: this.toolSays(),
      tagOf: (role) => tagOf(node, this.run, role),
      learn: this.learn,
      erases: method?.others === 'erase',
      pin: this.pin === null ? 'none' : this.isWrong ? 'wrong' : 'onPaper',
      taken: this.run.taken,
      typeFound: this.typeFound,
      typesLeft: platform.platform.systemTypes.length - this.typesTried,
    };
  }

  private toolSays(): Sight['tool'] {
    return toolTells(this.tool);
  }

  private get tool() {
    return this.stand.bench.toolNow;
  }

  private async does(node: BoundNode): Promise<string> {
    const { step } = node;
    switch (step.kind) {
      case 'do':
        await this.hands(node);
        return 'done';
      case 'check':
        if (step.of !== 'starts' && step.of !== 'remote') return checkAnswer(step, this.sight(node));
        await this.hands(node);
        return this.stand.lastTry ? (this.stand.lastTry.went ? 'yes' : 'no') : 'cannotTell';
      case 'hold':
        await this.hands(node);
        return 'held';
      case 'pace':
        this.beats = beatsOf(step);
        await this.hands(node);
        return 'held';
      case 'window': {
        const from = 'step' in step.from ? this.stepEnds.get(step.from.step) : undefined;
        if (from !== undefined && step.notBefore !== undefined)
          await this.waits(
            Math.max(0.5, Number(step.notBefore) + 0.2 - (this.car.state.nowUs - from) / second),
          );
        await this.hands(node);
        return 'held';
      }
      case 'wait':
        return this.sits(step.wait);
      case 'observe': {
        if (step.answers.some(({ by }) => by?.tool !== undefined)) await this.settles();
        const answer = observeAnswer(step, this.sight(node));
        this.signsFrom = this.car.signs.length;
        return answer;
      }
      case 'enter':
        return this.pin === null ? 'missing' : 'done';
      case 'choose': {
        const option = optionOf(step, this.sight(node));
        if (option === undefined) throw new Error('no option is the one');
        if (step.options.find(({ id }) => id === option)?.when === 'typeLeft') {
          const type = this.platform.platform.systemTypes[this.typesTried];
          this.typesTried += 1;
          if (type !== undefined) this.stand.speaksTo(type);
        }
        return option;
      }
      case 'command':
        return this.commands(node, step);
    }
  }

  private async hands(node: BoundNode): Promise<void> {
    this.stand.does([{ step: node.step, tags: this.tags(node) }]);
    do await this.waits(0.1);
    while (this.stand.handsBusy);
    // A head that comes with a new module is tagged when it is unpacked.
    const head = this.car.state.keys.find(({ identity }) => identity.startsWith('module'));
    const planned = this.procedure.plan.came;
    if (head && planned !== undefined && head.tag !== planned && this.run.exchanged[planned] === undefined)
      this.takes({ kind: 'exchanged', from: planned, to: head.tag });
  }

  private tags(node: BoundNode): Partial<Record<KeyRole, number>> {
    return Object.fromEntries(
      (Object.keys(keyRoles) as KeyRole[]).map((role) => [role, tagOf(node, this.run, role)]),
    );
  }

  private waits(seconds: number): Promise<void> {
    return this.stand.goesTo(this.car.state.nowUs + Math.round(seconds * second));
  }

  /** Gives the tool a moment to say what came of it. */
  private async settles(): Promise<void> {
    for (let waited = 0; waited < 8 && this.tool.busy && !this.tool.stopped; waited += 1) await this.waits(1);
    // A key that nobody takes leaves the tool waiting to the end of its window.
    for (let waited = 0; waited < 130 && this.tool.busy && !this.tool.stopped; waited += 1)
      await this.waits(1);
  }

  private async sits(number: number): Promise<string> {
    const method = this.platform.platform.methods.find(({ kind }) => kind === this.procedure.way);
    const longest = method?.waits[number - 1]?.longestSeconds ?? 0;
    const isThere = () =>
      this.car.state.courses.some(({ way, at }) => {
        const step = this.platform.behaviour.courses.find((one) => one.way === way)?.steps[at];
        return way === this.procedure.way && step?.kind === 'wait' && step.number === number;
      });
    const { link } = this.platform.behaviour;
    for (let waited = 0; waited <= 2 * longest + 10; waited += 1) {
      const over = !isThere() && (link.kind === 'none' || !this.tool.busy || this.more(number));
      if (over) break;
      await this.waits(1);
    }
    if (isThere()) return 'late';
    if (this.car.state.courses.every(({ way }) => way !== this.procedure.way) && !this.car.state.ended)
      return 'late';
    return !this.tool.busy && this.tool.result && !this.tool.result.ok ? 'late' : 'over';
  }

  /** Whether another wait follows, so that the tool goes on waiting. */
  private more(number: number): boolean {
    const method = this.platform.platform.methods.find(({ kind }) => kind === this.procedure.way);
    return (method?.waits.length ?? 0) > number;
  }

  private async commands(node: BoundNode, { command, key }: CommandStep): Promise<string> {
    this.signsFrom = this.car.signs.length;
    const tag = (key && tagOf(node, this.run, key)) ?? tagOf(node, this.run, 'new') ?? 0;
    const known = tagOf(node, this.run, 'known') ?? 0;
    const { way } = this.procedure;
    this.stand.tell(node.id, command, { way, tag, known, tries: this.beats, pin: this.pin });
    for (let waited = 0; waited < 300 && this.stand.came === null; waited += 1) await this.waits(1);
    const { came } = this.stand;
    // A tool that stands still, or works on, has told the car.
    if (came === null || came === 'unseen') return 'done';
    const pin = this.tool.result?.pin;
    this.typeFound ||= came !== 'silent' && this.tool.result !== null;
    if (command === 'readPin' && pin !== undefined) {
      this.pin = pin;
      this.isWrong = false;
    }
    return came;
  }

  private async searches(node: BoundNode): Promise<void> {
    const { search } = this.run;
    const causes = suspects(this.procedure, this.run);
    const looked = search?.looked ?? [];
    const looks = this.book.looks.filter(({ tells }) =>
      causes.some(({ cause }) => tells[cause] !== undefined),
    );
    const next = nextLook(causes, looks, looked);
    if (next) {
      const answer = await this.looks(next.look.name);
      this.log.push(`  ${next.look.name}? ${answer}`);
      this.takes({ kind: 'looked', look: next.look.name, answer });
      return;
    }
    const [likeliest] = likelyCauses(causes, looks, looked);
    if (likeliest && likeliest.probability >= 0.5) {
      await this.mends(likeliest.cause, node);
      this.log.push(`  mended ${likeliest.cause}`);
      this.takes({ kind: 'mended', cause: likeliest.cause });
    } else {
      this.log.push('  gave up');
      this.takes({ kind: 'gaveUp' });
    }
  }

  /** What somebody finds who looks. */
  private async looks(look: string): Promise<'yes' | 'no'> {
    await this.waits(this.book.looks.find(({ name }) => name === look)?.seconds ?? 1);
    const { platform } = this;
    const { state } = this.car;
    const news = state.keys.filter(({ tag }) => this.learn.includes(tag));
    const yes = (): boolean => {
      switch (look) {
        case 'bags':
          this.car.hand({ kind: 'look', at: 'bag' });
          return this.car.state.keys.some(({ place }) => place === 'bag');
        case 'ring':
          this.car.hand({ kind: 'look', at: 'ring' });
          return this.car.state.keys.some(({ place }) => place === 'ring');
        case 'chip':
          return news.some(({ chip }) => chip === null || !platform.behaviour.chips.includes(chip));
        case 'bound':
          return news.some(({ boundTo }) => boundTo !== null && boundTo !== state.seed);
        case 'rank':
          return (
            platform.platform.rank !== 'none' &&
            !state.keys.some(({ rank, tag }) => rank === 'master' && !this.learn.includes(tag))
          );
        case 'cell':
          return state.keys.some(({ tag, cell }) => !this.learn.includes(tag) && cell !== 'good');
        case 'volts':
          return voltsAt(platform, state, state.nowUs) < platform.behaviour.battery.leastVolts + 0.5;
        case 'full':
          return (
            platform.platform.count !== 'cannotSay' &&
            state.memory.identities.length >= platform.platform.slotsMaximum
          );
        case 'vin':
          return state.module.vin !== state.plateVin;
        case 'type':
          return false;
        case 'refused':
          return this.pin !== null && this.pin !== state.module.pin;
        case 'leads':
          return state.parts.lead !== 'plugged';
        case 'adapter':
          return state.parts.lead === 'adapter missing';
        case 'silent':
          return this.tool.stopped;
        case 'starts': {
          const tag = this.learn.find((one) =>
            state.keys.some((key) => key.tag === one && state.memory.identities.includes(key.identity)),
          );
          return tag !== undefined;
        }
        case 'doors':
          return ['driverDoor', 'passengerDoor', 'rearDoor'].some((door) => state.parts[door] === 'ajar');
        case 'bonnet':
          return state.quirks.blind.includes('bonnet');
        case 'button':
          return state.quirks.deaf.includes('button');
        case 'copies': {
          const known = state.keys.filter(({ tag }) => this.procedure.plan.known.includes(tag));
          return new Set(known.map(({ identity }) => identity)).size < known.length;
        }
        default:
          return false;
      }
    };
    return yes() ? 'yes' : 'no';
  }

  private async mends(cause: string, node: BoundNode): Promise<void> {
    const aside = (place: 'bag' | 'ring' | 'cabin') => {
      for (const key of this.car.state.keys.filter((one) => one.place === place))
        this.car.hand({ kind: 'move', tag: key.tag, to: 'away' });
    };
    switch (cause) {
      case 'forgottenKey':
        return aside('bag');
      case 'sameRing':
        return aside('ring');
      case 'wrongChip':
      case 'notReset': {
        const bad = tagOf(node, this.run, 'new');
        this.car.hand({ kind: 'fetch' });
        const brought = Math.max(...this.car.state.keys.map(({ tag }) => tag));
        if (bad !== undefined) this.takes({ kind: 'exchanged', from: bad, to: brought });
        return;
      }
      case 'weakCell':
        for (const { tag } of this.car.state.keys.filter(({ cell }) => cell !== 'good'))
          this.car.hand({ kind: 'cell', tag, to: 'good' });
        return;
      case 'lowVoltage':
        this.car.hand({ kind: 'supply', on: true });
        while (
          voltsAt(this.platform, this.car.state, this.car.state.nowUs) <
          this.platform.behaviour.battery.leastVolts + 0.8
        )
          await this.waits(30);
        return;
      case 'pinBefore':
        this.isWrong = true;
        if (!this.platform.platform.pinSources.includes('obdSocket')) {
          // Asked for again, by this module's number.
          this.pin = this.car.state.module.pin;
          this.isWrong = false;
        }
        return;
      case 'looseLead':
      case 'noAdapter':
      case 'linkLost':
        this.car.hand({ kind: 'part', part: 'lead', to: 'plugged' });
        return;
      case 'toolStops':
        this.stand.bench.restartTool();
        return;
      case 'doorAjar':
        for (const door of ['driverDoor', 'passengerDoor', 'rearDoor'])
          this.car.hand({ kind: 'part', part: door, to: 'shut' });
        return;
      default:
        return;
    }
  }
}
