import { refusalOf } from '@/core/benchcar/can/refusals';
import {
  askModule,
  idleTester,
  type TesterEvent,
  type TesterIds,
  type TesterState,
  type TesterTurn,
  testerDue,
  testerHears,
  wakeTester,
} from '@/core/benchcar/can/tester';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import {
  answerHead,
  byteUs,
  lineCommands,
  readTelegram,
  requestHead,
  telegramOf,
} from '@/core/benchcar/serial/telegram';
import type { Heard, OnLine } from '../link/link';
import { canDialogue } from './can-dialogue';
import type { Answer, Dialogue, Talk, ToolAct } from './dialogue';
import { run, type ToolFunction, type ToolResult } from './functions';
import { lineAnswer, lineDialogue } from './line-dialogue';

/** How long an answer on the older line may take, and how often the tool says that it is there. */
const lineAnswerUs = 400_000;
const linePresentUs = 2_000_000;

/**
 * A tool that stands in for a real one. It knows a platform's records and commands, as tools do, and of the car what it says on the
 * line. Times are those of the car's clock; whoever drives it asks what is due.
 */
export class SimulatedTool {
  /** What the last function came to; null while one runs or none ran yet. */
  result: ToolResult | null = null;
  private talk: Talk<ToolResult> | null = null;
  private resumesUs: number | null = null;
  private readonly dialogue: Dialogue | null;
  private readonly line: ToolLine | null;
  private stopped = false;

  /**
   * @param systemType the one it speaks to; null for the platform's own address
   * @param stops whether it goes silent after the first key that the car takes
   */
  constructor(
    { behaviour: { link } }: BenchPlatform,
    systemType: string | null,
    private stops: boolean,
  ) {
    if (link.kind === 'none') {
      this.dialogue = null;
      this.line = null;
      return;
    }
    const address = link.types.find(({ type }) => type === systemType)?.address ?? link.address;
    this.dialogue = link.kind === 'can' ? canDialogue(link) : lineDialogue(link);
    this.line = link.kind === 'can' ? new CanLine(address) : new SerialLine(address);
  }

  get isBusy(): boolean {
    return this.talk !== null;
  }

  get hasStopped(): boolean {
    return this.stopped;
  }

  /**
   * Begins a function.
   * @throws Error while one runs, or on a car without a line: a bug of the caller
   */
  start(task: ToolFunction, nowUs: number): readonly OnLine[] {
    if (this.talk || !this.dialogue) throw new Error('the tool is busy, or has no line to this car');
    if (this.stopped) this.restart();
    this.result = null;
    this.talk = run(this.dialogue, task);
    return this.goesOn(undefined, nowUs);
  }

  hears({ said }: Heard, nowUs: number): readonly OnLine[] {
    if (!this.line || this.stopped) return [];
    const { out, answer } = this.line.hears(said, nowUs);
    return answer ? [...out, ...this.goesOn(answer, nowUs)] : out;
  }

  due(): number | null {
    if (!this.line || this.stopped) return null;
    const dues = [this.line.due(), this.resumesUs].filter((due) => due !== null);
    return dues.length === 0 ? null : Math.min(...dues);
  }

  wake(nowUs: number): readonly OnLine[] {
    if (!this.line) return [];
    if (this.resumesUs !== null && this.resumesUs <= nowUs) {
      this.resumesUs = null;
      return this.goesOn({ kind: 'answered', bytes: [] }, nowUs);
    }
    const { out, answer } = this.line.wake(nowUs);
    return answer ? [...out, ...this.goesOn(answer, nowUs)] : out;
  }

  /** Switched off and on again: it knows nothing of what it did. */
  restart(): void {
    this.talk = null;
    this.resumesUs = null;
    this.result = null;
    this.stopped = false;
    this.line?.reset();
  }

  private goesOn(answer: Answer | undefined, nowUs: number): readonly OnLine[] {
    if (!this.talk || !this.line) return [];
    const step = answer === undefined ? this.talk.next() : this.talk.next(answer);
    if (step.done) {
      this.talk = null;
      if (this.stops && step.value.learned !== undefined) {
        // The car took the key, and nobody is told so.
        this.stopped = true;
        this.stops = false;
        this.result = null;
        return [];
      }
      this.result = step.value;
      return [];
    }
    return this.acts(step.value, nowUs);
  }

  private acts(act: ToolAct, nowUs: number): readonly OnLine[] {
    if (act.kind === 'pause') {
      this.resumesUs = nowUs + act.us;
      return [];
    }
    return this.line?.ask(act.message, act.keepOpen, nowUs) ?? [];
  }
}

interface Turn {
  readonly out: readonly OnLine[];
  readonly answer: Answer | null;
}

/** The tool's end of a line. */
interface ToolLine {
  ask(message: readonly number[], keepOpen: boolean, nowUs: number): readonly OnLine[];
  hears(said: OnLine, nowUs: number): Turn;
  due(): number | null;
  wake(nowUs: number): Turn;
  reset(): void;
}

class CanLine implements ToolLine {
  private state: TesterState = idleTester;
  private readonly ids: TesterIds;

  constructor(address: number) {
    this.ids = { requestId: address, responseId: address + 8 };
  }

  ask(message: readonly number[], keepOpen: boolean, nowUs: number): readonly OnLine[] {
    return this.after(askModule(this.state, this.ids, message, nowUs, keepOpen)).out;
  }

  hears(said: OnLine, nowUs: number): Turn {
    return said.kind === 'frame'
      ? this.after(testerHears(this.state, this.ids, said.frame, nowUs))
      : { out: [], answer: null };
  }

  due(): number | null {
    return testerDue(this.state);
  }

  wake(nowUs: number): Turn {
    return this.after(wakeTester(this.state, this.ids, nowUs));
  }

  reset(): void {
    this.state = idleTester;
  }

  private after({ state, frames, events }: TesterTurn): Turn {
    this.state = state;
    const out = frames.map((frame): OnLine => ({ kind: 'frame', frame }));
    const answers = events.flatMap((event) => answerOf(event) ?? []);
    return { out, answer: answers.at(-1) ?? null };
  }
}

function answerOf(event: TesterEvent): Answer | undefined {
  switch (event.kind) {
    case 'answered':
      return { kind: 'answered', bytes: event.bytes };
    case 'refused': {
      const { name, words } = refusalOf(event.code);
      return { kind: 'refused', why: name, words };
    }
    case 'noAnswer':
      return { kind: 'noAnswer' };
    case 'takesLonger':
      return undefined;
  }
}

class SerialLine implements ToolLine {
  private heard: readonly number[] = [];
  private awaitsUntilUs: number | null = null;
  private presentUs: number | null = null;

  constructor(private readonly address: number) {}

  ask(message: readonly number[], keepOpen: boolean, nowUs: number): readonly OnLine[] {
    this.heard = [];
    this.awaitsUntilUs = nowUs + lineAnswerUs + message.length * byteUs;
    this.presentUs = keepOpen ? nowUs + linePresentUs : null;
    return [this.telegram(message)];
  }

  hears(said: OnLine, nowUs: number): Turn {
    if (said.kind !== 'bytes') return { out: [], answer: null };
    const { telegram, rest } = readTelegram(answerHead, [...this.heard, ...said.bytes]);
    this.heard = rest;
    if (telegram?.address !== this.address || this.awaitsUntilUs === null) return { out: [], answer: null };
    this.awaitsUntilUs = null;
    if (this.presentUs !== null) this.presentUs = nowUs + linePresentUs;
    return { out: [], answer: lineAnswer(telegram.body) };
  }

  due(): number | null {
    const dues = [this.awaitsUntilUs, this.awaitsUntilUs === null ? this.presentUs : null].filter(
      (due) => due !== null,
    );
    return dues.length === 0 ? null : Math.min(...dues);
  }

  wake(nowUs: number): Turn {
    if (this.awaitsUntilUs !== null && this.awaitsUntilUs <= nowUs) {
      this.awaitsUntilUs = null;
      return { out: [], answer: { kind: 'noAnswer' } };
    }
    if (this.presentUs === null || this.presentUs > nowUs) return { out: [], answer: null };
    this.presentUs = nowUs + linePresentUs;
    return { out: [this.telegram([lineCommands.wake])], answer: null };
  }

  reset(): void {
    this.heard = [];
    this.awaitsUntilUs = null;
    this.presentUs = null;
  }

  private telegram(body: readonly number[]): OnLine {
    return { kind: 'bytes', bytes: telegramOf(requestHead, { address: this.address, body }) };
  }
}
