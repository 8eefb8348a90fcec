import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CanFrame } from './frame';
import { type ModuleState, moduleAtPower, moduleDue, moduleHears, wakeModule } from './module';
import type { ModuleSpeech } from './speech';
import type { ModuleWork } from './speech-state';
import {
  askModule,
  idleTester,
  type TesterEvent,
  type TesterState,
  testerDue,
  testerHears,
  wakeTester,
} from './tester';

const both = ['default', 'extended'] as const;
const speech: ModuleSpeech = {
  requestId: 0x7e0,
  responseId: 0x7e8,
  transport: { blockSize: 4, separationByte: 5, longest: 256, stalls: 1 },
  services: [0x10, 0x22, 0x2e, 0x31, 0x3e].map((id) => ({ id, sessions: both })),
  access: [],
  records: [
    { id: 0xf190, holds: 'vin', sessions: both, level: null, writable: { level: null, bytes: 40 } },
    { id: 0x0101, holds: 'short', sessions: both, level: null, writable: null },
  ],
  routines: [
    {
      id: 0x0201,
      does: 'slow',
      sessions: both,
      level: null,
      optionBytes: 0,
      canStop: false,
      hasResults: false,
    },
    {
      id: 0x0202,
      does: 'mute',
      sessions: both,
      level: null,
      optionBytes: 0,
      canStop: false,
      hasResults: false,
    },
  ],
  bootMs: 100,
};
const vin = Array.from({ length: 40 }, (_, at) => 0x41 + (at % 26));
const work: ModuleWork<string> = {
  read: (holds) => (holds === 'vin' ? vin : [7]),
  write: (_, bytes) => ({ kind: 'done', bytes: [], effect: `written ${bytes.length}` }),
  routine: (does, _step, _option, finishing) =>
    finishing
      ? { kind: 'done', bytes: [], effect: does }
      : { kind: 'later', afterUs: 20_000_000, says: does === 'slow' },
  faults: () => [],
  clearFaults: () => 'cleared',
  seed: () => ({ kind: 'done', bytes: [] }),
  keyOf: () => [],
};
const ids = { requestId: 0x7e0, responseId: 0x7e8 };

/** A tool and a module on one bus, driven by what is due first; what is heard of each frame can be changed. */
function bus(change: (frame: CanFrame) => readonly CanFrame[] = (frame) => [frame]) {
  let nowUs = 0;
  let tester: TesterState = idleTester;
  let module: ModuleState = moduleAtPower(speech, 0);
  const frames: { readonly atUs: number; readonly frame: CanFrame }[] = [];
  const events: TesterEvent[] = [];
  const effects: string[] = [];
  const toModule = (sent: readonly CanFrame[]) => {
    for (const frame of sent.flatMap(change)) {
      frames.push({ atUs: nowUs, frame });
      const turn = moduleHears(speech, module, frame, nowUs, work);
      module = turn.state;
      effects.push(...turn.effects);
      toTester(turn.frames);
    }
  };
  const toTester = (sent: readonly CanFrame[]) => {
    for (const frame of sent.flatMap(change)) {
      frames.push({ atUs: nowUs, frame });
      const turn = testerHears(tester, ids, frame, nowUs);
      tester = turn.state;
      events.push(...turn.events);
      toModule(turn.frames);
    }
  };
  const advance = (untilUs: number) => {
    for (;;) {
      const due = Math.min(
        testerDue(tester) ?? Number.POSITIVE_INFINITY,
        moduleDue(module) ?? Number.POSITIVE_INFINITY,
      );
      if (due > untilUs) break;
      nowUs = due;
      if (testerDue(tester) === due) {
        const turn = wakeTester(tester, ids, nowUs);
        tester = turn.state;
        events.push(...turn.events);
        toModule(turn.frames);
      } else {
        const turn = wakeModule(speech, module, nowUs, work);
        module = turn.state;
        effects.push(...turn.effects);
        toTester(turn.frames);
      }
    }
    nowUs = untilUs;
  };
  /** Asks and lets the time go by until something is known; how long that took. */
  const ask = (message: readonly number[], keepOpen = false, patienceUs = 60_000_000) => {
    const [startUs, from] = [nowUs, events.length];
    const turn = askModule(tester, ids, message, nowUs, keepOpen);
    tester = turn.state;
    toModule(turn.frames);
    while (tester.asked && nowUs < startUs + patienceUs) advance(nowUs + 1000);
    return { events: events.slice(from), tookUs: nowUs - startUs };
  };
  const state = () => ({ tester, module });
  return { ask, advance, frames, effects, state, send: toModule };
}

describe('a module on its bus', () => {
  it('answers a short question in time', () => {
    const { events, tookUs } = bus().ask([0x22, 0x01, 0x01]);
    expect(events).toEqual([{ kind: 'answered', bytes: [0x62, 0x01, 0x01, 7] }]);
    expect(tookUs).toBeLessThanOrEqual(50_000);
  });

  it('answers in many frames, and takes a long question in blocks, after it asked to wait', () => {
    const { ask, frames, effects } = bus();
    expect(ask([0x22, 0xf1, 0x90]).events).toEqual([{ kind: 'answered', bytes: [0x62, 0xf1, 0x90, ...vin] }]);
    expect(ask([0x2e, 0xf1, 0x90, ...vin]).events).toEqual([{ kind: 'answered', bytes: [0x6e, 0xf1, 0x90] }]);
    expect(effects).toEqual(['written 40']);
    const flows = frames.filter(({ frame }) => frame.id === 0x7e8 && (frame.data[0] ?? 0) >> 4 === 3);
    // 43 bytes are a first frame and six more: wait, go on for four, go on for the rest.
    expect(flows.map(({ frame }) => frame.data.slice(0, 3))).toEqual([
      [0x31, 4, 5],
      [0x30, 4, 5],
      [0x30, 4, 5],
    ]);
  });

  it('says what it refuses', () => {
    expect(bus().ask([0x22, 0x09, 0x09]).events).toEqual([{ kind: 'refused', service: 0x22, code: 0x31 }]);
  });

  it('is awaited while it says that it takes longer, and its session is kept open meanwhile', () => {
    const { ask, state, effects } = bus();
    ask([0x10, 3], true);
    const { events, tookUs } = ask([0x31, 1, 0x02, 0x01], true);
    expect(events.map(({ kind }) => kind)).toEqual([
      ...Array.from({ length: 5 }, () => 'takesLonger'),
      'answered',
    ]);
    expect(tookUs).toBeGreaterThanOrEqual(20_000_000);
    expect(state().module.speech.session).toBe('extended');
    expect(effects).toEqual(['slow']);
  });

  it('is given up where it says nothing, and its late answer is no answer to the next question', () => {
    const { ask, advance } = bus();
    ask([0x10, 3], true);
    const { events, tookUs } = ask([0x31, 1, 0x02, 0x02], true);
    expect(events).toEqual([{ kind: 'noAnswer' }]);
    expect(tookUs).toBeLessThan(1_000_000);
    advance(25_000_000);
    expect(ask([0x22, 0x01, 0x01], true).events).toEqual([
      { kind: 'answered', bytes: [0x62, 0x01, 0x01, 7] },
    ]);
  });

  it('falls back where nobody keeps its session open', () => {
    const { ask, advance, state } = bus();
    ask([0x10, 3], false);
    advance(10_000_000);
    expect(state().module.speech.session).toBe('default');
  });

  it('takes a short message to all modules while a long one to it alone is open', () => {
    const { ask, send, effects } = bus();
    const interrupting = bus((frame) =>
      frame.id === 0x7e0 && frame.data[0] === 0x22
        ? [{ id: 0x7df, data: [2, 0x3e, 0x80, 0, 0, 0, 0, 0] }, frame]
        : [frame],
    );
    expect(interrupting.ask([0x2e, 0xf1, 0x90, ...vin]).events).toEqual([
      { kind: 'answered', bytes: [0x6e, 0xf1, 0x90] },
    ]);
    // A first frame to all is none: nothing comes of it.
    send([{ id: 0x7df, data: [0x10, 20, 0x2e, 0xf1, 0x90, 1, 2, 3] }]);
    expect(ask([0x22, 0x01, 0x01]).events).toHaveLength(1);
    expect(effects).toEqual([]);
  });

  it('never answers twice, and never leaves the tool waiting, whatever is lost on the way', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 40, maxLength: 40 }), fc.boolean(), (lost, long) => {
        let at = 0;
        const { ask, advance, state } = bus((frame) => {
          at += 1;
          return lost[at] && at < 40 ? [] : [frame];
        });
        const message = long ? [0x2e, 0xf1, 0x90, ...vin] : [0x22, 0xf1, 0x90];
        const { events } = ask(message, false, 30_000_000);
        expect(events.filter(({ kind }) => kind !== 'takesLonger')).toHaveLength(1);
        advance(120_000_000);
        expect(state().module).toMatchObject({ transport: { sending: null, receiving: null }, outbox: [] });
        at = 40;
        expect(ask([0x22, 0x01, 0x01]).events).toEqual([{ kind: 'answered', bytes: [0x62, 0x01, 0x01, 7] }]);
      }),
      { numRuns: 200 },
    );
  });
});
